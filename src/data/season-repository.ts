/** Whole seasons: opening, reading and replacing everything in one. */
import { sql, type Kysely, type Transaction } from 'kysely'
import { farmAddress, seasonAddress } from '../season/address'
import { UNNAMED } from '../season/roles'
import { COLLECTIONS, SEASON_FORMAT, type Season } from '../season/schema'
import type { SetAside } from '../season/set-aside'
import type { Db } from './database'
import { readingRows, readReadings } from './reading-repository'
import { readRecords, recordRow } from './record-repository'
import { ofSeason, type Database, type SeasonId } from './schema'
import { cacheOf, listsOf, planOf, versionsOf, type SeasonCache } from './season-cache'
import { factsOf, factsRow, insertAll, insertThings } from './things'

export type { SeasonId } from './schema'

/** A season with the revision it was read at and the version of each thing in it. */
export interface StoredSeason {
  id: SeasonId
  season: Season
  revision: number
  /** By list and key (`places/bench`, `head`): the revision that last changed it. */
  versions: Record<string, number>
  /** What cannot be understood, and is left out of the season. */
  setAside: readonly SetAside[]
}

/** The season last opened, or `undefined` in an empty database; what-if copies are not opened this way, nor what is put away. */
export async function openSeason(db: Db, farms?: readonly string[]): Promise<SeasonId | undefined> {
  if (farms?.length === 0) return undefined
  return db
    .selectFrom('season')
    .select(['farm_id', 'season_id'])
    .where('what_if_of', 'is', null)
    .$if(farms !== undefined, (query) => query.where('farm_id', 'in', farms!))
    .orderBy(sql`archived_at is not null`)
    .orderBy('opened_at', 'desc')
    .orderBy('season_id')
    .limit(1)
    .executeTakeFirst()
}

/** The season of that id, unless there is none or it is a what-if copy: nothing happens in a copy. */
export async function ownSeason(db: Db, season: string): Promise<SeasonId | undefined> {
  return db
    .selectFrom('season')
    .select(['farm_id', 'season_id'])
    .where('season_id', '=', season)
    .where('what_if_of', 'is', null)
    .executeTakeFirst()
}

/** Revision of a season: it rises by one with every change. */
export async function seasonRevision(db: Db, id: SeasonId): Promise<number | undefined> {
  const row = await ofSeason(db.selectFrom('season').select('revision'), id).executeTakeFirst()
  return row?.revision
}

/** Everything of a season, read at one moment. */
export async function loadSeason(db: Kysely<Database>, id: SeasonId): Promise<StoredSeason | undefined> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .setAccessMode('read only')
    .execute((trx) => readSeasonRows(trx, id, cacheOf(db)))
}

/** As `loadSeason`, inside a transaction that is already open; what is planned comes from the cache where it still holds. */
export async function readSeasonRows(
  trx: Transaction<Database>,
  id: SeasonId,
  cache?: SeasonCache,
): Promise<StoredSeason | undefined> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).executeTakeFirst()
  if (!row) return undefined
  const plan = await planOf(trx, id, row, cache)
  // A copy of a season knows what has happened in the season itself.
  const real = row.what_if_of === null ? id : { farm_id: id.farm_id, season_id: row.what_if_of }
  const setAside = [...plan.setAside]
  const records = await readRecords(trx, real, { aside: setAside, understood: cache?.understood })
  const readings = await readReadings(trx, real)

  const season: Season = { format: SEASON_FORMAT, ...plan.facts, ...listsOf(plan), records, readings }
  return { id, revision: row.revision, versions: versionsOf(plan), season, setAside }
}

/** Columns that `factsRow` fills, as far as the database's types know them. */
export type SeasonColumns = { name: string; ends_on: string; opens_on: string | null; rest: string }

/**
 * Makes a farm with one season from a document.
 *
 * @param demo it is the farm shipped for looking at
 */
export async function createFarm(db: Kysely<Database>, season: Season, { demo = false } = {}): Promise<SeasonId> {
  return db.transaction().execute(async (trx) => {
    await addressesAlone(trx)
    const taken = await trx.selectFrom('farm').select('address').execute()
    const { name } = season.farm
    const farm = await trx
      .insertInto('farm')
      .values({ name, demo, address: farmAddress(name, addresses(taken)) })
      .returning('farm_id')
      .executeTakeFirstOrThrow()
    if (demo) await addHands(trx, farm.farm_id, season)
    return insertSeason(trx, farm.farm_id, season)
  })
}

/** Whoever recorded something works with the phones of the farm, which are looked at once it is shared. */
async function addHands(trx: Transaction<Database>, farm: string, { records }: Season): Promise<void> {
  const names = [...new Set(records.map(({ who }) => who))].filter((who) => who !== UNNAMED)
  if (names.length > 0)
    await trx
      .insertInto('crew_name')
      .values(names.map((name) => ({ farm_id: farm, name, pin_salt: null, pin_hash: null })))
      .execute()
}

/** Makes another season of a farm from a document, and opens it. */
export async function createNextSeason(db: Kysely<Database>, farm: string, season: Season): Promise<SeasonId> {
  return db.transaction().execute((trx) => insertSeason(trx, farm, season))
}

/** A season that is a copy of another, to be compared with it. */
export interface CopyColumns {
  what_if_of: string
  what_if: string
  what_if_from: string
}

/** Makes a season of a farm from a document; with what it is a copy of, where it is one. */
export async function insertSeason(
  trx: Transaction<Database>,
  farm: string,
  season: Season,
  copy?: CopyColumns,
): Promise<SeasonId> {
  await addressesAlone(trx)
  const taken = await trx.selectFrom('season').select('address').where('farm_id', '=', farm).execute()
  const row = await trx
    .insertInto('season')
    .values({
      farm_id: farm,
      season_id: crypto.randomUUID(),
      revision: 1,
      address: seasonAddress(copy ? `${season.season.name} ${copy.what_if}` : season.season.name, addresses(taken)),
      ...(factsRow(factsOf(season)) as SeasonColumns),
      ...copy,
    })
    .returning(['farm_id', 'season_id'])
    .executeTakeFirstOrThrow()
  await insertContents(trx, row, season, 1)
  return row
}

const addresses = (rows: readonly { address: string }[]) => rows.map(({ address }) => address)

/** One at a time chooses an address, until its transaction ends: no two choose the same. */
async function addressesAlone(trx: Transaction<Database>): Promise<void> {
  await sql`select pg_advisory_xact_lock(${ADDRESSES})`.execute(trx)
}

const ADDRESSES = 7303 // any number, the same everywhere

/** Puts a document into a season that holds nothing yet. What happened belongs to a season, not to a copy of it. */
async function insertContents(
  trx: Transaction<Database>,
  id: SeasonId,
  season: Season,
  version: number,
): Promise<void> {
  for (const of of COLLECTIONS)
    await insertThings(
      trx,
      id,
      of,
      season[of].map((value, position) => ({ value, position })),
      version,
    )
  const { what_if_of: copyOf } = await ofSeason(
    trx.selectFrom('season').select('what_if_of'),
    id,
  ).executeTakeFirstOrThrow()
  if (copyOf !== null) return
  await insertAll(
    trx,
    'record',
    season.records.map((x) => recordRow(id, x)),
  )
  await insertAll(trx, 'reading', readingRows(id, season.readings))
}
