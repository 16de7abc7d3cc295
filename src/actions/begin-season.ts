/** Begins the first farm of an empty database. */
'use server'
import { refresh } from 'next/cache'
import { database } from '../data/database'
import { createFarm, openSeason } from '../data/season-repository'
import { readSeason, type Problem } from '../season/read'

export type Begun =
  { ok: true } | { ok: false; reason: 'wrong'; problems: Problem[] } | { ok: false; reason: 'there-is-one' }

/** Makes a farm with one season from a document; refused when there is a season already. */
export async function beginSeason(document: unknown): Promise<Begun> {
  const read = readSeason(document)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const db = database()
  if (await openSeason(db)) return { ok: false, reason: 'there-is-one' }
  await createFarm(db, read.season)
  refresh()
  return { ok: true }
}
