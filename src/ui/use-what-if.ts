/** Keeping, dropping and leaving what-if copies, with the words for what can go wrong. */
'use client'
import { useCallback, useState } from 'react'
import { useTranslations } from 'next-intl'
import { forgetWhatIf, keepWhatIf, startWhatIf, viewWhatIf } from '../actions/what-if'
import { useNotice } from './notice'
import { useUndo } from './undo-context'
import { useFormat, useUnits } from './units'
import { callServer, troubleWords } from './call-server'

export interface WhatIfActions {
  busy: boolean
  /** Makes a copy and looks at it; the season as it is where no document is given. */
  start(name: string, document?: unknown): Promise<boolean>
  view(id: string | null): Promise<void>
  keep(id: string): Promise<void>
  drop(id: string): Promise<void>
}

export function useWhatIf(): WhatIfActions {
  const t = useTranslations('ui')
  const [busy, setBusy] = useState(false)
  const notice = useNotice()
  const { undo } = useUndo()
  const format = useFormat(useUnits())
  const during = useCallback(
    async <T>(work: () => Promise<T>): Promise<T | undefined> => {
      setBusy(true)
      const called = await callServer(work)
      setBusy(false)
      if (called.ok) return called.answer
      notice({ text: troubleWords(called, format), tone: 'error' })
      return undefined
    },
    [format, notice],
  )
  const start = useCallback(
    async (name: string, document?: unknown) => {
      const started = await during(() => startWhatIf(name, document))
      if (!started) return false
      if (!started.ok) {
        const text =
          started.reason === 'wrong'
            ? t('thatMakesNoSeason', { path: started.problems[0]!.path, message: started.problems[0]!.message })
            : started.reason === 'too-many'
              ? t('thereAreTwelveCopiesAlready')
              : t('thereIsNoSeasonTo')
        notice({ text, tone: 'error' })
        return false
      }
      notice({ text: t('whatIfYouLookAt', { name }) })
      return true
    },
    [during, notice, t],
  )
  const view = useCallback(async (id: string | null) => void (await during(() => viewWhatIf(id))), [during])
  const keep = useCallback(
    async (id: string) => {
      const kept = await during(() => keepWhatIf(id))
      if (!kept) return
      if (kept.ok) {
        const { entry } = kept
        notice({ text: kept.summary, action: { label: t('undo'), run: () => undo(entry) } })
      } else if (kept.reason === 'both-changed') {
        notice({
          text: t('nothingWasKeptTheSeason', {
            conflicts: kept.conflicts
              .slice(0, 4)
              .map(({ key }) => key)
              .join(', '),
            extra: kept.conflicts.length > 4 ? ' …' : '',
          }),
          tone: 'error',
        })
      } else
        notice({
          text:
            kept.reason === 'wrong'
              ? t('nothingWasKept', { path: kept.problems[0]!.path, message: kept.problems[0]!.message })
              : kept.reason === 'gone'
                ? t('thatCopyIsNoLonger')
                : t('theSeasonWasChangedJust'),
          tone: 'error',
        })
    },
    [during, notice, t, undo],
  )
  const drop = useCallback(
    async (id: string) => {
      const dropped = await during(() => forgetWhatIf(id))
      if (dropped)
        notice({
          text: t('deleted', { dropped: dropped.name }),
          action: { label: t('undo'), run: () => void start(dropped.name, dropped.document) },
        })
    },
    [during, notice, start, t],
  )
  return { busy, start, view, keep, drop }
}
