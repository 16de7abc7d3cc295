/** Changing facts of the season from any view: busy while it is written, undo offered after, refusals said plainly. */
'use client'
import { useCallback, useState } from 'react'
import { changeSeason, type ThingEdit } from '../actions/change-season'
import type { Problem } from '../season/read'
import { useNotice } from './notice'
import { useSeason } from './season-context'
import { useUndo } from './undo-context'
import { callServer } from './call-server'

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

/** Said when a page shows a season that is not the open one any more. */
export const OTHER_SEASON =
  'Another season or copy has been opened since this page was drawn. Nothing was changed; what you wrote is still here. Reload the page to see what is open.'

const REFUSED = {
  stale:
    'Someone else changed this meanwhile. What you wrote is still here; open it anew to see what stands there now.',
  used: 'Something still uses what would be taken away.',
  'no-season': 'There is no season to change.',
  'other-season': OTHER_SEASON,
} as const

export function useChange(): Changing {
  const [busy, setBusy] = useState(false)
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const [failure, setFailure] = useState<string>()
  const notice = useNotice()
  const { data } = useSeason()
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
        const called = await callServer(() => changeSeason(data.view, edits, summary))
        if (!called.ok) {
          setFailure(called.words)
          return false
        }
        const result = called.answer
        if (result.ok) {
          notice({ text: result.summary, action: { label: 'Undo', run: () => undo(result.entry) } })
          return true
        }
        if (result.reason === 'wrong') setProblems(result.problems)
        else setFailure(REFUSED[result.reason])
        return false
      } finally {
        setBusy(false)
      }
    },
    [clear, data.view, notice, undo],
  )
  return { busy, problems, failure, change, clear }
}
