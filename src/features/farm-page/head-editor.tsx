/** The farm's own facts: its name and season, where it is and how cold, its habits, work and costs. */
'use client'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import { readSeason } from '../../season/read'
import { EditorFrame, problemAt, useDraft } from '../../ui/editor'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { MovesPreview, useMoves } from '../../ui/moves'
import { HabitFields } from './habit-fields'
import { PanelHead } from './panel-head'
import { SiteFields, type Head, type PutHead } from './site-fields'
import './words'

export function HeadEditor({ part }: { part: 'site' | 'habits' }) {
  const t = useTranslations('farmPage')
  const { season } = useSeason()
  const stored = useMemo(
    (): Head => ({ farm: season.farm, season: season.season, site: season.site, habits: season.habits }),
    [season],
  )
  const draft = useDraft(stored)
  const saving = useChange()
  const head = draft.now
  const local = useMemo(() => {
    const read = readSeason({ ...season, ...head })
    return read.ok ? [] : read.problems
  }, [season, head])
  const problems = draft.changed ? (local.length > 0 ? local : saving.problems) : []
  const put: PutHead = (path, value) => draft.set(withFigure(head, path, value))
  const { moves, edits } = useMoves(head, draft.changed && local.length === 0)
  const at = (path: string) => problemAt(problems, path)
  const save = async () => {
    if (
      await saving.change(
        [...edits, { of: 'head', key: 'head', from: draft.from, to: head }],
        part === 'site' ? t('siteAndSeasonChanged') : t('habitsChanged'),
      )
    )
      draft.saved()
  }
  const { habits } = head
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={part === 'site' ? t('siteAndSeason') : t('habitsWorkAndCosts')} />}
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={problems}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
    >
      <MovesPreview moves={moves} />
      {part === 'site' ? (
        <SiteFields head={head} put={put} at={at} />
      ) : (
        <HabitFields habits={habits} put={put} at={at} />
      )}
    </EditorFrame>
  )
}
