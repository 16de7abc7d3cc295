/** Migrates the database and, when it holds no season, loads one from a file through the reader a user's file goes through. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { connect } from '../src/data/database'
import { backUp } from '../src/data/backup/folder'
import { isOfEarlierVersion, migrate } from '../src/data/migrate'
import { createFarm, openSeason } from '../src/data/season-repository'
import { ROOT } from './machine.mjs'
import { readSeasonText } from '../src/interchange/season-file'

const DEMO = 'demo/sallow-ferry-2027.json'
const file = process.argv[2] ?? DEMO
const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set')

const { db, close } = connect(url)
try {
  if (await isOfEarlierVersion(db)) {
    const { path } = await backUp({ url, folder: process.env.DOVE_STEP_BACKUPS ?? join(ROOT, '.data', 'backups') })
    console.log(`The database is of an earlier version; before it is changed it was backed up to ${path}`)
  }
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
