/** Thermometers of the farm that send by themselves, as they stand, looked at again and again while the page is seen. */
'use client'
import { useCallback, useEffect, useState } from 'react'
import type { ThermometersShown } from '../season/thermometers'
import { useSeason } from './season-context'

const EVERY = 60_000 // ms
const EVERY_WITHOUT = 600_000 // ms where there is none

export interface Looked {
  /** None where they were not told yet. */
  shown: ThermometersShown | undefined
  /** Whether the server did not answer when it was asked last. */
  failed: boolean
  again: () => Promise<void>
}

/** @param withFaults whether gaps of the last two weeks, the broker and the addresses are wanted too */
export function useThermometers(withFaults = false, every = EVERY): Looked {
  const { data } = useSeason()
  const [looked, setLooked] = useState<{ shown?: ThermometersShown; failed: boolean }>({ failed: false })
  const again = useCallback(async () => {
    const at = `/api/thermometers?season=${data.own}${withFaults ? '&faults' : ''}`
    const answer = await fetch(at).catch(() => undefined)
    const shown = answer?.ok ? ((await answer.json()) as ThermometersShown) : undefined
    setLooked((before) => (shown ? { shown, failed: false } : { ...before, failed: true }))
  }, [data.own, withFaults])
  const some = (looked.shown?.thermometers.length ?? 0) > 0
  useEffect(() => {
    const look = () => {
      if (!document.hidden && navigator.onLine) void again()
    }
    look()
    const timer = setInterval(look, some || withFaults ? every : EVERY_WITHOUT)
    document.addEventListener('visibilitychange', look)
    window.addEventListener('online', look)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
      window.removeEventListener('online', look)
    }
  }, [again, every, some, withFaults])
  return { shown: looked.shown, failed: looked.failed, again }
}
