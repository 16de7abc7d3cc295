/** Changing a season, with signal or without: what cannot be sent now is kept on this device and sent later. */
'use client'
import { useCallback } from 'react'
import { useTranslations } from 'next-intl'
import { v4 as newId } from 'uuid'
import { changeSeason, type ChangeResult, type ThingEdit } from '../../actions/change-season'
import { callForSeason, type Called } from '../call-server'
import { useNotice } from '../notice'
import { whenQuiet } from '../quiet'
import { useSeason } from '../season-context'

/** What became of a change; `waits` is the id of one that is kept on this device. */
export type Changed = { waits: string } | Called<ChangeResult>

const checker = () => import('../../season/edit')
whenQuiet(() => (navigator.onLine ? checker() : undefined))

/** Nobody answered: it was not sent, or what became of it is not known. */
const UNANSWERED: ReadonlySet<string> = new Set(['offline', 'unknown'])

/** Changes things of the season that is looked at, all or none. */
export function useChangeSeason(): (edits: ThingEdit[], summary: string) => Promise<Changed> {
  const { data, season, changes } = useSeason()
  const { view } = data
  return useCallback(
    async (edits, summary) => {
      // What was made before goes before.
      const behind = changes.get().some((one) => one.season === view && !one.clash)
      const id = newId()
      const called = behind ? undefined : await callForSeason(() => changeSeason(view, edits, summary, id))
      if (called && (called.ok || !UNANSWERED.has(called.trouble.kind))) return called
      // What the server would find wrong is found here. Where the page has come without that, nothing is kept unseen.
      const checking = await checker().catch(() => undefined)
      if (!checking) return called ?? { ok: false, trouble: { kind: 'offline' }, reads: false }
      const edited = checking.editSeason(season, edits)
      if (!edited.ok) return { ok: true, answer: { ok: false, reason: 'wrong', problems: edited.problems } }
      // Whether it was saved before is known by its id when it is sent again.
      await changes.keep({ id, season: view, edits, summary })
      void changes.send(view)
      return { waits: id }
    },
    [changes, season, view],
  )
}

/** Says that a change is kept on this device, with a way to take it back. */
export function useSaidToWait(): (id: string) => void {
  const t = useTranslations('ui')
  const notice = useNotice()
  const { changes } = useSeason()
  return useCallback(
    (id) => {
      const takeBack = async () => {
        if (!(await changes.remove(id))) notice({ text: t('laterChangeNeedsIt'), tone: 'error' })
      }
      notice({ text: t('keptOnThisDevice'), action: { label: t('undo'), run: () => void takeBack() } })
    },
    [changes, notice, t],
  )
}
