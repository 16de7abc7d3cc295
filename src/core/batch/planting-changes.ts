/** Plantings changed by the few facts a list of them shows: what depends on a fact goes with it. */
import type { Planting } from '../../season/schema'
import { present } from '../../season/values'
import { formatDay, parseDay } from '../calendar/day'
import { plannedFor } from './one-of-series'

/** What may be changed; a part that is there and `undefined` is taken out. */
export interface PlantingChange {
  variety?: string
  method?: string
  plants?: number
  on?: string
  series?: Planting['series'] | undefined
  note?: string | undefined
}

/**
 * A planting with some of its facts changed:
 * a day chosen by hand hangs on nothing any more, a sowing day that was chosen for another is counted back again, days of
 * an even harvest move along; where it was raised otherwise belongs to the method it was decided for; a seed lot to the
 * variety; what was said of single sowings to a series.
 */
export function changedPlanting(planting: Planting, change: PlantingChange): Planting {
  let next = planting
  if (change.on !== undefined && change.on !== next.on) next = movedTo(next, change.on)
  if (change.variety !== undefined && change.variety !== next.variety)
    next = present({ ...next, variety: change.variety, lot: undefined }) as Planting
  if (change.method !== undefined && change.method !== next.method)
    next = present({
      ...next,
      method: change.method,
      otherwise: undefined,
      changes: next.changes.map((one) => present({ ...one, otherwise: undefined })),
    }) as Planting
  if (change.plants !== undefined) next = { ...next, plants: change.plants }
  if ('series' in change) next = withSeries(next, change.series)
  if ('note' in change) next = present({ ...next, note: change.note }) as Planting
  return next
}

function movedTo(planting: Planting, on: string): Planting {
  const moved = plannedFor(planting, 0, on)
  const dates = moved.series?.dates
  if (!moved.series || !dates) return moved
  const by = parseDay(on) - parseDay(planting.on)
  return { ...moved, series: { ...moved.series, dates: dates.map((day) => formatDay(parseDay(day) + by)) } }
}

function withSeries(planting: Planting, series: Planting['series']): Planting {
  const was = planting.series
  if (!series) return was ? (present({ ...planting, series: undefined, changes: [] }) as Planting) : planting
  if (was)
    return {
      ...planting,
      series: was.every === series.every ? series : (present({ ...series, dates: undefined }) as typeof series),
    }
  // What was found of the only batch is not that of all.
  const {
    stand: _,
    leaves: __,
    clears: ___,
    pinned: ____,
    stands: _____,
    sowOn: ______,
    sowAnchor: _______,
    ...rest
  } = planting
  return { ...rest, series }
}
