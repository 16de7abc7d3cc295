/** Whole seasons: opening, reading and replacing everything in one. */
import { sql, type Kysely, type Transaction } from 'kysely'
import type { Season } from '../season/schema'
import type { Db } from './database'
import { readingRows, readReadings, readRecords, recordRow } from './record-repository'
import * as rows from './rows'
import type { SeasonId } from './rows'
import type { Database } from './schema'

export type { SeasonId } from './rows'

/** A season with the revision it was read at and the version of each planting. */
export interface StoredSeason {
  id: SeasonId
  season: Season
  revision: number
  /** By planting key: the revision that last changed it. */
  versions: Record<string, number>
}

/** The season last opened, or `undefined` in an empty database; what-if copies are not opened this way. */
export async function openSeason(db: Db): Promise<SeasonId | undefined> {
  return db
    .selectFrom('season')
    .select(['farm_id', 'season_id'])
    .where('what_if_of', 'is', null)
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
    .execute((trx) => readSeasonRows(trx, id))
}

/** As `loadSeason`, inside a transaction that is already open. */
export async function readSeasonRows(trx: Transaction<Database>, id: SeasonId): Promise<StoredSeason | undefined> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).executeTakeFirst()
  if (!row) return undefined
  const farm = await trx.selectFrom('farm').select('name').where('farm_id', '=', id.farm_id).executeTakeFirstOrThrow()
  const places = await ofSeason(trx.selectFrom('place').selectAll(), id).orderBy('position').execute()
  const periods = await ofSeason(trx.selectFrom('place_period').selectAll(), id).orderBy('position').execute()
  const containers = await ofSeason(trx.selectFrom('container').selectAll(), id).orderBy('position').execute()
  const crops = await ofSeason(trx.selectFrom('crop').selectAll(), id).orderBy('position').execute()
  const points = await ofSeason(trx.selectFrom('growth_point').selectAll(), id).orderBy('position').execute()
  const preparation = await ofSeason(trx.selectFrom('preparation').selectAll(), id).orderBy('position').execute()
  const varieties = await ofSeason(trx.selectFrom('variety').selectAll(), id).orderBy('position').execute()
  const lots = await ofSeason(trx.selectFrom('lot').selectAll(), id).orderBy('position').execute()
  const tests = await ofSeason(trx.selectFrom('lot_test').selectAll(), id).orderBy('position').execute()
  const methods = await ofSeason(trx.selectFrom('method').selectAll(), id).orderBy('position').execute()
  const stages = await ofSeason(trx.selectFrom('stage').selectAll(), id).orderBy('position').execute()
  const blocks = await ofSeason(trx.selectFrom('block').selectAll(), id).orderBy('position').execute()
  const beds = await ofSeason(trx.selectFrom('bed').selectAll(), id).orderBy('position').execute()
  const standing = await ofSeason(trx.selectFrom('bed_standing').selectAll(), id).orderBy('position').execute()
  const shares = await ofSeason(trx.selectFrom('planting_share').selectAll(), id).orderBy('position').execute()
  const plantings = await ofSeason(trx.selectFrom('planting').selectAll(), id)
    .orderBy('position')
    .orderBy('key')
    .execute()
  const changes = await ofSeason(trx.selectFrom('series_change').selectAll(), id).orderBy('n').execute()

  // A copy of a season knows what has happened in the season itself.
  const real = row.what_if_of === null ? id : { farm_id: id.farm_id, season_id: row.what_if_of }
  const records = await readRecords(trx, real)
  const readings = await readReadings(trx, real)

  const periodsOf = groupBy(periods, (p) => p.place)
  const pointsOf = groupBy(points, (p) => p.crop)
  const preparationOf = groupBy(preparation, (p) => p.crop)
  const testsOf = groupBy(tests, (t) => t.lot)
  const stagesOf = groupBy(stages, (s) => s.method)
  const standingOf = groupBy(standing, (s) => s.bed)
  const sharesOf = groupBy(shares, (s) => s.planting)
  const changesOf = groupBy(changes, (c) => c.planting)
  return {
    id,
    revision: row.revision,
    versions: Object.fromEntries(plantings.map((p) => [p.key, p.version])),
    season: {
      ...rows.seasonOf(row, farm.name),
      places: places.map((p) => rows.placeOf(p, periodsOf.get(p.key) ?? [])),
      containers: containers.map(rows.containerOf),
      crops: crops.map((c) => rows.cropOf(c, pointsOf.get(c.key) ?? [], preparationOf.get(c.key) ?? [])),
      varieties: varieties.map(rows.varietyOf),
      lots: lots.map((lot) => rows.lotOf(lot, testsOf.get(lot.key) ?? [])),
      methods: methods.map((m) => rows.methodOf(m, stagesOf.get(m.key) ?? [])),
      blocks: blocks.map(rows.blockOf),
      beds: beds.map((b) => rows.bedOf(b, standingOf.get(b.key) ?? [])),
      plantings: plantings.map((p) => rows.plantingOf(p, changesOf.get(p.key) ?? [], sharesOf.get(p.key) ?? [])),
      records,
      readings,
    },
  }
}

/** Makes a farm with one season from a document. */
export async function createFarm(db: Kysely<Database>, season: Season): Promise<SeasonId> {
  return db.transaction().execute(async (trx) => {
    const farm = await trx
      .insertInto('farm')
      .values({ name: season.farm.name })
      .returning('farm_id')
      .executeTakeFirstOrThrow()
    const row = await trx
      .insertInto('season')
      .values({ farm_id: farm.farm_id, season_id: crypto.randomUUID(), revision: 1, ...rows.seasonRow(season) })
      .returning(['farm_id', 'season_id'])
      .executeTakeFirstOrThrow()
    await insertContents(trx, row, season, 1)
    return row
  })
}

/** A season of a farm by its name. */
export interface SeasonOfFarm {
  id: string
  name: string
}

/** Seasons of a farm, the one that was opened last first. */
export async function listSeasons(db: Db, farm: string): Promise<SeasonOfFarm[]> {
  const found = await db
    .selectFrom('season')
    .select(['season_id', 'name'])
    .where('farm_id', '=', farm)
    .where('what_if_of', 'is', null)
    .orderBy('opened_at', 'desc')
    .orderBy('season_id')
    .execute()
  return found.map(({ season_id, name }) => ({ id: season_id, name }))
}

/** Makes another season of a farm from a document, and opens it. */
export async function createNextSeason(db: Kysely<Database>, farm: string, season: Season): Promise<SeasonId> {
  return db.transaction().execute(async (trx) => {
    const row = await trx
      .insertInto('season')
      .values({ farm_id: farm, season_id: crypto.randomUUID(), revision: 1, ...rows.seasonRow(season) })
      .returning(['farm_id', 'season_id'])
      .executeTakeFirstOrThrow()
    await insertContents(trx, row, season, 1)
    return row
  })
}

/** Opens a season again; nothing happens where there is none of that id. */
export async function reopenSeason(db: Db, id: SeasonId): Promise<void> {
  await ofSeason(db.updateTable('season').set({ opened_at: sql`clock_timestamp()` }), id).execute()
}

/** Puts a document in the place of everything a season held. The caller has locked the season. */
export async function replaceContents(
  trx: Transaction<Database>,
  id: SeasonId,
  season: Season,
  revision: number,
): Promise<void> {
  for (const table of [
    'planting',
    'bed',
    'block',
    'method',
    'lot',
    'variety',
    'crop',
    'container',
    'place',
    'record',
    'reading',
  ] as const) {
    await trx.deleteFrom(table).where('farm_id', '=', id.farm_id).where('season_id', '=', id.season_id).execute()
  }
  await trx.updateTable('farm').set({ name: season.farm.name }).where('farm_id', '=', id.farm_id).execute()
  await trx
    .updateTable('season')
    .set(rows.seasonRow(season))
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .execute()
  await insertContents(trx, id, season, revision)
}

/** Puts a document into a season that holds nothing yet. What happened belongs to a season, not to a copy of it. */
export async function insertContents(
  trx: Transaction<Database>,
  id: SeasonId,
  season: Season,
  version: number,
): Promise<void> {
  await insertAll(
    trx,
    'place',
    season.places.map((x, i) => rows.placeRow(id, x, i)),
  )
  await insertAll(
    trx,
    'place_period',
    season.places.flatMap((x) => rows.periodRows(id, x)),
  )
  await insertAll(
    trx,
    'container',
    season.containers.map((x, i) => rows.containerRow(id, x, i)),
  )
  await insertAll(
    trx,
    'crop',
    season.crops.map((x, i) => rows.cropRow(id, x, i)),
  )
  await insertAll(
    trx,
    'growth_point',
    season.crops.flatMap((x) => rows.pointRows(id, x)),
  )
  await insertAll(
    trx,
    'preparation',
    season.crops.flatMap((x) => rows.preparationRows(id, x)),
  )
  await insertAll(
    trx,
    'variety',
    season.varieties.map((x, i) => rows.varietyRow(id, x, i)),
  )
  await insertAll(
    trx,
    'lot',
    season.lots.map((x, i) => rows.lotRow(id, x, i)),
  )
  await insertAll(
    trx,
    'lot_test',
    season.lots.flatMap((x) => rows.lotTestRows(id, x)),
  )
  await insertAll(
    trx,
    'method',
    season.methods.map((x, i) => rows.methodRow(id, x, i)),
  )
  await insertAll(
    trx,
    'stage',
    season.methods.flatMap((x) => rows.stageRows(id, x)),
  )
  await insertAll(
    trx,
    'block',
    season.blocks.map((x, i) => rows.blockRow(id, x, i)),
  )
  await insertAll(
    trx,
    'bed',
    season.beds.map((x, i) => rows.bedRow(id, x, i)),
  )
  await insertAll(
    trx,
    'bed_standing',
    season.beds.flatMap((x) => rows.standingRows(id, x)),
  )
  await insertAll(
    trx,
    'planting',
    season.plantings.map((x, i) => rows.plantingRow(id, x, i, version)),
  )
  await insertAll(
    trx,
    'series_change',
    season.plantings.flatMap((x) => rows.changeRows(id, x)),
  )
  await insertAll(
    trx,
    'planting_share',
    season.plantings.flatMap((x) => rows.shareRows(id, x)),
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

function groupBy<T>(items: readonly T[], keyOf: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>()
  for (const item of items) {
    const group = groups.get(keyOf(item))
    if (group) group.push(item)
    else groups.set(keyOf(item), [item])
  }
  return groups
}

const ROWS_AT_ONCE = 500 // PostgreSQL takes at most 65,535 values in one statement

/** Inserts any number of rows, so many at a time. */
export async function insertAll<T extends keyof Database>(
  trx: Transaction<Database>,
  table: T,
  values: Parameters<ReturnType<typeof trx.insertInto<T>>['values']>[0][],
): Promise<void> {
  for (let i = 0; i < values.length; i += ROWS_AT_ONCE) {
    await trx
      .insertInto(table)
      .values(values.slice(i, i + ROWS_AT_ONCE) as never)
      .execute()
  }
}

function ofSeason<Q extends { where(column: 'farm_id' | 'season_id', op: '=', value: string): Q }>(
  query: Q,
  id: SeasonId,
): Q {
  return query.where('farm_id', '=', id.farm_id).where('season_id', '=', id.season_id)
}
