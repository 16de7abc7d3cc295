/** The season a page looks at, as it is kept up to date on this device. */
'use client'
import { startTransition, useEffect, useMemo, useState } from 'react'
import { useWholeRouter } from './navigation'
import { liveSeason, type LiveSeason, type LiveState } from './live-season'
import { dataOf, withOwnChoices, type Frame, type SeasonData } from './season-data'

export interface SeasonLooked {
  /** Nothing while it is on its way. */
  data: SeasonData | undefined
  state: LiveState
  live: LiveSeason
}

const onServer: LiveSeason = {
  get: () => NOTHING,
  subscribe: () => () => undefined,
  isLookedAt: () => false,
  open: () => Promise.resolve(),
  catchUp: () => Promise.resolve(),
}
const NOTHING: LiveState = { own: false }

/** The season of a frame; while another of the same farm is on its way, the one before is shown. */
export function useLiveSeason(frame: Frame): SeasonLooked {
  const live = typeof window === 'undefined' ? onServer : liveSeason(frame.view)
  const [now, setNow] = useState<{ live: LiveSeason; state: LiveState }>({ live, state: NOTHING })
  if (now.live !== live) setNow({ live, state: live.get() })
  useEffect(() => {
    const take = () => setNow({ live, state: live.get() })
    const hear = () => (live.get().own ? take() : startTransition(take))
    const stop = live.subscribe(hear)
    take()
    void live.open()
    return stop
  }, [live])

  const router = useWholeRouter()
  const { held, trouble } = now.state
  // The server says what has become of it.
  useEffect(() => {
    if (trouble === 'refused') router.refresh()
  }, [trouble, router])

  const current = useMemo(() => held && dataOf(withOwnChoices(frame, document.cookie), held), [frame, held])
  const [shown, setShown] = useState(current)
  if (current && current !== shown) setShown(current)
  const before = shown?.own === frame.own && trouble === undefined ? shown : undefined
  return { data: current ?? before, state: now.state, live }
}
