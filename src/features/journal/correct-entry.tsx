/** Corrects an entry: a new one takes its place, and the old one stays to be seen. */
'use client'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import type { Entry } from '../../season/schema'
import { EntryFields, useEntryDraft } from '../../ui/records/entry-fields'
import { EntryForm } from '../../ui/records/entry-form'
import { useRecord } from '../../ui/records/use-record'
import { entrySentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'

export function CorrectEntry({ entry, onClose }: { entry: Entry; onClose: () => void }) {
  const t = useTranslations('journal')
  const { season, format } = useSeason()
  const { record } = useRecord()
  const draft = useEntryDraft(entry)
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    const read = draft.read()
    if (typeof read === 'string') return setProblem(read)
    const { batch, place, photos } = entry
    await record(
      { batch, place, photos, ...read, on: parseDay(read.on), instead: entry.id },
      t('correctedTheOldEntryStays'),
    )
    onClose()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="correct-title">
      <Box sx={{ p: 2.5 }}>
        <EntryForm
          title={t('correct', { entrySentence: entrySentence(entry, season, format) })}
          titleId="correct-title"
          problem={problem}
          action={t('putThisInItsPlace')}
          onWrite={() => void write()}
          onClose={onClose}
        >
          <EntryFields entry={entry} draft={draft} />
        </EntryForm>
      </Box>
    </Dialog>
  )
}
