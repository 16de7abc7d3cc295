/** The demo farm with everything that has happened on it up to the day it opens on. */
import { parseDay } from '../../src/core/calendar/day'
import { readSeason } from '../../src/season/read'
import type { SeasonInput } from '../../src/season/schema'
import { madeUpReadings, madeUpRecords } from './records'
import { sallowFerry } from './sallow-ferry'

/** The document as it is written to the file. */
export function wholeFarm(): SeasonInput {
  const read = readSeason(sallowFerry)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path}: ${message}`).join('\n'))
  const today = parseDay(read.season.season.opensOn!)
  return { ...sallowFerry, records: madeUpRecords(read.season, today), readings: madeUpReadings(read.season, today) }
}
