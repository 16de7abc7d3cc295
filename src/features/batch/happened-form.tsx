/** The frame of everything that is written down of a batch besides its tasks. */
'use client'
import Box from '@mui/material/Box'
import { useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { DayField } from '../../ui/day-field'
import { WordField } from '../../ui/fields'
import { dayItHappened, EntryForm, withNote } from '../../ui/records/entry-form'
import { PhotoField } from '../../ui/records/photos'
import { useRecord, type Said } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useRouter } from '../../ui/navigation'

export interface Own {
  batch: Batch
  onClose: () => void
}

/** What every form here has: a day, a note, photos, and the button that writes it down. */
export function Form({
  batch,
  title,
  summary,
  said,
  onClose,
  children,
}: Own & { title: string; summary: string; said: (on: Day) => Said[] | string; children?: ReactNode }) {
  const t = useTranslations('batch')
  const { today, format } = useSeason()
  const { record } = useRecord()
  const router = useRouter()
  const [on, setOn] = useState(formatDay(today))
  const [note, setNote] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    const day = dayItHappened(on, today, format)
    if (typeof day === 'string') return setProblem(day)
    const all = said(day)
    if (typeof all === 'string') return setProblem(all)
    const [first, ...rest] = all
    if (!first) return setProblem(t('writeANoteOrAdd'))
    const more = withNote([first.note, note].filter(Boolean).join(' '), photos)
    if (first.what.did === 'note' && Object.keys(more).length === 0) return setProblem(t('writeANoteOrAdd'))
    await record([{ ...first, ...more }, ...rest], `${batch.code}: ${summary}`)
    router.replace(`/batch?id=${encodeURIComponent(batch.id)}`)
  }
  return (
    <Box sx={{ maxWidth: 460 }}>
      <EntryForm title={title} problem={problem} back={t('back')} onWrite={() => void write()} onClose={onClose}>
        {children}
        <DayField label={t('on')} value={on} onChange={setOn} max={formatDay(today)} />
        <WordField label={t('note')} value={note} onChange={setNote} lines={2} />
        <PhotoField photos={photos} onChange={setPhotos} />
      </EntryForm>
    </Box>
  )
}
