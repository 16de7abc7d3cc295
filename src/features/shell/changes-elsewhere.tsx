/** What others change. */
'use client'
import { useEffect, useRef } from 'react'
import { useSeason } from '../../ui/season-context'

const SOON = 200 // ms: own changes come back by themselves meanwhile, and several of others are drawn at once
const LONGEST = 5000 // ms until what was asked for is given up
const SHARE = 3 // times what the last drawing took, between two of them: so many records of a crew hold up no page
const TRIES_AGAIN = 20_000 // ms

/** Draws what someone else has changed: told by the server, at once, while the page is looked at. */
export function useChangesElsewhere(): void {
  const { data, catchUp, trouble } = useSeason()
  const { view, revision } = data
  const troubled = useRef(false)
  const shown = useRef(revision)
  const drawn = useRef<(revision: number) => void>(() => undefined)
  useEffect(() => {
    shown.current = revision
    drawn.current(revision)
  }, [revision])
  useEffect(() => {
    troubled.current = trouble !== undefined
  }, [trouble])

  useEffect(() => {
    let feed: EventSource | undefined
    let again: ReturnType<typeof setTimeout> | undefined
    let latest = shown.current
    let asked: number | undefined // when a drawing was asked for
    let took = 0
    let drawnAt = -Infinity
    let due: ReturnType<typeof setTimeout> | undefined

    const plan = () => {
      if (due || latest === shown.current) return
      due = setTimeout(
        () => {
          due = undefined
          if (latest === shown.current) return
          if (asked !== undefined && performance.now() - asked < LONGEST) return plan()
          asked = performance.now()
          void catchUp()
          plan()
        },
        Math.max(SOON, SHARE * took - (performance.now() - drawnAt)),
      )
    }
    drawn.current = () => {
      drawnAt = performance.now()
      if (asked !== undefined) took = drawnAt - asked
      asked = undefined
      plan()
    }
    const close = () => {
      clearTimeout(again)
      feed?.close()
      feed = undefined
    }
    const open = () => {
      if (feed || document.visibilityState !== 'visible' || !navigator.onLine) return
      const own = (feed = new EventSource(`/api/changes?season=${view}`))
      own.onmessage = ({ data }: MessageEvent<string>) => {
        latest = Number(data)
        // What could not be asked for can be now.
        if (troubled.current) void catchUp()
        plan()
      }
      own.onerror = () => {
        // It tries again by itself, unless it was refused.
        if (own.readyState !== EventSource.CLOSED) return
        close()
        again = setTimeout(open, TRIES_AGAIN)
      }
    }
    const look = () => (document.visibilityState === 'visible' && navigator.onLine ? open() : close())
    look()
    document.addEventListener('visibilitychange', look)
    window.addEventListener('online', look)
    window.addEventListener('offline', look)
    return () => {
      close()
      clearTimeout(due)
      drawn.current = () => undefined
      document.removeEventListener('visibilitychange', look)
      window.removeEventListener('online', look)
      window.removeEventListener('offline', look)
    }
  }, [catchUp, view])
}
