/** A season rehearsed in a web worker, and kept while the page is open. */
'use client'
import { proxy } from 'comlink'
import type { Day } from '../../core/calendar/day'
import { USUAL, type Rehearsal } from '../../core/rehearsal/rehearse'
import type { Rehearsed } from '../../core/rehearsal/years'
import type { Season } from '../../season/schema'
import { keepRehearsed, useRehearsed } from '../../ui/rehearsed'
import { useBeside } from '../../ui/use-beside'

export function useRehearsal() {
  const kept = useRehearsed()
  const { start: begin, ...running } = useBeside<Rehearsal>()
  const start = (season: Season, today: Day, leftTo: Rehearsed['leftTo']) => {
    const asked = { ...USUAL, leftTo }
    begin(
      (api, tell) => api.rehearse(season, today, asked, proxy(tell)),
      (said) => keepRehearsed({ season, today, asked, said }),
    )
  }
  return { kept, ...running, start }
}
