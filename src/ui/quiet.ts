/** What is not needed yet waits until the page answers to the hand and has been quiet. */
import { useEffect, useState } from 'react'

let ready: () => void
const isReady = new Promise<void>((done) => (ready = done))

/** Says that the page now answers to the hand. */
export function pageAnswers(): void {
  document.documentElement.dataset.ready = ''
  ready()
}

let running = 0

/** Runs something once the page has answered and been quiet. The page says (`data-quiet`) when all of that has been done. */
export function whenQuiet(run: () => Promise<unknown> | void): void {
  if (typeof window === 'undefined') return
  running++
  const runNow = () => {
    void Promise.resolve(run())
      .catch((error: unknown) => console.warn('A part of the page could not be fetched yet:', error))
      .finally(() => {
        if (--running === 0) document.documentElement.dataset.quiet = ''
      })
  }
  void isReady.then(() => {
    // What there is to do comes first.
    if ('requestIdleCallback' in window) window.requestIdleCallback(runNow, { timeout: 10_000 })
    else setTimeout(runNow, 2000)
  })
}

/** Whether the page has been quiet once: what nobody waits for is drawn from then on. */
export function useQuiet(): boolean {
  const [quiet, setQuiet] = useState(false)
  useEffect(() => whenQuiet(() => setQuiet(true)), [])
  return quiet
}
