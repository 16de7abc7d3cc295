/** Changing facts of the season from any view: busy while it is written, undo offered after, refusals said plainly. */
'use client'
import { useCallback, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../actions/change-season'
import type { Problem } from '../season/read'
import { useNotice } from './notice'
import { useSeason } from './season-context'
import { useUndo } from './undo-context'
import { troubleWords } from './call-server'
import { useChangeSeason, useSaidToWait } from './plan-changes/use-change-season'

export interface Changing {
  busy: boolean
  /** What the server found wrong, by path inside the edited thing. */
  problems: readonly Problem[]
  /** Why nothing was written, when it was not a problem of one field. */
  failure: string | undefined
  /** Writes; true when it is done. */
  change(edits: ThingEdit[], summary: string): Promise<boolean>
  clear(): void
}

export function useChange(): Changing {
  const t = useTranslations('ui')
  const [busy, setBusy] = useState(false)
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [failure, setFailure] = useState<string>()
  const notice = useNotice()
  const { format } = useSeason()
  const changeSeason = useChangeSeason()
  const saidToWait = useSaidToWait()
  const { undo } = useUndo()
  const clear = useCallback(() => {
    setProblems([])
    setFailure(undefined)
  }, [])
  const change = useCallback(
    async (edits: ThingEdit[], summary: string) => {
      setBusy(true)
      clear()
      try {
        const called = await changeSeason(edits, summary)
        if ('waits' in called) {
          saidToWait(called.waits)
          return true
        }
        if (!called.ok) {
          setFailure(troubleWords(called, format))
          return false
        }
        const result = called.answer
        if (result.ok) {
          notice({ text: result.summary, action: { label: t('undo'), run: () => undo(result.entry) } })
          return true
        }
        if (result.reason === 'wrong') setProblems(result.problems)
        else setFailure(format.t(`ui.refused.${result.reason}`))
        return false
      } finally {
        setBusy(false)
      }
    },
    [clear, changeSeason, format, notice, saidToWait, t, undo],
  )
  return { busy, problems, failure, change, clear }
}
