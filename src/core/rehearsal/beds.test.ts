import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { parseDay } from '../calendar/day'
import { createPlanner, type Plan } from '../plan/plan'
import { airIn, bedsBefore, bedWaits } from './beds'
import { rehearse, USUAL } from './rehearse'

const read = (name: string): Season => {
  const said = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!said.ok) throw new Error(`${name} must read`)
  return { ...said.season, records: [] }
}
const demo = read('sallow-ferry')
const planOf = (season: Season, today?: string): Plan => createPlanner().plan(season, today === undefined ? undefined : parseDay(today)) // prettier-ignore
const NOTHING = { weather: false, seed: false, losses: false, badLots: false, work: false, heat: false, hours: false, beds: false } // prettier-ignore
const run = (plan: Plan, leftTo: Partial<typeof NOTHING>, years = 60) => {
  const steps = rehearse(plan, { ...USUAL, years, leftTo: { ...NOTHING, ...leftTo } })
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** The demo farm with kinds that take so many days from planting to harvest in whatever weather. */
const byDays: Season = {
  ...demo,
  crops: demo.crops.map((crop) => {
    const { maturity } = crop.field
    if (!maturity) return crop
    const { at: _at, hours: _hours, ...days } = maturity
    return { ...crop, field: { ...crop.field, maturity: { ...days, from: 'planting' as const } } }
  }),
}

/** Chains of a bed: what is planted after what, both raised. */
function pairsOf(plan: Plan) {
  const before = bedsBefore(plan)
  return [...before].flatMap(
    ([id, all]) =>
    all.flatMap(({ use, ready, turnaround }) => (use.stand!.batch ? [{ next: plan.byId.get(id)!, first: use.stand!.batch, slack: ready - use.until - turnaround }] : [])), // prettier-ignore
  )
}

describe('beds that clear late', () => {
  it('are looked at where one planting follows another on the same stretch, and nobody gave the day', () => {
    const plan = planOf(demo)
    const pairs = pairsOf(plan)
    expect(pairs.length).toBeGreaterThan(3)
    for (const { next, first } of pairs) {
      expect(first.plantOn).toBeLessThan(next.plantOn)
      expect(first.id).not.toBe(next.id)
    }
    const { first } = pairs[0]!
    const said = (one: Season['plantings'][number]) => (one.key === first.planting.key ? { ...one, changes: [], series: undefined, clears: '2027-09-01' } : one) // prettier-ignore
    const given = planOf({ ...demo, plantings: demo.plantings.map(said) })
    expect(pairsOf(given).some((pair) => pair.first.planting.key === first.planting.key)).toBe(false)
    expect(bedsBefore(planOf({ ...demo, beds: [] })).size).toBe(0)
  })

  it('clear as planned where all goes as planned', () => {
    const plan = planOf(demo)
    const with_ = run(plan, { beds: true }, 2).batches
    expect(with_.every(({ reasons }) => reasons.bed === 0)).toBe(true)
    expect(with_).toEqual(run(plan, {}, 2).batches)
  })

  it('clear as many days late as what stands there went in late, beyond the slack there is, and hold up all that follows', () => {
    const plan = planOf(byDays)
    const before = bedsBefore(plan)
    const late = 9
    // The pair with the least room between.
    const { first, next } = pairsOf(plan)
      .filter(({ first }) => !before.has(first.id))
      .toSorted((a, b) => a.slack - b.slack)[0]!
    const asPlanned = (batch: Plan['batches'][number]) => ({ ready: batch.plantOn - 1, pass: batch.course.pass! })
    const air = airIn(plan, undefined)
    const on = bedWaits(before, air, asPlanned)
    const off = bedWaits(before, air, (batch) => ({ ...asPlanned(batch), ready: batch === first ? first.plantOn + late : batch.plantOn - 1 })) // prettier-ignore
    const { use, ready, turnaround } = before.get(next.id)!.find(({ use }) => use.stand!.batch === first)!
    expect(on(next)).toBe(0)
    expect(off(next)).toBeGreaterThan(0)
    expect(off(next)).toBe(Math.max(0, use.until + late + turnaround - ready))
    // What never gets as far as being planted is in nobody's way.
    expect(bedWaits(before, air, (batch) => ({ ...asPlanned(batch), ready: batch === first ? Infinity : batch.plantOn }))(next)).toBe(0) // prettier-ignore
    // Down a chain nobody waits longer than the one before it went in late.
    const all = bedWaits(before, air, (batch) => ({ ...asPlanned(batch), ready: batch.plantOn + late }))
    for (const { next } of pairsOf(plan)) expect(all(next)).toBeLessThanOrEqual(late)
  })

  it('clear late in cold years alone, where it takes warmth to ripen: a miss is said to be for a bed', () => {
    const plan = planOf(demo)
    const said = run(plan, { weather: true, beds: true })
    const without = run(plan, { weather: true })
    const held = said.batches.filter(({ reasons }) => reasons.bed > 0)
    expect(held.length).toBeGreaterThan(0)
    const ids = new Set(bedsBefore(plan).keys())
    said.batches.forEach((one, i) => {
      expect(one.chance).toBeLessThanOrEqual(without.batches[i]!.chance)
      if (!ids.has(one.id)) expect(one).toEqual(without.batches[i])
      else expect(one.ready).toEqual(without.batches[i]!.ready)
    })
    // Where days to harvest are days, whatever the weather, only what is ready late holds up another.
    const days = run(planOf(byDays), { weather: true, beds: true })
    expect(days.batches.reduce((sum, { reasons }) => sum + reasons.bed, 0)).toBeLessThan(said.batches.reduce((sum, { reasons }) => sum + reasons.bed, 0)) // prettier-ignore
  })

  it('are none on farms without beds, and change nothing there', () => {
    for (const name of ['kestrel-flat', 'loft-and-porch', 'one-tunnel']) {
      const plan = planOf(read(name))
      const size = bedsBefore(plan).size
      if (size === 0) expect(run(plan, { weather: true, beds: true })).toEqual(run(plan, { weather: true }))
    }
  })
})
