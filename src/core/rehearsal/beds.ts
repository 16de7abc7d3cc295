/** Beds that clear later in a year than planned: what stands there ripens later, or went in later, and what comes next waits. */
import type { Share } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import type { BedUse } from '../field/beds'
import { airOver, coversOver, gainOn } from '../field/cover'
import { clearDay, firstHarvest } from '../field/days-to-harvest'
import { foundOf } from '../field/who-gets-what'
import type { Plan } from '../plan/plan'
import { createOpenAir, type OpenAir } from '../weather/open-air'
import type { Outcome } from './one-batch'

/** What stands in a bed before something that is planted there, and how long after its clearing the bed is ready. */
interface Before {
  use: BedUse
  /** Day the bed is ready again, as planned; the planting day where that is later. */
  ready: Day
  turnaround: number
}

/** What stands in the beds before each batch, by its id; only what is cleared by its harvest, and not long before. */
export type BedsBefore = ReadonlyMap<string, readonly Before[]>

const LATEST = 60 // days that a bed may clear late; what is cleared longer before is not looked at

export function bedsBefore({ season, beds, today = -Infinity }: Plan): BedsBefore {
  const turnaround = season.habits.turnaroundDays
  const found = new Map<string, Before[]>()
  for (const uses of beds.uses.values())
    for (const next of uses) {
      const batch = next.stand?.batch
      if (!batch || batch.plantOn < today) continue
      const before = uses
        .filter((use) => isBefore(use, next) && use.until + turnaround > next.from - LATEST)
        .map((use): Before => ({ use, turnaround, ready: Math.max(next.from, use.until + turnaround) }))
      if (before.length > 0) found.set(batch.id, [...(found.get(batch.id) ?? []), ...before])
    }
  return found
}

/** Whether something stands on the same stretch before, and is cleared by its harvest: a day that somebody gave holds. */
function isBefore(use: BedUse, next: BedUse): boolean {
  const { stand } = use
  return (
    stand?.clears !== undefined &&
    stand !== next.stand &&
    foundOf(stand.planting, stand.n).clears === undefined &&
    use.between === next.between &&
    use.from < next.from &&
    use.at < next.at + next.length &&
    next.at < use.at + use.length
  )
}

/** What a year has become of a batch, but for its bed. */
type InYear = (batch: Batch) => Pick<Outcome, 'ready' | 'pass'> | undefined

/** Air over beds in a year's weather: by the day from today on, by the months before. */
export type AirOf = (goes: readonly Share[]) => OpenAir

/** The air of a year; kept for all that lies under the same covers. */
export function airIn({ season, today = -Infinity }: Plan, climate: Climate | undefined): AirOf {
  if (!climate?.site.outdoor) return (goes) => airOver(season, goes)
  const { site, from } = climate
  const daily = (day: Day) => (day < today ? undefined : site.outdoor![day - from])
  const known = new Map<string, OpenAir>()
  return (goes) => {
    const covers = coversOver(season, goes)
    const id = JSON.stringify(covers)
    let air = known.get(id)
    if (!air) {
      const [first, last] = [parseDay(season.season.from) - 2 * LATEST, parseDay(season.season.to) + 2 * LATEST]
      known.set(id, (air = createOpenAir({ ...season.site, daily }, first, last, (day) => gainOn(covers, day))))
    }
    return air
  }
}

/**
 * Days that a batch waits in a year for its bed, beyond what is planned.
 *
 * @param inYear what becomes of a batch in that year
 */
export function bedWaits(before: BedsBefore, air: AirOf, inYear: InYear): (batch: Batch) => number {
  const known = new Map<string, number>()
  const waits = (batch: Batch): number => {
    let days = known.get(batch.id)
    if (days === undefined) {
      days = 0
      for (const { use, ready, turnaround } of before.get(batch.id) ?? [])
        days = Math.max(days, Math.min(LATEST, clearIn(use) + turnaround - ready))
      known.set(batch.id, days)
    }
    return days
  }
  /** Day a stretch is clear; never taken by what never gets as far as being planted. */
  const clearIn = ({ stand, from }: BedUse): Day => {
    const { crop, batch, inPlace, goes } = stand!
    const outcome = batch && inYear(batch)
    const planted = outcome ? Math.max(batch.plantOn + waits(batch), outcome.ready) : stand!.from
    if (planted === Infinity) return -Infinity
    const sownOn = inPlace ? stand!.from : (outcome?.pass.sown ?? batch?.sow)
    const clear = clearDay(crop, firstHarvest(crop, planted, sownOn, air(goes)))
    return clear === undefined ? Infinity : clear + (from - stand!.from)
  }
  return waits
}
