import { describe, expect, it } from 'vitest'
import { formatDay, parseDay, type Day } from '../core/calendar/day'
import { washDue } from '../core/advice/wash'
import { createPlanner } from '../core/plan/plan'
import { tasksOf } from '../core/batch/tasks'
import { done, entry } from '../core/testing/records'
import type { Entry } from '../season/schema'
import { readSmall } from '../season/small-season'
import { planReport } from './plan-report'

const day = (n: Day) => formatDay(n)
const kept = entry(undefined, '2027-01-02', { did: 'note' })
const t = createPlanner().plan(readSmall()).byId.get('t')!
const cells = t.sizing!.cells
const sown = done('t', day(t.sow!), 'sow', { cells, seeds: t.sizing!.seeds })
const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
const potOn = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!.day

type Reported = {
  code: string
  progress: {
    status: string
    place: string | null
    container: string | null
    standing: { amount: number; unit: string }
    daysLate: number
    next: { step: string; due: string; lastHarmless: string | null } | null
  }
  ledger: Record<string, number> & { lost: Record<string, number> }
}
const on = (today: Day, ...records: Entry[]) => {
  const report = planReport({ ...readSmall(), records: [kept, ...records] }, today)
  return report.batches.filter(({ code }) => code === 'T' || code.startsWith('T/')) as unknown as Reported[]
}

describe('the report of a day', () => {
  it('says of a batch nobody sowed that it stands nowhere', () => {
    const [batch] = on(t.sow! + 3)
    expect(batch!.progress).toMatchObject({ status: 'to-sow', place: null, standing: { amount: 0 } })
    expect(batch!.progress.daysLate).toBe(3)
  })
  it('leaves what is due where it is, says how late it is, and the last day that does no harm', () => {
    const counted = entry('t', day(t.pass!.leavesHeat + 2), { did: 'count', cells, showing: cells - 8, doubles: 0 })
    const [batch] = on(potOn + 4, sown, off, counted)
    expect(batch!.progress).toMatchObject({
      status: 'up',
      container: t.stays[0]!.container.key,
      standing: { amount: cells - 8, unit: 'cells' },
      daysLate: 4,
      next: { step: 'pot-up', due: day(potOn) },
    })
    expect(parseDay(batch!.progress.next!.lastHarmless!)).toBeGreaterThanOrEqual(potOn)
    expect(batch!.ledger).toMatchObject({ sown: cells, blank: 8, one: cells - 8 })
  })
  it('counts nothing that was written down of a later day', () => {
    const late = done('t', day(potOn), 'pot-up', { nth: 1, cells: cells - 8 })
    expect(on(potOn - 1, sown, off, late)[0]!.progress.container).toBe(t.stays[0]!.container.key)
    expect(on(potOn, sown, off, late)[0]!.progress.container).toBe('pots')
  })
  it('adds up over all parts, whatever was done', () => {
    const records = [
      sown,
      off,
      entry('t', day(t.pass!.leavesHeat + 2), { did: 'count', cells, showing: cells - 8, doubles: 6 }),
      done('t', day(t.pass!.leavesHeat + 3), 'thin'),
      done('t', day(potOn), 'pot-up', { nth: 1, cells: 30 }),
      entry('t', day(potOn + 1), { did: 'loss', plants: 4, cause: 'dropped' }),
      entry('t', day(potOn + 2), { did: 'end', how: 'sold', plants: 10 }),
      done('t', day(potOn + 3), 'pot-up', { nth: 1, cells: 12 }),
    ]
    const parts = on(potOn + 4, ...records)
    const sum = (of: (ledger: Reported['ledger']) => number) => parts.reduce((all, { ledger }) => all + of(ledger), 0)
    const standing = parts.reduce((all, { progress }) => all + progress.standing.amount, 0)
    expect(sum(({ sown: n }) => n!)).toBe(cells)
    expect(
      standing +
        sum(
          ({ blank, planted, sold, given, discarded, leftOver }) =>
            blank! + planted! + sold! + given! + discarded! + leftOver!,
        ) +
        sum(({ lost }) => Object.values(lost).reduce((a, b) => a + b, 0)),
    ).toBe(cells)
    expect(sum(({ thinned }) => thinned!)).toBe(6)
    expect(parts.map(({ code, progress }) => [code, progress.standing.amount])).toEqual([
      ['T', 30 - 4 - 10 + 12],
      ['T/rest', cells - 8 - 30 - 12],
    ])
  })
  it('lists what cannot be, with the account that lacks it, and keeps the rest', () => {
    const tooMany = entry('t', day(potOn), { did: 'loss', plants: 9999, cause: 'cold' })
    const early = entry('t', day(t.sow! - 4), { did: 'loss', plants: 1, cause: 'cold' })
    const fine = entry('t', day(potOn), { did: 'loss', plants: 3, cause: 'pests' })
    const [batch] = on(potOn + 1, sown, off, tooMany, early, fine) as unknown as {
      notCounted: object[]
      ledger: object
    }[]
    expect(batch!.notCounted).toEqual([
      { record: early.id, on: early.on, reason: 'before-sowing', sown: day(t.sow!) },
      expect.objectContaining({ record: tooMany.id, reason: 'too-many', account: 'lost', said: 9999 }),
    ])
    expect(batch!.ledger).toMatchObject({ lost: { pests: 3 } })
  })
  it('says of seed what there was, went, is left and is still to be sown', () => {
    const season = readSmall()
    season.lots[0]!.seeds = 300
    const a = createPlanner().plan(season).byId.get('a')!
    const lots = (today: Day, ...records: Entry[]) =>
      planReport({ ...season, records: [kept, ...records] }, today).lots![0]!
    const plain = lots(a.sow! + 1)
    expect(plain).toMatchObject({ had: 300, used: 0, left: 300 })
    const sowing = done('a', day(a.sow!), 'sow', { cells: 100, seeds: 100, spilled: 5 })
    expect(lots(a.sow! + 1, sowing)).toMatchObject({ had: 300, used: 105, left: 195 })
    expect(lots(a.sow! + 1, sowing).needed).toBeLessThan(plain.needed)
    const move = (n: number, how: 'delivered' | 'spilled' | 'counted', seeds: number) =>
      entry(undefined, day(a.sow! + n), { did: 'seed', lot: season.lots[0]!.key, how, seeds })
    expect(lots(a.sow! + 9, sowing, move(2, 'delivered', 50), move(3, 'spilled', 20))).toMatchObject({
      had: 350,
      gone: 20,
      left: 225,
    })
    expect(lots(a.sow! + 9, sowing, move(2, 'counted', 180))).toMatchObject({ left: 180 })
    // A stocktake says what is left that evening; what is sown later comes off it.
    expect(lots(a.sow! + 9, sowing, move(-1, 'counted', 280))).toMatchObject({ left: 175 })
  })
  it('asks for the washing of trays when their last plant has left', () => {
    const washed = (...records: Entry[]) => {
      const season = readSmall((s) => s.containers.forEach((one) => (one.washDays = 2)))
      return washDue(createPlanner().plan({ ...season, records: [kept, sown, off, ...records] }, potOn + 2), potOn + 2)
    }
    const trays = t.stays[0]!.trays
    const all = done('t', day(potOn), 'pot-up', { nth: 1, cells: t.stays.at(-1)!.cells })
    expect(washed().length).toBe(0)
    expect(washed(all)[0]).toMatchObject({ trays })
    const some = done('t', day(potOn), 'pot-up', { nth: 1, cells: 4 })
    expect(washed(some)[0]?.trays ?? 0).toBeLessThan(trays)
    const rest = done('t~99', day(potOn + 1), 'pot-up', { nth: 1, cells: t.stays.at(-1)!.cells - 4 })
    expect(washed(some, rest)[0]).toMatchObject({ trays })
  })
})
