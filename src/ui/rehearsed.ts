/** What was rehearsed last, kept while the page is open: the view it was asked on shows it, and the plan draws it at its stairs. */
'use client'
import { useSyncExternalStore } from 'react'
import type { Day } from '../core/calendar/day'
import type { Rehearsal } from '../core/rehearsal/rehearse'
import type { Rehearsed } from '../core/rehearsal/years'
import type { Season } from '../season/schema'

export interface Kept {
  season: Season
  today: Day
  asked: Rehearsed
  said: Rehearsal
}

let last: Kept | undefined
const listeners = new Set<() => void>()

export function keepRehearsed(kept: Kept): void {
  last = kept
  for (const listener of listeners) listener()
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

export const useRehearsed = (): Kept | undefined =>
  useSyncExternalStore(
    subscribe,
    () => last,
    () => undefined,
  )
