import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Season } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { anchoredDay, earliestPlanting, springFrost } from './anchor'
import { ownCrop } from '../batch/own-crop'
import { airOver, earlierUnder, gainOn } from './cover'
import { chainHarvests } from './even'
import { firstHarvest } from './days-to-harvest'

const frost = {
  lastSpring: { median: '05-05', spreadDays: 14 },
  firstAutumn: { median: '10-08', spreadDays: 14 },
  trustedChance: 0.1,
  marginDays: 0,
}
const small = readSmall()
const season: Season = {
  ...small,
  site: { ...small.site, frost },
  blocks: [{ key: 'b', name: 'Block', path: 45 }],
  beds: [
    { key: 'open', name: '1', block: 'b', length: 3000, width: 75, standing: [] },
    {
      key: 'covered',
      name: '2',
      block: 'b',
      length: 3000,
      width: 75,
      standing: [],
      covers: [{ kind: 'tunnel', from: '02-01', until: '11-01' }],
    },
  ],
}
const goesTo = (bed: string) => [{ to: 'bed' as const, bed, plants: 10 }]
const open = airOver(season, goesTo('open'))
const covered = airOver(season, goesTo('covered'))
const day = parseDay
const crop = season.crops[0]!

describe('beds under cover', () => {
  it('are warmer by day and by night while the cover is on, and as the open field while it is off', () => {
    expect(covered.night(day('2027-04-01'))).toBeCloseTo(open.night(day('2027-04-01')) + 2, 9)
    expect(covered.mean(day('2027-04-01'))).toBeCloseTo(open.mean(day('2027-04-01')) + 5, 9)
    expect(covered.night(day('2027-12-20'))).toBeCloseTo(open.night(day('2027-12-20')), 9)
    expect(gainOn([{ kind: 'fleece', from: '03-01', until: '05-01', night: 4 }], day('2027-03-05'))).toEqual({
      day: 2,
      night: 4,
    })
  })
  it('take the covers of their block where they have none of their own', () => {
    const block = [
      { key: 'b', name: 'Block', path: 45, covers: [{ kind: 'fleece' as const, from: '03-01', until: '05-15' }] },
    ]
    const air = airOver({ ...season, blocks: block }, goesTo('open'))
    expect(air.night(day('2027-04-01'))).toBeCloseTo(open.night(day('2027-04-01')) + 1.5, 9)
  })
  it('harvest sooner, and let plants out sooner', () => {
    const on = day('2027-04-20')
    const lettuce = {
      ...crop,
      field: { ...crop.field, maturity: { days: 50, from: 'planting' as const, at: 16 } },
    }
    expect(firstHarvest(lettuce, on, undefined, covered)!).toBeLessThan(firstHarvest(lettuce, on, undefined, open)!)
    expect(earliestPlanting(lettuce, season, goesTo('covered'))).toBeLessThan(earliestPlanting(lettuce, season))
    expect(earlierUnder(season.beds[1]!.covers!, day('2027-12-24'))).toBe(0)
  })
})

describe('a first harvest that is wanted', () => {
  const flower = {
    ...crop,
    tenderness: 'half-hardy' as const,
    field: { ...crop.field, maturity: { days: 85, from: 'planting' as const, at: 16 } },
  }
  it('never runs back through winter: what is too early is said with the earliest harvest there is', () => {
    const found = anchoredDay({ to: 'harvest', on: '2027-06-01' }, flower, season)
    expect(found).toMatchObject({ why: 'too-early' })
    const { planting, harvest } = found as { planting: number; harvest: number }
    expect(planting).toBe(springFrost(season) - 28)
    expect(harvest).toBeGreaterThan(day('2027-06-01'))
    const then = anchoredDay({ to: 'harvest', on: formatDay(harvest) }, flower, season)
    expect(then).toBeGreaterThanOrEqual(planting)
  })
  it('under a cover can be had sooner', () => {
    const earliest = (bed?: string) =>
      (
        anchoredDay({ to: 'harvest', on: '2027-04-01' }, flower, season, bed ? { goes: goesTo(bed) } : {}) as {
          harvest: number
        }
      ).harvest
    expect(earliest('covered')).toBeLessThan(earliest() - 14)
  })
})

describe('season groups', () => {
  const groups = [
    { name: 'Early', note: '', days: 70, hours: 10 },
    { name: 'Mid', note: '', days: 80, hours: 13 },
    { name: 'Late', note: '', days: 90, hours: 14.5 },
  ]
  const flower = {
    ...crop,
    seasonGroups: groups,
    field: { ...crop.field, maturity: { days: 80, from: 'planting' as const, at: 16 }, harvestDays: 20 },
  }
  const of = (name: string) => ownCrop(flower, { key: name, crop: crop.key, name, seasonGroup: name })
  it('bring their own days and day length to a variety', () => {
    expect(of('Late').field.maturity).toEqual({ days: 90, hours: 14.5, from: 'planting', at: 16 })
    expect(ownCrop(flower, { key: 'v', crop: crop.key, name: 'v' })).toBe(flower)
  })
  it('planted on one day, a spread of groups gives harvest after harvest', () => {
    const harvests = groups.map(({ name }) => firstHarvest(of(name), day('2027-04-10'), undefined, open)!)
    expect(harvests[0]!).toBeLessThan(harvests[1]!)
    expect(harvests[1]!).toBeLessThan(harvests[2]!)
  })
  it('are chained so that each takes over from the one before', () => {
    const links = chainHarvests([of('Early'), of('Mid')], day('2027-07-01'), () => undefined, open)
    expect(links[1]!.harvest).toBeGreaterThanOrEqual(links[0]!.until - 1)
  })
})
