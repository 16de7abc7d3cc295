import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import type { Lot } from '../../season/schema'
import { createFormat } from '../../words/format'
import { changedLots, needWords, shortWords } from './model'

const f = createFormat('en-GB', 'metric')
const lotWith = (seeds: number, packetSeeds?: number) => {
  const plan = createPlanner().plan(
    readSmall((s) => {
      s.lots[0]!.seeds = seeds
      if (packetSeeds) s.lots[0]!.packetSeeds = packetSeeds
    }),
  )
  return { lot: plan.season.lots[0]!, use: plan.lots.find(({ lot }) => lot.key === 'lettuce-lot')! }
}

describe('what a lot is asked for', () => {
  it('is said with what is left where it is enough', () => {
    const { lot, use } = lotWith(5000)
    const said = needWords(lot, use, f)
    expect(said).toContain(`${f.number(use.needed)} seeds, handling included; 5,000 left.`)
    expect(said).not.toContain('short')
  })
  it('is said with what lacks, from when, for which batch, and in packets', () => {
    const { lot, use } = lotWith(100, 250)
    expect(use.short).toBeGreaterThan(0)
    const said = needWords(lot, use, f)
    expect(said).toContain(`${f.number(use.short)} short, from ${f.date(use.runsOut!.day)}`)
    expect(said).toContain(`, at ${use.runsOut!.code}.`)
    const packets = Math.ceil(use.short / 250)
    expect(said).toContain(`That is ${packets} ${packets === 1 ? 'packet' : 'packets'} more.`)
    expect(shortWords(use, f)).toContain('short')
  })
  it('is nothing where no planting draws from it', () => {
    const { lot, use } = lotWith(100)
    expect(needWords(lot, { ...use, needed: 0 }, f)).toBe('No planting draws from this lot.')
  })
})

describe('many lots at once', () => {
  const lots = [
    { key: 'a', variety: 'v', name: 'A', form: 'raw', testedSeeds: 100, pace: 1, homeTests: [] },
    { key: 'b', variety: 'v', name: 'B', form: 'raw', stored: 'room', testedSeeds: 100, pace: 1, homeTests: [] },
    { key: 'c', variety: 'v', name: 'C', form: 'raw', testedSeeds: 100, pace: 1, homeTests: [] },
  ] satisfies Lot[]
  it('change what is said, and nothing else; what is so already is left alone', () => {
    const edits = changedLots({ lots }, ['a', 'b'], { stored: 'room' }, { 'lots/a': 3 })
    expect(edits).toEqual([{ of: 'lots', key: 'a', to: { ...lots[0], stored: 'room' }, version: 3 }])
  })
  it('are taken out', () => {
    expect(changedLots({ lots }, ['c'], 'delete', {})).toEqual([{ of: 'lots', key: 'c', to: null, version: null }])
  })
})
