/** The farm's seasons: beginning the next from this one, and opening another. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { database } from '../data/database'
import {
  createNextSeason,
  listSeasons,
  loadSeason,
  openSeason,
  reopenSeason,
  type SeasonOfFarm,
} from '../data/season-repository'
import { readSeason, type Problem } from '../season/read'

/** Seasons of the farm, the one that is open first. */
export async function seasonsOfFarm(): Promise<SeasonOfFarm[]> {
  const id = await openSeason(database())
  return id ? listSeasons(database(), id.farm_id) : []
}

/** Begins a season beside the open one, which stays as it is, and opens it. */
export async function beginNextSeason(
  document: unknown,
): Promise<{ ok: true; name: string } | { ok: false; problems: Problem[] }> {
  const read = readSeason(document)
  if (!read.ok) return read
  const id = await openSeason(database())
  if (!id) return { ok: false, problems: [{ path: '', message: 'There is no season open.' }] }
  const now = await loadSeason(database(), id)
  if (now?.season.season.name === read.season.season.name)
    return {
      ok: false,
      problems: [{ path: 'season.name', message: `This farm has a season ${read.season.season.name} already.` }],
    }
  await createNextSeason(database(), id.farm_id, read.season)
  refresh()
  return { ok: true, name: read.season.season.name }
}

/** Opens another season of the farm. */
export async function openOtherSeason(season: string): Promise<void> {
  const id = await openSeason(database())
  if (id) await reopenSeason(database(), { farm_id: id.farm_id, season_id: z.uuid().parse(season) })
  refresh()
}
