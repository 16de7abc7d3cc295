/** The laws of the ledger, over any records in any order, and against a ledger that only adds and subtracts. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LOSS_CAUSES, RESTS, type Entry } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { entry } from '../testing/records'
import { goneOf, imbalance, lostOf, places, type Accounts } from './accounts'
import { ledgerOf, type Ledgers, type Meant } from './ledger'
import { byBatch, rootOf } from './records'

const SOWN = parseDay('2027-03-01')
const single: Meant = { flat: false, keep: 1, parts: 1, cells: 120, seeds: 120, plants: 90, potted: () => 100 }
const policies: Meant[] = [
  single,
  { ...single, seeds: 240 },
  { flat: true, keep: 1, parts: 1, cells: 2, seeds: 330, plants: 200, potted: () => 260 },
  { flat: false, keep: 4, parts: 1, cells: 40, seeds: 160, plants: 140 },
  { flat: false, keep: 1, parts: 3, cells: 40, seeds: 40, plants: 100, potted: () => 105 },
]

interface Pick {
  kind: number
  day: number
  n: number
  m: number
  part: number
  rest: number
}

const pick: fc.Arbitrary<Pick> = fc.record({
  kind: fc.nat(16),
  day: fc.integer({ min: -2, max: 60 }),
  n: fc.integer({ min: 1, max: 150 }),
  m: fc.nat(150),
  part: fc.nat(5),
  rest: fc.nat(5),
})

/** What a pick stands for; sensible or not. */
function recordOf({ kind, day, n, m, part, rest }: Pick, meant: Meant): Entry {
  const id = part < 2 ? 'a' : `a~${[0, 0, 2, 3, 99, 98][part]}`
  const on = formatDay(SOWN + day)
  const left = RESTS[rest]
  const more = left === undefined ? {} : { rest: left }
  const x = Math.min(n, m)
  const happened: Entry['what'][] = [
    { did: 'task', task: 'sow', nth: 0, cells: meant.cells!, seeds: meant.seeds! },
    { did: 'task', task: 'leave-heat', nth: 0 },
    { did: 'task', task: 'thin', nth: 0 },
    { did: 'count', cells: meant.flat ? meant.seeds! : meant.cells!, showing: x, doubles: m % 4, flat: meant.flat },
    { did: 'count', cells: n, showing: x, doubles: 0, flat: meant.flat },
    { did: 'fill', cells: (m % 5) + 1 },
    { did: 'sow-again', cells: (m % 9) + 1, seeds: m },
    { did: 'task', task: 'pot-up', nth: 1, cells: n, ...more },
    { did: 'task', task: 'pot-up', nth: 1 },
    { did: 'task', task: 'pot-up', nth: 2, cells: n, ...more },
    { did: 'moved', place: 'frame', cells: n },
    { did: 'moved', place: 'frame', container: 'pots', cells: n },
    { did: 'loss', plants: (m % 40) + 1, cause: LOSS_CAUSES[n % LOSS_CAUSES.length]! },
    { did: 'split', part: 2 + (m % 2), cells: n },
    { did: 'merge', into: m % 2 ? 'a' : 'a~2' },
    { did: 'end', how: m % 2 ? 'sold' : 'discarded', plants: n },
    { did: 'task', task: 'plant', nth: 0, plants: n, ...more },
  ]
  return entry(id, on, happened[kind]!)
}

const sowing = (meant: Meant) =>
  entry('a', formatDay(SOWN), { did: 'task', task: 'sow', nth: 0, cells: meant.cells!, seeds: meant.seeds! })

const ledgers = (entries: readonly Entry[], meant: Meant): Ledgers =>
  ledgerOf('a', byBatch(entries).get('a') ?? [], meant)

/** What can be compared of a ledger, without the records themselves. */
const amounts = ({ parts }: Ledgers) =>
  parts.map(({ id, accounts, cells, plants, most, ended, planted, done }) => ({
    id,
    accounts,
    cells,
    plants,
    most,
    over: ended !== undefined,
    planted: planted !== undefined,
    done: [...done.keys()].sort(),
  }))

const sum = (all: readonly Accounts[], of: (accounts: Accounts) => number) =>
  all.reduce((total, accounts) => total + of(accounts), 0)

const worlds = fc.tuple(fc.constantFrom(...policies), fc.array(pick, { maxLength: 14 }))

describe('the ledger of a batch, whatever is recorded', () => {
  it('adds up: what came in is what stands and what left, for each part and for the whole, and nothing is below zero', () => {
    let forked = 0
    fc.assert(
      fc.property(worlds, ([meant, picks]) => {
        const { parts } = ledgers([sowing(meant), ...picks.map((one) => recordOf(one, meant))], meant)
        for (const { accounts } of parts) {
          expect(imbalance(accounts)).toBe(0)
          for (const n of [...Object.values(accounts.standing), ...Object.values(accounts.gone.lost)])
            expect(n).toBeGreaterThanOrEqual(0)
          for (const n of Object.values(accounts)) if (typeof n === 'number') expect(n).toBeGreaterThanOrEqual(0)
        }
        const all = parts.map(({ accounts }) => accounts)
        expect(sum(all, ({ fromParts }) => fromParts)).toBe(sum(all, ({ toParts }) => toParts))
        expect(sum(all, ({ sown, extra }) => sown + extra)).toBe(
          sum(all, ({ standing }) => places(standing)) + sum(all, ({ gone }) => goneOf(gone)),
        )
        expect(parts.reduce((total, { share }) => total + share, 0)).toBeCloseTo(1, 6)
        if (parts.some(({ restOf }) => restOf !== undefined)) forked++
      }),
      { numRuns: 2000 },
    )
    expect(forked).toBeGreaterThan(200)
  })

  it('agrees with one that only adds and subtracts what was accepted', () => {
    fc.assert(
      fc.property(worlds, ([meant, picks]) => {
        const entries = [sowing(meant), ...picks.map((one) => recordOf(one, meant))]
        const { parts, impossible, again } = ledgers(entries, meant)
        const left = new Set([...impossible, ...again].map((one) => one.entry.id))
        const naive = { lost: 0, sold: 0, planted: 0, filled: 0 }
        const units = (plants: number) => Math.ceil(plants / meant.keep)
        for (const { id, what } of entries) {
          if (left.has(id)) continue
          if (what.did === 'loss') naive.lost += units(what.plants)
          if (what.did === 'end' && what.how === 'sold') naive.sold += units(what.plants!)
          if (what.did === 'task' && what.task === 'plant') naive.planted += units(what.plants!)
          if (what.did === 'fill') naive.filled += what.cells
        }
        const all = parts.map(({ accounts }) => accounts)
        expect({
          lost: sum(all, ({ gone }) => lostOf(gone)),
          sold: sum(all, ({ gone }) => gone.sold),
          planted: sum(all, ({ gone }) => gone.planted),
          filled: sum(all, ({ filled }) => filled),
        }).toEqual(naive)
      }),
      { numRuns: 2000 },
    )
  })

  it('does not care in which order records arrive', () => {
    fc.assert(
      fc.property(worlds, fc.array(fc.nat(), { minLength: 15, maxLength: 15 }), ([meant, picks], order) => {
        const entries = [sowing(meant), ...picks.map((one) => recordOf(one, meant))]
        const shuffled = entries
          .map((one, i) => [order[i] ?? 0, one] as const)
          .sort(([a], [b]) => a - b)
          .map(([, one]) => one)
        expect(amounts(ledgers(shuffled, meant))).toEqual(amounts(ledgers(entries, meant)))
      }),
      { numRuns: 600 },
    )
  })

  it('forgets what was taken back, and takes what was corrected as if it had been written so at first', () => {
    fc.assert(
      fc.property(worlds, pick, ([meant, picks], right) => {
        const kept = picks.map((one) => recordOf(one, meant))
        const all = [sowing(meant), ...kept]
        const back = all.map((one) => entry('a', one.on, { did: 'note' }, { instead: one.id, void: true }))
        expect(byBatch([...all, ...back]).get('a')).toBeUndefined()
        const corrected = recordOf(right, meant)
        const wrong = entry('a', corrected.on, { did: 'loss', plants: 1, cause: 'cold' })
        expect(amounts(ledgers([...all, wrong, { ...corrected, instead: wrong.id }], meant))).toEqual(
          amounts(ledgers([...all, corrected], meant)),
        )
      }),
      { numRuns: 600 },
    )
  })

  it('refuses what cannot be, and says which account lacks how many', () => {
    fc.assert(
      fc.property(worlds, ([meant, picks]) => {
        const { impossible } = ledgers([sowing(meant), ...picks.map((one) => recordOf(one, meant))], meant)
        for (const { reason } of impossible)
          if (reason.kind === 'too-many') expect(reason.said).toBeGreaterThan(reason.most)
      }),
      { numRuns: 600 },
    )
  })

  it('is the same after a part was split off and merged back, but for its history', () => {
    fc.assert(
      fc.property(worlds, fc.integer({ min: 1, max: 119 }), ([meant, picks], cells) => {
        const before = [
          sowing(meant),
          ...picks
            .filter(({ kind, part }) => kind < 13 && kind !== 10 && part < 2)
            .map((one) => recordOf({ ...one, rest: 1 }, meant)),
        ]
        const plain = ledgers(before, meant)
        if (plain.parts.length > 1 || plain.parts[0]!.ended) return
        const on = formatDay(SOWN + 70)
        const back = ledgers(
          [...before, entry('a', on, { did: 'split', part: 2, cells }), entry('a~2', on, { did: 'merge', into: 'a' })],
          meant,
        )
        if (back.impossible.length > plain.impossible.length) return
        const { standing, gone } = back.parts[0]!.accounts
        expect({ standing, gone }).toEqual({
          standing: plain.parts[0]!.accounts.standing,
          gone: plain.parts[0]!.accounts.gone,
        })
        expect(back.parts[0]!.share).toBeCloseTo(1, 6)
        // Flats that were parted may stay parted.
        if (!meant.flat) expect(back.parts[0]!.cells).toBe(plain.parts[0]!.cells)
      }),
      { numRuns: 600 },
    )
  })
})

describe('amounts that growers have', () => {
  const on = (n: number) => formatDay(SOWN + n)
  const flat = policies[2]!
  const counted = (n: number, showing: number, doubles = 0, cells = 120) =>
    entry('a', on(n), { did: 'count', cells, showing, doubles, flat: false })
  const pot = (n: number, cells: number, more: Partial<Extract<Entry['what'], { did: 'task' }>> = {}, of = 'a') =>
    entry(of, on(n), { did: 'task', task: 'pot-up', nth: 1, cells, ...more })
  const of = (meant: Meant, ...more: Entry[]) => ledgers([sowing(meant), ...more], meant)

  it('200 of 330 seedlings pricked out leave 130 in the flat, of which about 60 are good; the next session takes from them and joins', () => {
    const first = of(flat, pot(14, 200))
    expect(first.parts.map(({ id, accounts }) => [id, accounts.standing.sown, accounts.standing.one])).toEqual([
      ['a', 0, 200],
      ['a~99', 130, 0],
    ])
    expect(first.parts[1]!.share).toBeCloseTo(60 / 260, 6)
    const second = of(flat, pot(14, 200), pot(16, 55))
    expect(second.parts[0]).toMatchObject({ cells: 255, plants: 255, accounts: { prickedOut: 255 } })
    expect(second.parts[1]!.ended).toBeDefined()
    const third = of(flat, pot(14, 200), pot(16, 30, { rest: 'stays' }), pot(40, 20))
    expect(third.parts.map(({ accounts }) => places(accounts.standing))).toEqual([230, 80, 20])
  })
  it('131 plants with 40 split off are 91', () => {
    const { parts } = of(
      single,
      counted(12, 118),
      pot(20, 110),
      entry('a', on(30), { did: 'split', part: 2, cells: 40 }),
    )
    expect(parts.map(({ plants }) => plants)).toEqual([70, 40])
  })
  it('doubles moved into blanks are neither any more', () => {
    const { parts } = of(single, counted(12, 90, 20), entry('a', on(13), { did: 'fill', cells: 15 }))
    expect(parts[0]!.accounts.standing).toEqual({ sown: 0, blank: 15, one: 100, more: 5 })
    expect(of(single, counted(12, 90, 20), entry('a', on(13), { did: 'fill', cells: 21 })).impossible).toMatchObject([
      { reason: { what: 'filled', said: 21, most: 20 } },
    ])
  })
  it('blanks sown again are of another age, and no more than there are', () => {
    const again = (cells: number) => entry('a', on(14), { did: 'sow-again', cells, seeds: 3 * cells })
    const { parts } = of(single, counted(12, 90), again(30))
    expect(parts[0]).toMatchObject({
      accounts: { standing: { sown: 30, blank: 0, one: 90 } },
      again: [{ cells: 30, seeds: 90 }],
    })
    expect(of(single, counted(12, 90), again(31)).impossible).toMatchObject([
      { reason: { what: 'sown-again', most: 30 } },
    ])
  })
  it('a loss before it was sown is refused, and so are losses beyond what there was', () => {
    const loss = (n: number, plants: number) => entry('a', on(n), { did: 'loss', plants, cause: 'cold' })
    expect(of(single, loss(-3, 5)).impossible).toMatchObject([{ reason: { kind: 'before-sowing' } }])
    expect(ledgers([loss(3, 5)], single).impossible).toMatchObject([{ reason: { kind: 'not-sown' } }])
    const { impossible, parts } = of(single, ...Array.from({ length: 30 }, (_, i) => loss(5 + i, 40)))
    expect(impossible).toHaveLength(27)
    expect(parts[0]!.ended).toBeDefined()
  })
  it('the same thing from two phones moves nothing twice; what is too much is refused', () => {
    expect(of(single, pot(20, 100), pot(20, 100))).toMatchObject({ again: [{}], parts: [{ plants: 100 }] })
    expect(of(flat, pot(14, 200), pot(14, 200)).impossible).toMatchObject([
      { reason: { what: 'potted', said: 200, most: 130 } },
    ])
  })
  it('blanks are never potted on the day they were counted, and later only where they came up after all', () => {
    expect(of(single, counted(20, 90), pot(20, 100)).impossible).toMatchObject([
      { reason: { what: 'potted', most: 90 } },
    ])
    expect(of(single, counted(10, 60), pot(20, 100)).parts[0]).toMatchObject({ plants: 100 })
  })
  it('what is planted in two goes is two parts of one batch', () => {
    const plant = (n: number, plants: number) => entry('a', on(n), { did: 'task', task: 'plant', nth: 0, plants })
    const { parts } = of(single, pot(20, 100), plant(40, 60), plant(44, 40))
    expect(parts.map(({ accounts }) => accounts.gone.planted)).toEqual([60, 40])
    expect(parts.every(({ planted }) => planted !== undefined)).toBe(true)
    expect(new Set(parts.map(({ id }) => rootOf(id)))).toEqual(new Set(['a']))
  })
})
