/** What was thrown away, or planted out, stands nowhere from then on, on any farm: no list of a day may speak of it. */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry } from '../../season/schema'
import { tasksBetween } from '../batch/tasks'
import { formatDay, parseDay } from '../calendar/day'
import { fieldWork } from '../field/field-work'
import { monthOf, monthSheet } from '../plan/month'
import { createPlanner } from '../plan/plan'
import { done, entry } from '../testing/records'
import { countsDue } from './counts-due'
import { eveningOf } from './evening'
import { plugChecksDue } from './plug-checks'
import { roundsOn } from './rounds'
import { warningsOf } from './warnings'
import { washDue } from './wash'
import { workBetween } from './work'

const FARMS = ['sallow-ferry', 'kestrel-flat', 'loft-and-porch', 'one-tunnel'].map((name) => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { name, season: { ...read.season, records: [] } }
})

const ENDS = ['thrown away', 'planted out'] as const
const CASES = FARMS.flatMap((farm) => ENDS.map((how) => ({ ...farm, how })))

describe.each(CASES)('on $name, where everything sown was $how on one day', ({ season, how }) => {
  const first = parseDay(season.season.from)
  const length = parseDay(season.season.to) - first
  const readings = season.places.map(({ key }) => ({
    place: key,
    from: 'a test',
    days: Array.from({ length }, (_, i) => ({ on: formatDay(first + i), low: -20, high: 55 })),
  }))

  it.each([0.3, 0.5, 0.7])('nothing is said of it any more, %f of its sowings later', (share) => {
    const planner = createPlanner()
    const { batches } = planner.plan(season)
    const sowings = batches.flatMap(({ sow, sizing }) => (sizing ? [sow!] : [])).sort((a, b) => a - b)
    const gone = sowings[Math.floor(share * sowings.length)]! + 9
    const sown = batches.filter(({ sow, plantOn, sizing }) => sizing && sow! < gone && plantOn >= gone)
    const records: Entry[] = sown.flatMap((batch) => [
      done(batch.id, formatDay(batch.sow!), batch.way.route.boughtAge === undefined ? 'sow' : 'receive', {
        cells: batch.sizing!.cells,
      }),
      how === 'planted out'
        ? done(batch.id, formatDay(gone), 'plant')
        : entry(batch.id, formatDay(gone), { did: 'end', how: 'discarded' }),
    ])
    const ids = new Set(sown.map(({ id }) => id))
    expect(ids.size).toBeGreaterThan(0)
    const firstDay = Math.min(...sown.map(({ sow }) => sow!))
    for (const today of [gone, gone + 1, gone + 25]) {
      const farm = { ...season.farm, recordsFrom: formatDay(firstDay) }
      const plan = planner.plan({ ...season, farm, readings, records }, today)
      const own = (all: readonly string[]) => all.filter((id) => ids.has(id.split(/[~/]/)[0]!))
      const after = warningsOf(plan, gone, today + 1).flatMap(({ batches: hurt }) => hurt.map(({ id }) => id))
      expect(own(after)).toEqual([])
      expect(own(plugChecksDue(plan, today).map(({ batch }) => batch.id))).toEqual([])
      expect(own(countsDue(plan, today).map(({ batch }) => batch.id))).toEqual([])
      expect(roundsOn(plan, today)).toEqual([])
      const warm = eveningOf(planner, plan, today)
      expect(own(warm.flatMap(({ staying }) => staying.map(({ batch }) => batch.id)))).toEqual([])
      expect(own(warm.flatMap(({ leaving, coming }) => [...leaving, ...coming].map(({ work }) => work.task.batch.id)))).toEqual([]) // prettier-ignore
      const open = workBetween(plan, today, today + 60).filter(({ state }) => state === 'open')
      expect(own(open.map(({ task }) => task.batch.id))).toEqual([])
      const later = tasksBetween(plan.batches, gone + 1, Infinity)
      expect(own(later.map(({ batch }) => batch.id))).toEqual([])
      const sheet = monthSheet(plan, monthOf(gone).until)
      expect(own([...sheet.moves, ...sheet.starts].map(({ batch }) => batch.id))).toEqual([])
      expect(own(sheet.planted.map(({ stand }) => stand.id))).toEqual([])
      // In the field there is more to do with it, or nothing.
      const field = own(fieldWork(plan.inField, gone, Infinity).map(({ stand }) => stand.id))
      if (how === 'thrown away') expect(field).toEqual([])
      // It stands on no bench, and its trays are to be washed.
      for (const id of ids) expect(plan.byId.get(id)!.stays.filter(({ until }) => until > gone)).toEqual([])
      if (today > gone) expect(washDue(plan, today).length).toBeGreaterThan(0)
    }
  })
})
