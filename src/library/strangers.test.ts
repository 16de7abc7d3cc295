/** Strangers' farms: every raised kind in several climates and houses, and the farms that are begun from answers. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import { usualDays } from '../core/batch/course-marks'
import type { Batch } from '../core/batch/batch'
import { createPlanner, type Plan } from '../core/plan/plan'
import { roundsOn } from '../core/advice/rounds'
import { stageOf } from '../core/schedule/place-by-rule'
import { readSeason } from '../season/read'
import type { Season, SeasonInput } from '../season/schema'
import { begin, type Answers } from './begin'
import ranges from './fixtures/common-ranges.json'
import { library } from './library'

const CLIMATES = {
  '45° north, continental': { latitude: 45, coldest: -12, warmest: 20, lastFrost: '05-15', firstFrost: '09-28' },
  '45° north, mild': { latitude: 45, coldest: 3, warmest: 19, lastFrost: '04-20', firstFrost: '10-25' },
  '38° north': { latitude: 38, coldest: 7, warmest: 25, lastFrost: '03-25', firstFrost: '11-10' },
  '42° south': { latitude: -42, coldest: 6, warmest: 17, lastFrost: '10-05', firstFrost: '05-05' },
} as const
const HOUSES = {
  'rack, heated bench and tunnel': { mats: 4, 'lit-rack': 12, 'warm-bench': 40, tunnel: 60, outside: 40 },
  'heated bench only': { 'warm-bench': 40, outside: 40 },
  'tunnel only': { tunnel: 60 },
} as const
const CONTAINERS = {
  'cells-200': null,
  'cells-128': null,
  'cells-72': null,
  'cells-50': null,
  'pots-9': null,
  'plantable-8': null,
  'open-flat': null,
}
const RAISED = library()
  .filter(({ crop }) => crop.raise?.way !== 'direct')
  .map(({ crop }) => crop.key)

function seasonOf(answers: Omit<Answers, 'farm' | 'year' | 'containers' | 'crops'> & Partial<Answers>): Season {
  const begun = begin({ farm: 'Somewhere', year: 2027, containers: CONTAINERS, crops: [], ...answers })
  if (!begun.ok) throw new Error(begun.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  const read = readSeason(begun.document)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.season
}

const weeksOf = ({ plantOn, sow }: Batch) => (plantOn - sow!) / 7
const kindsOf = (batch: Batch) => batch.marks.map(({ kind }) => kind)
const SAYS_WHY = new Set([
  'slower-than-usual',
  'faster-than-usual',
  'cold-place',
  'cold-nights',
  'killing-nights',
  'hot-days',
  'slow-emergence',
  'weak-emergence',
  'never-emerges',
  'no-time',
  'past-limit',
])

/** Changes of place within one stage of a batch. */
function handOvers({ stays }: Batch): number {
  const byStage = new Map<number, number>()
  for (let i = 1; i < stays.length; i++) {
    const [before, stay] = [stays[i - 1]!, stays[i]!]
    if (stay.kind !== 'grow' || before.kind !== 'grow' || stay.potted || stay.place === before.place) continue
    byStage.set(stageOf(stay.stage), (byStage.get(stageOf(stay.stage)) ?? 0) + 1)
  }
  return Math.max(0, ...byStage.values())
}

describe('every raised kind, wherever it is grown', () => {
  for (const [climate, where] of Object.entries(CLIMATES))
    for (const [house, places] of Object.entries(HOUSES)) {
      const season = seasonOf({ ...where, places, plantings: RAISED.map((crop) => ({ crop, plants: 100 })) })
      const plan: Plan = createPlanner().plan(season)
      it(`${climate}, ${house}: takes its usual weeks, or says why not`, () => {
        expect(plan.batches).toHaveLength(RAISED.length)
        for (const batch of plan.batches) {
          if (batch.sow === undefined) {
            expect(batch.marks, batch.code).not.toEqual([])
            continue
          }
          const usual = usualDays(batch.way)
          const weeks = weeksOf(batch)
          const usually = weeks >= 0.7 * (usual.first / 7) && weeks <= 1.4 * (usual.last / 7)
          if (!usually)
            expect(
              kindsOf(batch).some((kind) => SAYS_WHY.has(kind)),
              `${batch.way.crop.key}: ${weeks.toFixed(1)} weeks`,
            ).toBe(true)
        }
      })
      it(`${climate}, ${house}: is sown inside the season, carried over at most once a stage`, () => {
        for (const batch of plan.batches) {
          if (batch.sow !== undefined && batch.sow < plan.from) expect(kindsOf(batch)).toContain('sown-before-season')
          expect(handOvers(batch), batch.way.crop.key).toBeLessThanOrEqual(1)
        }
      })
      it(`${climate}, ${house}: nothing stands or drinks that nobody said was sown`, () => {
        const today = plan.from + 120
        const now = createPlanner().plan(season, today)
        expect(roundsOn(now, today)).toEqual([])
        for (const load of now.places) if (today >= load.from) expect(load.days[today - 1 - load.from] ?? 0).toBe(0)
      })
    }

  it('with a rack, a heated bench and a tunnel at 45° north is raised in the weeks that growers give', () => {
    const season = seasonOf({
      ...CLIMATES['45° north, continental'],
      places: HOUSES['rack, heated bench and tunnel'],
      plantings: RAISED.map((crop) => ({ crop, plants: 100 })),
    })
    const plan = createPlanner().plan(season)
    const of = (crop: string) => weeksOf(plan.batches.find(({ way }) => way.crop.key === crop)!)
    for (const [crop, first, last] of [
      ['broccoli', 4, 6],
      ['onion', 8, 12],
      ['celery', 10, 12],
      ['snapdragon', 8, 10],
      ['lisianthus', 12, 16],
      ['tomato', 6, 8],
      ['lettuce', 3, 5],
    ] as const) {
      expect(of(crop), crop).toBeGreaterThanOrEqual(0.7 * first)
      expect(of(crop), crop).toBeLessThanOrEqual(1.4 * last)
    }
    // Ranges of packets and handbooks, for containers near the size they are given for.
    const common: Record<string, { weeks: { ml: number; weeks: number[] } }> = ranges.kinds
    let compared = 0
    for (const batch of plan.batches) {
      const range = common[batch.way.crop.key]?.weeks
      const { ml } = batch.way.route.steps.at(-1)!
      if (!range || ml < range.ml / 1.3 || ml > range.ml * 1.3 || kindsOf(batch).length > 0) continue
      compared++
      expect(weeksOf(batch), batch.way.crop.key).toBeGreaterThanOrEqual(0.7 * range.weeks[0]! - 0.3)
      expect(weeksOf(batch), batch.way.crop.key).toBeLessThanOrEqual(1.4 * range.weeks[1]! + 0.3)
    }
    expect(compared).toBeGreaterThan(30)
  })
  it('has two or three ready methods, the usual first, none twice', () => {
    const season = seasonOf({
      ...CLIMATES['45° north, mild'],
      places: HOUSES['rack, heated bench and tunnel'],
      plantings: RAISED.map((crop) => ({ crop, plants: 100 })),
    })
    for (const crop of RAISED) {
      const own = season.methods.filter((method) => method.crop === crop)
      expect(own.length, crop).toBeGreaterThanOrEqual(1)
      expect(own.length, crop).toBeLessThanOrEqual(3)
      expect(new Set(own.map(({ name }) => name)).size, crop).toBe(own.length)
    }
    const first = (crop: string) => season.methods.find((method) => method.crop === crop)!.school
    expect(['onion', 'spring-onion', 'chives', 'beetroot', 'spinach'].map(first)).toEqual(Array(5).fill('clump'))
    expect(['celery', 'petunia', 'lobelia'].map(first)).toEqual(Array(3).fill('prick-out'))
    expect(['cucumber', 'courgette', 'melon'].map(first)).toEqual(Array(3).fill('plantable'))
    const tomato = season.methods.filter(({ crop }) => crop === 'tomato').map(({ school }) => school)
    expect(tomato).toEqual(expect.arrayContaining(['small-then-pot', 'straight']))
  })
})

describe('laws of places by rule', () => {
  const houses = [
    { 'warm-bench': 40, outside: 20 },
    { 'warm-bench': 40, tunnel: 60, outside: 20 },
  ]
  const planned = (document: SeasonInput) => {
    const read = readSeason(document)
    if (!read.ok) throw new Error(read.problems[0]!.message)
    return createPlanner().plan(read.season)
  }
  it('a warmer bench never lengthens the weeks', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...houses),
        fc.constantFrom(...Object.values(CLIMATES)),
        fc.constantFrom('broccoli', 'onion', 'tomato', 'lettuce', 'snapdragon', 'pepper', 'stock'),
        fc.integer({ min: 1, max: 6 }),
        (places, climate, crop, warmer) => {
          const season = seasonOf({ ...climate, places, plantings: [{ crop, plants: 50 }] })
          const at = (floor: number) =>
            planned({
              ...season,
              places: season.places.map((place) =>
                place.key === 'warm-bench' ? { ...place, temperature: { ...place.temperature, floor } } : place,
              ),
            }).batches[0]!
          const [cool, warm] = [at(12), at(12 + warmer)]
          if (cool.sow === undefined) return
          expect(warm.sow).toBeGreaterThanOrEqual(cool.sow)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('a kind that bears more cold is never kept out of a place it could go to before', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.values(CLIMATES)),
        fc.constantFrom('broccoli', 'onion', 'tomato', 'lettuce', 'snapdragon', 'stock'),
        fc.integer({ min: 1, max: 8 }),
        (climate, crop, hardier) => {
          const season = seasonOf({ ...climate, places: houses[1]!, plantings: [{ crop, plants: 50 }] })
          const daysInTunnel = (less: number) => {
            const plan = planned({
              ...season,
              crops: season.crops.map((one) => ({
                ...one,
                chillsUnder: one.chillsUnder! - less,
                killsUnder: one.killsUnder! - less,
                killsHardenedUnder: one.killsHardenedUnder! - less,
              })),
            })
            const [batch] = plan.batches
            const tunnel = season.places.findIndex(({ key }) => key === 'tunnel')
            const share = batch!.stays
              .filter(({ place, kind }) => place === tunnel && kind === 'grow')
              .reduce((sum, { from, until }) => sum + until - from, 0)
            return share
          }
          expect(daysInTunnel(hardier)).toBeGreaterThanOrEqual(daysInTunnel(0) - 2)
        },
      ),
      { numRuns: 40 },
    )
  })
  it('never takes a place whose usual nights kill, where another does not', () => {
    const season = seasonOf({
      ...CLIMATES['45° north, continental'],
      places: HOUSES['rack, heated bench and tunnel'],
      plantings: RAISED.map((crop) => ({ crop, plants: 50, on: '2027-04-10' })),
    })
    for (const batch of createPlanner().plan(season).batches)
      for (const mark of batch.marks)
        if (mark.kind === 'killing-nights') expect(season.places[mark.place]!.key, batch.way.crop.key).toBe('outside')
  })
})

describe('a farm begun from answers', () => {
  const answers = {
    farm: 'Loft and Porch',
    region: 'us',
    year: 2027,
    latitude: 47.6,
    coldest: -9,
    warmest: 21,
    lastFrost: '05-18',
    firstFrost: '09-24',
    places: { mats: 2, 'lit-rack': 12, outside: 12 },
    containers: { 'cells-128': null, 'pots-9': 10 },
    crops: ['zucchini', 'scallions'],
    plantings: [{ crop: 'eggplant', plants: 20 }],
    today: '2026-11-28',
  }
  const wrong = (part: object) => {
    const begun = begin({ ...answers, ...part })
    return begun.ok ? [] : begun.problems.map(({ path }) => path)
  }
  it('takes any common name and shows the one of its region', () => {
    const begun = begin(answers)
    expect(begun.ok && begun.document.crops!.map(({ name }) => name)).toEqual(['Zucchini', 'Scallion', 'Eggplant'])
    expect(begun.ok && begun.document.farm).toEqual({
      name: 'Loft and Porch',
      region: 'us',
      recordsFrom: '2026-11-28',
    })
  })
  it('keeps its records from the day it is begun, and asks for nothing to be sown before', () => {
    const season = seasonOf({ ...answers, region: 'us', plantings: [{ crop: 'leek', plants: 100, on: '2027-01-25' }] })
    const [leek] = createPlanner().plan(season, parseDay('2027-01-10')).batches
    expect(kindsOf(leek!)).toContain('sown-before-season')
  })
  it('says what is wrong where it stands, everything at once, and makes nothing', () => {
    expect(wrong({})).toEqual([])
    expect(wrong({ lastFrost: '10-05' })).toEqual(['lastFrost'])
    expect(wrong({ latitude: -42 })).toEqual(['lastFrost', 'firstFrost'])
    expect(wrong({ warmest: -12 })).toEqual(['warmest'])
    expect(wrong({ places: {} })).toEqual(['places'])
    expect(wrong({ places: { mats: 2, attic: 3 } })).toEqual(['places.attic'])
    expect(wrong({ containers: { 'cells-128': null, thimbles: 4 } })).toEqual(['containers.thimbles'])
    expect(wrong({ crops: ['zucchini', 'dragonweed'] })).toEqual(['crops[1]'])
    expect(wrong({ plantings: [{ crop: 'moonflour', plants: 10 }] })).toEqual(['plantings[0].crop'])
    expect(wrong({ plantings: [{ crop: 'tomato', plants: 10_000_001 }] })).toEqual(['plantings[0].plants'])
    expect(wrong({ farm: ' ', latitude: 80 })).toEqual(['farm', 'latitude'])
    expect(wrong({ crops: [], plantings: [] })).toEqual(['crops'])
    expect(wrong({ lastFrost: '5 May' })).toEqual(['lastFrost'])
    expect(wrong({ colour: 'green' })).toEqual([''])
  })
  it('works at 70° north, where the sun does not rise in winter nor set in summer', () => {
    const season = seasonOf({
      latitude: 70,
      coldest: -10,
      warmest: 13,
      lastFrost: '06-10',
      firstFrost: '08-25',
      places: { 'lit-rack': 20, 'warm-bench': 20, outside: 10 },
      plantings: [
        { crop: 'cabbage', plants: 100 },
        { crop: 'lettuce', plants: 100 },
      ],
    })
    for (const batch of createPlanner().plan(season).batches) {
      expect(batch.sow).toBeDefined()
      for (const { from, until } of batch.stays) expect(until).toBeGreaterThan(from)
    }
  })
})
