/** Undo and redo. */
'use server'
import { refresh } from 'next/cache'
import { redo, undo, type Undone } from '../../data/undo-repository'
import { rowsOf } from '../../data/database'
import { byWhom } from '../../actions/asker'
import { seasonSeen } from '../../actions/season-in-view'

/**
 * Takes the last change back, or the one of a given journal entry.
 *
 * @param seen id of the season the page shows
 * @param entry journal entry shown beside the change just made
 */
export async function undoChange(seen: string, entry?: string): Promise<Undone> {
  const id = await seasonSeen(seen, 'plan')
  if (typeof id === 'string') return { ok: false, reason: 'nothing' }
  const done = await undo(
    rowsOf(id),
    id,
    await byWhom('plan', id.farm_id),
    typeof entry === 'string' && /^\d+$/.test(entry) ? entry : undefined,
  )
  refresh()
  return done
}

/** Brings the change last taken back into force again. */
export async function redoChange(seen: string): Promise<Undone> {
  const id = await seasonSeen(seen, 'plan')
  if (typeof id === 'string') return { ok: false, reason: 'nothing' }
  const done = await redo(rowsOf(id), id, await byWhom('plan', id.farm_id))
  refresh()
  return done
}
