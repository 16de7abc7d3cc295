/** The day it is while a page stays open: as the server drew it, and on from there as days pass on this device. */
'use client'
import { useState, useSyncExternalStore } from 'react'
import type { Day } from '../core/calendar/day'

const LOOK_EVERY = 30_000 // ms

/** The day on the clock of this device, where it is. */
function deviceDay(): Day {
  const now = new Date()
  return Date.UTC(now.getFullYear(), now.getMonth(), now.getDate()) / 86_400_000
}

function subscribe(listener: () => void): () => void {
  const timer = setInterval(listener, LOOK_EVERY)
  // A page that comes back to the front may have lain there for days.
  document.addEventListener('visibilitychange', listener)
  window.addEventListener('focus', listener)
  return () => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', listener)
    window.removeEventListener('focus', listener)
  }
}

const never = () => () => undefined
const unknown = () => undefined

/**
 * What is written down is of the day it is done on, not of the day the page was drawn. A clock that is set wrong by days
 * does no harm: only days that pass on it count.
 *
 * @param drawn the day as the server drew it
 * @param live left out where the season is always opened on one day
 */
export function useToday(drawn: Day, live: boolean): Day {
  const now = useSyncExternalStore(live ? subscribe : never, deviceDay, unknown)
  const [since, setSince] = useState<{ drawn: Day; device: Day | undefined }>({ drawn, device: now })
  if (since.drawn !== drawn || (since.device === undefined && now !== undefined)) setSince({ drawn, device: now })
  if (!live || now === undefined || since.device === undefined || since.drawn !== drawn) return drawn
  return drawn + Math.max(0, now - since.device)
}
