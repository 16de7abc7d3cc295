import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Entry } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { anyRecords, done, entry } from '../testing/records'
import { seasonSum } from './season-sum'

const season = readSmall()
const { batches, byId } = createPlanner().plan(season)
const last = Math.max(...batches.map(({ plantOn }) => plantOn)) + 30
const sumOn = (today: number, records: Entry[] = []) => seasonSum(createPlanner().plan({ ...season, records }, today))

describe('the season in figures', () => {
  it('counts what is due by the day: on time, late, ended, or waiting', () => {
    const a = byId.get('a') ?? byId.get('a.1')!
    const t = byId.get('t')!
    const on = (n: number) => formatDay(n)
    const records = [
      done(a.id, on(a.sow!), 'sow'),
      done(a.id, on(a.plantOn), 'plant', { plants: a.plants - 5 }),
      done(t.id, on(t.sow!), 'sow'),
      entry(t.id, on(t.sow! + 10), { did: 'loss', plants: 3, cause: 'mice-or-birds' }),
      done(t.id, on(t.plantOn + 4), 'plant', { plants: 7 }),
    ]
    const { all } = sumOn(last, records)
    // What was not planted of the second stands as a part of its own, and waits.
    expect(all).toMatchObject({ due: batches.length + 1, onTime: 1, late: 1, lateDays: 4, planted: a.plants + 2 })
    expect(all.losses).toEqual([['mice-or-birds', 3]])
    expect(all.waiting).toBe(batches.length - 1)
    // Before anything is due nothing is wanted yet; what was lost is lost all the same.
    const early = sumOn(t.sow! + 11, records.slice(2, 4)).all
    expect(early).toMatchObject({ planted: 0, losses: [['mice-or-birds', 3]] })
    expect(sumOn(parseDay('2027-01-01')).all).toMatchObject({ due: 0, wanted: 0, losses: [] })
  })
  it('adds up, whatever was written down: kinds to the whole, fates to what was due, and wanted is as planned', () => {
    const wanted = sumOn(last).all.wanted
    expect(wanted).toBe(batches.reduce((sum, { plants }) => sum + plants, 0))
    fc.assert(
      fc.property(fc.array(fc.nat(), { maxLength: 14 }), (picks) => {
        const { all, kinds } = sumOn(last, anyRecords(season, batches, last, picks))
        expect(all.onTime + all.late + all.gone + all.waiting).toBe(all.due)
        for (const figure of ['due', 'onTime', 'late', 'gone', 'waiting', 'wanted', 'planted'] as const)
          expect(kinds.reduce((sum, { sum: own }) => sum + own[figure], 0)).toBe(all[figure])
        const lost = (of: typeof all) => of.losses.reduce((sum, [, plants]) => sum + plants, 0)
        expect(kinds.reduce((sum, { sum: own }) => sum + lost(own), 0)).toBe(lost(all))
        expect(all.wanted).toBeCloseTo(wanted, 6)
        expect(all.planted).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: 60 },
    )
  })
})
