import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Habits } from '../../season/schema'
import { formatDay, parseDay, weekStart, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { batchWork } from '../batch/work'
import { crewLoad } from '../labour/labour'
import { done, entry } from '../testing/records'
import { byWeek, noHours, roomOf, waitsOf as waitsIn, type DueHours, type Waits } from './hours'
import { levers } from './levers'
import { rehearse, USUAL } from './rehearse'
import { openOf, type Rehearsed } from './years'

const MONDAY = parseDay('2027-03-01')

/** So many hours due on some days, counted from a Monday, over some weeks. */
function due(weeks: number, days: Readonly<Record<number, number>>): DueHours {
  const all = noHours(MONDAY, MONDAY + 7 * weeks)
  for (const [day, hours] of Object.entries(days)) all.hours[Number(day)]! += hours
  return all
}

const crew = (hours: number, parts: { from: string; until: string; hours: number }[] = []) => ({
  crew: { hours, parts },
})
const waitsOf = (due: DueHours, habits: Pick<Habits, 'crew'>, more?: { week: Day; hours: number }): Waits =>
  waitsIn(due, roomOf(due, habits), more)
const TOTAL = { weather: false, seed: false, losses: false, badLots: false, work: false, heat: false, hours: true, beds: false } // prettier-ignore

function result<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

describe('work that waits for hours', () => {
  it('is none where a week has hours for what is due in it', () => {
    const waits = waitsOf(due(3, { 0: 4, 2: 6, 9: 10 }), crew(10))
    expect([0, 2, 9].map((day) => waits(MONDAY + day))).toEqual([0, 0, 0])
  })

  it('is done in the next week, after as many days as the hours before it take', () => {
    // Ten hours a week; thirty due on Wednesday. Half of them are done when fifteen are: five hours into the next week, on its
    // fourth day, which is eight days later.
    const waits = waitsOf(due(4, { 2: 30 }), crew(10))
    expect(waits(MONDAY + 2)).toBe(8)
    // What is due on the Tuesday after finds twenty hours left over: they fill two weeks, so it is done as the third begins.
    const next = waitsOf(due(5, { 2: 30, 8: 1 }), crew(10))
    expect(next(MONDAY + 8)).toBe(21 - 8)
  })

  it('is not done before what the week before left over', () => {
    // Five of ten hours are left over, and done by the fourth day of the week; what is due on its second waits for them.
    const waits = waitsOf(due(4, { 0: 10, 6: 10, 8: 1, 12: 1 }), crew(10))
    expect(waitsOf(due(4, { 0: 15, 8: 1, 12: 1 }), crew(10))(MONDAY + 8)).toBe(10 - 8)
    expect(waitsOf(due(4, { 0: 15, 8: 1, 12: 1 }), crew(10))(MONDAY + 12)).toBe(0)
    // Ten are left over: they fill the week.
    expect([6, 8, 12].map((day) => waits(MONDAY + day))).toEqual([7 + 3 - 6, 14 - 8, 15 - 12])
  })

  it('waits less by hours of its week alone, and no longer with the holiday over', () => {
    const all = due(5, { 2: 14, 4: 4 })
    const waits = waitsOf(all, crew(10))
    expect(waits(MONDAY + 2)).toBe(0)
    expect(waits(MONDAY + 4)).toBe(7 - 4 + 4) // six hours over are done on the fifth day of the next week
    expect(waitsOf(all, crew(10), { week: MONDAY, hours: 6 })(MONDAY + 4)).toBe(0)
    expect(waitsOf(all, crew(10), { week: MONDAY - 7, hours: 60 })(MONDAY + 4)).toBe(7)
    // Nobody is there in the second week: it is done in the third.
    expect(waitsOf(all, crew(10, [{ from: '03-08', until: '03-15', hours: 0 }]))(MONDAY + 4)).toBe(14 - 4 + 4)
  })

  it('never waits longer for more hours of a week, and is done in the order in which it is due', () => {
    const some = fc.array(fc.record({ day: fc.nat(41), hours: fc.double({ min: 0.1, max: 30, noNaN: true }) }), {
      maxLength: 30,
    })
    fc.assert(
      fc.property(
        some,
        fc.nat(5),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 20 }),
        (list, week, more, room) => {
          const all = due(6, {})
          for (const { day, hours } of list) all.hours[day]! += hours
          const waits = waitsOf(all, crew(room))
          const then = waitsOf(all, crew(room), { week: MONDAY + 7 * week, hours: more })
          let last = -Infinity
          for (const { day } of [...list].sort((a, b) => a.day - b.day)) {
            expect(then(MONDAY + day)).toBeLessThanOrEqual(waits(MONDAY + day))
            expect(waits(MONDAY + day)).toBeGreaterThanOrEqual(0)
            expect(day + waits(MONDAY + day)).toBeGreaterThanOrEqual(last)
            last = day + waits(MONDAY + day)
          }
        },
      ),
      { numRuns: 300 },
    )
  })
})

/** The small farm with a crew of so many hours a week. */
const withCrew = (hours: number | undefined) => {
  const season = readSmall()
  const { crew: _, ...habits } = season.habits
  return { ...season, habits: { ...habits, crew: { ...(hours === undefined ? {} : { hours }), parts: [] } } }
}
const asked = (leftTo: Partial<Rehearsed['leftTo']> = {}): Rehearsed => ({ ...USUAL, years: 200, leftTo: { ...USUAL.leftTo, ...leftTo } }) // prettier-ignore

describe('a rehearsal with few hours', () => {
  it('is the one without where there are more than enough, and where they are not limited', () => {
    const chances = (hours: number | undefined, leftTo: Partial<Rehearsed['leftTo']>) =>
      result(rehearse(createPlanner().plan(withCrew(hours)), asked(leftTo))).batches.map(({ chance }) => chance)
    const without = chances(undefined, { hours: false })
    expect(chances(10_000, { hours: true })).toEqual(without)
    expect(chances(undefined, { hours: true })).toEqual(without)
  })

  it('misses for want of hours where nothing else is left to chance, and says so', () => {
    const plan = createPlanner().plan(withCrew(0.2))
    const said = result(rehearse(plan, { ...asked(), years: 3, leftTo: TOTAL }))
    const fine = result(rehearse(plan, { ...asked(), years: 3, leftTo: { ...TOTAL, hours: false } }))
    const missed = said.batches.filter(({ chance }, i) => chance === 0 && fine.batches[i]!.chance === 1)
    expect(missed.length).toBeGreaterThan(0)
    for (const { reasons } of missed) expect(reasons.hours).toBe(3)
  })

  it('adds up the hours of each week as the plan does', () => {
    const plan = createPlanner().plan(withCrew(30))
    const said = result(rehearse(plan, { ...asked(), years: 2, leftTo: TOTAL }))
    const { load } = plan.limits.find(({ kind }) => kind === 'crew')!
    const open = openOf(plan)
    expect(open.length).toBe(plan.batches.length)
    said.crew!.weeks.forEach((week, i) => {
      expect(said.crew!.middle[i]).toBeCloseTo(load.days[week - load.from] ?? 0, 3)
    })
    expect(byWeek(noHours(MONDAY, MONDAY + 20))).toHaveLength(3)
  })

  it('adds them up from the week it is, whatever was thrown away before', () => {
    const season = withCrew(30)
    const planner = createPlanner()
    const first = planner.plan(season).batches.filter(({ sow }) => sow !== undefined).toSorted((a, b) => a.sow! - b.sow!)[0]! // prettier-ignore
    const on = formatDay(first.sow!)
    const records = [
      done(first.id, on, 'sow', { cells: first.sizing!.cells }),
      entry(first.id, formatDay(first.sow! + 1), { did: 'end', how: 'discarded' }),
    ]
    const plan = planner.plan({ ...season, records }, first.sow! + 2)
    const said = result(rehearse(plan, { ...asked(), years: 2, leftTo: TOTAL }))
    const open = new Set(said.batches.map(({ id }) => id))
    const work = plan.batches.filter(({ id }) => open.has(id)).map((batch) => batchWork(batch, season.habits))
    const load = crewLoad(work, season.habits, plan.from - 200, plan.to + 200)
    expect(said.batches.some(({ id }) => id === first.id)).toBe(false)
    expect(said.crew!.middle.some((hours) => hours > 0)).toBe(true)
    said.crew!.weeks.slice(1).forEach((week, i) => {
      expect([week, said.crew!.middle[i + 1]]).toEqual([week, expect.closeTo(load.days[week - load.from] ?? 0, 3)])
    })
  })

  it('is helped by hours of one week, as many as gain it, and the season with them has the chance that was said', () => {
    const season = withCrew(undefined)
    const base = createPlanner().plan(season)
    const work = base.limits.find(({ kind }) => kind === 'crew')!.load.days
    // Hours for most weeks, but not for the fullest.
    const room = Math.max(...work) * 0.5
    const tight = { ...season, habits: { ...season.habits, crew: { hours: room, parts: [] } } }
    const planner = createPlanner()
    const plan = planner.plan(tight)
    const said = result(rehearse(plan, asked()))
    const worst = said.batches.toSorted((a, b) => b.reasons.hours - a.reasons.hours)[0]!
    expect(worst.reasons.hours).toBeGreaterThan(20)
    const from = parseDay(tight.season.from)
    const found = result(levers(planner, plan, { ...asked(), batches: [worst.id], from }))
    const hours = found.filter(({ what }) => what.kind === 'hours')
    expect(hours.length).toBeGreaterThan(0)
    for (const { what, crew: then, chance, was, money } of hours) {
      if (what.kind !== 'hours') continue
      expect(weekStart(what.week)).toBe(what.week)
      expect(chance).toBeGreaterThanOrEqual(was + 0.01)
      expect(money).toBe(what.hours * (tight.habits.costs.hour ?? 0))
      expect(then!.parts[0]).toEqual({ from: formatDay(what.week).slice(5), until: formatDay(what.week + 7).slice(5), hours: room + what.hours }) // prettier-ignore
      const applied = { ...tight, habits: { ...tight.habits, crew: then! } }
      const again = result(rehearse(createPlanner().plan(applied), asked()))
      expect(again.batches.find(({ id }) => id === worst.id)!.chance).toBeCloseTo(chance, 9)
    }
  })
})
