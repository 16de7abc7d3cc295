import { describe, expect, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { readSeason } from '../season/read'
import { sallowFerry } from '../../scripts/demo/sallow-ferry'
import { library } from './library'
import { methodOfSchool, SCHOOLS } from './schools'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const farm = read.season

describe('the schools', () => {
  for (const { key, name } of SCHOOLS) {
    it(`${name}: is a method that plans, for every kind it fits`, () => {
      let plans = 0
      const crops = library().map(({ crop }) => crop)
      const methods = crops.flatMap((crop) => {
        const made = methodOfSchool(key, crop, farm)
        return 'needs' in made ? [] : [{ ...made, key: `m-${crop.key}` }]
      })
      const own = crops.filter((crop) => methods.some((method) => method.crop === crop.key))
      const season = readSeason({
        ...farm,
        crops: own,
        supplies: [],
        orders: [],
        varieties: own.map((crop) => ({ key: crop.key, crop: crop.key, name: crop.name })),
        lots: [],
        methods,
        plantings: own.map((crop, i) => ({
          key: crop.key,
          code: `X${i}`,
          variety: crop.key,
          method: `m-${crop.key}`,
          plants: 60,
          on: '2027-06-15',
        })),
      })
      expect(season.ok ? [] : season.problems).toEqual([])
      if (!season.ok) return
      const plan = createPlanner().plan(season.season)
      for (const { inPlace, plants } of plan.inPlace) {
        plans++
        expect(inPlace!.seeds).toBeGreaterThan(plants)
        expect(inPlace!.expected).toBeGreaterThanOrEqual(inPlace!.wanted)
      }
      for (const batch of plan.batches) {
        if (batch.sow === undefined || !batch.sizing) continue
        plans++
        expect(batch.sow).toBeLessThan(batch.plantOn)
        expect(batch.sizing.chance).toBeGreaterThanOrEqual(0.9 - 1e-9)
        expect(batch.stays.length).toBeGreaterThan(0)
      }
      // Sheets are the one thing the demo farm does not own.
      if (key === 'sheet') expect(methods).toHaveLength(0)
      else expect(plans).toBeGreaterThan(key === 'plantable' ? 4 : 15)
    })
  }
  it('say what a farm lacks', () => {
    const [crop] = library().map((kind) => kind.crop)
    expect(methodOfSchool('one-seed', crop!, { places: [], containers: farm.containers })).toEqual({ needs: 'place' })
    expect(methodOfSchool('blocks', crop!, { places: farm.places, containers: [] })).toEqual({ needs: 'block-sheet' })
    expect(
      methodOfSchool('prick-out', { ...crop!, growth: { ...crop!.growth, leafInterval: undefined } }, farm),
    ).toEqual({ needs: 'leaf-interval' })
    expect(methodOfSchool('in-place', { ...crop!, field: {} }, farm)).toEqual({ needs: 'spacing' })
    expect(() => methodOfSchool('no such', crop!, farm)).toThrow()
  })
})
