import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { entry } from '../testing/records'
import { readSmall } from '../../season/small-season'
import type { Entry, Readings } from '../../season/schema'
import { parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { createClimate, sumOver } from './climate'
import { measuredOf, writtenTemperatures } from './measured'

const said = (on: string, what: { low?: number; high?: number }, more: Partial<Entry> = {}) =>
  entry(undefined, on, { did: 'temperature', ...what }, { place: 'bench', ...more })
const file = (days: Readings['days']): Readings => ({ place: 'bench', from: 'file', days })

describe('what was measured', () => {
  it('is what a person read off before what a file says, part by part, and the file’s where nobody did', () => {
    const [bench] = measuredOf({
      readings: [
        file([
          { on: '2027-03-01', low: 3, high: 20 },
          { on: '2027-03-03', low: 5, high: 19 },
        ]),
      ],
      records: [said('2027-03-01', { low: 1 }), said('2027-03-02', { high: 25 })],
    })
    expect(bench!.days).toEqual([
      { on: '2027-03-01', low: 1, high: 20 },
      { on: '2027-03-02', high: 25 },
      { on: '2027-03-03', low: 5, high: 19 },
    ])
  })
  it('is the lowest low and the highest high of a day, in whatever order they were written, and nothing taken back', () => {
    const temperature = fc.integer({ min: -20, max: 40 })
    fc.assert(
      fc.property(fc.array(fc.tuple(temperature, fc.boolean()), { minLength: 1, maxLength: 8 }), (lows) => {
        const entries = lows.map(([low]) => said('2027-03-01', { low }))
        const taken = lows.flatMap(([, back], i) =>
          back ? [said('2027-03-01', { low: 0 }, { instead: entries[i]!.id, void: true })] : [],
        )
        const kept = lows.filter(([, back]) => !back).map(([low]) => low)
        const [bench] = measuredOf({ readings: [], records: [...entries, ...taken] })
        expect(bench?.days).toEqual(
          kept.length === 0 ? undefined : [expect.objectContaining({ on: '2027-03-01', low: Math.min(...kept) })],
        )
      }),
    )
  })
  it('is the same list for the same records, so that nothing is planned anew for it', () => {
    const records = [said('2027-03-01', { low: 2 })]
    expect(writtenTemperatures(records)).toBe(writtenTemperatures(records))
    const readings: Readings[] = []
    expect(measuredOf({ readings, records })).toBe(measuredOf({ readings, records }))
  })
  it('moves the part of a day it says, and leaves the other as calculated', () => {
    const { site, places } = readSmall()
    const [from, day] = [parseDay('2027-03-01'), parseDay('2027-03-10')]
    const place = places[0]!
    const hold = { ...place, temperature: { ...place.temperature, held: undefined, lift: 2, halfRange: 6 } }
    const at = (low?: number, high?: number) => {
      const readings = [{ place: place.key, days: [{ on: '2027-03-10', low, high }] }]
      const climate = createClimate(
        site,
        [hold],
        from,
        from + 30,
        low === undefined && high === undefined ? [] : readings,
      )
      return sumOver(climate.temperature(0), from, day, day + 1)
    }
    const usual = at()
    expect(at(usual - 15)).toBeLessThan(usual)
    expect(at(undefined, usual + 20)).toBeGreaterThan(usual)
    // A low above what was calculated as the high lifts the whole day.
    expect(at(usual + 20)).toBeGreaterThanOrEqual(usual + 20 - 1e-9)
  })
  it('counts in the plan as soon as it is written, and no longer when it is taken back', () => {
    const planner = createPlanner()
    const season = readSmall((s) => {
      s.places[0]!.temperature = { lift: 4, halfRange: 6 } as never
    })
    const today = parseDay('2027-05-01')
    const sown = planner.plan(season, today)
    const batch = sown.batches.find(({ sow, stays }) => sow !== undefined && stays.some(({ place }) => place === 0))!
    const cold = Array.from({ length: 12 }, (_, i) =>
      entry(
        undefined,
        new Date((batch.sow! + 1 + i) * 86_400_000).toISOString().slice(0, 10),
        { did: 'temperature', low: -8, high: -2 },
        {
          place: season.places[0]!.key,
        },
      ),
    )
    const done = entry(batch.id, new Date(batch.sow! * 86_400_000).toISOString().slice(0, 10), {
      did: 'task',
      task: 'sow',
      step: 0,
      cells: 128,
      seeds: 128,
    } as never)
    const upOf = (records: Entry[]) =>
      planner.plan({ ...season, records }, batch.sow! + 14).byId.get(batch.id)!.pass?.emergence
    const [warm, later] = [upOf([done]), upOf([done, ...cold])]
    expect(later).toBeGreaterThan(warm!)
    expect(upOf([done])).toBe(warm)
  })
})
