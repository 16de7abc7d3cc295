/** The one way any view changes the season: checked as a whole document, written all or none. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { plannedAgain } from '../core/batch/planned-again'
import { changeAsItStands, type Change, type Stale } from '../data/change-repository'
import { rowsOf } from '../data/database'
import { editSeason } from '../season/edit'
import type { Problem } from '../season/problem'
import { COLLECTIONS, type Collection, type Season } from '../season/schema'
import { todayOf } from './season-data'
import { byWhom } from './asker'
import { seasonSeen } from './season-in-view'

/** One thing to add, change, or remove (`to` null), with what its writer saw of it: itself, or its version. `head` is the season's own facts. */
export type ThingEdit = { of: Collection | 'head'; key: string; to: unknown } & (
  | { from: unknown }
  /** `null` when it is new. */
  | { version: number | null }
)

export type ChangeResult =
  | { ok: true; entry: string; summary: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'stale'; stale: Stale[] }
  | { ok: false; reason: 'used' | 'no-season' }

const Edits = z
  .array(
    z.strictObject({
      of: z.enum([...COLLECTIONS, 'head']),
      key: z.string().min(1).max(60),
      from: z.unknown().optional(),
      version: z.int().min(1).nullable().optional(),
      to: z.unknown(),
    }),
  )
  .min(1)
  .max(3000)

/**
 * Changes things of the season, all or none.
 *
 * @param seen id of the season the page shows
 * @param summary what was done, for the journal and the undo button
 * @param change id that its device gave it, where it may be sent again: it is made once
 * @returns the journal entry to undo it by; or every problem, by path inside the edited thing; or why it was refused
 */
export async function changeSeason(
  seen: string,
  edits: ThingEdit[],
  summary: string,
  change?: string,
): Promise<ChangeResult> {
  const parsed = Edits.parse(edits)
  const said = z.string().trim().min(1).max(200).parse(summary)
  const once = z.uuid().optional().parse(change)
  const id = await seasonSeen(seen, 'plan')
  if (typeof id === 'string') return { ok: false, reason: id }
  const written = await changeAsItStands(
    rowsOf(id),
    id,
    (season) => {
      const planned = parsed.map((edit) => ({
        ...edit,
        to: edit.of === 'plantings' ? replanned(season, edit) : edit.to,
      }))
      const next = editSeason(season, planned)
      if (!next.ok) return next
      return { ok: true, summary: said, changes: planned.map((edit) => changeOf(edit, next.season)) }
    },
    { ...(await byWhom('plan', id.farm_id)), change: once },
  )
  // Farms and seasons are listed by their names.
  if (parsed.some(({ of }) => of === 'head')) refresh()
  if (written.ok) return { ok: true, entry: written.entry, summary: said }
  if ('problems' in written) return { ok: false, reason: 'wrong', problems: written.problems }
  return 'stale' in written ? { ok: false, reason: 'stale', stale: written.stale } : { ok: false, reason: 'used' }
}

type ParsedEdit = z.output<typeof Edits>[number]

/** A planting knows the day it was planned on. */
function replanned(season: Season, { key, to }: ParsedEdit): unknown {
  if (typeof to !== 'object' || to === null) return to
  const before = season.plantings.find((one) => one.key === key)
  return plannedAgain(before, { ...to, key }, todayOf(season))
}

/** An edit as it was read: with what its list's schema fills in. */
function changeOf(
  { of, key, to, from, version }: ParsedEdit,
  { farm, season, site, habits, ...lists }: Season,
): Change {
  const read =
    to === null || to === undefined
      ? null
      : of === 'head'
        ? { farm, season, site, habits }
        : lists[of].find((thing) => thing.key === key)!
  return { of, key, to: read, ...(version === undefined ? { from: from ?? null } : { version }) }
}
