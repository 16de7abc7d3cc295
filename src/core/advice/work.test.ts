import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { plantsOut } from '../batch/tasks'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { gatesBetween } from '../field/gates'
import { createPlanner, type Plan } from '../plan/plan'
import { needsOf } from '../stores/needs'
import { done, entry } from '../testing/records'
import { seasonAir } from '../field/anchor'
import { askedAbout, workAhead, workBetween } from './work'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { ...read.season, records: [] }
}
const FARMS = ['sallow-ferry', 'kestrel-flat', 'one-tunnel', 'loft-and-porch']
const PLANTS = new Set(['thin', 'pinch', 'feed', 'pot-up', 'harden', 'plant'])

const planOn = (season: Season, today: Day): Plan => createPlanner().plan(season, today)

/** Work with plants, of batches that nobody has sown, on days when none of theirs could be up: of some days, and of each batch. */
const withoutPlants = (plan: Plan, from: Day, until: Day) =>
  [...workBetween(plan, from, until), ...plan.batches.flatMap((batch) => workAhead(plan, batch, from))].filter(
    ({ task: { kind, batch, day }, state }) =>
      state === 'open' &&
      PLANTS.has(kind) &&
      ['to-sow', 'sown'].includes(batch.progress?.standing ?? '') &&
      !(day >= batch.pass!.emergence),
  )

describe('where nothing was ever recorded', () => {
  for (const name of FARMS) {
    const season = farm(name)
    const { from, to } = planOn(season, parseDay(season.season.from))
    it(`${name}: what is due is sown, and nothing is asked of plants that nobody has raised`, () => {
      for (let today = from; today < to; today += 17) {
        const plan = planOn(season, today)
        expect(withoutPlants(plan, today - 3, today + 7)).toEqual([])
        const work = workBetween(plan, today, today + 1)
        const asked = new Set(askedAbout(plan).map(({ id }) => id))
        for (const batch of plan.batches) {
          if (batch.sow !== today || asked.has(batch.id)) continue
          const sowings = work.filter(
            ({ task }) => task.batch === batch && (task.kind === 'sow' || task.kind === 'receive'),
          )
          expect([batch.code, sowings.length]).toEqual([batch.code, 1])
        }
      }
    })
    it(`${name}: what is asked about is neither planted nor bought for`, () => {
      let asked = 0
      for (let today = from; today < to; today += 17) {
        // Records are kept from this day on: what was to be sown before it is asked about.
        const kept = { ...season, farm: { ...season.farm, recordsFrom: formatDay(today) } }
        const plan = planOn(kept, today)
        const ids = new Set(askedAbout(plan).map(({ id }) => id))
        asked += ids.size
        const facts = { season: kept, air: seasonAir(kept), forecast: undefined, today }
        for (const { stand, verdict } of gatesBetween(plan.inField, plan.beds.clashesOf, today, today + 60, facts))
          if (ids.has(stand.id)) expect([stand.code, verdict]).toEqual([stand.code, 'wait'])
        for (const { of, firstShort } of needsOf(plan, today))
          if (of.what === 'seed' && firstShort !== undefined) expect(firstShort).toBeGreaterThanOrEqual(today)
      }
      expect(asked).toBeGreaterThan(0)
    })
  }
})

describe('where sowing was recorded', () => {
  it('potting, moving and planting are offered on the day they are due, as before', () => {
    const season = farm('sallow-ferry')
    const planned = createPlanner().plan(season)
    let planted = 0
    for (const batch of planned.batches.slice(0, 40)) {
      if (batch.sow === undefined || batch.way.route.boughtAge !== undefined || batch.stays.length === 0) continue
      const records = [
        done(batch.id, formatDay(batch.sow), 'sow', { cells: batch.stays[0]!.cells, seeds: batch.sizing!.seeds }),
      ]
      const plan = planOn({ ...season, records }, batch.plantOn)
      const work = workBetween(plan, batch.plantOn, batch.plantOn + 1).filter(({ task }) => task.batch.id === batch.id)
      expect(work.map(({ task }) => task.kind)).toContain('plant')
      planted++
    }
    expect(planted).toBeGreaterThan(20)
  })
  it('as many plants go out as there are, where some were lost', () => {
    const season = farm('kestrel-flat')
    const batch = createPlanner().plan(season).byId.get('br.2')!
    const seeds = batch.sizing!.seeds
    const on = (days: number) => formatDay(batch.sow! + days)
    const lost = batch.sizing!.cells - batch.plants + 50
    const records = [
      done(batch.id, on(0), 'sow', { cells: batch.sizing!.cells, seeds }),
      entry(batch.id, on(12), { did: 'loss', plants: lost, cause: 'damping-off' }),
    ]
    const now = planOn({ ...season, records }, batch.sow! + 14).byId.get('br.2')!
    expect(plantsOut(batch)).toBe(batch.plants)
    expect(plantsOut(now)).toBeLessThanOrEqual(batch.plants - 50)
    expect(plantsOut(now)).toBe(Math.round(now.progress!.plants))
  })
  it('of any season nothing is asked of plants that nobody has raised', () => {
    fc.assert(
      fc.property(anySeason, fc.integer({ min: 0, max: 360 }), (season, after) => {
        const today = parseDay(season.season.from) + after
        expect(withoutPlants(planOn({ ...season, records: [] }, today), today - 3, today + 7)).toEqual([])
      }),
      { numRuns: 60 },
    )
  })
})
