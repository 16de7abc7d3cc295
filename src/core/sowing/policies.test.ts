import { describe, expect, it } from 'vitest'
import { Method } from '../../season/schema'
import { inFlats, isBoughtIn, isInPlace, plantsSharing, policyOf } from './policies'

const sowing = (one: object) => Method.shape.sowing.parse(one)

describe('sowing policies', () => {
  it('one seed a cell gives one plant a cell', () => {
    expect(policyOf(sowing({ policy: 'single' }))).toMatchObject({ counted: 'cells', seedsPerCell: 1, carried: 1 })
  })
  it('thinning keeps some of a cell together, and there is nothing to thin where all are kept', () => {
    const three = sowing({ policy: 'thin', seedsPerCell: 3, keep: 2 })
    expect(policyOf(three)).toMatchObject({ thins: true, together: 2, carried: 2 })
    expect(policyOf(sowing({ policy: 'thin', seedsPerCell: 2, keep: 2 })).thins).toBe(false)
    expect(plantsSharing(three, true, 0.5)).toBe(2)
  })
  it('a clump shares its mix to the end, what is divided only until then, and nobody shares less than one', () => {
    const clump = sowing({ policy: 'clump', seedsPerCell: 6, count: 'clumps', atLeast: 3 })
    const divided = sowing({ policy: 'divide', seedsPerCell: 8, parts: 6 })
    expect([plantsSharing(clump, true, 0.5), plantsSharing(clump, false, 0.5)]).toEqual([3, 3])
    expect([plantsSharing(divided, true, 0.5), plantsSharing(divided, false, 0.5)]).toEqual([4, 1])
    expect(plantsSharing(clump, true, 0.01)).toBe(1)
  })
  it('plants of a clump count one by one, or the clump as one', () => {
    const plants = policyOf(sowing({ policy: 'clump', seedsPerCell: 6, count: 'plants' }))
    const clumps = policyOf(sowing({ policy: 'clump', seedsPerCell: 6, count: 'clumps', atLeast: 3 }))
    expect(plants).toMatchObject({ keep: 6, carried: 6, whole: true, atLeast: undefined })
    expect(clumps).toMatchObject({ keep: 1, carried: 1, whole: false, atLeast: 3 })
  })
  it('says what a sowing is counted in', () => {
    const flat = sowing({ policy: 'flat', seedsPerFlat: 300, usable: 0.8 })
    const bought = sowing({ policy: 'bought', age: 200, good: 0.9 })
    const rows = sowing({ policy: 'in-place', seedsPerMetre: 60, thinTo: 5 })
    expect([flat, bought, rows].map((one) => policyOf(one).counted)).toEqual(['seeds', 'plants', 'metres'])
    expect([inFlats({ sowing: flat }), isBoughtIn({ sowing: bought }), isInPlace({ sowing: rows })]).toEqual([
      true,
      true,
      true,
    ])
    expect(policyOf(flat)).toMatchObject({ usable: 0.8, seedsPerFlat: 300 })
    expect(policyOf(bought).usable).toBe(0.9)
  })
})
