import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { createClimate } from '../climate/climate'
import { ChangingPlaces } from '../climate/changing-places'
import { workAhead } from '../advice/work'
import { done } from '../testing/records'
import { createPlanner } from '../plan/plan'
import { tasksOf } from '../batch/tasks'
import { carriedOnce, HAND_OVER, judgedPlaces, placePrice, PLACE_BY_RULE, type PlaceLack } from './place-by-rule'

describe('stretches of days with one choice', () => {
  const lacking = (days: number, of: number) => Array.from({ length: of }, () => new Float64Array(days))
  it('cover every day once, and none but the outer two is shorter than the longest stay', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(2), { minLength: 1, maxLength: 200 }),
        fc.integer({ min: 2, max: 50 }),
        fc.infiniteStream(fc.double({ min: 0, max: 3, noNaN: true })),
        (at, longest, stream) => {
          const lacks = lacking(at.length, 3).map((lack) => lack.map(() => stream.next().value as number))
          const stretches = carriedOnce(at, lacks, [1, 2, 4], longest)
          expect(stretches[0]!.from).toBe(0)
          expect(stretches.at(-1)!.to).toBe(at.length)
          stretches.forEach(({ from, to, k }, i) => {
            if (i > 0) {
              expect(from).toBe(stretches[i - 1]!.to)
              expect(k).not.toBe(stretches[i - 1]!.k)
            }
            if (i > 0 && i < stretches.length - 1) expect(to - from).toBeGreaterThanOrEqual(longest)
          })
        },
      ),
    )
  })
  it('leave a year as it is where every stretch is long enough', () => {
    const at = [...Array(40).fill(2), ...Array(60).fill(1), ...Array(100).fill(0)]
    expect(carriedOnce(at, lacking(200, 3), [1, 2, 4], 30)).toEqual([
      { from: 0, to: 40, k: 2 },
      { from: 40, to: 100, k: 1 },
      { from: 100, to: 200, k: 0 },
    ])
  })
})

describe('changing places', () => {
  it('stand for real ones day by day, and their totals add up from theirs', () => {
    const { site, places } = readSmall()
    const from = parseDay('2027-01-01')
    const climate = createClimate(site, places, from, from + 60)
    const number = climate.changing.numberOf('x', () => Uint16Array.from({ length: 60 }, (_, i) => (i < 25 ? 0 : 1)))
    expect(climate.changing.on(number, from + 24)).toBe(0)
    expect(climate.changing.on(number, from + 25)).toBe(1)
    expect(climate.changing.after(number, from + 3)).toBe(from + 25)
    expect(climate.changing.after(number, from + 30)).toBe(Infinity)
    expect(climate.changing.on(1, from)).toBe(1)
    const range = { base: 4, optimum: 20 }
    const [a, b, mixed] = [0, 1, number].map((place) => climate.growth(place, range))
    expect(mixed![60]).toBeCloseTo(a![25]! + b![60]! - b![25]!, 9)
    expect(new ChangingPlaces(0, 3).standsFor(2)).toEqual([2])
  })
})

describe('prices', () => {
  it('put the unheated house before the heated, and lamps last', () => {
    const place = (kind: 'tunnel' | 'bench' | 'lit-shelf' | 'heat-mat', more: object = {}) =>
      placePrice({ key: 'p', name: 'P', kind, trayPlaces: 1, temperature: { periods: [] }, stock: [], ...more })
    const heated = { temperature: { floor: 12, periods: [] } }
    expect(place('tunnel')).toBeLessThan(place('bench', heated))
    expect(place('bench', heated)).toBeLessThan(place('lit-shelf', { ...heated, lamp: { ppfd: 190, hours: 16 } }))
    expect(place('bench', heated)).toBeLessThan(place('heat-mat', { temperature: { held: 24, periods: [] } }))
  })
})

/** A farm with a rack, a heated bench and a tunnel, where lettuce goes by the rule. */
function farm(records: Season['records'] = []): Season {
  return readSmall((s) => {
    s.places = [
      {
        key: 'rack',
        name: 'Rack',
        kind: 'lit-shelf',
        trayPlaces: 20,
        temperature: { held: 19 },
        transmission: 0,
        lamp: { ppfd: 190, hours: 16 },
      },
      { key: 'bench', name: 'Bench', kind: 'bench', trayPlaces: 40, temperature: { lift: 6, halfRange: 8, floor: 12 } },
      { key: 'tunnel', name: 'Tunnel', kind: 'tunnel', trayPlaces: 60, temperature: { lift: 4, halfRange: 7 } },
      { key: 'frame', name: 'Ground', kind: 'hardening-area', trayPlaces: 60, temperature: { lift: 0 } },
      { key: 'mat', name: 'Mat', kind: 'heat-mat', trayPlaces: 6, temperature: { held: 24 } },
    ] as never
    for (const method of s.methods)
      method.stages = method.stages.map((stage) => {
        const { germinateAt: _fixed, ...rest } = stage
        return stage.when ? { ...stage, place: 'tunnel' } : { ...rest, place: PLACE_BY_RULE }
      })
    s.plantings = [
      { key: 'n', code: 'N', variety: 'lettuce-red', method: 'lettuce-cells', plants: 100, on: '2027-04-20' },
    ]
    s.records = records as never
  })
}

describe('a batch whose place a rule finds', () => {
  const season = farm()
  const [batch] = createPlanner().plan(season).batches
  const keys = batch!.stays.map(({ place }) => season.places[place]!.key)
  it('is handed to the unheated tunnel on the first day it can take it, as a move of its own', () => {
    expect(keys.at(-2)).toBe('tunnel')
    const moved = batch!.stays.find(({ stage }) => stage >= HAND_OVER)!
    expect(season.places[moved.place]!.key).toBe('tunnel')
    const task = tasksOf(batch!, -Infinity, Infinity).find(({ kind, nth }) => kind === 'move' && nth === HAND_OVER)
    expect(task).toMatchObject({ day: moved.from, place: moved.place })
    for (let i = 1; i < batch!.stays.length; i++) expect(batch!.stays[i]!.from).toBe(batch!.stays[i - 1]!.until)
  })
  it('says of every place why it is taken or not', () => {
    const { keeps } = batch!.way.route.legs[0]!
    const january = judgedPlaces(batch!.way.route.climate, keeps!, parseDay('2027-01-20'))
    const lackOf = (key: string): PlaceLack | undefined =>
      january.find(({ place }) => season.places[place]!.key === key)!.lack
    expect(['kills', 'chills']).toContain(lackOf('tunnel')!.kind)
    expect(lackOf('rack')).toBeUndefined()
    expect(january.map(({ place }) => season.places[place]!.key)).not.toContain('mat')
  })
  it('that is not carried over stays where it is, late, and one tap says it was', () => {
    const handed = batch!.stays.find(({ stage }) => stage >= HAND_OVER)!
    const today = handed.from + 3
    const left = batch!.pass!.leavesHeat
    const before = season.places[batch!.stays.find(({ kind }) => kind === 'grow')!.place]!.key
    const records = [
      done('n', formatDay(batch!.sow!), 'sow', { cells: 120, seeds: 120 }),
      done('n', formatDay(left), 'leave-heat', { place: before }),
    ]
    const plan = createPlanner().plan(farm(records), today)
    const late = plan.byId.get('n')!
    const here = late.stays.find(({ from, until }) => from <= today - 1 && today - 1 < until)!
    expect(season.places[here.place]!.key).toBe(before)
    const [next] = workAhead(plan, late, today).filter(({ task }) => task.kind === 'move')
    expect(next).toMatchObject({ late: 3, task: { nth: HAND_OVER, day: today } })
    const moved = done('n', formatDay(handed.from), 'move', { nth: HAND_OVER, place: 'tunnel' })
    const now = createPlanner()
      .plan(farm([...records, moved]), today)
      .byId.get('n')!
    expect(season.places[now.stays.find(({ from, until }) => from <= today && today < until)!.place]!.key).toBe(
      'tunnel',
    )
    expect(now.progress!.all.impossible).toEqual([])
  })
})
