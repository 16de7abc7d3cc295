/** Keeping, dropping and leaving what-if copies, with the words for what can go wrong. */
'use client'
import { useCallback, useState } from 'react'
import { forgetWhatIf, keepWhatIf, startWhatIf, viewWhatIf } from '../actions/what-if'
import { useNotice } from './notice'
import { useUndo } from './undo-context'
import { callServer } from './call-server'

export interface WhatIfActions {
  busy: boolean
  /** Makes a copy and looks at it; the season as it is where no document is given. */
  start(name: string, document?: unknown): Promise<boolean>
  view(id: string | null): Promise<void>
  keep(id: string): Promise<void>
  drop(id: string): Promise<void>
}

export function useWhatIf(): WhatIfActions {
  const [busy, setBusy] = useState(false)
  const notice = useNotice()
  const { undo } = useUndo()
  const during = useCallback(
    async <T>(work: () => Promise<T>): Promise<T | undefined> => {
      setBusy(true)
      const called = await callServer(work)
      setBusy(false)
      if (called.ok) return called.answer
      notice({ text: called.words, tone: 'error' })
      return undefined
    },
    [notice],
  )
  const start = useCallback(
    async (name: string, document?: unknown) => {
      const started = await during(() => startWhatIf(name, document))
      if (!started) return false
      if (!started.ok) {
        const text =
          started.reason === 'wrong'
            ? `That makes no season: ${started.problems[0]!.path} ${started.problems[0]!.message}`
            : started.reason === 'too-many'
              ? 'There are twelve copies already: delete one first.'
              : 'There is no season to copy.'
        notice({ text, tone: 'error' })
        return false
      }
      notice({ text: `What if: ${name}. You look at a copy; the season stays as it is.` })
      return true
    },
    [during, notice],
  )
  const view = useCallback(async (id: string | null) => void (await during(() => viewWhatIf(id))), [during])
  const keep = useCallback(
    async (id: string) => {
      const kept = await during(() => keepWhatIf(id))
      if (!kept) return
      if (kept.ok) {
        const { entry } = kept
        notice({ text: kept.summary, action: { label: 'Undo', run: () => undo(entry) } })
      } else if (kept.reason === 'both-changed') {
        notice({
          text: `Nothing was kept: the season was changed meanwhile in the same places (${kept.conflicts
            .slice(0, 4)
            .map(({ key }) => key)
            .join(', ')}${kept.conflicts.length > 4 ? ' …' : ''}). Change one of them, then keep it.`,
          tone: 'error',
        })
      } else
        notice({
          text:
            kept.reason === 'wrong'
              ? `Nothing was kept: ${kept.problems[0]!.path} ${kept.problems[0]!.message}`
              : kept.reason === 'gone'
                ? 'That copy is no longer there.'
                : 'The season was changed just now: try once more.',
          tone: 'error',
        })
    },
    [during, notice, undo],
  )
  const drop = useCallback(
    async (id: string) => {
      const dropped = await during(() => forgetWhatIf(id))
      if (dropped)
        notice({
          text: `Deleted: ${dropped.name}`,
          action: { label: 'Undo', run: () => void start(dropped.name, dropped.document) },
        })
    },
    [during, notice, start],
  )
  return { busy, start, view, keep, drop }
}
