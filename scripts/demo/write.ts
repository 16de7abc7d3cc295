/** Writes the demo seasons to demo/, the first through the same reader a user's file goes through. */
import { writeFileSync } from 'node:fs'
import { readSeason } from '../../src/season/read'
import { OTHER_FARMS, otherFarm } from './other-farms'
import { wholeFarm } from './whole'

const farm = wholeFarm()
const read = readSeason(farm)
if (!read.ok) {
  for (const { path, message } of read.problems) console.error(`${path}: ${message}`)
  process.exit(1)
}
writeFileSync(new URL('../../demo/sallow-ferry-2027.json', import.meta.url), `${JSON.stringify(farm, null, 1)}\n`)
console.log(`${read.season.plantings.length} plantings and ${read.season.records.length} records written`)

for (const name of Object.keys(OTHER_FARMS))
  writeFileSync(new URL(`../../demo/${name}.json`, import.meta.url), `${JSON.stringify(otherFarm(name), null, 1)}\n`)
