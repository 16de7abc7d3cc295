import { describe, expect, it } from 'vitest'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { seedOrder } from './seed-order'

const orderOf = (bend: (s: SmallSeason) => void = () => undefined) => seedOrder(createPlanner().plan(readSmall(bend)))
const lettuceOf = (list: ReturnType<typeof orderOf>) => list.find(({ need }) => need.id === 'seed/lettuce-red')

describe('seed for the next season', () => {
  it('is what the same plantings take again, on the days of the new year', () => {
    const tomato = orderOf().find(({ need }) => need.id === 'seed/tomato-plum')!
    const now = createPlanner().plan(readSmall()).byId.get('t')!
    expect(tomato.need.short).toBe(Math.ceil(now.sizing!.seeds * 1.03))
    const on = tomato.need.firstShort!
    expect(on).toBeGreaterThan(parseDay('2028-01-01'))
    expect(Math.abs(on - (now.sow! + 365))).toBeLessThanOrEqual(5)
  })
  it('takes off what is left once this season is sown, and older seed comes up worse', () => {
    const plan = createPlanner().plan(readSmall())
    const [use] = plan.lots
    // As much as this season takes, and so many over.
    const stored = (over: number) => lettuceOf(orderOf((s) => (s.lots[0]!.seeds = use!.toSow + over)))!.need
    expect(stored(0).short - stored(100).short).toBe(100)
    // A lot that is a year older has to be sown thicker than this year.
    expect(stored(0).needed).toBeGreaterThan(use!.needed)
    expect(stored(0).short).toBe(stored(0).needed)
    expect(lettuceOf(orderOf())).toBeUndefined()
  })
  it('counts what is ordered and still to come, and chooses packs', () => {
    const offers = [{ supplier: 'the seed house', size: 100, price: 4, leadDays: 20 }]
    const bend = (packs: number) => (s: SmallSeason) => {
      s.supplies = [{ key: 'tomato', name: 'Tomato seed', of: { what: 'seed', variety: 'tomato-plum' }, offers }]
      s.orders =
        packs === 0
          ? []
          : [
              {
                key: 'o',
                name: 'Tomato seed',
                of: { what: 'seed', variety: 'tomato-plum' },
                supplier: 'the seed house',
                size: 100,
                price: 4,
                packs,
                orderedOn: '2027-11-01',
              },
            ]
    }
    const tomato = (packs: number) => orderOf(bend(packs)).find(({ need }) => need.id === 'seed/tomato-plum')
    const none = tomato(0)!
    expect(none.packs.map(({ count }) => count)).toEqual([Math.ceil(none.need.short / 100)])
    expect(none.orderBy).toBe(none.need.firstShort! - 20)
    expect(tomato(1)!.need.short).toBe(none.need.short - 100)
    expect(tomato(9)).toBeUndefined()
  })
})
