/** Migrates the database and, when it holds no season, loads one from a file through the reader a user's file goes through. */
import { readFileSync } from 'node:fs'
import { connect } from '../src/data/database'
import { migrate } from '../src/data/migrate'
import { createFarm, openSeason } from '../src/data/season-repository'
import { readSeasonText } from '../src/interchange/season-file'

const DEMO = 'demo/sallow-ferry-2027.json'
const file = process.argv[2] ?? DEMO
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set')

const { db, close } = connect(url)
try {
  await migrate(db)
  if (!(await openSeason(db))) {
    const read = readSeasonText(readFileSync(file, 'utf8'))
    if (!read.ok) {
      for (const { path, message } of read.problems) console.error(`${path}: ${message}`)
      process.exitCode = 1
    } else {
      await createFarm(db, read.season, { demo: file === DEMO })
      console.log(`Loaded ${read.season.farm.name}, season ${read.season.season.name}.`)
    }
  }
} finally {
  await close()
}
