/** Undo and redo. */
'use server'
import { refresh } from 'next/cache'
import { redo, undo, type Undone } from '../../data/change-repository'
import { database } from '../../data/database'
import { seasonInView } from '../../actions/season-in-view'

const WHO = 'Grower' // until people sign in

/**
 * Takes the last change back, or the one of a given journal entry.
 *
 * @param entry journal entry shown beside the change just made
 */
export async function undoChange(entry?: string): Promise<Undone> {
  const id = await seasonInView()
  if (!id) return { ok: false, reason: 'nothing' }
  const done = await undo(database(), id, WHO, typeof entry === 'string' && /^\d+$/.test(entry) ? entry : undefined)
  refresh()
  return done
}

/** Brings the change last taken back into force again. */
export async function redoChange(): Promise<Undone> {
  const id = await seasonInView()
  if (!id) return { ok: false, reason: 'nothing' }
  const done = await redo(database(), id, WHO)
  refresh()
  return done
}
