/** A page drawn anew only when the server can do so: one that fails would take the page that is there away. */
'use client'
import { startTransition, useCallback, useEffect } from 'react'
import { useRouter } from './navigation'

const EVERY = 3000 // ms between looks whether the server answers again

/** Whether the server and its database answer. */
async function answers(): Promise<boolean> {
  try {
    return (await fetch('/api/revision', { cache: 'no-store' })).ok
  } catch {
    return false // no connection just now
  }
}

/** Draws the page anew from the server, if it answers; otherwise leaves it as it is. */
export function useRefresh(): () => Promise<void> {
  const router = useRouter()
  return useCallback(async () => {
    if (await answers()) router.refresh()
  }, [router])
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
