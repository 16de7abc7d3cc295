import { describe, expect, it } from 'vitest'
import { parseDay } from '../../core/calendar/day'
import { done, entry } from '../../core/testing/records'
import { createPlanner } from '../../core/plan/plan'
import type { Entry } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { entrySentence, outlookWords, refusalSentence, standingWords } from './words'

const season = readSmall()
const f = createFormat('en-GB', 'metric')
const say = (what: Entry['what'], place?: string) =>
  entrySentence(entry('a', '2027-04-01', what, place === undefined ? {} : { place }), season, f)

describe('what a record says', () => {
  it.each<[Entry['what'], string]>([
    [
      { did: 'task', task: 'sow', nth: 0, cells: 200, trays: 2, seeds: 210, place: 'bench' },
      'Sown: 210 seeds, 200 cells, 2 trays, on Warm bench',
    ],
    [{ did: 'task', task: 'plant', nth: 0, plants: 190 }, 'Planted out: 190 plants'],
    [{ did: 'drop', task: 'thin', nth: 0, why: 'left as clumps' }, 'Thin dropped: left as clumps'],
    [
      { did: 'wait', task: 'plant', nth: 0, until: '2027-05-03', why: 'frost' },
      'Plant out put off to Mon 3 May: frost',
    ],
    [{ did: 'loss', plants: 1, cause: 'mice-or-birds' }, '1 plant lost: mice or birds'],
    [{ did: 'count', cells: 128, showing: 100, doubles: 3 }, '100 of 128 cells up, 3 with more than one'],
    [
      { did: 'count', cells: 128, showing: 9, doubles: 0, again: '2027-04-05' },
      '9 of 128 cells up; count again Mon 5 Apr',
    ],
    [{ did: 'moved', place: 'frame' }, 'Moved to Frame'],
    [{ did: 'moved', container: 'pots', cells: 40, place: 'bench' }, 'Potted on into 9 cm pots, 40, on Warm bench'],
    [
      { did: 'task', task: 'pot-up', nth: 1, cells: 60, trays: 4, container: 'pots', place: 'bench' },
      'Potted up: 60 cells, 4 trays, into 9 cm pots, on Warm bench',
    ],
    [
      { did: 'check', leaves: 3, lifts: false, roots: 'none', pale: true },
      'Looked at: 3 true leaves, plug falls apart, roots none to be seen, pale',
    ],
    [{ did: 'check' }, 'Looked at: nothing amiss'],
    [{ did: 'split', part: 2, cells: 40, for: 'is sold' }, '40 cells split off as part 2, is sold'],
    [{ did: 'end', how: 'given', plants: 12 }, '12 plants given away'],
    [{ did: 'end', how: 'discarded' }, 'All thrown away'],
    [{ did: 'mixed', as: 'Red and green', with: [] }, 'Mixed: kept as “Red and green”'],
    [{ did: 'wash', container: 'cells-128', trays: 4 }, '4 × 128-cell tray washed'],
    [{ did: 'label', code: 'ACDEF', labels: 3 }, '3 labels printed, ACDEF'],
    [{ did: 'fill', cells: 6 }, '6 blanks filled from doubles'],
  ])('%o', (what, words) => expect(say(what)).toBe(words))
  it('names the place of a round', () => expect(say({ did: 'round', what: 'feed' }, 'bench')).toBe('Fed: Warm bench'))
})

describe('why a record could not be kept', () => {
  it('says what is wrong and what to do', () => {
    expect(refusalSentence({ kind: 'too-many', what: 'lost', said: 300, most: 120 }, f)).toBe(
      '300 lost cannot be: there are 120 at most. Correct the number.',
    )
    expect(refusalSentence({ kind: 'before-sowing', sown: parseDay('2027-03-01') }, f)).toContain(
      'It was sown on Mon 1 Mar',
    )
    for (const kind of ['part-taken', 'unknown-batch', 'other-record', 'nothing-to-correct'] as const)
      expect(refusalSentence({ kind }, f)).toMatch(/\.$/)
    expect(refusalSentence({ kind: 'malformed', problems: ['on: wrong'] }, f)).toContain('on: wrong')
  })
})

describe('how a batch is', () => {
  const start = entry(undefined, '2027-01-02', { did: 'note' })
  const at = (today: string, ...records: Entry[]) => {
    const plan = createPlanner().plan({ ...season, records: [start, ...records] }, parseDay(today))
    return standingWords(plan.byId.get('t')!, parseDay(today), season, f)
  }
  it('is said in a few words', () => {
    const { sow, plantOn, pass } = createPlanner().plan(season).byId.get('t')!
    const iso = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10)
    const sown = done('t', iso(sow!), 'sow', { cells: 72, seeds: 144 })
    expect(at(iso(sow! - 5))).toBe(`to be sown ${f.date(sow!)}`)
    expect(at(iso(sow! + 1), sown)).toBe(`sown ${f.date(sow!)}, not up yet, 1 × 128-cell tray, Heat mat`)
    expect(at(iso(pass!.leavesHeat + 1), sown, done('t', iso(pass!.leavesHeat), 'leave-heat'))).toBe(
      'up, 1 × 128-cell tray, Warm bench',
    )
    expect(at(iso(plantOn + 1), sown, done('t', iso(plantOn), 'plant'))).toBe(`planted ${f.date(plantOn)}`)
    expect(at(iso(sow! + 9), sown, entry('t', iso(sow! + 8), { did: 'end', how: 'discarded' }))).toBe('gone')
  })
  it('will be in time or not', () => {
    expect([
      outlookWords({ kind: 'on-time', days: 0 }, f),
      outlookWords({ kind: 'late', days: 1 }, f),
      outlookWords({ kind: 'late', days: Infinity }, f),
      outlookWords({ kind: 'early', days: 4 }, f),
      outlookWords({ kind: 'overgrown', days: 2 }, f),
    ]).toEqual(['on time', '1 day late', 'will not be ready', 'ready 4 days early', 'overgrown by 2 days'])
  })
})
