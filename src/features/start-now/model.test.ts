import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../../core/calendar/day'
import { firstHarvest } from '../../core/field/days-to-harvest'
import { ownCrop } from '../../core/batch/own-crop'
import { isStop } from '../../core/batch/marks'
import { createPlanner } from '../../core/plan/plan'
import { openAirOf } from '../../core/weather/open-air'
import { library } from '../../library/library'
import { readSeason } from '../../season/read'
import type { Planting, Season } from '../../season/schema'
import {
  filtered,
  groupsOf,
  inOrder,
  sowingOf,
  startedBy,
  startRows,
  type ShownTime,
  type StartFilter,
  type StartRow,
} from './model'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}
const rowsOn = (season: Season, iso: string): StartRow[] => {
  const day = parseDay(iso)
  return inOrder([...startRows(createPlanner().plan(season, day), day)])
}
const demo = farm('sallow-ferry-2027')
const named = (rows: readonly StartRow[], key: string) => rows.find((row) => row.key === key)!
/** The day a first harvest has to come by. */
const endOf = (end: ShownTime['end']): number => (end.by === 'open' ? Infinity : end.day)
const NONE: StartFilter = { text: '', seed: false, room: false, unheated: false, family: '', group: '' }

/** Farms with a day on which much can be sown. */
const CASES = [
  ['sallow-ferry-2027', '2027-04-20'],
  ['sallow-ferry-2027', '2027-07-20'],
  ['one-tunnel-2027', '2027-05-10'],
  ['loft-and-porch-2027', '2027-05-05'],
  ['kestrel-flat-2027', '2027-11-20'],
] as const

describe.each(CASES)('on %s, %s', (name, iso) => {
  const season = farm(name)
  const day = parseDay(iso)
  const rows = rowsOn(season, iso)
  const air = openAirOf(season.site, parseDay(season.season.from), parseDay(season.season.to) + 1)

  it('holds every kind of the farm and of the library once', () => {
    const kinds = new Set(season.crops.flatMap(({ key, kind }) => [key, kind]))
    const others = library().filter(({ crop }) => !kinds.has(crop.key))
    expect(rows).toHaveLength(season.crops.length + others.length)
    expect(new Set(rows.map(({ key }) => key)).size).toBe(rows.length)
  })

  it('finds of whatever is in time a batch sown that day that is ready, not too old, and ripe before its end', () => {
    const raised = rows.filter(({ state, raised: time }) => state === 'in-time' && time?.plantOn !== undefined)
    expect(raised.length).toBeGreaterThan(20)
    for (const row of raised) {
      const started = startedBy(season, row, 'raised', { today: day, plants: 50 })!
      const batch = started.batch!
      expect([row.key, batch.sow]).toEqual([row.key, day])
      expect(batch.ready!, row.key).toBeLessThanOrEqual(batch.plantOn)
      expect(batch.limit ?? Infinity, row.key).toBeGreaterThanOrEqual(batch.plantOn)
      if (row.raised!.end.by === 'harvest')
        expect(row.raised!.harvest!, row.key).toBeLessThanOrEqual(endOf(row.raised!.end))
    }
  })

  it('finds no later planting for what is sown after its last day', () => {
    const ending = rows
      .filter(({ raised }) => raised?.until !== undefined && raised.end.by === 'harvest')
      .filter((_, i) => i % 4 === 0)
    expect(ending.length).toBeGreaterThan(5)
    for (const row of ending) {
      const { until, end } = row.raised!
      const started = startedBy(season, { ...row, raised: { ...row.raised!, plantOn: until! + 40 } }, 'raised', {
        today: day,
        plants: 5,
      })!
      const trial = [...started.edits.filter(({ of }) => of !== 'plantings')].reduce(
        (now, { of, to }) => ({ ...now, [of]: [...now[of], to] }),
        { ...season, plantings: [] } as Season,
      )
      const planner = createPlanner()
      // It goes out as soon as it is ready, and is not too old.
      for (let plantOn = until! + 2; plantOn < until! + 120; plantOn++) {
        const planting: Planting = { ...started.planting, sowOn: formatDay(until! + 1), on: formatDay(plantOn) }
        const batch = planner.preview(trial, planting)[0]!
        if (batch.ready === undefined || batch.ready > plantOn || (batch.limit ?? Infinity) < plantOn) continue
        const harvest = firstHarvest(batch.way.crop, plantOn, until! + 1, air)
        expect(harvest ?? Infinity, `${row.key} ${formatDay(plantOn)}`).toBeGreaterThan(endOf(end))
        break
      }
    }
  })

  it('ends what is sown in its place on the last day that is ripe in time', () => {
    const sown = rows.filter(({ inPlace }) => inPlace?.until !== undefined && inPlace.end.by === 'harvest')
    expect(sown.length).toBeGreaterThan(10)
    for (const { key, inPlace } of sown) {
      const { until, end } = inPlace!
      const own = season.crops.find((crop) => crop.key === key)
      const only = season.varieties.filter(({ crop }) => crop === key)
      const crop = own
        ? only.length === 1
          ? ownCrop(own, only[0]!)
          : own
        : library().find((kind) => kind.crop.key === key)!.crop
      expect(firstHarvest(crop, until!, until, air)!, key).toBeLessThanOrEqual(endOf(end))
      expect(firstHarvest(crop, until! + 1, until! + 1, air) ?? Infinity, key).toBeGreaterThan(endOf(end))
    }
  })
})

describe('through the year of the demo farm', () => {
  const april = rowsOn(demo, '2027-04-12')
  const july = rowsOn(demo, '2027-07-20')
  it('what takes long runs out first, and what is quick last', () => {
    expect(named(april, 'celeriac').last).toBe(true)
    expect(named(april, 'radish').day!).toBeGreaterThan(named(april, 'carrot').day!)
    const [first] = groupsOf(april, parseDay('2027-04-12'))
    expect(first![0]).toBe('last')
  })
  it('what is too late comes again next year', () => {
    const celeriac = named(july, 'celeriac')
    expect(celeriac.state).toBe('not-yet')
    expect(formatDay(celeriac.day!) > '2027-11-01').toBe(true)
    expect(named(july, 'lettuce').last).toBe(true)
  })
  it('what is too late in cells may still be sown in its place', () => {
    // Days between the last sowing in cells and the last in place are looked for in all kinds.
    const between = april.find(
      ({ raised, inPlace }) => raised?.until !== undefined && (inPlace?.until ?? -1) > raised.until + 1,
    )!
    const row = named(rowsOn(demo, formatDay(between.inPlace!.until!)), between.key)
    expect(row.state).toBe('in-place')
    expect(row.day).toBe(between.inPlace!.until)
  })
  it('says where there is no room, and leaves those out when asked to', () => {
    const full = april.filter(({ room }) => (room?.full.length ?? 0) > 0)
    expect(full.length).toBeGreaterThan(10)
    const free = filtered(april, { ...NONE, room: true })
    expect(free.some(({ room }) => (room?.full.length ?? 0) > 0)).toBe(false)
    expect(free.length).toBe(april.length - full.length)
  })
  it('is filtered by seed, heat, family, use and any name', () => {
    for (const row of filtered(april, { ...NONE, seed: true })) expect(row.seeds!).toBeGreaterThan(0)
    expect(filtered(april, { ...NONE, unheated: true }).some(({ room }) => room?.heated)).toBe(false)
    expect(filtered(april, { ...NONE, text: 'zucchini' }).map(({ key }) => key)).toEqual(['courgette'])
    expect(filtered(april, { ...NONE, group: 'herb' }).every(({ group }) => group === 'herb')).toBe(true)
    const family = named(april, 'lettuce').family!
    expect(filtered(april, { ...NONE, family }).every((row) => row.family === family)).toBe(true)
  })
})

describe('starting a kind', () => {
  const day = parseDay('2027-05-10')
  it('that is new to the farm brings kind, variety and method, and reads as a season', () => {
    for (const name of ['one-tunnel-2027', 'loft-and-porch-2027'] as const) {
      const season = farm(name)
      const rows = rowsOn(season, '2027-05-10').filter(({ onFarm, state }) => !onFarm && state === 'in-time')
      for (const row of rows.slice(0, 25)) {
        const how = row.raised?.plantOn === undefined ? 'in-place' : 'raised'
        const { edits, planting } = startedBy(season, row, how, { today: day, plants: 40 })!
        const next = edits.reduce<Record<string, unknown>>(
          (now, { of, to }) => ({ ...now, [of]: [...(now[of] as unknown[]), to] }),
          { ...season },
        )
        const read = readSeason(next)
        expect(read.ok ? [] : read.problems, row.key).toEqual([])
        if (!read.ok || how === 'in-place') continue
        const batch = createPlanner()
          .plan(read.season)
          .batches.find((one) => one.planting.key === planting.key)!
        expect(batch.sow).toBe(day)
        expect(batch.marks.filter(isStop)).toEqual([])
      }
    }
  })
  it('records the sowing as it was sized', () => {
    const row = named(rowsOn(demo, '2027-05-10'), 'basil')
    const started = startedBy(demo, row, 'raised', { today: day, plants: 60 })!
    const said = sowingOf(demo, started)!
    const { sizing } = started.batch!
    expect(said.what).toMatchObject({ did: 'task', task: 'sow', cells: sizing!.cells, seeds: sizing!.seeds })
    expect(said.batch).toBe(started.planting.key)
  })
  it('is refused where the way that was shown is gone', () => {
    const row = named(rowsOn(demo, '2027-05-10'), 'basil')
    expect(startedBy({ ...demo, methods: [] }, row, 'raised', { today: day, plants: 60 })).toBeUndefined()
    expect(startedBy(demo, { ...row, raised: undefined }, 'raised', { today: day, plants: 60 })).toBeUndefined()
  })
})
