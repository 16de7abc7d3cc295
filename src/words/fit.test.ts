import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import type { Limit } from '../core/capacity/limits'
import type { Proposal } from '../core/fit/proposals'
import { createPlanner } from '../core/plan/plan'
import { readSmall } from '../season/small-season'
import {
  amountWords,
  effectSentence,
  limitName,
  otherwiseSentence,
  proposalTitle,
  reliefSentence,
  stillOverWords,
  troubleSentence,
} from './fit'
import { createFormat } from './format'

const f = createFormat('en-GB', 'metric')
const season = readSmall()
const plan = createPlanner().plan(season)
const batch = plan.byId.get('t')!
const limit = (id: string) => plan.limits.find((one) => one.id === id)!
const day = parseDay('2027-03-15')
const proposal = (more: Partial<Proposal>): Proposal => ({
  pick: { batch: 't', parts: [] },
  batch,
  becomes: [batch],
  differences: [[]],
  late: 0,
  insideWindow: true,
  relief: undefined,
  cost: 0,
  unhung: undefined,
  ...more,
})

describe('a proposal in words', () => {
  it('says what would be done, part by part', () => {
    const differences = [
      { kind: 'plant' as const, from: day, to: day + 1 },
      { kind: 'sow' as const, from: day, to: day + 4 },
      { kind: 'germinate' as const, to: 0 },
      { kind: 'grow' as const, from: 1, to: 2 },
      { kind: 'harden' as const, to: 1 },
      { kind: 'hold' as const, to: 2, days: 6 },
      { kind: 'pot-up' as const, from: 0.5, to: 1 },
      { kind: 'container' as const, from: '9 cm pots', to: '128-cell tray' },
      { kind: 'method' as const, to: 'Plugs', bought: true },
      { kind: 'method' as const, to: 'Blocks', bought: false },
    ]
    expect(proposalTitle(proposal({ differences: [differences] }), season.places, f)).toBe(
      'Plant 1 day later, on Tue 16 Mar; sow 4 days later, on Fri 19 Mar; germinate at Heat mat; grow on at Frame instead of Warm bench; harden at Warm bench; hold for the last 6 days at Frame; pot up later; use 128-cell tray instead of 9 cm pots; buy in the young plants (Plugs); raise by Blocks',
    )
    expect(
      proposalTitle(proposal({ becomes: [batch, batch], differences: [[], [differences[1]!]] }), season.places, f),
    ).toBe('Split in two: 60 as they stand and 60 sow 4 days later, on Fri 19 Mar')
  })
  it('says what it makes room for, and what it does to the batch', () => {
    const relief = { limit: limit('place mat'), amount: 6, week: day, days: 3, wasOver: true }
    expect(reliefSentence(relief, f)).toBe('Frees 6 tray places at Heat mat in week 11, which are over now.')
    expect(reliefSentence({ ...relief, limit: limit('container cells-128'), amount: 1, days: 12 }, f)).toBe(
      'Frees 1 × 128-cell tray in week 11 and 12 days in all, which is over now.',
    )
    expect(reliefSentence({ ...relief, limit: limit('crew'), amount: 2.25, wasOver: false }, f)).toBe(
      'Makes room for what moves there: 2 h 15 min in week 11.',
    )
    expect(reliefSentence(undefined, f)).toBe('Makes the plan cheaper.')
    expect(effectSentence(proposal({}), f)).toBe('It stays inside its window and is planted on its day.')
    expect(effectSentence(proposal({ late: 2, unhung: { to: 'harvest', on: '2027-07-01' } }), f)).toBe(
      'It is planted 2 days late. Its date is no longer tied to its first harvest.',
    )
    expect(effectSentence(proposal({ late: -1 }), f)).toBe('It is planted 1 day sooner than wanted.')
    expect(effectSentence(proposal({ insideWindow: false }), f)).toBe('It is planted on its day.')
  })
  it('says what stays over and what nothing can put right', () => {
    const heat: Limit = { ...limit('place mat'), id: 'heat mat', kind: 'heat' }
    expect(limitName(heat, f)).toBe('Heat, Heat mat')
    expect(amountWords(limit('container pots'), 2.5, f)).toBe('2.5 × 9 cm pots')
    expect(stillOverWords(limit('place bench'), { from: day, until: day + 3, most: 4 }, f)).toBe(
      '15 Mar to 17 Mar: 4 tray places too many at Warm bench',
    )
    expect(troubleSentence({ kind: 'nothing-there', limit: limit('place bench'), batches: plan.batches }, f)).toMatch(
      /^Warm bench: there is no room at any time, and A, B-1, B-2, B-4 and 2 more cannot do without it.$/,
    )
    expect(
      troubleSentence(
        { kind: 'fixed-over', limit: limit('place bench'), from: day, until: day + 1, most: 2, batches: [batch] },
        f,
      ),
    ).toBe('15 Mar: 2 tray places too many at Warm bench, whatever else moves: T cannot move away.')
    expect(troubleSentence({ kind: 'cannot', batch, mark: { kind: 'not-ready', days: 4 } }, f)).toMatch(
      /^T Tomato, plum does not work as it stands \(.+\) and is left alone.$/,
    )
  })
  it('says where a batch is raised otherwise than its method says', () => {
    expect(
      otherwiseSentence(
        {
          germinateAt: 'bench',
          places: [null, 'frame'],
          hold: { place: 'frame', days: 4 },
          potUpPoint: 0.5,
          containers: ['pots'],
          hardenAt: 'bench',
          method: 'tomato-pots',
        },
        season,
        f,
      ),
    ).toBe(
      'Differs from its method: by Cells, then pots, germinates at Warm bench, grows on at Frame, in 9 cm pots, hardens at Warm bench, held 4 days at Frame and potted up at the usual time.',
    )
  })
})
