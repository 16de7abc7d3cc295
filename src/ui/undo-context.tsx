/** Undo for every view: handed down by the shell, so that features need not know each other. */
'use client'
import { createContext, useContext } from 'react'

export interface Undoing {
  /**
   * Takes back a journal entry, or the last change.
   *
   * @param of id of the season it was made in, where that is not the one the page shows
   */
  undo(entry?: string, of?: string): void
  redo(): void
  busy: boolean
}

export const UndoContext = createContext<Undoing>({ undo: () => undefined, redo: () => undefined, busy: false })
export const useUndo = () => useContext(UndoContext)
