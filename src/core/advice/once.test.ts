/** Whatever was recorded, nothing stands in a list of a day twice, and no batch in two places. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import type { Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { fieldWork } from '../field/field-work'
import { monthOf, monthSheet } from '../plan/month'
import { createPlanner, type Plan, type Planner } from '../plan/plan'
import { anyRecords } from '../testing/records'
import { countsDue } from './counts-due'
import { eveningOf } from './evening'
import { plugChecksDue } from './plug-checks'
import { isSown, roundsOn } from './rounds'
import { washDue } from './wash'
import { workBetween } from './work'

const twice = (all: readonly string[]) => all.filter((one, i) => all.indexOf(one) !== i)

/** Whatever is in a list more than once. */
function repeated(planner: Planner, plan: Plan, day: Day): Record<string, string[]> {
  const open = workBetween(plan, day - 3, day + 3).filter(({ state }) => state === 'open')
  const evening = eveningOf(planner, plan, day)
  const sheet = monthSheet(plan, monthOf(day).from)
  const checks = plugChecksDue(plan, day)
  return {
    batches: twice(plan.batches.map(({ id }) => id)),
    work: twice(open.map(({ task }) => task.id)),
    stands: twice(
      plan.batches.flatMap(({ id, stays }) =>
        stays.filter(({ from, until }) => from <= day && day < until).map(() => id),
      ),
    ),
    rounds: twice(roundsOn(plan, day).map(({ place, what }) => `${place} ${what}`)),
    counts: twice(countsDue(plan, day).map(({ batch }) => batch.id)),
    checks: twice(checks.flatMap(({ batch, sisters }) => [batch.id, ...sisters.map(({ id }) => id)])),
    evening: evening.flatMap(({ leaving, staying }) =>
      twice([...leaving.map(({ work }) => work.task.batch.id), ...staying.map(({ batch }) => batch.id)]),
    ),
    coming: twice(evening.flatMap(({ coming }) => coming.map(({ work }) => work.task.id))),
    moves: twice(sheet.moves.map(({ id }) => id)),
    starts: twice(sheet.starts.map(({ id }) => id)),
    planted: twice(sheet.planted.map(({ stand }) => stand.id)),
    field: twice(fieldWork(plan.inField, day - 3, day + 3).map(({ id }) => id)),
  }
}

const NOTHING = { batches: [], work: [], stands: [], rounds: [], counts: [], checks: [], evening: [], coming: [], moves: [], starts: [], planted: [], field: [] } // prettier-ignore

/** Trays that a round through each place counts, beside those of what stands there. */
function counted(plan: Plan, day: Day): [number, number][] {
  return roundsOn(plan, day)
    .filter(({ what }) => what === 'water')
    .map(({ place, batches }) => [
      batches,
      plan.batches.filter(
        (batch) =>
          isSown(batch, plan, day) &&
          batch.stays.some((stay) => stay.place === place && stay.from <= day && day < stay.until),
      ).length,
    ])
}

const picked = fc.array(fc.integer({ min: 0, max: 2 ** 30 }), { minLength: 5, maxLength: 60 })

describe('whatever was recorded', () => {
  it('nothing stands in a list of a day twice, and the order in which records came says nothing', () => {
    let parts = 0
    fc.assert(
      fc.property(anySeason, fc.integer({ min: 20, max: 330 }), picked, (bare, after, picks) => {
        const planner = createPlanner()
        const today = parseDay(bare.season.from) + after
        const records = anyRecords(bare, planner.plan(bare).batches, today, picks)
        const season: Season = { ...bare, records }
        const plan = planner.plan(season, today)
        parts += plan.batches.filter(({ id }) => id.includes('~')).length
        for (const day of [today, today + 6]) {
          expect(repeated(planner, plan, day)).toEqual(NOTHING)
          for (const [of, stand] of counted(plan, day)) expect(of).toBe(stand)
        }
        // Another device may have sent its own first.
        const mixed = { ...season, records: [...records].reverse() }
        expect(lists(createPlanner(), mixed, today)).toEqual(lists(planner, season, today))
      }),
      { numRuns: 40 },
    )
    expect(parts).toBeGreaterThan(10)
  })
})

/** What the lists of a day say. */
function lists(planner: Planner, season: Season, today: Day) {
  const plan = planner.plan(season, today)
  return {
    work: workBetween(plan, today - 7, today + 14).map(({ task, state, due, late }) => [task.id, task.day, state, due, late]), // prettier-ignore
    stays: plan.batches.map(({ id, stays }) => [id, stays.map(({ place, from, until, trays }) => [place, from, until, trays])]), // prettier-ignore
    plants: plan.batches.map(({ progress }) => progress?.plants),
    counts: countsDue(plan, today).map(({ batch, kind, since }) => [batch.id, kind, since]),
    checks: plugChecksDue(plan, today).map(({ batch, why }) => [batch.id, why]),
    rounds: roundsOn(plan, today).map(({ place, what, every, batches }) => [place, what, every, batches]),
    wash: washDue(plan, today).map(({ container, trays }) => [container.key, trays]),
  }
}
