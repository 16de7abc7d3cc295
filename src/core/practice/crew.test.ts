import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Habits } from '../../season/schema'
import { formatDay, parseDay, weekStart } from '../calendar/day'
import { crewHours } from '../labour/labour'
import { createPlanner } from '../plan/plan'
import { done } from '../testing/records'
import { crewOn, shortWeeks, usualCrew } from './crew'

const FROM = parseDay('2027-02-17') // a Wednesday
const crew: Habits['crew'] = { hours: 24, parts: [{ from: '04-26', until: '06-07', hours: 30 }] }
const weeks = Array.from({ length: 40 }, (_, i) => weekStart(FROM) + 7 * i)
/** Mondays on which some are away in a year, found by asking day after day. */
const away = (seed: number) => weeks.filter((monday) => crewOn(crew, seed, FROM, monday) !== crew)

describe('a crew in practice', () => {
  it('is short in about one week of six, in others in another year, and the same in the same', () => {
    const all = Array.from({ length: 200 }, (_, seed) => away(seed + 1))
    const share = all.reduce((sum, { length }) => sum + length, 0) / (200 * weeks.length)
    expect(share).toBeGreaterThan(1 / 6 - 0.02)
    expect(share).toBeLessThan(1 / 6 + 0.02)
    expect(new Set(all.map(String)).size).toBeGreaterThan(190)
    expect(away(9)).toEqual(away(9))
  })

  it('has half its hours on every day of such a week, and no other; after it everything is as before', () => {
    let now = crew
    const short = new Set(away(4))
    expect(short.size).toBeGreaterThan(1)
    for (let day = FROM; day < FROM + 250; day++) {
      now = crewOn(now, 4, FROM, day)
      const usual = crewHours({ crew }, weekStart(day))
      expect([formatDay(day), crewHours({ crew: now }, weekStart(day))]).toEqual([formatDay(day), short.has(weekStart(day)) ? usual / 2 : usual]) // prettier-ignore
      expect(crewHours({ crew: now }, weekStart(day) + 7)).toBe(crewHours({ crew }, weekStart(day) + 7))
      expect(usualCrew(now, 4, FROM, day)).toEqual(crew)
    }
  })

  it('is left alone where nobody counts hours, and where the year has as many parts as it may', () => {
    const [monday] = away(4)
    const uncounted = { parts: [] }
    expect(crewOn(uncounted, 4, FROM, monday!)).toBe(uncounted)
    const full = { ...crew, parts: Array.from({ length: 12 }, (_, i) => ({ from: '12-01', until: '12-02', hours: i })) }
    expect(crewOn(full, 4, FROM, monday!)).toBe(full)
    // Hours of a week that somebody said are no week that was drawn.
    const said = { ...crew, parts: [{ from: formatDay(monday!).slice(5), until: formatDay(monday! + 7).slice(5), hours: 20 }, ...crew.parts] } // prettier-ignore
    expect(usualCrew(said, 4, FROM, monday!)).toBe(said)
  })

  it('is told of each such week what hours there were, and what was done in it', () => {
    const base = readSmall()
    const season = { ...base, habits: { ...base.habits, crew }, farm: { ...base.farm, recordsFrom: base.season.from } }
    const plan = createPlanner().plan(season)
    const batch = plan.batches.filter(({ sow, sizing }) => sow !== undefined && sizing).toSorted((a, b) => a.sow! - b.sow!)[0]! // prettier-ignore
    const monday = weekStart(batch.sow!)
    const seed = Array.from({ length: 99 }, (_, i) => i + 1).find((one) => crewOn(crew, one, monday, monday) !== crew)!
    const records = [done(batch.id, formatDay(batch.sow!), 'sow', { cells: batch.sizing!.cells })]
    const told = (of: typeof records) =>
      shortWeeks(createPlanner().plan({ ...season, records: of }, monday + 8), seed, monday)[0]!
    expect(told(records)).toMatchObject({ monday, hours: crewHours({ crew }, monday) / 2 })
    const { work } = season.habits
    const trays = batch.stays[0]!.trays
    const minutes = trays * (work.fillTray + (batch.way.method.seeder ? work.seederTray : work.sowTray))
    expect(told(records).done).toBeCloseTo(minutes / 60, 6)
    expect(told([]).done).toBe(0)
    expect(shortWeeks(createPlanner().plan({ ...season, habits: { ...season.habits, crew: { parts: [] } } }, monday + 8), seed, monday)).toEqual([]) // prettier-ignore
  })
})
