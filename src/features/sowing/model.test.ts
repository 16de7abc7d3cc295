import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { sessionOn } from '../../core/advice/session'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { daysLacking, lacking, missingWords, sessionsAhead } from './model'

const f = createFormat('en-GB', 'metric')
const plan = createPlanner().plan(
  readSmall((s) => {
    s.lots[0]!.seeds = 10
  }),
)
const b = plan.byId.get('b.1')!

describe('the sowing days after a day', () => {
  it('are those of four weeks, the day itself not among them', () => {
    const ahead = sessionsAhead(plan, b.sow! - 1, 'sow')
    expect(ahead).toContain(b.sow)
    expect(sessionsAhead(plan, b.sow!, 'sow')).not.toContain(b.sow)
    expect(ahead.every((day) => day > b.sow! - 1 && day < b.sow! + 27)).toBe(true)
    // Long before anything is sown the first day is told.
    const first = Math.min(...plan.batches.map(({ sow }) => sow!))
    expect(sessionsAhead(plan, first - 100, 'sow')).toEqual([first])
  })
  it('for which seed lacks are told, with what lacks', () => {
    const short = daysLacking(plan, sessionsAhead(plan, b.sow! - 1, 'sow'), 'sow')
    const own = short.find(({ day }) => day === b.sow)!
    expect(
      lacking(own)
        .map((one) => missingWords(one, f))
        .join(),
    ).toMatch(/seeds? of Lettuce lot, for B-1/)
    const roomy = createPlanner().plan(readSmall())
    for (const { missing } of daysLacking(roomy, sessionsAhead(roomy, b.sow! - 1, 'sow'), 'sow'))
      expect(missing.some(({ kind }) => kind !== 'preparation')).toBe(true)
  })
  it('do not count preparation as lacking: there is time for it', () => {
    const t = plan.byId.get('t')!
    const session = sessionOn(plan, t.sow!, ['sow'])
    expect(session.missing.some(({ kind }) => kind === 'preparation')).toBe(true)
    expect(lacking(session).some(({ kind }) => kind === 'preparation')).toBe(false)
  })
})

describe('what is missing', () => {
  it('is said in one phrase', () => {
    const { season } = plan
    expect(missingWords({ kind: 'no-lot', batch: b }, f)).toBe('no seed is entered for B-1 Lettuce, red')
    expect(missingWords({ kind: 'container', container: season.containers[0]!, short: 3 } as never, f)).toBe(
      '3 × 128-cell tray',
    )
    expect(missingWords({ kind: 'place', place: season.places[1]!, over: 2.5 } as never, f)).toBe(
      'room for 2½ trays on Warm bench',
    )
  })
})
