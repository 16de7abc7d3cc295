/** Farms with their seasons: listed, found by their address, put away and taken away. */
import { sql } from 'kysely'
import type { FarmListed } from '../season/farms'
import type { Db } from './database'
import { ofSeason, type SeasonId } from './schema'

/**
 * Farms by name.
 *
 * @param of ids of those that are meant; all unless given
 */
export async function listFarms(db: Db, of?: readonly string[]): Promise<FarmListed[]> {
  if (of?.length === 0) return []
  const farms = await db
    .selectFrom('farm')
    .select(['farm_id', 'name', 'address', 'demo'])
    .$if(of !== undefined, (query) => query.where('farm_id', 'in', of!))
    .orderBy('name')
    .orderBy('farm_id')
    .execute()
  const seasons = await db
    .selectFrom('season')
    .select(['farm_id', 'season_id', 'name', 'address', 'archived_at'])
    .where('what_if_of', 'is', null)
    .$if(of !== undefined, (query) => query.where('farm_id', 'in', of!))
    .orderBy(sql`archived_at is not null`)
    .orderBy('opened_at', 'desc')
    .orderBy('season_id')
    .execute()
  return farms.map(({ farm_id, name, address, demo }) => ({
    id: farm_id,
    name,
    address,
    demo,
    seasons: seasons
      .filter((season) => season.farm_id === farm_id)
      .map((season) => ({
        id: season.season_id,
        name: season.name,
        address: season.address,
        archived: season.archived_at !== null,
      })),
  }))
}

/** Whether there is any farm. */
export const isAnyFarm = async (db: Db): Promise<boolean> =>
  (await db.selectFrom('farm').select('farm_id').limit(1).execute()).length > 0

/** Where a season stands. */
export interface SeasonFound {
  id: SeasonId
  /** The farm's own season: itself, or what it is a copy of. */
  base: SeasonId
  /** Its address: that of the farm, then its own. */
  at: string
  /** Of its farm's own season. */
  baseAt: string
  farm: string
}

const found = (db: Db) =>
  db
    .selectFrom('season')
    .innerJoin('farm', 'farm.farm_id', 'season.farm_id')
    .leftJoin('season as base', (join) =>
      join
        .onRef('base.farm_id', '=', 'season.farm_id')
        .on('base.season_id', '=', sql<string>`coalesce(season.what_if_of, season.season_id)`),
    )
    .select([
      'season.farm_id',
      'season.season_id',
      'season.address',
      'farm.name as farm',
      'farm.address as farm_address',
      'base.season_id as base_id',
      'base.address as base_address',
    ])

type FoundRow = NonNullable<Awaited<ReturnType<ReturnType<typeof found>['executeTakeFirst']>>>

const asFound = (row: FoundRow | undefined): SeasonFound | undefined =>
  row && {
    id: { farm_id: row.farm_id, season_id: row.season_id },
    base: { farm_id: row.farm_id, season_id: row.base_id ?? row.season_id },
    at: `/${row.farm_address}/${row.address}`,
    baseAt: `/${row.farm_address}/${row.base_address ?? row.address}`,
    farm: row.farm,
  }

/** The season or copy at an address; `undefined` where there is none. */
export async function seasonAt(db: Db, farm: string, season: string): Promise<SeasonFound | undefined> {
  return asFound(
    await found(db).where('farm.address', '=', farm).where('season.address', '=', season).executeTakeFirst(),
  )
}

/** The season or copy of an id; `undefined` where there is none. */
export async function seasonOfId(db: Db, season: string): Promise<SeasonFound | undefined> {
  return asFound(await found(db).where('season.season_id', '=', season).executeTakeFirst())
}

/** The season of a farm that was opened last. */
export async function lastSeasonOf(db: Db, farm: string): Promise<SeasonFound | undefined> {
  return asFound(
    await found(db)
      .where('farm.address', '=', farm)
      .where('season.what_if_of', 'is', null)
      .orderBy(sql`season.archived_at is not null`)
      .orderBy('season.opened_at', 'desc')
      .orderBy('season.season_id')
      .limit(1)
      .executeTakeFirst(),
  )
}

/** Puts a season away, or takes it out again. Nothing in it changes. */
export async function archiveSeason(db: Db, id: SeasonId, away: boolean): Promise<void> {
  await ofSeason(db.updateTable('season').set({ archived_at: away ? new Date() : null }), id).execute()
}

/** Takes a farm away with everything in it; false where there is none of that id. */
export async function deleteFarm(db: Db, farm: string): Promise<boolean> {
  const { numDeletedRows } = await db.deleteFrom('farm').where('farm_id', '=', farm).executeTakeFirst()
  return numDeletedRows > 0n
}
