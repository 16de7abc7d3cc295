import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { WaitingChange } from '../../ui/plan-changes/waiting'
import { createFormat } from '../../words/format'
import { bothSides } from './both-sides'

const season = readSmall()
const format = createFormat('en-GB', 'metric', 2027)
const [planting] = season.plantings

const change = (to: unknown, now: unknown): WaitingChange => ({
  id: '1',
  season: 's',
  n: 1,
  summary: 'Changed it',
  edits: [{ of: 'plantings', key: planting!.key, to, version: 3 }],
  clash: { ok: false, reason: 'stale', stale: [{ of: 'plantings', key: planting!.key, now, version: 5 }] },
})

describe('two changes of the same', () => {
  it('are told by the parts in which they differ, and by no other', () => {
    const [sides] = bothSides(
      change({ ...planting, plants: 200, plannedOn: '2027-01-01' }, { ...planting, plants: 120, on: '2027-05-03' }),
      season,
      format,
    )
    expect(sides!.name).toBe(planting!.code)
    expect(sides!.mine).toContain('200 plants')
    expect(sides!.theirs).toBe(`120 plants, ${format.date(Date.parse('2027-05-03') / 86_400_000)}`)
  })

  it('of which one deleted it say so, and say what is not said in a few words by its number', () => {
    expect(bothSides(change(null, planting), season, format)[0]).toMatchObject({ mine: 'deleted' })
    const [sides] = bothSides(change({ ...planting, series: { count: 3 } }, planting), season, format)
    expect(sides!.mine).toBe('and 1 other part')
  })

  it('are nothing to compare where nobody else changed it', () => {
    const { clash: _, ...rest } = change(planting, planting)
    expect(bothSides(rest, season, format)).toEqual([])
  })
})
