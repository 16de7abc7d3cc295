/** Which season a page shows: the one its address names; where it names none, the one this browser looked at last. */
import { cookies } from 'next/headers'
import { cache } from 'react'
import { database } from '../data/database'
import { lastSeasonOf, seasonAt, seasonOfId, type SeasonFound } from '../data/farm-repository'
import { openSeason } from '../data/season-repository'
import type { SeasonId } from '../data/schema'
import { SEASON_COOKIE } from '../ui/preferences'
import { z } from 'zod'

/** Farm and season of an address: `/sallow-ferry/2027/plan`. */
export interface AddressParams {
  farm: string
  season: string
}

/** The season at an address, looked for once a request; `undefined` where there is none. */
export const seasonAtAddress = cache(async (farm: string, season: string): Promise<SeasonFound | undefined> =>
  seasonAt(database(), farm, season),
)

/** The season of an id that a page names; `undefined` where there is none any more. */
export async function seasonNamed(id: unknown): Promise<SeasonFound | undefined> {
  const read = z.uuid().safeParse(id)
  return read.success ? seasonOfId(database(), read.data) : undefined
}

/** The season a request is about that names none: what this browser looked at last, else what was opened last. */
export const seasonUnnamed = cache(async (): Promise<SeasonFound | undefined> => {
  const kept = await seasonNamed((await cookies()).get(SEASON_COOKIE)?.value)
  if (kept) return kept
  const id = await openSeason(database())
  return id && seasonOfId(database(), id.season_id)
})

/** The season a request is about: named by its id in the query, else as where none is named. */
export const seasonAsked = (id: string | null): Promise<SeasonFound | undefined> =>
  id === null ? seasonUnnamed() : seasonNamed(id)

/** The season of a farm that was opened last. */
export const seasonOfFarm = (farm: string): Promise<SeasonFound | undefined> => lastSeasonOf(database(), farm)

/**
 * The season a page shows, for writing in it; another that was opened meanwhile elsewhere does not matter.
 *
 * @param seen id of the season the page shows
 */
export async function seasonSeen(seen: string): Promise<SeasonId | 'no-season'> {
  return (await seasonNamed(seen))?.id ?? 'no-season'
}
