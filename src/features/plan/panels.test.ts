import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { firstBatch, newForm, remedied, staleWords } from './panels'
import { cropName, varietyFilter } from './planting-choices'

const season = readSmall()
const plan = createPlanner().plan(season)
const f = createFormat('en-GB', 'metric')
const [a, b] = season.plantings

describe('a day that puts a batch right', () => {
  const day = plan.byId.get('a')!.plantOn + 6
  it('moves the planting, or the one of a series alone', () => {
    const batch = plan.byId.get('a')!
    expect(remedied(batch, { kind: 'plant-on', day, sow: undefined })).toMatchObject({ key: 'a', on: '2027-04-26' })
    const one = remedied(plan.byId.get('b.2')!, { kind: 'plant-on', day, sow: undefined })!
    expect(one.on).toBe(b!.on)
    expect(one.changes.find(({ n }) => n === 2)).toMatchObject({ on: '2027-04-26', plants: 90 })
  })
  it('takes a sowing day away that was given by hand', () => {
    const byHand = createPlanner()
      .plan({ ...season, plantings: [{ ...a!, sowOn: '2027-02-01' }] })
      .byId.get('a')!
    expect(remedied(byHand, { kind: 'sow-on', day })).toEqual(a)
  })
  it('is no way out where another container or place is', () => {
    expect(remedied(plan.byId.get('a')!, { kind: 'container' } as never)).toBeUndefined()
  })
})

describe('a new planting', () => {
  it('begins empty with a free code, six weeks on', () => {
    const form = newForm(season, undefined, plan.from, 'metric')
    expect(season.plantings.map(({ code }) => code)).not.toContain(form.code)
    expect(form.on).toBe('2027-02-12')
  })
  it('like another has all of it but its code', () => {
    const form = newForm(season, a, plan.from, 'metric')
    expect(form).toMatchObject({ variety: a!.variety, method: a!.method, plants: '200', on: a!.on })
    expect(form.code).not.toBe(a!.code)
  })
  it('opens with the first of its batches', () => {
    expect(firstBatch(a!)).toBe('a')
    expect(firstBatch(b!)).toBe('b.1')
  })
})

describe('what someone else changed meanwhile', () => {
  const stale = (now: unknown) => ({ ok: false, reason: 'stale', stale: [{ of: 'plantings', key: 'a', now }] }) as never
  const mine = [{ key: 'a', to: a!, version: 1 }]
  it('is named, and nothing is said to be lost', () => {
    const said = staleWords(stale({ ...a!, plants: 320, on: '2027-04-28' }), mine, season, f)
    expect(said).toContain('plants: now 320; planting day: now Wed 28 Apr')
    expect(said).toContain('what you wrote is still here')
  })
  it('may be that it is gone', () => {
    expect(staleWords(stale(null), mine, season, f)).toContain('has removed this planting')
  })
})

describe('varieties', () => {
  it('are found by parts of their name and of any name of their kind', () => {
    const all = season.varieties.map(({ key }) => key)
    const find = (inputValue: string) => varietyFilter(season)(all, { inputValue })
    expect(find('')).toEqual(all)
    expect(find('plum')).toEqual(['tomato-plum'])
    expect(find('RED lett')).toEqual(['lettuce-red'])
    expect(find('red plum')).toEqual([])
    expect(cropName(season, 'tomato-plum')).toBe('Tomato')
    expect(cropName(season, 'none')).toBe('')
  })
})
