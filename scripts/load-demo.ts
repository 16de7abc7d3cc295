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

/** Before a database of an earlier version is changed it is backed up; where it cannot be, it is left as it is. */
async function backedUp(url: string): Promise<boolean> {
  const folder = process.env.DOVE_STEP_BACKUPS ?? join(ROOT, '.data', 'backups')
  try {
    const { path } = await backUp({ url, folder })
    console.log(`The database is of an earlier version; before it is changed it was backed up to ${path}`)
    return true
  } catch (error) {
    console.error(
      `The database is of an earlier version, and no backup could be made of it into ${folder}. It was left as it is. Make room there, or name another folder (DOVE_STEP_BACKUPS), and start again.\n${error instanceof Error ? error.message : String(error)}`,
    )
    return false
  }
}

const { db, close } = connect(url)
try {
  if ((await isOfEarlierVersion(db)) && !(await backedUp(url))) process.exitCode = 1
  else await madeReady()
} finally {
  await close()
}

async function madeReady(): Promise<void> {
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
}
