/** Copying plantings of one season into another. */
'use server'
import { z } from 'zod'
import { copiedPlantings } from '../library/copied-plantings'
import { changeAsItStands } from '../data/change-repository'
import { rowsOf } from '../data/database'
import { loadSeason } from '../data/season-repository'
import { editSeason } from '../season/edit'
import type { Problem } from '../season/read'
import { byWhom } from './asker'
import { seasonNamed } from './season-in-view'

const Asked = z.strictObject({
  from: z.uuid(),
  into: z.uuid(),
  keys: z.array(z.string().min(1).max(60)).min(1).max(2000),
  summary: z.string().trim().min(1).max(200),
})

export type CopyResult =
  | { ok: true; at: string }
  | { ok: false; reason: 'needs'; names: string[] }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'no-season' }

/**
 * Copies plantings of a season into another, with the kinds, varieties and methods that one lacks: all of them or none.
 *
 * @param asked ids of the two seasons, keys of the plantings, and what the other season's journal says
 */
export async function copyPlantings(asked: z.input<typeof Asked>): Promise<CopyResult> {
  const { from, into, keys, summary } = Asked.parse(asked)
  const [source, target] = await Promise.all([seasonNamed(from, 'read'), seasonNamed(into, 'plan')])
  const stored = source && (await loadSeason(rowsOf(source.id), source.id))
  if (!stored || !target) return { ok: false, reason: 'no-season' }
  const wanted = new Set(keys)
  const plantings = stored.season.plantings.filter(({ key }) => wanted.has(key))
  let needs: string[] | undefined
  const written = await changeAsItStands(
    rowsOf(target.id),
    target.id,
    (season) => {
      const copied = copiedPlantings(stored.season, season, plantings)
      if (!copied.ok) {
        needs = copied.needs
        return { ok: false, problems: [] }
      }
      const edits = copied.things.map(({ of, to }) => ({ of, key: to.key, to }))
      const next = editSeason(season, edits)
      if (!next.ok) return next
      return { ok: true, summary, changes: edits.map(({ of, key, to }) => ({ of, key, to, from: null })) }
    },
    await byWhom('plan', target.id.farm_id),
  )
  if (needs) return { ok: false, reason: 'needs', names: needs }
  if (written.ok) return { ok: true, at: target.at }
  return 'problems' in written
    ? { ok: false, reason: 'wrong', problems: written.problems }
    : { ok: false, reason: 'no-season' }
}
