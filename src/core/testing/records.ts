/** Test helper: records as a device would write them. */
import type { Entry, Season } from '../../season/schema'
import { formatDay, type Day } from '../calendar/day'
import type { Batch } from '../batch/batch'
import { tasksOf } from '../batch/tasks'

let made = 0

/** A record of a batch on a day; made at noon of it unless the rest says otherwise. */
export function entry(batch: string | undefined, on: string, what: Entry['what'], rest: Partial<Entry> = {}): Entry {
  made++
  return {
    id: `00000000-0000-4000-8000-${made.toString(16).padStart(12, '0')}`,
    on,
    at: `${on}T12:00:${String(made % 60).padStart(2, '0')}.000Z`,
    who: 'Crew A',
    what,
    ...(batch === undefined ? {} : { batch }),
    ...rest,
  }
}

type Done = Extract<Entry['what'], { did: 'task' }>

/** A record that work was done. */
export const done = (
  batch: string,
  on: string,
  task: Done['task'],
  more: Partial<Omit<Done, 'did' | 'task'>> = {},
): Entry => entry(batch, on, { did: 'task', task, nth: 0, ...more })

/**
 * Records of everything that may happen to the batches of a season, sensible or not, as so many numbers choose.
 *
 * @param picks each chooses a batch, what happened to it and when
 */
export function anyRecords(
  season: Pick<Season, 'season' | 'places' | 'containers'>,
  batches: readonly Batch[],
  today: Day,
  picks: readonly number[],
): Entry[] {
  const standing = batches.filter((batch) => tasksOf(batch, -Infinity, Infinity).length > 0)
  const records: Entry[] = [entry(undefined, season.season.from, { did: 'note' })]
  if (standing.length === 0) return records
  const of = <T>(list: readonly T[], n: number): T => list[n % list.length]!
  for (const pick of picks) {
    const batch = of(standing, pick)
    const n = pick >>> 3
    const task = of(tasksOf(batch, -Infinity, Infinity), n)
    const on = formatDay(Math.min(today, Math.max(batch.sow! - 3, task.day + ((n >>> 5) % 15) - 7)))
    const step = { task: task.kind, nth: task.nth }
    const place = of(season.places, n >>> 2).key
    const container = of(season.containers, n >>> 4).key
    const cells = (n % 90) + 1
    const happened: Entry['what'][] = [
      { did: 'task', ...step, ...(task.kind === 'sow' ? { cells: task.cells, seeds: batch.sizing!.seeds } : {}) },
      { did: 'task', ...step, place, cells, container },
      { did: 'task', ...step, plants: cells },
      { did: 'drop', ...step, why: 'no time' },
      { did: 'wait', ...step, until: formatDay(today + 4) },
      { did: 'moved', place },
      { did: 'moved', place, container, cells },
      { did: 'loss', plants: (n % 7) + 1, cause: 'cold' },
      { did: 'count', cells: 40, showing: n % 41, doubles: 0 },
      { did: 'check', lifts: n % 2 === 0, leaves: n % 6, roots: 'showing' },
      { did: 'split', part: 2 + (n % 3), cells },
      { did: 'end', how: 'sold', plants: cells },
      { did: 'end', how: 'discarded' },
      { did: 'mixed', as: 'A mix', with: [] },
    ]
    records.push(entry((n >>> 6) % 5 === 0 ? `${batch.id}~${2 + (n % 3)}` : batch.id, on, of(happened, n >>> 1)))
  }
  return records
}
