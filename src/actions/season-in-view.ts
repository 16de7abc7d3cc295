/** Which season a page shows: the one its address names; where it names none, the one this browser looked at last. */
import { cookies } from 'next/headers'
import { cache } from 'react'
import { database } from '../data/database'
import { lastSeasonOf, seasonAt, seasonOfId, type SeasonFound } from '../data/farm-repository'
import { openSeason } from '../data/season-repository'
import type { SeasonId } from '../data/schema'
import { SEASON_COOKIE } from '../ui/preferences'
import { farmsOf, type Deed } from '../season/roles'
import { asker, mayHere, NotAllowed } from './asker'
import { z } from 'zod'

/** Farm and season of an address: `/sallow-ferry/2027/plan`. */
export interface AddressParams {
  farm: string
  season: string
}

/** What was found, for who may do that with it; who may not even look is told nothing of it. */
async function forDeed(found: SeasonFound | undefined, deed: Deed): Promise<SeasonFound | undefined> {
  if (!found || !(await mayHere('read', found.id.farm_id))) return undefined
  if (!(await mayHere(deed, found.id.farm_id))) throw new NotAllowed()
  return found
}

/** The season at an address, looked for once a request; `undefined` where there is none. */
export const seasonAtAddress = cache(async (farm: string, season: string): Promise<SeasonFound | undefined> =>
  forDeed(await seasonAt(database(), farm, season), 'read'),
)

/**
 * The season of an id that a page names; `undefined` where there is none any more.
 *
 * @param deed what is to be done with it
 * @throws NotAllowed, SignedOut where whoever asks may not
 */
export async function seasonNamed(id: unknown, deed: Deed): Promise<SeasonFound | undefined> {
  const read = z.uuid().safeParse(id)
  return read.success ? forDeed(await seasonOfId(database(), read.data), deed) : undefined
}

/** The season a request is about that names none: what this browser looked at last, else what was opened last. */
export const seasonUnnamed = cache(async (): Promise<SeasonFound | undefined> => {
  const kept = await seasonNamed((await cookies()).get(SEASON_COOKIE)?.value, 'read')
  if (kept) return kept
  const id = await openSeason(database(), farmsOf(await asker()))
  return id && forDeed(await seasonOfId(database(), id.season_id), 'read')
})

/** The season a request is about: named by its id in the query, else as where none is named. */
export const seasonAsked = async (id: string | null, deed: Deed): Promise<SeasonFound | undefined> =>
  id === null ? forDeed(await seasonUnnamed(), deed) : seasonNamed(id, deed)

/** The season of a farm that was opened last. */
export const seasonOfFarm = async (farm: string): Promise<SeasonFound | undefined> =>
  forDeed(await lastSeasonOf(database(), farm), 'read')

/**
 * The season a page shows, for writing in it; another that was opened meanwhile elsewhere does not matter.
 *
 * @param seen id of the season the page shows
 * @param deed what is to be done with it
 */
export async function seasonSeen(seen: string, deed: Deed): Promise<SeasonId | 'no-season'> {
  return (await seasonNamed(seen, deed))?.id ?? 'no-season'
}
