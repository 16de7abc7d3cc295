/** What others change, and pages kept for when there is no signal. */
'use client'
import { useEffect } from 'react'
import { useRouter } from '../../ui/navigation'

/** Keeps the last pages on the device. Browsers allow it over HTTPS, and on the machine itself. */
export function useOpensWithoutSignal(): void {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return
    navigator.serviceWorker
      .register('/sw.js')
      .catch((error: unknown) => console.warn('Pages are not kept for opening without signal:', error))
  }, [])
}

const LOOK_EVERY = 20_000 // ms between looks for changes made on other devices

/** Draws the season again when someone else has changed it. */
export function useChangesElsewhere(view: string, revision: number): void {
  const router = useRouter()
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        const response = await fetch(`/api/revision?season=${view}`, { cache: 'no-store' })
        if (!response.ok) return
        const now = (await response.json()) as { revision: number | null }
        if (now.revision !== null && now.revision !== revision) router.refresh()
      } catch {
        // No connection just now: the next look tells.
      }
    }
    const timer = setInterval(() => void look(), LOOK_EVERY)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', look)
    }
  }, [router, view, revision])
}
