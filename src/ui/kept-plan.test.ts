import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { readField } from '../season/small-field'
import { readSmall } from '../season/small-season'
import { createKeptPlan } from './kept-plan'

const today = parseDay('2027-04-12')
const one = readSmall()
const other = readField()

/** What a plan says, without what it was found by. */
const said = ({ batches, inField }: ReturnType<ReturnType<typeof createPlanner>['plan']>) => ({
  batches: batches.map(({ id, code, sow, plantOn, plants, stays }) => ({
    id,
    code,
    sow,
    plantOn,
    plants,
    stays: stays.length,
  })),
  field: inField.map(({ id, from, until }) => ({ id, from, until })),
})
const plainly = (season: typeof one) => said(createPlanner().plan(season, today))

describe('the plan of a season that is drawn', () => {
  it('is of that season, though others are drawn in turn by others', () => {
    const [mine, theirs] = [createKeptPlan(), createKeptPlan()]
    for (let i = 0; i < 3; i++) {
      expect(said(mine.of(one, today).plan)).toEqual(plainly(one))
      expect(said(theirs.of(other, today).plan)).toEqual(plainly(other))
    }
  })
  it('is of the season it is given, though another was before', () => {
    const kept = createKeptPlan()
    for (const season of [one, other, one]) {
      const now = kept.of(JSON.parse(JSON.stringify(season)) as typeof one, today)
      expect(now.season).toEqual(season)
      expect(said(now.plan)).toEqual(plainly(season))
    }
  })
  it('keeps what did not change as the same objects', () => {
    const kept = createKeptPlan()
    const before = kept.of(one, today)
    const [first, ...rest] = one.plantings
    const after = kept.of(
      {
        ...(JSON.parse(JSON.stringify(one)) as typeof one),
        plantings: [{ ...first!, plants: first!.plants + 1 }, ...rest],
      },
      today,
    )
    expect(after.season.crops).toBe(before.season.crops)
    expect(after.plan.batches.at(-1)).toBe(before.plan.batches.at(-1))
  })
})
