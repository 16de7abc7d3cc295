import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Entry } from '../../season/schema'
import { done, entry } from '../testing/records'
import { ledgerOf } from './ledger'
import { byBatch, standing } from './records'

const sown = () => done('a', '2027-03-01', 'sow', { cells: 200, trays: 2, seeds: 200 })
const ledger = (...entries: Entry[]) => ledgerOf('a', byBatch(entries).get('a') ?? [])

describe('what records come to', () => {
  it('knows how many there are at most, and how many there are once they were counted one by one', () => {
    const [batch] = ledger(sown(), entry('a', '2027-03-12', { did: 'loss', plants: 12, cause: 'damping-off' })).parts
    expect(batch).toMatchObject({ cells: 200, most: 188, plants: undefined })
    const [potted] = ledger(
      sown(),
      done('a', '2027-03-20', 'pot-up', { nth: 1, cells: 160 }),
      entry('a', '2027-03-22', { did: 'loss', plants: 10, cause: 'dropped' }),
    ).parts
    expect(potted).toMatchObject({ cells: 160, plants: 150, most: 150 })
  })
  it('takes them by their days, whenever they were written', () => {
    const late = done('a', '2027-03-01', 'sow', { cells: 100, seeds: 100 })
    const { parts, impossible } = ledger(entry('a', '2027-03-12', { did: 'loss', plants: 12, cause: 'cold' }), late)
    expect(impossible).toEqual([])
    expect(parts[0]!.most).toBe(88)
  })
  it('leaves out what was corrected or taken back', () => {
    const wrong = entry('a', '2027-03-12', { did: 'loss', plants: 90, cause: 'cold' })
    const right = entry('a', '2027-03-12', { did: 'loss', plants: 9, cause: 'cold' }, { instead: wrong.id })
    expect(ledger(sown(), wrong, right).parts[0]!.most).toBe(191)
    expect(standing([wrong, entry('a', '2027-03-12', { did: 'note' }, { instead: wrong.id, void: true })])).toEqual([])
  })
  it('keeps what two people wrote of one thing, and counts it once', () => {
    const first = done('a', '2027-03-08', 'leave-heat')
    const second = done('a', '2027-03-08', 'leave-heat', {})
    second.who = 'Crew B'
    const { again, parts } = ledger(sown(), first, second)
    expect(again).toEqual([{ entry: second, first }])
    expect(parts[0]!.done.get('leave-heat/0')!.entry).toBe(first)
    expect(parts[0]!.lines).toHaveLength(3)
  })
})

describe('what cannot be', () => {
  const reasons = (...entries: Entry[]) => ledger(...entries).impossible.map(({ reason }) => reason.kind)
  it.each<[string, Entry]>([
    ['more lost than there were', entry('a', '2027-03-12', { did: 'loss', plants: 201, cause: 'heat' })],
    ['more counted than cells', entry('a', '2027-03-12', { did: 'count', cells: 300, showing: 3, doubles: 0 })],
    ['more showing than counted', entry('a', '2027-03-12', { did: 'count', cells: 100, showing: 103, doubles: 0 })],
    ['more doubles than showing', entry('a', '2027-03-12', { did: 'count', cells: 100, showing: 80, doubles: 81 })],
    ['more planted than there were', done('a', '2027-04-12', 'plant', { plants: 500 })],
    ['more split off than there are', entry('a', '2027-04-12', { did: 'split', part: 2, cells: 500 })],
  ])('%s', (_, wrong) => {
    expect(reasons(sown(), wrong)).toEqual(['too-many'])
  })
  it('is more than was sown, of cells as of the seeds in a flat', () => {
    const flats = done('a', '2027-03-01', 'sow', { cells: 3, trays: 3, seeds: 600 })
    const impossible = (what: Entry['what']) =>
      ledgerOf('a', [flats, entry('a', '2027-03-10', what)]).impossible.map(({ reason }) => reason.kind)
    expect(impossible({ did: 'count', cells: 600, showing: 400, doubles: 0, flat: true })).toEqual([])
    expect(impossible({ did: 'count', cells: 601, showing: 400, doubles: 0, flat: true })).toEqual(['too-many'])
    expect(impossible({ did: 'count', cells: 600, showing: 400, doubles: 0 })).toEqual(['too-many'])
  })
  it('happens before sowing, or after the end', () => {
    expect(reasons(sown(), entry('a', '2027-02-12', { did: 'count', cells: 100, showing: 3, doubles: 0 }))).toEqual([
      'before-sowing',
    ])
    expect(reasons(sown(), done('a', '2027-02-12', 'prepare'))).toEqual([])
    expect(
      reasons(
        sown(),
        entry('a', '2027-03-20', { did: 'end', how: 'discarded' }),
        entry('a', '2027-03-21', { did: 'loss', plants: 1, cause: 'heat' }),
      ),
    ).toEqual(['after-end'])
  })
  it('is said of all that is wrong, and never of a batch that only has what can be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ day: fc.integer({ min: 2, max: 28 }), plants: fc.integer({ min: 1, max: 90 }) }), {
          maxLength: 8,
        }),
        (losses) => {
          const entries = losses.map(({ day, plants }) =>
            entry('a', `2027-03-${String(day).padStart(2, '0')}`, { did: 'loss', plants, cause: 'pests' }),
          )
          const { impossible, parts } = ledger(sown(), ...entries)
          const refused = new Set(impossible.map((one) => one.entry.id))
          const taken = entries
            .filter(({ id }) => !refused.has(id))
            .reduce((sum, { what }) => sum + (what.did === 'loss' ? what.plants : 0), 0)
          expect(parts[0]!.most).toBe(200 - taken)
          expect(parts[0]!.most).toBeGreaterThanOrEqual(0)
        },
      ),
    )
  })
})

describe('parts of a batch', () => {
  const split = () => entry('a', '2027-03-25', { did: 'split', part: 2, cells: 50 })
  it('have been through what the whole has, and go their own ways after', () => {
    const { parts } = ledger(
      sown(),
      done('a', '2027-03-08', 'leave-heat'),
      split(),
      entry('a~2', '2027-03-26', { did: 'loss', plants: 5, cause: 'dropped' }),
      done('a', '2027-03-30', 'harden', { nth: 1 }),
    )
    expect(parts.map(({ id, cells, most }) => [id, cells, most])).toEqual([
      ['a', 150, 150],
      ['a~2', 50, 45],
    ])
    expect(parts[1]!.done.has('leave-heat/0')).toBe(true)
    expect(parts[1]!.done.has('harden/1')).toBe(false)
  })
  it('are put together again', () => {
    const { parts } = ledger(sown(), split(), entry('a~2', '2027-03-28', { did: 'merge', into: 'a' }))
    expect(parts[0]).toMatchObject({ cells: 200, most: 200, ended: undefined })
    expect(parts[1]!.ended).toBeDefined()
  })
  it('never add up to more or fewer than there were', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 5 }), (takes) => {
        const { parts } = ledger(
          sown(),
          ...takes.map((cells, i) => entry(i % 2 ? 'a~2' : 'a', '2027-03-25', { did: 'split', part: i + 2, cells })),
        )
        expect(parts.reduce((sum, { most }) => sum + most!, 0)).toBe(200)
        expect(parts.reduce((sum, { cells }) => sum + cells!, 0)).toBe(200)
      }),
    )
  })
})
