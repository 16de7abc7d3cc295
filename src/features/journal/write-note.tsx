/** A note of the day, of a place or of nothing in particular. */
'use client'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { ChoiceField, WordField } from '../../ui/fields'
import { EntryForm, withNote } from '../../ui/records/entry-form'
import { PhotoField } from '../../ui/records/photos'
import { useRecord, useWho } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'

export function WriteNote({ onClose }: { onClose: () => void }) {
  const t = useTranslations('journal')
  const { season, data } = useSeason()
  const { record } = useRecord()
  const [who, setWho] = useWho()
  const [note, setNote] = useState('')
  const [place, setPlace] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    const more = withNote(note, photos)
    if (Object.keys(more).length === 0) return setProblem(t('writeSomethingOrAddA'))
    await record({ place: place === '' ? undefined : place, what: { did: 'note' }, ...more }, t('noted'))
    onClose()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="note-title">
      <Box sx={{ p: 2.5 }}>
        <EntryForm
          title={t('writeANote')}
          titleId="note-title"
          problem={problem}
          onWrite={() => void write()}
          onClose={onClose}
        >
          <WordField label={t('note')} value={note} onChange={setNote} lines={3} />
          <ChoiceField
            label={t('place')}
            value={place}
            none={t('noneInParticular')}
            options={season.places.map((one) => [one.key, one.name] as const)}
            onChange={setPlace}
          />
          {!data.person && !data.phone && <WordField label={t('writtenBy')} value={who} onChange={setWho} />}
          <PhotoField photos={photos} onChange={setPhotos} />
        </EntryForm>
      </Box>
    </Dialog>
  )
}
