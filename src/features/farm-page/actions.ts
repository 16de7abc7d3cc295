/** Bringing a season document in: first what it would change, then the change. */
'use server'
import { refresh } from 'next/cache'
import { importSeason } from '../../data/import-repository'
import { database } from '../../data/database'
import { seasonNamed, seasonSeen } from '../../actions/season-in-view'
import { createFarm, loadSeason } from '../../data/season-repository'
import { compareSeasons, type SeasonChanges } from '../../interchange/compare'
import { readSeasonText } from '../../interchange/season-file'
import type { Problem } from '../../season/problem'

const WHO = 'Grower' // until people sign in

export type ImportPreview =
  | { ok: true; changes: SeasonChanges; name: string; season: string | null; revision: number }
  | { ok: false; problems: Problem[] }

const notText: Problem[] = [{ path: '', message: 'The file could not be read as text.' }]

/**
 * What bringing in this document would change; nothing is written.
 *
 * @param seen id of the season the page shows; `null` where it is to be a farm of its own
 */
export async function previewImport(text: string, seen: string | null): Promise<ImportPreview> {
  if (typeof text !== 'string') return { ok: false, problems: notText }
  const read = readSeasonText(text)
  if (!read.ok) return read
  const db = database()
  const id = seen === null ? undefined : (await seasonNamed(seen))?.id
  const stored = id && (await loadSeason(db, id))
  const name = `${read.season.farm.name}, season ${read.season.season.name}`
  if (!stored)
    return { ok: true, name, season: null, revision: 0, changes: { same: false, facts: [], collections: [] } }
  return {
    ok: true,
    name,
    season: stored.id.season_id,
    revision: stored.revision,
    changes: compareSeasons(stored.season, read.season),
  }
}

export type ImportResult =
  | { ok: true; entry: string; summary: string }
  /** It became a farm of its own, which stands there. */
  | { ok: true; entry: null; summary: string; at: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'changed-since' }

/**
 * Puts a document in the place of a season, or makes a farm of its own of it.
 *
 * @param seen id of the season the preview was made of; `null` for a farm of its own
 * @param revision the revision the preview was made at; if the season has changed since, nothing is written
 */
export async function applyImport(text: string, seen: string | null, revision: number): Promise<ImportResult> {
  if (typeof text !== 'string' || typeof revision !== 'number') return { ok: false, reason: 'wrong', problems: notText }
  const read = readSeasonText(text)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const db = database()
  const summary = `${read.season.farm.name}, season ${read.season.season.name}, brought in`
  if (seen === null) {
    const made = await createFarm(db, read.season)
    refresh()
    return { ok: true, entry: null, summary, at: (await seasonNamed(made.season_id))!.at }
  }
  const id = await seasonSeen(seen)
  if (typeof id === 'string') return { ok: false, reason: 'changed-since' }
  const written = await importSeason(db, id, read.season, { readAt: revision, who: WHO, summary })
  refresh()
  return written ? { ok: true, entry: written.entry, summary } : { ok: false, reason: 'changed-since' }
}
