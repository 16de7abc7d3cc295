/** The farm's seasons: beginning the next from one, and another farm from a copy. */
'use server'
import { refresh } from 'next/cache'
import { listFarms } from '../data/farm-repository'
import { rowsOf } from '../data/database'
import { createNextSeason } from '../data/season-repository'
import { readSeason, type Problem } from '../season/read'
import { seasonNamed } from './season-in-view'

/**
 * Begins a season beside the one a page shows, which stays as it is.
 *
 * @param seen id of the season the page shows
 */
export async function beginNextSeason(
  seen: string,
  document: unknown,
): Promise<
  | { ok: true; name: string; at: string }
  | { ok: false; reason: 'no-season' | 'there-is-one'; name: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
> {
  const read = readSeason(document)
  if (!read.ok) return { ...read, reason: 'wrong' }
  const { name } = read.season.season
  const found = await seasonNamed(seen, 'plan')
  if (!found) return { ok: false, reason: 'no-season', name }
  const [farm] = await listFarms(rowsOf(found.base), [found.base.farm_id])
  if (farm?.seasons.some((one) => one.name === name)) return { ok: false, reason: 'there-is-one', name }
  const { season_id } = await createNextSeason(rowsOf(found.base), found.base.farm_id, read.season)
  refresh()
  return { ok: true, name, at: (await seasonNamed(season_id, 'read'))!.at }
}
