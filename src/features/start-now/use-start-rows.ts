/** The rows of a day, asked of the server; asked again when the day, the amount or the plan changes. */
'use client'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import { useSeason } from '../../ui/season-context'
import type { StartRow } from './model'

const PAUSE = 200 // ms that a day or an amount rests before it is asked about

export interface StartRows {
  /** The last that are known. */
  rows: readonly StartRow[] | undefined
  busy: boolean
  failure: string | undefined
  again: () => void
}

export function useStartRows(day: Day, plants: number): StartRows {
  const t = useTranslations('startNow')
  const { data } = useSeason()
  const { view, revision } = data
  const [tries, setTries] = useState(0)
  const [known, setKnown] = useState<{ asked: string; rows?: readonly StartRow[]; failure?: string }>({ asked: '' })
  const asked = `/api/start-now?season=${view}&day=${formatDay(day)}&plants=${plants}`
  const asking = `${asked} ${revision} ${tries}`
  useEffect(() => {
    const gone = new AbortController()
    const wait = setTimeout(() => {
      void answerTo(asked, gone.signal).then(
        (answer) =>
          setKnown((before) =>
            'rows' in answer
              ? { asked: asking, rows: answer.rows }
              : { ...before, asked: asking, failure: t('failed', { why: answer.problem }) },
          ),
        () => {
          if (!gone.signal.aborted)
            setKnown((before) => ({ ...before, asked: asking, failure: t('failed', { why: t('noConnection') }) }))
        },
      )
    }, PAUSE)
    return () => {
      clearTimeout(wait)
      gone.abort()
    }
  }, [asked, asking, t])
  const busy = known.asked !== asking
  return { rows: known.rows, busy, failure: busy ? undefined : known.failure, again: () => setTries(tries + 1) }
}

async function answerTo(asked: string, signal: AbortSignal): Promise<{ rows: StartRow[] } | { problem: string }> {
  const response = await fetch(asked, { signal })
  if (response.ok) return (await response.json()) as { rows: StartRow[] }
  const said = (await response.json().catch(() => ({}))) as { problem?: string }
  return { problem: said.problem ?? String(response.status) }
}
