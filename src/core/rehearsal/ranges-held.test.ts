import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner, type Plan } from '../plan/plan'
import { done, entry } from '../testing/records'
import { rehearse, USUAL, type Outlook } from './rehearse'
import { eachYear, isInTime, openOf } from './years'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { ...read.season, records: [] }
}

/** The season half over: what was due is sown and counted, no two batches alike, and the rest is to come. */
function halfOver(season: Season): Plan {
  const planned = createPlanner().plan(season)
  const days = planned.batches.flatMap(({ sow }) => sow ?? []).sort((a, b) => a - b)
  const today = days[Math.floor(days.length / 2)]! + 9
  const records = planned.batches.flatMap((batch, i): Entry[] => {
    const { sow, sizing, pass, way, plantOn } = batch
    if (sow === undefined || !sizing || !pass || sow >= today || plantOn <= today) return []
    const sown = done(batch.id, formatDay(sow), way.route.boughtAge === undefined ? 'sow' : 'receive', {
      cells: sizing.cells,
      seeds: sizing.seeds,
    })
    const counted = pass.emergence + 2
    if (counted >= today || counted >= plantOn || way.route.boughtAge !== undefined || i % 2 === 0) return [sown]
    const showing = Math.round(sizing.cells * (0.6 + (i % 5) * 0.08))
    return [sown, entry(batch.id, formatDay(counted), { did: 'count', cells: sizing.cells, showing, doubles: 0 })]
  })
  return createPlanner().plan({ ...season, records }, today)
}

const SAID_IN = 1000 // years the ranges are said from
const LIVED = 400 // other years

interface Held {
  /** Of the range of ready days, and of plants: how often the truth lay in it. */
  ready: number[]
  plants: number[]
  /** What was said, and what share of the other years had enough in time. */
  chances: [said: number, met: number][]
}

/** What is said of a plan by some years, held against others. */
function held(plan: Plan): Held {
  const run = rehearse(plan, { ...USUAL, years: SAID_IN, seed: 11 })
  let step = run.next()
  while (!step.done) step = run.next()
  const open = openOf(plan)
  const tallies = new Map<string, { said: Outlook; ready: number; plants: number; good: number }>(
    step.value.batches.map((said) => [said.id, { said, ready: 0, plants: 0, good: 0 }]),
  )
  const years = eachYear(plan, open, { ...USUAL, years: LIVED, seed: 12 }, ({ outcome }) => {
    for (const batch of open) {
      const tally = tallies.get(batch.id)
      const truth = outcome(batch)
      if (!tally || !truth) continue
      const within = ([low, , high]: readonly number[], value: number) => (value >= low! && value <= high! ? 1 : 0)
      tally.ready += within(tally.said.ready, truth.ready)
      tally.plants += within(tally.said.plants, truth.plants)
      if (truth.plants >= batch.plants && isInTime(batch, truth)) tally.good++
    }
  })
  while (!years.next().done);
  // Where all years say the same there is no range to hold.
  const wide = (of: readonly number[]) => of[2]! - of[0]! >= 4
  const all = [...tallies.values()]
  return {
    ready: all.filter(({ said }) => wide(said.ready)).map(({ ready }) => ready / LIVED),
    plants: all.filter(({ said }) => wide(said.plants)).map(({ plants }) => plants / LIVED),
    chances: all.map(({ said, good }) => [said.chance, good / LIVED]),
  }
}

const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length

describe.each([
  ['kestrel-flat', (season: Season) => createPlanner().plan(season, parseDay(season.season.from))],
  ['kestrel-flat, half over', (season: Season) => halfOver(season)],
  ['one-tunnel', (season: Season) => createPlanner().plan(season, parseDay(season.season.from))],
  ['one-tunnel, half over', (season: Season) => halfOver(season)],
] as const)('%s', (name, planned) => {
  const { ready, plants, chances } = held(planned(farm(name.split(',')[0]!)))

  it('has its ready days and its plants within the ranges said, in nine years of ten', () => {
    expect(ready.length + plants.length).toBeGreaterThan(4)
    // Days and plants are whole: a range takes in a little more than its nine of ten, never less.
    for (const of of [ready, plants]) {
      if (of.length === 0) continue
      expect(mean(of)).toBeGreaterThan(0.87)
      expect(mean(of)).toBeLessThan(0.96)
    }
  })
  it('keeps the chances said: by tenths, and each within what so many years can say', () => {
    for (let tenth = 0; tenth < 10; tenth++) {
      const own = chances.filter(([said]) => Math.min(9, Math.floor(said * 10)) === tenth)
      if (own.length === 0) continue
      const [said, met] = [mean(own.map(([one]) => one)), mean(own.map(([, one]) => one))]
      expect(Math.abs(said - met)).toBeLessThan(0.06)
    }
    for (const [said, met] of chances) {
      const error = Math.sqrt(((said + met) / 2) * (1 - (said + met) / 2) * (1 / SAID_IN + 1 / LIVED))
      // Years share their weather by fives.
      expect(Math.abs(said - met)).toBeLessThan(4 * 2.3 * error + 0.01)
    }
  })
})
