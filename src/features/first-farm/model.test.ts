import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { documentOf, plantingsFor, allKinds } from '../../library/begin'
import { readSeason } from '../../season/read'
import { BEGIN_WITH, cropsWithoutWay, firstAnswers, missing, withLatitude, type Answers } from './model'

const answered = (more: Partial<Answers> = {}, today = '2027-01-04'): Answers => {
  const answers: Answers = {
    ...firstAnswers(today, 'metric'),
    farm: 'Reed Bank',
    latitude: 47,
    crops: BEGIN_WITH,
    ...more,
  }
  return {
    ...answers,
    plantings: plantingsFor(answers).map((wish, i) => ({
      ...wish,
      plants: 50 + 10 * i,
      ...(i === 0 ? { every: 14, count: 4 } : {}),
    })),
  }
}

describe('the guided start', () => {
  it('makes a season that reads and plans, for ten crops, with nothing sown before it was begun', () => {
    const read = readSeason(documentOf(answered()))
    expect(read.ok ? [] : read.problems).toEqual([])
    if (!read.ok) return
    const plan = createPlanner().plan(read.season)
    expect(plan.batches).toHaveLength(13)
    expect(read.season.farm.recordsFrom).toBe('2027-01-04')
    for (const batch of plan.batches) {
      expect(batch.sow, batch.code).toBeDefined()
      expect(batch.marks.map(({ kind }) => kind)).not.toContain('sown-before-season')
      expect(batch.marks.map(({ kind }) => kind)).not.toContain('sowing-day-past')
    }
    expect(new Set(read.season.plantings.map(({ code }) => code)).size).toBe(10)
  })
  it('works for every kind of the library, whatever is chosen', () => {
    const crops = allKinds().map(({ key }) => key)
    const containers = {
      'cells-128': null,
      'cells-72': 20,
      'cells-50': null,
      'cells-200': null,
      'pots-9': null,
      'plantable-8': null,
      blocks: null,
      'open-flat': 10,
      'packs-6': null,
    }
    const farm = { ...firstAnswers('2027-01-04', 'metric'), farm: 'All', latitude: 47, crops, containers }
    const read = readSeason(documentOf(farm))
    expect(read.ok ? [] : read.problems).toEqual([])
    expect(cropsWithoutWay(farm)).toEqual([])
  })
  it('south of the equator the season crosses New Year, and summer is in January', () => {
    const south = answered(withLatitude(answered({}, '2027-07-20'), -38), '2027-07-20')
    expect(missing(1, south)).toBeUndefined()
    const read = readSeason(documentOf(south))
    expect(read.ok ? [] : read.problems).toEqual([])
    if (!read.ok) return
    expect(read.season.season).toMatchObject({ from: '2027-07-01', to: '2028-06-30' })
    expect(read.season.site.outdoorMonthlyMeans[0]).toBeGreaterThan(read.season.site.outdoorMonthlyMeans[6]!)
    expect(read.season.plantings.find(({ variety }) => variety === 'tomato')!.on >= '2027-10-19').toBe(true)
    expect(
      createPlanner()
        .plan(read.season)
        .batches.filter(({ sow }) => sow === undefined),
    ).toEqual([])
  })
  it('says what is wrong, step by step, where it stands', () => {
    const nothing = firstAnswers('2027-01-04', 'metric')
    expect(missing(0, nothing)).toMatch(/name/)
    expect(missing(0, { ...nothing, farm: 'A' })).toMatch(/latitude/)
    expect(missing(0, { ...nothing, farm: 'A', latitude: 80 })).toMatch(/72/)
    expect(missing(0, { ...nothing, farm: 'A', latitude: 47, coldest: 20, warmest: 10 })).toMatch(/coldest/)
    expect(missing(1, { ...nothing, lastFrost: '5 May' })).toMatch(/MM-DD/)
    expect(missing(1, { ...nothing, latitude: 47, lastFrost: '10-05' })).toMatch(/not in winter or spring north/)
    expect(missing(1, { ...nothing, latitude: -42, lastFrost: '05-05' })).toMatch(/not in winter or spring south/)
    expect(missing(2, { ...nothing, places: {} })).toMatch(/room/)
    expect(missing(3, { ...nothing, containers: {} })).toMatch(/at least one/)
    expect(missing(4, nothing)).toMatch(/crop/)
    for (const step of [0, 1, 2, 3, 4, 5]) expect(missing(step, answered())).toBeUndefined()
  })
  it('names crops that no chosen container fits', () => {
    const few = {
      ...firstAnswers('2027-01-04', 'metric'),
      crops: ['sweet-pea', 'courgette', 'lettuce'],
      containers: { 'cells-128': null },
    }
    expect(cropsWithoutWay(few).map(({ key }) => key)).toEqual(['sweet-pea'])
  })
})
