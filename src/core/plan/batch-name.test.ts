import { describe, expect, it } from 'vitest'
import { createPlanner } from './plan'
import { batchName } from './batch-name'
import { readSmall } from '../../season/small-season'

describe('the name of a batch by its id', () => {
  const season = readSmall()
  const plan = createPlanner().plan(season)
  it('is that of the plan, for every batch there is', () => {
    expect(plan.batches.length).toBeGreaterThan(1)
    for (const { id, code, variety } of plan.batches) expect(batchName(season, id)).toBe(`${code} ${variety.name}`)
  })
  it('tells parts apart, and knows none that is not there', () => {
    const { id, code, variety } = plan.batches[0]!
    expect(batchName(season, `${id}~2`)).toBe(`${code}/2 ${variety.name}`)
    expect(batchName(season, 'nobody')).toBeUndefined()
    expect(batchName(season, '')).toBeUndefined()
  })
})
