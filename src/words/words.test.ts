import { describe, expect, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { parseDay } from '../core/calendar/day'
import { done, entry } from '../core/testing/records'
import type { Mark } from '../core/batch/marks'
import type { Entry } from '../season/schema'
import { readSmall } from '../season/small-season'
import { chanceWords, count, createFormat, hoursWords, list, mixWords, range, shareWords, yearOf } from './format'
import { beyondWords, loadWords, overSummary } from './loads'
import { markSentence, markTag } from './marks'
import { tasksOf } from '../core/batch/tasks'
import { taskLine, taskName } from './tasks'
import { workingOf } from './working'

const f = createFormat('en-GB', 'metric')
const us = createFormat('en-US', 'us')
const day = parseDay('2027-04-12')

describe('format', () => {
  it('writes dates as the locale does, with the weekday', () => {
    expect(f.date(day)).toBe('Mon 12 Apr')
    expect(us.date(day)).toBe('Mon Apr 12')
    expect(createFormat('de-DE', 'metric').date(day)).toBe('Mon 12 Apr')
    expect(f.date(parseDay('2027-09-01'))).toBe('Wed 1 Sep')
    expect([f.longDate(day), us.longDate(day)]).toEqual(['Monday 12 April 2027', 'Monday, April 12, 2027'])
  })
  it('writes both unit systems', () => {
    expect([f.temperature(20), us.temperature(20)]).toEqual(['20 °C', '68 °F'])
    expect([f.degrees(5), us.degrees(5)]).toEqual(['5 °C', '9 °F'])
    expect([f.volume(45), us.volume(45)]).toEqual(['45 ml', '2.7 cu in'])
    expect([mixWords(f, 4.25), mixWords(f, 42.4), mixWords(us, 42.4)]).toEqual(['4.3 l', '42 l', '1.5 cu ft'])
    expect([f.depth(0.6), us.depth(1.5)]).toEqual(['6 mm', '⅝ in'])
  })
  it('writes the year of a day that is not of the season', () => {
    const season = { from: '2026-10-01', to: '2027-12-31' }
    expect(yearOf(season)).toBe(2027)
    const [here, there] = ['en-GB', 'en-US'].map((locale) => createFormat(locale, 'metric', yearOf(season)))
    const before = parseDay('2026-10-12')
    expect([here!.date(before), here!.shortDate(before), here!.date(day)]).toEqual([
      'Mon 12 Oct 2026',
      '12 Oct 2026',
      'Mon 12 Apr',
    ])
    expect([there!.date(before), there!.shortDate(before)]).toEqual(['Mon Oct 12 2026', 'Oct 12 2026'])
  })
  it('says chances and counts as people do', () => {
    expect([chanceWords(f, 0.9), chanceWords(f, 0.912), chanceWords(f, 0.999), chanceWords(f, 0.001)]).toEqual([
      '90 %',
      '91 %',
      'over 99 %',
      'under 1 %',
    ])
    expect([count(f, 1, 'tray'), count(f, 2, 'tray'), count(f, 2, 'batch')]).toEqual(['1 tray', '2 trays', '2 batches'])
    expect([2.25, 2 / 3, 3, 0.004, 1.999].map((hours) => hoursWords(f, hours))).toEqual([
      '2 h 15 min',
      '40 min',
      '3 h',
      '0 min',
      '2 h',
    ])
    expect([f.number(-2.4, 1), f.number(-0.3), f.temperature(-2)]).toEqual(['−2.4', '0', '−2 °C'])
    expect([0.9, 2, 8, 40].map((litres) => mixWords(us, litres))).toEqual(['1 qt', '2.1 qt', '2.1 gal', '1.4 cu ft'])
    expect(shareWords(0.85)).toBe('85 %')
    expect([list(f, []), list(f, ['a']), list(f, ['a', 'b', 'c'])]).toEqual(['', 'a', 'a, b and c'])
    expect(range(f, day, day + 1)).toBe('12 Apr')
    expect(range(f, day, day + 3)).toBe('12 Apr to 14 Apr')
  })
})

describe('the working', () => {
  const season = readSmall()
  const plan = createPlanner().plan(season)
  const batch = plan.byId.get('t')!
  const working = workingOf(batch, season, f)
  it('opens every number, and each input links to where it is set', () => {
    expect(working.map(({ title }) => title)).toEqual(['Sowing day', 'Cells', 'Seeds', 'Room'])
    for (const one of working) {
      expect(
        one.lines.some((line) => line.some((piece) => typeof piece !== 'string' && piece.at.startsWith('/'))),
      ).toBe(true)
      expect(one.rule).not.toBe('')
    }
  })
  it('says the same numbers as the plan', () => {
    const text = JSON.stringify(working)
    expect(text).toContain(f.number(batch.sizing!.cells))
    expect(text).toContain(f.date(batch.pass!.emergence))
    expect(text).toContain(f.number(batch.ageAtPlanting))
  })
  it('opens for a batch that went otherwise than planned', () => {
    const t = plan.byId.get('t')!
    const iso = (n: number) => new Date(n * 86_400_000).toISOString().slice(0, 10)
    const sown = done('t', iso(t.sow!), 'sow', { cells: 80, seeds: 160 })
    const today = t.plantOn - 3
    const opened = (...records: Entry[]) => {
      const now = createPlanner()
        .plan({ ...season, records: [sown, ...records] }, today)
        .byId.get('t')!
      return JSON.stringify(workingOf(now, season, f))
    }
    const up = iso(t.pass!.leavesHeat)
    expect(opened(entry('t', up, { did: 'drop', task: 'pot-up', nth: 1, why: 'no pots' }))).toContain(
      'stay good in 128-cell tray',
    )
    expect(
      opened(entry('t', iso(today), { did: 'drop', task: 'harden', nth: 2, why: 'goes in the tunnel' })),
    ).not.toContain('of hardening')
    expect(
      opened(done('t', up, 'leave-heat'), entry('t', iso(t.pass!.leavesHeat + 5), { did: 'moved', place: 'frame' })),
    ).toContain('Moved to ')
    expect(
      opened(
        done('t', up, 'leave-heat'),
        done('t', iso(t.pass!.leavesHeat + 20), 'pot-up', { nth: 1, cells: 60, container: 'cells-128' }),
      ),
    ).toContain('60 in 1 × ')
  })
  it('names tasks by what is really done', () => {
    const tasks = tasksOf(plan.byId.get('a')!, -Infinity, Infinity)
    expect(tasks.map((one) => taskName(one, f))).toEqual(['Sow', 'Uncover', 'Harden off', 'Plant out'])
    // Where there are lamps, they go on when heat and cover come off.
    const lit = readSmall((s) => (s.places[1]!.lamp = { ppfd: 150, hours: 16 }))
    const off = tasksOf(createPlanner().plan(lit).byId.get('t')!, -Infinity, Infinity).find(
      ({ kind }) => kind === 'leave-heat',
    )!
    expect(taskLine(off, lit.places, f)).toBe('1 × 128-cell tray: Heat mat → Warm bench; light on, 16 hours a day')
    expect(taskLine(tasks[0]!, season.places, f)).toMatch(/^\d+ seeds in \d+ cells: 2 × 128-cell tray, on Warm bench$/)
  })
  it('tells when a place is over', () => {
    const tight = readSmall((s) => (s.places[1]!.trayPlaces = 2))
    const load = createPlanner().plan(tight).places[1]!
    expect(overSummary(load, day - 60, f)).toMatch(/^\d+ over, /)
    expect(overSummary(load, day + 300, f)).toBe('Not over again')
    // Room to the half tray, hours as people say them.
    expect([0.2, 0.5, 7.4, 7.6, 127.5, 1200].map((n) => loadWords(n, f))).toEqual([
      '0.2',
      '½',
      '7½',
      '7½',
      '127½',
      '1,200',
    ])
    expect([0.5, 2.166, 26].map((n) => loadWords(n, f, 'hour'))).toEqual(['30 min', '2 h 10 min', '26 h'])
    expect(beyondWords(0.01, f)).toBe('½')
    expect(beyondWords(0.001, f, 'hour')).toBe('1 min')
    expect(overSummary(plan.places[2]!, day, f)).toBe('Never over')
  })
})

describe('marks', () => {
  const at = { place: 0, temperature: 3, from: day, until: day + 5 }
  const marks: Mark[] = [
    { kind: 'container-too-small', container: 'Tiny', ready: 1, limit: 1 },
    { kind: 'never-emerges', ...at, base: 8, ceiling: 35 },
    { kind: 'no-germination', ...at },
    { kind: 'no-time', part: 'growing', ...at },
    { kind: 'slow-emergence', ...at, days: 40, fastestDays: 5.2 },
    { kind: 'weak-emergence', ...at, share: 0.3, lotShare: 0.9 },
    { kind: 'not-ready', days: 4 },
    { kind: 'past-limit', days: 1 },
    { kind: 'outgrown-before-move', container: 'Tiny', day, limitAge: 1, age: 2 },
    { kind: 'moves-after-planting', day: Infinity },
    { kind: 'move-in-hardening', day },
    { kind: 'cold-place', ...at, share: 0.1 },
    { kind: 'cold-nights', ...at, nights: 2, below: 4 },
    { kind: 'hot-days', ...at, days: 2, above: 34 },
    { kind: 'place-closed', place: 0, day },
  ]
  it.each(marks)('$kind is a plain sentence and a short tag', (mark) => {
    const sentence = markSentence(mark, readSmall().places, f)
    expect(sentence).toMatch(/^[A-Z0-9].*\.$/)
    expect(sentence).not.toMatch(/undefined|NaN|Infinity/)
    expect(markTag(mark, f).length).toBeLessThan(24)
  })
})
