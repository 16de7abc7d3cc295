import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { firstPlanting, monthlyMeans, seasonSpan } from '../../library/presets'
import { readSeason } from '../../season/read'
import {
  allKinds,
  BEGIN_WITH,
  cropsWithoutWay,
  documentOf,
  firstAnswers,
  missing,
  plantingsFor,
  type Answers,
} from './answers'

const answered = (more: Partial<Answers> = {}): Answers => {
  const answers: Answers = {
    ...firstAnswers(2027, 'metric'),
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
  it('makes a season that reads and plans, for ten crops', () => {
    const read = readSeason(documentOf(answered()))
    expect(read.ok ? [] : read.problems).toEqual([])
    if (!read.ok) return
    const plan = createPlanner().plan(read.season)
    expect(plan.batches).toHaveLength(13)
    for (const batch of plan.batches) expect(batch.sow, batch.code).toBeDefined()
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
    const read = readSeason(documentOf(answered({ crops, containers })))
    expect(read.ok ? [] : read.problems).toEqual([])
    expect(cropsWithoutWay(answered({ crops, containers }))).toEqual([])
  })
  it('south of the equator the season crosses New Year, and summer is in January', () => {
    const south = answered({ latitude: -38, lastFrost: '10-05', firstFrost: '04-25' })
    const read = readSeason(documentOf(south))
    expect(read.ok ? [] : read.problems).toEqual([])
    if (!read.ok) return
    expect(read.season.season).toMatchObject({ from: '2027-07-01', to: '2028-06-30' })
    expect(read.season.site.outdoorMonthlyMeans[0]).toBeGreaterThan(read.season.site.outdoorMonthlyMeans[6]!)
    expect(read.season.plantings.find(({ variety }) => variety === 'tomato')!.on).toBe('2027-10-19')
    expect(
      createPlanner()
        .plan(read.season)
        .batches.filter(({ sow }) => sow === undefined),
    ).toEqual([])
  })
  it('says what is missing, step by step', () => {
    const nothing = firstAnswers(2027, 'metric')
    expect(missing(0, nothing)).toMatch(/name/)
    expect(missing(0, { ...nothing, farm: 'A' })).toMatch(/latitude/)
    expect(missing(0, { ...nothing, farm: 'A', latitude: 47, coldest: 20, warmest: 10 })).toMatch(/coldest/)
    expect(missing(1, { ...nothing, lastFrost: '5 May' })).toMatch(/MM-DD/)
    expect(missing(2, { ...nothing, places: {} })).toMatch(/room/)
    expect(missing(3, { ...nothing, containers: {} })).toMatch(/container/)
    expect(missing(4, nothing)).toMatch(/crop/)
    for (const step of [0, 1, 2, 3, 4, 5]) expect(missing(step, answered())).toBeUndefined()
  })
  it('names crops that no chosen container fits', () => {
    const none = cropsWithoutWay(answered({ crops: ['courgette', 'lettuce'], containers: { 'cells-128': null } }))
    expect(none.map(({ key }) => key)).toEqual(['courgette'])
  })
})

describe('first guesses', () => {
  it('monthly means run between the coldest and the warmest', () => {
    const means = monthlyMeans(-1, 20, 47)
    expect(Math.min(...means)).toBe(-1)
    expect(Math.max(...means)).toBe(20)
    expect(means.indexOf(20)).toBe(6)
  })
  it('tender kinds go out after the frost, hardy ones before, never before the season', () => {
    expect(firstPlanting({ tenderness: 'tender' }, '05-05', '2027-01-01')).toBe('2027-05-19')
    expect(firstPlanting({ tenderness: 'hardy' }, '05-05', '2027-01-01')).toBe('2027-04-07')
    expect(firstPlanting({ tenderness: 'hardy' }, '01-05', '2027-01-01')).toBe('2027-01-08')
    expect(seasonSpan(2027, 50).to).toBe('2027-12-31')
  })
})
