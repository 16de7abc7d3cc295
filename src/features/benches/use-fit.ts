/** Making the plan fit in a web worker: started, followed, and stopped by ending the worker. */
'use client'
import { proxy } from 'comlink'
import { startTransition, useCallback, useEffect, useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import type { HoldWanted } from '../../core/hold/hold'
import { sameValue } from '../../season/values'
import type { Season } from '../../season/schema'
import { startBeside } from '../../ui/page-worker'
import type { FitStatus } from '../../worker/fit-plan'

/** What is asked for. */
interface Asked {
  /** Day before which nothing changes. */
  from: Day
  today: Day
  wanted: HoldWanted | undefined
}

export interface Fitting {
  running: boolean
  /** The best so far; kept when it is stopped. */
  status: FitStatus | undefined
  /** The season it was made for. */
  of: Season | undefined
  stopped: boolean
  failure: string | undefined
  seconds: number
  start(season: Season, asked: Asked): void
  stop(): void
}

/** News with the very list of changes of the last, where they are the same: what came through a message is always a copy. */
const withSame = (status: FitStatus, last: FitStatus | undefined): FitStatus =>
  last && sameValue(last.picks, status.picks) ? { ...status, picks: last.picks } : status

export function useFit(): Fitting {
  const t = useTranslations('benches')
  const [state, setState] = useState<Pick<Fitting, 'running' | 'status' | 'of' | 'stopped' | 'failure' | 'seconds'>>({
    running: false,
    status: undefined,
    of: undefined,
    stopped: false,
    failure: undefined,
    seconds: 0,
  })
  const worker = useRef<Worker | undefined>(undefined)
  const end = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
  }, [])
  useEffect(() => end, [end])
  const start = useCallback(
    (season: Season, { from, today, wanted }: Asked) => {
      end()
      const { own, api } = startBeside()
      worker.current = own
      const begun = Date.now()
      setState({ running: true, status: undefined, of: season, stopped: false, failure: undefined, seconds: 0 })
      const failed = () => {
        if (worker.current !== own) return
        end()
        setState((last) => ({
          ...last,
          running: false,
          failure: t('theSearchBrokeOffThe'),
        }))
      }
      own.onerror = failed
      const tell = (status: FitStatus) => {
        // News can wait for what a hand does.
        if (worker.current === own)
          startTransition(() =>
            setState((last) => ({
              ...last,
              status: withSame(status, last.status),
              seconds: (Date.now() - begun) / 1000,
            })),
          )
      }
      api.fit(season, { from: formatDay(from), today: formatDay(today), wanted }, proxy(tell)).then((status) => {
        if (worker.current !== own) return
        end()
        setState((last) => ({
          ...last,
          running: false,
          status: withSame(status, last.status),
          seconds: (Date.now() - begun) / 1000,
        }))
      }, failed)
    },
    [end, t],
  )
  const stop = useCallback(() => {
    end()
    setState((last) => ({ ...last, running: false, stopped: true }))
  }, [end])
  return { ...state, start, stop }
}
