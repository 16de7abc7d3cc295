import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Entry } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { nextSeason } from '../plan/next-season'
import { needsOf } from '../stores/needs'
import { entry } from '../testing/records'
import { ownedOn, ownedOver } from './owned'

const first = parseDay('2027-03-01')
const broke = (after: number, trays: number): Entry =>
  entry(undefined, formatDay(first + after), { did: 'broke', container: 'cells-128', trays })
const small = (owned?: number, records: Entry[] = []) => {
  const season = readSmall((s) => {
    s.containers[0]!.owned = owned
  })
  return { ...season, records }
}

describe('trays that there are', () => {
  it('are those owned less what broke or was lost, from its day on', () => {
    const { containers, records } = small(30, [broke(4, 3), broke(2, 5), broke(4, 1)])
    expect([...ownedOver(containers[0]!, records, first, first + 6)]).toEqual([30, 30, 25, 25, 21, 21])
    expect(ownedOn(containers[0]!, records, first + 3)).toBe(25)
    expect([...ownedOver(containers[0]!, records, first + 3, first + 5)]).toEqual([25, 21])
  })
  it('are never fewer than none, and stay unknown where nobody said how many there are', () => {
    const { containers, records } = small(4, [broke(1, 9)])
    expect([...ownedOver(containers[0]!, records, first, first + 2)]).toEqual([4, 0])
    expect(ownedOn({ key: 'cells-128' }, records, first + 9)).toBeUndefined()
    expect(ownedOver({ ...containers[0]!, owned: undefined }, records, first, first + 1)[0]).toBe(Infinity)
  })
  it('come back with a record that is corrected or taken back', () => {
    const wrong = broke(0, 7)
    const corrected: Entry = { ...broke(0, 2), instead: wrong.id }
    const taken: Entry = { ...broke(1, 2), instead: corrected.id, void: true }
    const left = (...records: Entry[]) => ownedOn(small(30).containers[0]!, records, first + 5)
    expect([left(wrong), left(wrong, corrected), left(wrong, corrected, taken)]).toEqual([23, 28, 30])
  })
  it('are the same day by day as asked for one by one, whatever broke when', () => {
    const some = fc.array(fc.tuple(fc.integer({ min: -5, max: 25 }), fc.integer({ min: 1, max: 12 })), { maxLength: 8 })
    fc.assert(
      fc.property(fc.nat({ max: 60 }), some, (owned, list) => {
        const { containers, records } = small(owned, list.map(([after, trays]) => broke(after, trays))) // prettier-ignore
        const days = ownedOver(containers[0]!, records, first, first + 20)
        days.forEach((trays, i) => expect(trays).toBe(ownedOn(containers[0]!, records, first + i)))
      }),
    )
  })
})

describe('what broke', () => {
  it('is missing in the plan and on the buying list from its day on, and next season', () => {
    const season = small(30)
    const use = createPlanner().plan(season, first).containers[0]!
    const most = Math.max(...use.days)
    const lost = 30 - most + 2
    const after = small(30, [broke(0, lost)])
    const plan = createPlanner().plan(after, first)
    expect(plan.containers[0]!.over[0]?.most).toBe(2)
    expect(use.over).toEqual([])
    expect(needsOf(plan, first).find(({ id }) => id === 'container/cells-128')).toMatchObject({ have: 30 - lost, short: 2 }) // prettier-ignore
    expect(nextSeason(after, new Map()).containers[0]!.owned).toBe(30 - lost)
  })
})
