import { describe, expect, it } from 'vitest'
import { weekStart } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { batchesFor, likeWords, toggled } from './model'

const f = createFormat('en-GB', 'metric')

const plan = createPlanner().plan(readSmall())
const t = plan.byId.get('t')!

describe('labels are for', () => {
  it('what is sown in the week, in the order it is sown', () => {
    const monday = weekStart(t.sow!)
    const found = batchesFor(plan.batches, 'sow', monday, t.sow!)
    expect(found.map(({ id }) => id)).toContain('t')
    for (const { sow } of found) expect(weekStart(sow!)).toBe(monday)
    expect(found.map(({ sow }) => sow)).toEqual(found.map(({ sow }) => sow).sort((a, b) => a! - b!))
  })
  it('what is potted up in the week, not what is sown then', () => {
    const potting = t.stays.find(({ potted, from }) => potted && from > t.sow!)!.from
    expect(batchesFor(plan.batches, 'pot-up', weekStart(potting), potting).map(({ id }) => id)).toEqual(['t'])
    expect(batchesFor(plan.batches, 'pot-up', weekStart(t.sow!), t.sow!)).toEqual([])
  })
  it('what stands on the day', () => {
    const standing = batchesFor(plan.batches, 'standing', weekStart(t.sow!), t.sow!)
    for (const { stays } of standing)
      expect(stays.some(({ from, until }) => from <= t.sow! && t.sow! < until)).toBe(true)
    expect(batchesFor(plan.batches, 'standing', t.plantOn, t.plantOn).map(({ id }) => id)).not.toContain('t')
  })
  it('nothing that nobody knows to be sown, but for those who sow it after all', () => {
    // Records begin today, weeks after its sowing day: what became of it is asked.
    const today = t.stays.find(({ potted, from }) => potted && from > t.sow!)!.from
    const asked = createPlanner().plan(readSmall(), today)
    expect(asked.byId.get('t')!.progress?.asks).toBe(true)
    const ids = (which: 'sow' | 'pot-up' | 'standing', day: number) =>
      batchesFor(asked.batches, which, weekStart(day), day).map(({ id }) => id)
    expect(ids('standing', today)).not.toContain('t')
    expect(ids('pot-up', today)).not.toContain('t')
    expect(ids('sow', t.sow!)).toContain('t')
  })
})

describe('a choice of batches', () => {
  it('puts in what was out and takes out what was in', () => {
    const one = toggled(new Set(), 'a')
    expect([...one]).toEqual(['a'])
    expect([...toggled(one, 'a')]).toEqual([])
    expect([...one]).toEqual(['a'])
  })
})

describe('a batch a tray may be of', () => {
  const [stay] = t.stays
  const one = { batch: t, stay: stay!, leaves: 3.7, up: true, differs: [], distance: 0 }
  it('says what does not agree', () => {
    expect(likeWords(one, f)).toBe('Agrees with all of that')
    expect(likeWords({ ...one, differs: ['place', 'leaves'] }, f)).toBe(
      'Should stand elsewhere and should have about 3 leaves',
    )
    expect(likeWords({ ...one, up: false, differs: ['up'] }, f)).toBe('Should not be up yet')
  })
})
