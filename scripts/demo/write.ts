/** Writes the demo season to demo/, through the same reader a user's file goes through. */
import { writeFileSync } from 'node:fs'
import { readSeason } from '../../src/season/read'
import { parseDay } from '../../src/core/calendar/day'
import { madeUpReadings, madeUpRecords } from './records'
import { sallowFerry } from './sallow-ferry'

const read = readSeason(sallowFerry)
if (!read.ok) {
  for (const { path, message } of read.problems) console.error(`${path}: ${message}`)
  process.exit(1)
}
const records = madeUpRecords(read.season, parseDay(read.season.season.opensOn!))
const readings = madeUpReadings(read.season, parseDay(read.season.season.opensOn!))
const checked = readSeason({ ...sallowFerry, records, readings })
if (!checked.ok) throw new Error(checked.problems.map(({ path, message }) => `${path}: ${message}`).join('\n'))
writeFileSync(new URL('../../demo/sallow-ferry-2027.json', import.meta.url), `${JSON.stringify({ ...sallowFerry, records, readings }, null, 1)}\n`)
console.log(`${records.length} records written`)
console.log(`${read.season.plantings.length} plantings written`)
