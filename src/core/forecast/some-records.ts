/** Test helper: records as a device would write them. */
import type { Entry } from '../../season/schema'

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
export const done = (batch: string, on: string, task: Done['task'], more: Partial<Omit<Done, 'did' | 'task'>> = {}): Entry => entry(batch, on, { did: 'task', task, nth: 0, ...more })
