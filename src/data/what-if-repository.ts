/** What-if copies: whole seasons beside the one they were made from, to be compared, kept or dropped. */
import type { Kysely } from 'kysely'
import { Season } from '../season/schema'
import type { WhatIf } from '../season/farms'
import type { Db } from './database'
import type { Database, SeasonId } from './schema'
import { insertSeason } from './season-repository'

/** Copies of a season, the oldest first. */
export async function listWhatIfs(db: Db, of: SeasonId): Promise<WhatIf[]> {
  const found = await db
    .selectFrom('season')
    .select(['season_id', 'what_if', 'address'])
    .where('farm_id', '=', of.farm_id)
    .where('what_if_of', '=', of.season_id)
    .orderBy('opened_at')
    .orderBy('season_id')
    .execute()
  return found.map(({ season_id, what_if, address }) => ({ id: season_id, name: what_if!, address }))
}

/** A copy with what its season held when it was made; `undefined` when there is none of that id. */
export async function findWhatIf(db: Db, of: SeasonId, id: string): Promise<(WhatIf & { from: Season }) | undefined> {
  const row = await db
    .selectFrom('season')
    .select(['season_id', 'what_if', 'what_if_from', 'address'])
    .where('farm_id', '=', of.farm_id)
    .where('what_if_of', '=', of.season_id)
    .where('season_id', '=', id)
    .executeTakeFirst()
  return row && { id: row.season_id, name: row.what_if!, address: row.address, from: Season.parse(row.what_if_from) }
}

/**
 * Makes a copy of a season.
 *
 * @param from what the season holds now
 * @param season what the copy is to hold
 */
export async function createWhatIf(
  db: Kysely<Database>,
  of: SeasonId,
  name: string,
  from: Season,
  season: Season,
): Promise<SeasonId> {
  return db.transaction().execute((trx) =>
    insertSeason(trx, of.farm_id, season, {
      what_if_of: of.season_id,
      what_if: name,
      what_if_from: JSON.stringify(from),
    }),
  )
}

/** Drops a copy with everything in it; false when there is none. A season that is no copy is never dropped. */
export async function dropWhatIf(db: Db, of: SeasonId, id: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('season')
    .where('farm_id', '=', of.farm_id)
    .where('what_if_of', '=', of.season_id)
    .where('season_id', '=', id)
    .executeTakeFirst()
  return numDeletedRows > 0n
}
