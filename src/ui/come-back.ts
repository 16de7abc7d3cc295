/** A page drawn anew only when the server can do so: one that fails would take the page that is there away. */
'use client'
import { startTransition, useCallback, useEffect, useRef } from 'react'
import { caughtUp } from './live-season'
import { useRouter } from './navigation'
import { useSeason } from './season-context'

const EVERY = 3000 // ms between looks whether the server answers again

/** Whether the server and its database answer. */
async function answers(): Promise<boolean> {
  try {
    return (await fetch('/api/revision', { cache: 'no-store' })).ok
  } catch {
    return false // no connection just now
  }
}

/**
 * Comes back by itself from a page that failed, as soon as the server answers.
 *
 * @param reset of the boundary that shows the failure
 * @returns tries at once
 */
export function useComeBack(reset: () => void): () => void {
  const router = useRouter()
  const now = useCallback(() => {
    void caughtUp()
    startTransition(() => {
      router.refresh()
      reset()
    })
  }, [router, reset])
  useEffect(() => {
    const timer = setInterval(() => void answers().then((good) => good && now()), EVERY)
    return () => clearInterval(timer)
  }, [now])
  return now
}

/** Draws what the server says with the page anew when the season has changed: the rest follows by itself. */
export function useFollowsSeason(): void {
  const router = useRouter()
  const { revision } = useSeason().data
  const drawn = useRef(revision)
  useEffect(() => {
    if (drawn.current === revision) return
    drawn.current = revision
    router.refresh()
  }, [revision, router])
}
