import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { createPlanner } from '../../core/plan/plan'
import { parseDay } from '../../core/calendar/day'
import { readSeason } from '../../season/read'
import type { Planting } from '../../season/schema'
import { choicesFor, effectOf, tickedOf } from './model'
import { tickedAfter } from './use-ticks'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read
const planner = createPlanner()
const plan = planner.plan(season, parseDay('2027-02-01'))
const facts = { season, plan, planner: createPlanner(), versions: {} }
const unsown = plan.batches.filter(({ progress }) => progress?.standing === 'to-sow' && !progress.ledger.splitOff)

describe('the effect of a change of many', () => {
  it('is what the changed season comes to when it is planned from nothing', () => {
    const ticked = tickedOf(
      plan,
      unsown.slice(0, 30).map(({ id }) => id),
    )
    const effect = effectOf(facts, ticked, { times: 2, by: 3 })
    const edited = new Map(effect.edits.map(({ key, to }) => [key, to as Planting]))
    const next = { ...season, plantings: season.plantings.map((one) => edited.get(one.key) ?? one) }
    const would = createPlanner().plan(next, plan.today)
    const trays = would.batches.reduce((sum, { stays }) => sum + (stays[0]?.trays ?? 0), 0)
    const seeds = would.batches.reduce((sum, { sizing }) => sum + (sizing?.seeds ?? 0), 0)
    expect(effect.trays[1]).toBe(trays)
    expect(effect.seeds[1]).toBe(seeds)
    expect(effect.seeds[1]).toBeGreaterThan(effect.seeds[0])
    const worse = effect.over.filter(({ kind }) => kind === 'new' || kind === 'more')
    for (const { of, from } of worse) {
      const load = [...would.places, ...would.containers].find((one) => one.of.key === of.key)!
      expect(load.days[from - load.from]!).toBeGreaterThan(load.capacity[from - load.from]!)
    }
  })

  it('knows what is sown, and what is sown in its place', () => {
    const stand = plan.inPlace[0]!
    const [ticked] = tickedOf(plan, [stand.id])
    expect(ticked).toMatchObject({ id: stand.id, sown: false, n: stand.n })
    expect(tickedOf(plan, ['nothing'])).toEqual([])
    const later = planner.plan(season, parseDay('2027-05-01'))
    const sown = later.batches.find(({ progress }) => progress?.standing === 'sown')
    if (sown) expect(tickedOf(later, [sown.id])[0]!.sown).toBe(true)
  })

  it('offers methods of one kind by name, and of several what they have in common', () => {
    const [first] = unsown
    const alone = choicesFor(season, tickedOf(plan, [first!.id]))
    expect(alone.methodOf(alone.methods[0]![0])).toEqual({ key: alone.methods[0]![0] })
    const many = choicesFor(
      season,
      tickedOf(
        plan,
        unsown.map(({ id }) => id),
      ),
    )
    expect(many.methodOf(many.methods[0]![0])).toEqual({ like: many.methods[0]![0] })
  })
})

describe('ticks', () => {
  const shown = ['a', 'b', 'c', 'd', 'e']
  it('are set and taken away one by one', () => {
    expect([...tickedAfter(new Set(), shown, 'b', undefined)]).toEqual(['b'])
    expect([...tickedAfter(new Set(['b', 'c']), shown, 'b', undefined)]).toEqual(['c'])
  })
  it('run over a stretch in either direction, as the row they began with is', () => {
    expect([...tickedAfter(new Set(['b']), shown, 'd', 'b')]).toEqual(['b', 'c', 'd'])
    expect([...tickedAfter(new Set(['d']), shown, 'b', 'd')].sort()).toEqual(['b', 'c', 'd'])
    expect([...tickedAfter(new Set(['c', 'd', 'e']), shown, 'd', 'b')]).toEqual(['e'])
  })
  it('fall back to one row where the other is no longer shown', () => {
    expect([...tickedAfter(new Set(['x']), shown, 'a', 'x')]).toEqual(['x', 'a'])
  })
})
