/** Begins a farm. */
'use server'
import { database } from '../data/database'
import { createFarm } from '../data/season-repository'
import { readSeason, type Problem } from '../season/read'
import { assertMayBegin } from './asker'
import { ownedByAsker } from './owned'
import { seasonNamed } from './season-in-view'

export type Begun = { ok: true; at: string } | { ok: false; problems: Problem[] }

/** Makes a farm with one season from a document; it stands beside the farms there are. */
export async function beginSeason(document: unknown): Promise<Begun> {
  await assertMayBegin()
  const read = readSeason(document)
  if (!read.ok) return { ok: false, problems: read.problems }
  const { season_id, farm_id } = await createFarm(database(), read.season)
  await ownedByAsker(farm_id)
  return { ok: true, at: (await seasonNamed(season_id, 'read'))!.at }
}
