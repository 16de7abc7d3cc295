/** Temperatures that were measured: from the thermometers, or from a file. */
'use server'
import { z } from 'zod'
import { parseDay } from '../core/calendar/day'
import { daysOf, type ReadingFault } from '../core/climate/readings'
import { rowsOf } from '../data/database'
import { dropReadings, keepReadings } from '../data/reading-repository'
import { loadSeason } from '../data/season-repository'
import { seasonNamed } from './season-in-view'
import { Readings } from '../season/schema'
import { daysToRead, simulatedThermometer } from '../standins/thermometer'

export interface ReadNow {
  days: number
  faults: (ReadingFault & { place: string })[]
}

const DayText = z.iso.date()

/**
 * Reads the thermometers of all places up to a day, where they are switched on.
 *
 * @param seen id of the season the page shows
 * @param until first day that is not over yet
 */
export async function readThermometers(
  seen: string,
  until: string,
): Promise<ReadNow | { ok: false; reason: 'off' | 'no-season' }> {
  const today = parseDay(DayText.parse(until))
  const found = await seasonNamed(seen, 'record')
  const stored = found && (await loadSeason(rowsOf(found.base), found.base))
  if (!stored) return { ok: false, reason: 'no-season' }
  const { site, places, readings } = stored.season
  if (!site.thermometer) return { ok: false, reason: 'off' }
  const thermometer = simulatedThermometer(site, site.thermometer.seed)
  const taken: Readings[] = []
  const faults: ReadNow['faults'] = []
  for (const place of places) {
    const last = readings.find((one) => one.place === place.key && one.from === 'stand-in')?.days.at(-1)?.on
    const { from, until: end } = daysToRead(last, today)
    const read = daysOf(thermometer.read(place, from, end), place.temperature.held !== undefined)
    faults.push(...read.faults.map((fault) => ({ ...fault, place: place.name })))
    if (read.days.length > 0) taken.push({ place: place.key, from: 'stand-in', days: read.days })
  }
  if (taken.length > 0) await keepReadings(rowsOf(stored.id), stored.id, taken)
  return { days: taken.reduce((sum, { days }) => sum + days.length, 0), faults }
}

/** Keeps what a file says of a place. */
export async function bringReadings(
  seen: string,
  readings: unknown,
): Promise<{ ok: true; days: number } | { ok: false; problem: string }> {
  const read = Readings.safeParse(readings)
  if (!read.success)
    return {
      ok: false,
      problem: read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; '),
    }
  const found = await seasonNamed(seen, 'record')
  const stored = found && (await loadSeason(rowsOf(found.base), found.base))
  if (!stored) return { ok: false, problem: 'There is no season open.' }
  if (!stored.season.places.some(({ key }) => key === read.data.place))
    return { ok: false, problem: 'There is no such place any more.' }
  const wrong = read.data.days.find(({ low, high }) => low > high)
  if (wrong) return { ok: false, problem: `On ${wrong.on} the low is above the high.` }
  await keepReadings(rowsOf(stored.id), stored.id, [read.data])
  return { ok: true, days: read.data.days.length }
}

/** Takes away all that one source measured. */
export async function forgetReadings(seen: string, source: string): Promise<void> {
  const found = await seasonNamed(seen, 'plan')
  if (!found) return
  await dropReadings(rowsOf(found.base), found.base, z.string().min(1).max(120).parse(source))
}
