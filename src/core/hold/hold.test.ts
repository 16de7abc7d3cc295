import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { fitSeason } from '../fit/columns'
import { plantingsOf, withPlantings } from '../fit/as-plantings'
import type { Batch } from '../batch/batch'
import { formatDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done } from '../testing/records'
import { rehearse, USUAL } from '../rehearsal/rehearse'
import { isPromised } from './candidates'
import { hold, type Held, type HoldWanted } from './hold'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { ...read.season, records: [] }
}
const promising = (season: Season, which: (i: number) => boolean): Season => ({
  ...season,
  plantings: season.plantings.map((one, i) => (which(i) ? { ...one, worth: { by: 'promise' as const } } : one)),
})

function held(season: Season, wanted: HoldWanted, today?: Day) {
  const planner = createPlanner()
  const plan = planner.plan(season, today)
  const from = today ?? plan.from - 400
  const fit = fitSeason(planner, plan, { from })
  const run = hold({ planner, plan, fit, chosen: new Int32Array(fit.batches.length), from }, wanted)
  const shares: number[] = []
  for (;;) {
    const step = run.next()
    if (step.done) return { planner, plan, shares, found: step.value }
    shares.push(step.value)
  }
}

/** How sure each promise is by a rehearsal of the plan with the changes made, in a thousand years of its own. */
function rehearsed({ planner, plan, found }: { found: Held } & Pick<ReturnType<typeof held>, 'planner' | 'plan'>) {
  const season = withPlantings(plan.season, plantingsOf(planner, plan, found.picks))
  const run = rehearse(createPlanner().plan(season), { ...USUAL, seed: 99 })
  for (;;) {
    const step = run.next()
    if (step.done) return new Map(step.value.batches.map(({ id, chance }) => [id, chance]))
  }
}

describe('a plan made to hold', () => {
  const season = promising(farm('kestrel-flat'), (i) => i % 4 === 0)
  const once = held(season, { chance: 0.9, over: 0.1 })
  const { found, plan } = once

  it('is surer of what is promised than it was, by years that the search did not know', () => {
    const sure = ({ promises }: Held['held']) => promises.filter(({ chance }) => chance >= 0.9).length
    expect(found.held.promises.map(({ batch }) => batch)).toEqual(plan.batches.filter(isPromised).map(({ id }) => id))
    expect(sure(found.held)).toBeGreaterThan(sure(found.ordinary))
    expect(Math.min(...found.held.promises.map(({ chance }) => chance))).toBeGreaterThan(
      Math.min(...found.ordinary.promises.map(({ chance }) => chance)),
    )
    expect(found.held.cost).toBeGreaterThan(found.ordinary.cost)
  })
  it('is as sure when it is made and rehearsed as it was said to be', () => {
    const chances = rehearsed(once)
    for (const { batch, chance } of found.held.promises) {
      const truth = chances.get(batch)!
      // Two samples: 150 years, and 1,000.
      const error = Math.sqrt(truth * (1 - truth) * (1 / 150 + 1 / 1000)) + 0.01
      expect([batch, Math.abs(chance - truth) < 4 * error]).toEqual([batch, true])
    }
  })
  it('asks for no more where less is wished for', () => {
    const less = held(season, { chance: 0.8, over: 0.1 }).found
    expect(less.held.cost).toBeLessThanOrEqual(found.held.cost + 1e-6)
  })
  it('is the same each time, tells how far it is, and is plain data', () => {
    expect(held(season, { chance: 0.9, over: 0.1 }).found).toEqual(found)
    const { shares } = once
    shares.forEach((share, i) => expect(share).toBeGreaterThanOrEqual(i === 0 ? 0 : shares[i - 1]!))
    expect(shares.at(-1)).toBeLessThanOrEqual(1)
    expect(structuredClone(found)).toEqual(found)
  })
})

describe('a season half over', () => {
  it('leaves out promises that are kept already, and what was sown stays as it was sown', () => {
    const season = promising(farm('kestrel-flat'), (i) => i % 4 === 0)
    const promised = createPlanner()
      .plan(season)
      .batches.filter((batch) => isPromised(batch) && batch.sow !== undefined && batch.sizing)
      .sort((a, b) => a.plantOn - b.plantOn)
    const [first, second] = promised as [Batch, Batch]
    const today = first.plantOn + 1
    const sown = ({ id, sow, sizing }: Batch) =>
      done(id, formatDay(sow!), 'sow', { cells: sizing!.cells, seeds: sizing!.seeds })
    const began = promised.filter(({ sow, id }) => sow! < today && id !== first.id)
    const records = [
      ...[first, ...began].map(sown),
      done(first.id, formatDay(first.plantOn), 'plant', { plants: first.plants }),
    ]
    expect(began).toContain(second)
    const { found, plan } = held({ ...season, records }, { chance: 0.95, over: 0.1 }, today)
    expect(found.held.promises.map(({ batch }) => batch)).not.toContain(first.id)
    expect(found.cannot.map(({ batch }) => batch)).not.toContain(first.id)
    for (const { batch, parts } of found.picks)
      if (plan.byId.get(batch)!.sow! < today) expect([batch, parts.map(({ sow }) => sow)]).toEqual([batch, [plan.byId.get(batch)!.sow]]) // prettier-ignore
  })
})

describe('what cannot hold', () => {
  it('is said with the most that can be had, and the rest holds all the same', () => {
    // Its planting day is too soon to be sure of, and may not move.
    const base = farm('one-tunnel')
    const plan = createPlanner().plan(base)
    const [first] = plan.batches.filter(({ sow, n }) => sow !== undefined && n === 0)
    const season: Season = {
      ...base,
      plantings: base.plantings.map((one) =>
        one.key === first!.planting.key ? { ...one, worth: { by: 'promise' }, confidence: 0.5, pinned: true } : one,
      ),
    }
    const { found } = held(season, { chance: 0.95, over: 0.1 })
    expect(found.cannot.map(({ batch }) => batch)).toEqual([first!.id])
    expect(found.cannot[0]!.chance).toBeLessThan(0.95)
    expect(found.picks.map(({ batch }) => batch)).not.toContain(first!.id)
  })
  it('is nothing where nothing is promised and nothing is ever over', () => {
    const { found } = held(farm('one-tunnel'), { chance: 0.95, over: 0.2 })
    expect(found).toMatchObject({ cannot: [], held: { promises: [], overs: [] } })
    expect(found.picks).toEqual([])
  })
  it('is nothing of a farm without plantings', () => {
    const { found } = held({ ...farm('one-tunnel'), plantings: [] }, { chance: 0.9, over: 0.1 })
    expect(found).toMatchObject({ picks: [], cannot: [], held: { cost: 0 } })
  })
})
