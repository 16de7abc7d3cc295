import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../../src/core/calendar/day'
import type { Load } from '../../src/core/capacity/load'
import { holdFor } from '../../src/core/field/beds'
import { anchoredMoves } from '../../src/core/field/anchor'
import { countsDue } from '../../src/core/advice/counts-due'
import { workBetween } from '../../src/core/advice/work'
import { createPlanner } from '../../src/core/plan/plan'
import { readSeason } from '../../src/season/read'
import { seeded } from '../../src/core/statistics/random'
import { cropOfPlanting, nurseryDays } from '../../src/ui/moves'
import { largeSeason } from '../large-season'
import { OTHER_FARMS, otherFarm } from './other-farms'
import { sallowFerry } from './sallow-ferry'
import { wholeFarm } from './whole'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const plan = createPlanner().plan(read.season)
const overIn = (load: Load<unknown>, from: string, until: string) =>
  load.over.some((over) => over.from < parseDay(until) && over.until > parseDay(from))
const place = (key: string) => plan.places.find((load) => load.of.key === key)!
const marksOf = (id: string) => plan.byId.get(id)!.marks.map(({ kind }) => kind)

describe('the demo farm', () => {
  it('in the file is the one written here', () => {
    expect(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(wholeFarm())),
    )
  })
  it('has a history that can be, up to the day it opens on, with some work left and some stands to count', () => {
    const whole = readSeason(wholeFarm())
    if (!whole.ok) throw new Error('the whole farm must read')
    const today = parseDay('2027-04-12')
    const now = createPlanner().plan(whole.season, today)
    const begun = now.batches.flatMap(({ progress }) => progress ?? [])
    expect(begun.length).toBeGreaterThan(40)
    expect(begun.flatMap(({ all }) => all.impossible)).toEqual([])
    expect(new Set(begun.map(({ standing }) => standing))).toEqual(new Set(['sown', 'up', 'hardening', 'planted']))
    const work = workBetween(now, today, today + 1)
    expect(work.some(({ late }) => late > 0)).toBe(true)
    expect(work.filter(({ state }) => state === 'open').length).toBeLessThan(20)
    expect(countsDue(now, today).length).toBeGreaterThan(2)
  })
  it('is as large as a market farm: crops, varieties and batches', () => {
    expect(read.season.crops.length).toBeGreaterThanOrEqual(30)
    expect(read.season.varieties.length).toBeGreaterThanOrEqual(45)
    expect(plan.batches.length).toBeGreaterThanOrEqual(110)
    expect(plan.batches.every(({ sow }) => sow !== undefined)).toBe(true)
  })
  it('shows the real troubles of a spring', () => {
    expect(overIn(place('lit-rack'), '2027-03-10', '2027-03-25')).toBe(true)
    expect(overIn(place('mats'), '2027-03-15', '2027-04-10')).toBe(true)
    expect(overIn(place('warm-bench'), '2027-04-18', '2027-05-08')).toBe(true)
    expect(overIn(place('tunnel'), '2027-04-16', '2027-05-10')).toBe(true)
    expect(plan.containers.find(({ of }) => of.key === 'cells-72')!.over.length).toBeGreaterThan(0)
    expect(marksOf('qy.1')).toContain('past-limit')
  })
  it('has room in its beds for all but one planting, which waits for leeks', () => {
    expect(plan.beds.clashes.map(({ use }) => use.stand!.code)).toEqual(['LA-3'])
    expect(holdFor(plan.beds.clashes[0]!.use.stand!, plan.beds.clashes)!.days).toBe(10)
    const basil = plan.inField.find(({ code }) => code === 'BP')!
    expect(
      [...plan.beds.uses.values()]
        .flat()
        .filter((use) => use.stand === basil)
        .every(({ between }) => between),
    ).toBe(true)
  })
  it('has every planting on the day it hangs on', () => {
    expect(anchoredMoves(read.season, cropOfPlanting(read.season), nurseryDays(plan))).toEqual([])
  })
  it('has a weak lot sown much thicker than a good one', () => {
    const celosia = plan.byId.get('cl')!
    const zinnia = plan.byId.get('zm.1')!
    expect(celosia.sizing!.seeds / celosia.plants).toBeGreaterThan(2 * (zinnia.sizing!.seeds / zinnia.plants))
  })
  it('sows its first red oak lettuce in the last days of February', () => {
    expect(formatDay(plan.byId.get('la.1')!.sow!)).toBe('2027-02-27')
  })
})

describe('the other farms', () => {
  const farms = Object.keys(OTHER_FARMS).map((name) => {
    const file = JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'))
    const season = readSeason(file)
    if (!season.ok) throw new Error(`${name} must read`)
    return { name, file, season: season.season, plan: createPlanner().plan(season.season) }
  })
  it('in the files are those written here', () => {
    for (const { name, file } of farms) expect(file).toEqual(JSON.parse(JSON.stringify(otherFarm(name))))
  })
  it('in the south and in a loft are planned inside their season', () => {
    for (const { name, plan: planned } of farms.slice(0, 2))
      for (const batch of planned.batches) {
        expect(batch.sow, `${name} ${batch.code}`).toBeGreaterThanOrEqual(planned.from)
        expect(batch.sizing, `${name} ${batch.code}`).toBeDefined()
      }
  })
  it('with one tunnel are told what cannot work there', () => {
    const { plan: tunnel } = farms[2]!
    const marks = (crop: string) =>
      tunnel.batches.find(({ way }) => way.crop.key === crop)!.marks.map(({ kind }) => kind)
    for (const crop of ['lisianthus', 'celosia'])
      expect(
        marks(crop).some((kind) => ['slower-than-usual', 'killing-nights', 'cold-nights', 'cold-place'].includes(kind)),
        crop,
      ).toBe(true)
  })
})

describe('seeded seasons', () => {
  it('are the same for a seed, and as large as asked for', () => {
    expect(largeSeason(60, 7)).toEqual(largeSeason(60, 7))
    expect(largeSeason(60, 8)).not.toEqual(largeSeason(60, 7))
    expect(createPlanner().plan(largeSeason(60, 7)).batches).toHaveLength(60)
    const random = seeded(3)
    const numbers = Array.from({ length: 500 }, random)
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...numbers)).toBeLessThan(1)
  })
})
