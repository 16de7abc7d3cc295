/** Brings a database up to date. */
import { Migrator, type Kysely, type Migration } from 'kysely'
import * as season from './migrations/0001-season'
import * as knowHow from './migrations/0002-know-how'
import * as frostRecord from './migrations/0003-frost-record'
import * as anchors from './migrations/0004-anchors'
import * as field from './migrations/0005-field'
import * as whatIf from './migrations/0006-what-if'
import * as records from './migrations/0007-records'
import * as strangers from './migrations/0008-strangers'
import * as repairs from './migrations/0008a-repairs'
import * as rest from './migrations/0009-rest'
import * as addresses from './migrations/0010-addresses'
import * as days from './migrations/0011-days'
import * as told from './migrations/0012-told'
import * as people from './migrations/0013-people'
import * as phones from './migrations/0014-phones'
import * as farmRows from './migrations/0015-farm-rows'
import * as since from './migrations/0016-since'
import * as changeOnce from './migrations/0017-change-once'
import * as thermometers from './migrations/0018-thermometers'
import * as passkeys from './migrations/0019-passkeys'
import * as mixes from './migrations/0020-mixes'
import * as supplies from './migrations/0021-supplies'
import * as purchases from './migrations/0022-purchases'
import * as calendars from './migrations/0023-calendars'
import * as drills from './migrations/0024-drills'
import { letFarmsIn } from './farm-rows'
import type { Database } from './schema'

const MIGRATIONS: Record<string, Migration> = {
  '0001-season': season,
  '0002-know-how': knowHow,
  '0003-frost-record': frostRecord,
  '0004-anchors': anchors,
  '0005-field': field,
  '0006-what-if': whatIf,
  '0007-records': records,
  '0008-strangers': strangers,
  '0008a-repairs': repairs,
  '0009-rest': rest,
  '0010-addresses': addresses,
  '0011-days': days,
  '0012-told': told,
  '0013-people': people,
  '0014-phones': phones,
  '0015-farm-rows': farmRows,
  '0016-since': since,
  '0017-change-once': changeOnce,
  '0018-thermometers': thermometers,
  '0019-passkeys': passkeys,
  '0020-mixes': mixes,
  '0021-supplies': supplies,
  '0022-purchases': purchases,
  '0023-calendars': calendars,
  '0024-drills': drills,
}

/**
 * Runs the migrations a database lacks, each once, in order.
 *
 * @param to the last one to run, all unless given; an earlier one takes back what came after it
 * @returns names of those run now
 * @throws the first error; the migration it came from is rolled back
 */
export async function migrate(db: Kysely<Database>, to?: string): Promise<string[]> {
  const migrator = migratorOf(db)
  const { error, results } = await (to === undefined ? migrator.migrateToLatest() : migrator.migrateTo(to))
  if (error) throw error instanceof Error ? error : new Error('A migration failed', { cause: error })
  await letFarmsIn(db)
  return (results ?? []).map(({ migrationName }) => migrationName)
}

/** Whether a database that was made by an earlier version has migrations to come. */
export async function isOfEarlierVersion(db: Kysely<Database>): Promise<boolean> {
  const all = await migratorOf(db).getMigrations()
  const run = all.filter(({ executedAt }) => executedAt !== undefined).length
  return run > 0 && run < all.length
}

/** Whether a database lacks anything of this version. */
export async function lacksMigrations(db: Kysely<Database>): Promise<boolean> {
  const all = await migratorOf(db).getMigrations()
  return all.some(({ executedAt }) => executedAt === undefined)
}

const migratorOf = (db: Kysely<Database>) =>
  new Migrator({
    db,
    provider: { getMigrations: () => Promise.resolve(MIGRATIONS) },
    // A repair stands where it is needed, before what came later, and is run by those that are past it as well.
    allowUnorderedMigrations: true,
  })
