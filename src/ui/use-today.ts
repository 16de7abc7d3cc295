/** The day it is while a page stays open: as the server drew it, and on from there as days pass on this device. */
'use client'
import { useState, useSyncExternalStore } from 'react'
import { clockDay } from '../core/calendar/clock'
import type { Day } from '../core/calendar/day'

const LOOK_EVERY = 30_000 // ms

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
 * @param zone the farm's time zone; the one of this device where the farm says none
 * @param live left out where the season is always opened on one day
 */
export function useToday(drawn: Day, zone: string | undefined, live: boolean): Day {
  const now = useSyncExternalStore(live ? subscribe : never, () => clockDay(Date.now(), zone), unknown)
  const [since, setSince] = useState<{ drawn: Day; device: Day | undefined }>({ drawn, device: now })
  if (since.drawn !== drawn || (since.device === undefined && now !== undefined)) setSince({ drawn, device: now })
  if (!live || now === undefined || since.device === undefined || since.drawn !== drawn) return drawn
  return drawn + Math.max(0, now - since.device)
}
