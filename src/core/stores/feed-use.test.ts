import { describe, expect, it } from 'vitest'
import type { Entry, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { feedStrength, roundsOn } from '../advice/rounds'
import { formatDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done, entry } from '../testing/records'
import { feedUses } from './feed-use'
import { needsOf } from './needs'

// 30 ml in 10 l, half a litre a tray: 1.5 ml a tray at full strength.
const FEED = { what: 'Liquid feed', amount: 30, unit: 'ml', litresPerTray: 0.5 } as const
const EACH = 1.5
const season = (records: Entry[] = [], more: Partial<Season> = {}): Season => {
  const small = readSmall((s) => {
    s.crops[0]!.care = { feedAtLeaf: 2 }
  })
  const since = entry(undefined, '2027-01-02', { did: 'note' })
  return { ...small, habits: { ...small.habits, feed: FEED }, records: [since, ...records], ...more }
}
const planOn = (today: Day, records: Entry[] = [], more: Partial<Season> = {}) =>
  createPlanner().plan(season(records, more), today)
const planned = createPlanner().plan({ ...season(), records: [] })
const a = planned.byId.get('a')!
const due = a.leafWork.find(({ kind }) => kind === 'feed')!.day
const sown = done('a', formatDay(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
const place = season().places[a.stays.find(({ from, until }) => from <= due && due < until)!.place]!.key
const round = (on: Day, at = place) => entry(undefined, formatDay(on), { did: 'round', what: 'feed' }, { place: at })
const usesOf = (plan: ReturnType<typeof planOn>) => feedUses(plan, plan.byId.get('a')!)

describe('feed', () => {
  it('is used every week from the first feed to planting, weaker while plants are small', () => {
    const uses = feedUses(planned, a)
    expect(uses.map(({ day }) => day)).toEqual(
      Array.from({ length: Math.ceil((a.plantOn - due) / 7) }, (_, i) => due + 7 * i),
    )
    for (const { day, amount, done: given } of uses) {
      const stay = a.stays.find(({ from, until }) => from <= day && day < until)!
      expect(amount).toBeCloseTo(stay.trays * EACH * feedStrength(a, day), 9)
      expect(given).toBe(false)
    }
    expect(feedStrength(a, due)).toBe(0.5)
  })
  it('is taken by the rounds that were done, and asked for again a week after the last', () => {
    const plan = planOn(due + 3, [sown, round(due + 2)])
    const uses = usesOf(plan)
    expect(uses.filter((one) => one.done).map(({ day }) => day)).toEqual([due + 2])
    expect(uses.find((one) => !one.done)?.day).toBe(due + 9)
    // Nobody fed it: it waits from today on. Through another place nothing of it is fed.
    expect(usesOf(planOn(due + 3, [sown]))[0]).toMatchObject({ day: due + 3, done: false })
    expect(usesOf(planOn(due + 3, [sown, round(due + 2, 'frame')]))[0]).toMatchObject({ done: false })
    // Before its first feed nothing was given to it.
    expect(usesOf(planOn(due + 3, [sown, round(due - 8)])).some((one) => one.done)).toBe(false)
  })
  it('is asked for on the days the rounds are', () => {
    for (let on = due - 2; on < a.plantOn; on++) {
      const plan = planOn(on, [sown, round(due - 3)])
      const now = usesOf(plan).some(({ day, done: given }) => !given && day === on)
      const codes = roundsOn(plan, on).flatMap(({ what, done: given }) => (what === 'feed' && !given ? ['A'] : []))
      expect([on, now]).toEqual([on, codes.length > 0])
    }
  })
  it('ends with the planting, and is none of what is gone', () => {
    const out = done('a', formatDay(due + 4), 'plant', { cells: a.sizing!.cells })
    expect(usesOf(planOn(due + 8, [sown, round(due + 1), out])).map(({ day }) => day)).toEqual([due + 1])
  })
  it('is counted in the store: what there was less what was given, and what is still to be', () => {
    const supplies: Season['supplies'] = [
      {
        key: 'feed',
        name: 'Liquid feed',
        of: { what: 'material', material: 'liquid feed', unit: 'ml' },
        have: 100,
        countedOn: formatDay(due),
        offers: [],
      },
    ]
    const need = (records: Entry[]) =>
      needsOf(planOn(due + 3, [sown, ...records], { supplies }), due + 3).find(
        ({ id }) => id === 'material/liquid feed/ml',
      )!
    const before = need([])
    const after = need([round(due + 2)])
    const given = usesOf(planOn(due + 3, [sown, round(due + 2)]))[0]!.amount
    expect(before.have).toBe(100)
    expect(after.have).toBeCloseTo(100 - given, 9)
    expect(after.needed).toBeLessThan(before.needed)
  })
  it('is nothing where the farm names none', () => {
    const bare = readSmall((s) => {
      s.crops[0]!.care = { feedAtLeaf: 2 }
    })
    const plan = createPlanner().plan(bare)
    expect(feedUses(plan, plan.byId.get('a')!)).toEqual([])
  })
})
