import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason, seasonJsonSchema } from './read'
import { shareUnchanged } from './share'
import { smallSeason } from './small-season'

function problemsOf(value: unknown): Record<string, string> {
  const read = readSeason(value)
  return read.ok ? {} : Object.fromEntries(read.problems.map(({ path, message }) => [path, message]))
}

function bent(bend: (season: ReturnType<typeof smallSeason>) => void): Record<string, string> {
  const season = smallSeason()
  bend(season)
  return problemsOf(season)
}

describe('a season document', () => {
  it('is read with its defaults filled in', () => {
    const read = readSeason(smallSeason())
    expect(read.ok).toBe(true)
    if (!read.ok) return
    expect(read.season.habits).toEqual({
      confidence: 0.9,
      agePoint: 0.3,
      handling: 0.03,
      rounding: 'cells',
      sowingWeekdays: [],
      work: {
        fillTray: 2,
        sowTray: 4,
        seederTray: 1.5,
        thinHundred: 8,
        prickHundred: 20,
        potHundred: 25,
        moveTray: 0.5,
        hardenTray: 0.2,
        plantHundred: 30,
      },
      crew: { parts: [] },
      fit: { earlier: 2, later: 10, lateDay: 4, promiseDay: 80, changed: 8 },
      shareTrays: false,
      mix: { name: 'Sowing mix', parts: [{ what: 'Bought sowing mix', parts: 1 }], additives: [], water: 0.3 },
      mixCompaction: 0.2,
      covering: 'Vermiculite',
      soak: { share: 0.2, minutes: 30 },
      hardening: 'growing-hours',
      turnaroundDays: 3,
      costs: {},
    })
    expect(read.season.lots[0]!.pace).toBe(1)
  })
  it('refuses mixes and supplies that cannot be, each where it is', () => {
    const found = bent((season) => {
      season.mixes = [
        { key: 'none', name: 'None', parts: [{ what: 'Air', parts: 0 }] },
        { key: 'dosed', name: 'Dosed', additives: [{ what: 'Lime', amount: -1, unit: 'trays' as never }] },
      ]
      season.containers[0]!.mix = 'lost'
      season.supplies = [
        { key: 'a', name: 'A', of: { what: 'material', material: 'Coir', unit: 'trays' as never } },
        { key: 'b', name: 'B', of: { what: 'container', container: 'gone' }, offers: [{ supplier: 'x', size: 0, price: -2 }] }, // prettier-ignore
        { key: 'c', name: 'C', of: { what: 'labels' }, have: 40 },
        { key: 'd', name: 'D', of: { what: 'seed', variety: 'lettuce-red' }, have: -4, countedOn: '2027-01-01' },
      ]
    })
    for (const path of [
      'mixes[0].parts[0].parts',
      'mixes[1].additives[0].amount',
      'mixes[1].additives[0].unit',
      'containers[0].mix',
      'supplies[0].of.unit',
      'supplies[1].of.container',
      'supplies[1].offers[0].size',
      'supplies[1].offers[0].price',
      'supplies[2].countedOn',
      'supplies[3].have',
    ])
      expect(Object.keys(found)).toContain(path)
  })
  it('survives being written and read again', () => {
    const first = readSeason(smallSeason())
    if (!first.ok) throw new Error('the small season must read')
    const again = readSeason(JSON.parse(JSON.stringify(first.season)))
    expect(again).toEqual(first)
  })
  it('says everything that is wrong at once, each where it is', () => {
    const found = bent((season) => {
      season.site.latitude = 91
      ;(season as Record<string, unknown>).colour = 'red'
      season.places[0]!.trayPlaces = -1
      season.crops[0]!.germination.thermalTime = 'long' as never
      season.plantings[0]!.on = '2027-02-30'
      season.plantings[1]!.variety = 'lettuce-blue'
      delete (season.methods[0]! as Partial<(typeof season.methods)[number]>).name
    })
    expect(found).toEqual({
      'site.latitude': 'must be at most 72; it is 91.',
      colour: '"colour" is not known here; check its spelling or take it out.',
      'places[0].trayPlaces': 'must be at least 0; it is -1.',
      'crops[0].germination.thermalTime': 'must be a number; it is "long".',
      'methods[0].name': 'is missing.',
      'plantings[0].on': 'must be a real date written YYYY-MM-DD; it is "2027-02-30".',
      'plantings[1].variety': 'there is no variety with the key "lettuce-blue" in varieties.',
    })
  })
  it.each([
    [
      'a limit at or under the ready age',
      (s: ReturnType<typeof smallSeason>) => (s.crops[0]!.growth.points[0]!.limit = 200),
      'crops[0].growth.points[0].limit',
    ],
    [
      'temperatures out of order',
      (s: ReturnType<typeof smallSeason>) => (s.crops[0]!.germination.optimum = 3),
      'crops[0].germination.optimum',
    ],
    [
      'a floor above the ceiling',
      (s: ReturnType<typeof smallSeason>) => (s.places[1]!.temperature.floor = 30),
      'places[1].temperature.ceiling',
    ],
    [
      'a first stage without a container',
      (s: ReturnType<typeof smallSeason>) => delete s.methods[0]!.stages[0]!.container,
      'methods[0].stages[0].container',
    ],
    [
      'a change of place that is never timed',
      (s: ReturnType<typeof smallSeason>) => s.methods[0]!.stages.push({ place: 'frame' }),
      'methods[0].stages[1].when',
    ],
    [
      'hardening nowhere',
      (s: ReturnType<typeof smallSeason>) => (s.methods[0]!.hardening = { days: 3 }),
      'methods[0].hardening.place',
    ],
    [
      'more kept than sown',
      (s: ReturnType<typeof smallSeason>) => (s.methods[1]!.sowing = { policy: 'thin', seedsPerCell: 1, keep: 2 }),
      'methods[1].sowing.keep',
    ],
    [
      'two plantings of one code',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[1]!.code = 'A'),
      'plantings[1].code',
    ],
    [
      'a method of another crop',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[0]!.method = 'tomato-pots'),
      'plantings[0].method',
    ],
    [
      'seed of another variety',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[2]!.lot = 'lettuce-lot'),
      'plantings[2].lot',
    ],
    [
      'plantings and no place to raise them in',
      (s: ReturnType<typeof smallSeason>) => {
        for (const method of s.methods)
          method.stages = method.stages.map((stage) => ({ ...stage, place: '@usual-pace' }))
        s.places = []
      },
      'plantings[0].method',
    ],
    [
      'a series that ends twice',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[1]!.series = { every: 10, count: 2, last: '2027-06-01' }),
      'plantings[1].series',
    ],
    [
      'a series before it begins',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[1]!.series = { every: 10, last: '2027-04-01' }),
      'plantings[1].series.last',
    ],
    [
      'sowing after planting',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[3]!.sowOn = '2027-06-02'),
      'plantings[3].sowOn',
    ],
    [
      'a planting in another year',
      (s: ReturnType<typeof smallSeason>) => (s.plantings[0]!.on = '2207-04-20'),
      'plantings[0].on',
    ],
    [
      'a season that ends before it begins',
      (s: ReturnType<typeof smallSeason>) => (s.season.to = '2026-12-31'),
      'season.to',
    ],
    [
      'a day no year has',
      (s: ReturnType<typeof smallSeason>) => (s.site.frost!.lastSpring.median = '02-31'),
      'site.frost.lastSpring.median',
    ],
  ])('refuses %s', (_, bend, path) => {
    expect(Object.keys(bent((season) => void bend(season)))).toContain(path)
  })
  it('tells a newer format from a broken file', () => {
    expect(problemsOf({ ...smallSeason(), format: 7 })).toEqual({
      format: 'This file is season format 7; this version reads up to format 1. Open it with a newer Dove Step.',
    })
  })
  it('refuses a time zone that no clock knows, and keeps one that is known', () => {
    const zoned = (timeZone: string) => readSeason({ ...smallSeason(), farm: { ...smallSeason().farm, timeZone } })
    for (const unknown of ['Paris', 'Europe/Nowhere', '+1', 'Europe/Paris; drop'])
      expect(zoned(unknown)).toMatchObject({ ok: false, problems: [{ path: 'farm.timeZone' }] })
    expect(zoned('America/Los_Angeles')).toMatchObject({
      ok: true,
      season: { farm: { timeZone: 'America/Los_Angeles' } },
    })
  })
  it('keeps its JSON Schema in docs up to date', () => {
    expect(JSON.parse(readFileSync('docs/season.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(seasonJsonSchema())),
    )
  })
  it('the demo farm is one that reads, as large as promised', () => {
    const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
    expect(read.ok).toBe(true)
    if (!read.ok) return
    expect(read.season.crops.length).toBeGreaterThanOrEqual(14)
    expect(read.season.varieties.length).toBeGreaterThanOrEqual(20)
  })
})

describe('sharing what did not change', () => {
  it('an equal copy is the old object, whole', () => {
    const season = smallSeason()
    expect(shareUnchanged(season, structuredClone(season))).toBe(season)
  })
  it('only the way to a change is new', () => {
    const before = smallSeason()
    const after = structuredClone(before)
    after.plantings[1]!.plants = 7
    after.plantings.unshift({ ...after.plantings[0]!, key: 'new', code: 'NEW' })
    const shared = shareUnchanged(before, after)
    expect(shared).toEqual(after)
    expect(shared.crops).toBe(before.crops)
    expect(shared.plantings[1]).toBe(before.plantings[0])
    expect(shared.plantings[2]).not.toBe(before.plantings[1])
    expect(shared.plantings[3]).toBe(before.plantings[2])
  })
  it('a part left out is a change', () => {
    const before = smallSeason()
    const after = structuredClone(before)
    delete after.plantings[2]!.note
    expect(shareUnchanged(before, after).plantings[2]).toEqual(after.plantings[2])
  })
})
