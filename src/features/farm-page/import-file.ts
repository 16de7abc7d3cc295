/** A season document that was sent as a file: what it would change, and the change. Made in a process of its own, however large it is. */
import { readFile } from 'node:fs/promises'
import type { By } from '../../data/journal'
import { importSeason } from '../../data/import-repository'
import { seasonOfId } from '../../data/farm-repository'
import { createFarm, loadSeason } from '../../data/season-repository'
import type { Connection } from '../../data/database'
import { compareSeasons, type SeasonChanges } from '../../interchange/compare'
import { readSeasonText } from '../../interchange/season-file'
import type { Problem } from '../../season/problem'
import type { ReadResult } from '../../season/read'

const MOST_TOLD = 200

export type ImportPreview =
  | { ok: true; changes: SeasonChanges; name: string; season: string | null; revision: number }
  | { ok: false; problems: Problem[] }

export type ImportResult =
  | { ok: true; entry: string; summary: string; season: string }
  /** It became a farm of its own. */
  | { ok: true; entry: null; summary: string; season: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'changed-since' }

/** What is to be done with a file. */
export type ImportTask =
  | { what: 'preview'; file: string; season: string | null }
  /** `revision`: of the season the preview was made at */
  | { what: 'apply'; file: string; season: string | null; revision: number; by: By }

const NOT_TEXT: Problem[] = [{ path: '', message: 'The file could not be read as text.' }]

async function readDocument(file: string): Promise<ReadResult> {
  const bytes = await readFile(file)
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return { ok: false, problems: NOT_TEXT }
  }
  const read = readSeasonText(text)
  return read.ok ? read : { ok: false, problems: read.problems.slice(0, MOST_TOLD) }
}

/**
 * What bringing in a document would change; nothing is written.
 *
 * @param season id of the season it may replace; `null` where it is to be a farm of its own
 */
export async function previewFile(
  { db, ofFarm }: Connection,
  { file, season }: { file: string; season: string | null },
): Promise<ImportPreview> {
  const read = await readDocument(file)
  if (!read.ok) return read
  const name = `${read.season.farm.name}, season ${read.season.season.name}`
  const id = season === null ? undefined : (await seasonOfId(db, season))?.id
  const stored = id && (await loadSeason(ofFarm(id.farm_id), id))
  if (!stored)
    return { ok: true, name, season: null, revision: 0, changes: { same: false, facts: [], collections: [] } }
  const changes = compareSeasons(stored.season, read.season)
  return { ok: true, name, season: stored.id.season_id, revision: stored.revision, changes }
}

/** Puts a document in the place of a season, or makes a farm of its own of it, all or nothing. */
export async function applyFile(
  { db, ofFarm }: Connection,
  { file, season, revision, by }: Omit<Extract<ImportTask, { what: 'apply' }>, 'what'>,
): Promise<ImportResult> {
  const read = await readDocument(file)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const summary = `${read.season.farm.name}, season ${read.season.season.name}, imported`
  if (season === null) {
    const made = await createFarm(db, read.season)
    return { ok: true, entry: null, summary, season: made.season_id }
  }
  const id = (await seasonOfId(db, season))?.id
  const written = id && (await importSeason(ofFarm(id.farm_id), id, read.season, { readAt: revision, ...by, summary }))
  return written ? { ok: true, entry: written.entry, summary, season } : { ok: false, reason: 'changed-since' }
}
