/** Keeping, dropping and leaving what-if copies, with the words for what can go wrong. */
'use client'
import { useCallback, useState } from 'react'
import { useTranslations } from 'next-intl'
import { forgetWhatIf, keepWhatIf, startWhatIf } from '../actions/what-if'
import { useNotice } from './notice'
import { useUndo } from './undo-context'
import { useFormat, useUnits } from './units'
import { callForSeason, troubleWords } from './call-server'
import { useSeason } from './season-context'
import { usePathname, useWholeRouter } from './navigation'

export interface WhatIfActions {
  busy: boolean
  /** Makes a copy and looks at it; the season as it is where no document is given. */
  start(name: string, document?: unknown): Promise<boolean>
  /** Looks at a copy, or at the season itself again. */
  view(id: string | null): void
  keep(id: string): Promise<void>
  drop(id: string): Promise<void>
}

export function useWhatIf(): WhatIfActions {
  const t = useTranslations('ui')
  const [busy, setBusy] = useState(false)
  const notice = useNotice()
  const { undo } = useUndo()
  const format = useFormat(useUnits())
  const { data } = useSeason()
  const { own, view: seen, ownAt, whatIfs } = data
  const router = useWholeRouter()
  const path = usePathname()
  /** The same view of another copy, with what is open in it. */
  const go = useCallback((to: string) => router.push(`${to}${path}${window.location.search}`), [router, path])
  const during = useCallback(
    async <T>(work: () => Promise<T>): Promise<T | undefined> => {
      setBusy(true)
      const called = await callForSeason(work)
      setBusy(false)
      if (called.ok) return called.answer
      notice({ text: troubleWords(called, format), tone: 'error' })
      return undefined
    },
    [format, notice],
  )
  const start = useCallback(
    async (name: string, document?: unknown) => {
      const started = await during(() => startWhatIf(own, name, document))
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
      go(started.at)
      return true
    },
    [during, go, notice, own, t],
  )
  const view = useCallback(
    (id: string | null) => {
      const copy = whatIfs.find((one) => one.id === id)
      go(copy ? `${ownAt.slice(0, ownAt.lastIndexOf('/'))}/${copy.address}` : ownAt)
    },
    [go, ownAt, whatIfs],
  )
  const keep = useCallback(
    async (id: string) => {
      const kept = await during(() => keepWhatIf(seen, id))
      if (!kept) return
      if (kept.ok) {
        const { entry } = kept
        notice({ text: kept.summary, action: { label: t('undo'), run: () => undo(entry, own) } })
        if (id === seen) go(ownAt)
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
    [during, go, notice, own, ownAt, seen, t, undo],
  )
  const drop = useCallback(
    async (id: string) => {
      const dropped = await during(() => forgetWhatIf(seen, id))
      if (dropped && id === seen) go(ownAt)
      if (dropped)
        notice({
          text: t('deleted', { dropped: dropped.name }),
          action: { label: t('undo'), run: () => void start(dropped.name, dropped.document) },
        })
    },
    [during, go, notice, ownAt, seen, start, t],
  )
  return { busy, start, view, keep, drop }
}
