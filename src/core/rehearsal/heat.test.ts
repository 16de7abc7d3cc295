import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { outdoorMean } from '../climate/outdoor'
import { temperatureRule } from '../climate/place-temperature'
import { killsUnder } from '../growth/cold'
import { createPlanner } from '../plan/plan'
import { isHeated, NIGHTS_TO_A_FAILURE } from './heat'
import { outcomeOf, type LeftTo } from './one-batch'
import { rehearse } from './rehearse'
import { eachYear } from './years'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { ...read.season, records: [] }
}
const FARMS = ['sallow-ferry', 'kestrel-flat', 'one-tunnel', 'loft-and-porch']
const HEAT: LeftTo = {
  weather: false,
  seed: false,
  badLots: false,
  losses: false,
  work: false,
  heat: true,
  hours: false,
  beds: false,
}

/** A farm with winters so much colder. */
const colder = (season: Season, by: number): Season => ({
  ...season,
  site: { ...season.site, outdoorMonthlyMeans: season.site.outdoorMonthlyMeans.map((mean) => mean - by) },
})

describe('a heated place', () => {
  const place = (temperature: object) => isHeated({ temperature: { periods: [], ...temperature } })
  it('is one that a heater keeps from the cold, at any time of the year', () => {
    expect(place({ floor: 5 })).toBe(true)
    expect(place({ periods: [{ from: '11-01', until: '04-01', floor: 8 }] })).toBe(true)
  })
  it('is not one under covers, in the open, or on a thermostat of which nothing more is known', () => {
    expect(place({ floor: -2 })).toBe(false)
    expect(place({ lift: 3 })).toBe(false)
    expect(place({ held: 22, floor: 10 })).toBe(false)
  })
})

describe('heat that fails', () => {
  it('costs all of a batch or nothing of it, and only where it stands heated', () => {
    let lost = 0
    for (const name of FARMS) {
      const season = colder(farm(name), 6)
      const plan = createPlanner().plan(season)
      for (const _ of eachYear(
        plan,
        plan.batches,
        { years: 150, seed: 3, leftTo: HEAT },
        ({ year, routeOf, outcome }) => {
          for (const batch of plan.batches) {
            const found = outcome(batch)
            const plain = outcomeOf(batch, routeOf(batch), {
              ...year,
              leftTo: { ...HEAT, heat: false, hours: false, beds: false },
            })
            if (!found || !plain) continue
            if (found.killed === undefined) {
              expect(found).toEqual(plain)
              continue
            }
            lost++
            expect({ ...found, killed: undefined, plants: plain.plants, spans: plain.spans }).toEqual(plain)
            expect(found.plants).toBe(0)
            const span = found.spans.at(-1)!
            expect(span.until).toBe(found.killed + 1)
            expect(isHeated(season.places[span.place]!)).toBe(true)
            expect(found.killed).toBeGreaterThanOrEqual(found.pass.emergence)
          }
        },
      ))
        void _
    }
    expect(lost).toBeGreaterThan(20)
  })
  it('costs a batch in as many years as the nights that would kill it say', () => {
    const season = colder(farm('sallow-ferry'), 8)
    const plan = createPlanner().plan(season)
    /** Nights of its stays, once it is up, that are too cold for it without heat: by the place and the months alone. */
    const deadly = plan.batches.map((batch) => {
      let nights = 0
      for (const { place, kind, from, until } of batch.stays) {
        if (!isHeated(season.places[place]!)) continue
        const least = killsUnder(batch.way.cold, kind === 'harden' ? 'hardening' : 'soft')
        for (let day = Math.max(from, batch.pass!.emergence); day < until; day++) {
          const { floor, lift = 0, halfRange = 5, ceiling = Infinity } = temperatureRule(season.places[place]!, day)
          if (floor === undefined) continue
          const night = outdoorMean(season.site.outdoorMonthlyMeans, day) + lift - halfRange * Math.cos(Math.PI / 24)
          if (Math.min(ceiling, night) < Math.min(floor, least)) nights++
        }
      }
      return nights
    })
    const most = deadly.indexOf(Math.max(...deadly))
    const nights = deadly[most]!
    expect(nights).toBeGreaterThan(20)
    const batch = plan.batches[most]!
    const years = 4000
    let killed = 0
    for (const _ of eachYear(plan, [batch], { years, seed: 9, leftTo: HEAT }, ({ outcome }) => {
      if (outcome(batch)?.killed !== undefined) killed++
    }))
      void _
    const chance = 1 - (1 - 1 / NIGHTS_TO_A_FAILURE) ** nights
    const sd = Math.sqrt((chance * (1 - chance)) / years)
    expect(Math.abs(killed / years - chance)).toBeLessThan(4 * sd)
  })
  it('costs nothing where no night is too cold without it', () => {
    const plan = createPlanner().plan(colder(farm('sallow-ferry'), -12))
    expect(lostToHeat(rehearse(plan, { years: 60, seed: 1, leftTo: HEAT }))).toBe(0)
  })
  it('is what such plantings are said to miss for, and no other', () => {
    const plan = createPlanner().plan(colder(farm('sallow-ferry'), 8))
    const lost = (leftTo: LeftTo) => lostToHeat(rehearse(plan, { years: 60, seed: 1, leftTo }))
    expect(lost(HEAT)).toBeGreaterThan(0)
    expect(lost({ ...HEAT, heat: false, losses: true })).toBe(0)
  })
})

/** Years lost to heat, of all plantings. */
function lostToHeat(run: ReturnType<typeof rehearse>): number {
  for (;;) {
    const { done, value } = run.next()
    if (done) return value.batches.reduce((sum, { reasons }) => sum + reasons.heat, 0)
  }
}
