/** Work in a worker of the page: started, followed, stopped by ending the worker. */
'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import { startBeside, type Beside } from './page-worker'

export interface Running<T> {
  /** How far it is; `undefined` when nothing runs. */
  done: number | undefined
  broke: boolean
  /** @param work is told whom to tell how far it is; @param keep gets what it comes to */
  start(work: (api: Beside['api'], tell: (done: number) => void) => Promise<T>, keep: (said: T) => void): void
  stop(): void
}

export function useBeside<T>(): Running<T> {
  const [done, setDone] = useState<number>()
  const [broke, setBroke] = useState(false)
  const worker = useRef<Worker | undefined>(undefined)
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
    setDone(undefined)
  }, [])
  useEffect(() => () => worker.current?.terminate(), [])
  const start: Running<T>['start'] = (work, keep) => {
    stop()
    const { own, api } = startBeside()
    worker.current = own
    setBroke(false)
    setDone(0)
    const failed = () => {
      if (worker.current !== own) return
      stop()
      setBroke(true)
    }
    own.onerror = failed
    const tell = (now: number) => {
      if (worker.current === own) setDone(now)
    }
    work(api, tell).then((said) => {
      if (worker.current !== own) return
      keep(said)
      stop()
    }, failed)
  }
  return { done, broke, start, stop }
}
