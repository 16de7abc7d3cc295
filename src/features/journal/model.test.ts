import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { done, entry } from '../../core/testing/records'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { foundIn, peopleOf, type Asked } from './model'

const f = createFormat('en-GB', 'metric')
const records = [
  done('a', '2027-03-10', 'sow', { cells: 256, seeds: 256 }),
  entry('a', '2027-03-20', { did: 'count', cells: 256, showing: 240, doubles: 3 }, { who: 'Crew B' }),
  entry('t', '2027-03-20', { did: 'loss', plants: 4, cause: 'damping-off' }, { note: 'Too wet by the door' }),
  entry(undefined, '2027-03-21', { did: 'round', what: 'water' }, { place: 'bench' }),
  entry('a', '2027-03-22', { did: 'note' }, { note: 'Good colour' }),
]
const plan = createPlanner().plan({ ...readSmall(), records })
const all: Asked = { words: '', kind: '', person: '', place: '' }
const ids = (asked: Partial<Asked>) =>
  foundIn(plan, { ...all, ...asked }, f).map(({ id }) => records.findIndex((one) => one.id === id))

describe('the journal', () => {
  it('shows everything, the latest first', () => {
    expect(ids({})).toEqual([4, 3, 2, 1, 0])
  })
  it('leaves out what was taken back', () => {
    const taken = createPlanner().plan({
      ...plan.season,
      records: records.map((one, i) => (i === 1 ? { ...one, void: true as const } : one)),
    })
    expect(foundIn(taken, all, f)).toHaveLength(4)
  })
  it('finds by every word that was typed, in names, notes and sentences', () => {
    expect(ids({ words: 'lettuce' })).toEqual([4, 1, 0])
    expect(ids({ words: 'LETTUCE colour' })).toEqual([4])
    expect(ids({ words: 'door tomato' })).toEqual([2])
    expect(ids({ words: 'warm bench' })).toEqual([3])
    expect(ids({ words: 'nothing of the kind' })).toEqual([])
  })
  it('finds by kind, and counts whatever carries a note as a note', () => {
    expect(ids({ kind: 'task' })).toEqual([0])
    expect(ids({ kind: 'note' })).toEqual([4, 2])
    expect(ids({ kind: 'round' })).toEqual([3])
  })
  it('finds by person and by place, together with the rest', () => {
    expect(peopleOf(records)).toEqual(['Crew A', 'Crew B'])
    expect(ids({ person: 'Crew B' })).toEqual([1])
    expect(ids({ place: 'bench' })).toEqual([3])
    expect(ids({ place: 'bench', kind: 'loss' })).toEqual([])
  })
})
