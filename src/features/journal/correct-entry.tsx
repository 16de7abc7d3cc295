/** Corrects an entry: a new one takes its place, and the old one stays to be seen. */
'use client'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { LOSS_CAUSES, type Entry } from '../../season/schema'
import { present } from '../../season/values'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { dayItHappened, EntryForm } from '../../ui/records/entry-form'
import { useRecord } from '../../ui/records/use-record'
import { entrySentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'

const NUMBERS = ['plants', 'cells', 'trays', 'seeds', 'showing', 'doubles'] as const

export function CorrectEntry({ entry, onClose }: { entry: Entry; onClose: () => void }) {
  const t = useTranslations('journal')
  const { season, format, today } = useSeason()
  const { record } = useRecord()
  const [on, setOn] = useState(entry.on)
  const [note, setNote] = useState(entry.note ?? '')
  const [what, setWhat] = useState<Entry['what']>(entry.what)
  const [problem, setProblem] = useState<string>()
  const parts = what as unknown as Record<string, unknown>
  const set = (name: string, value: unknown) =>
    setWhat(present({ ...parts, [name]: value }) as unknown as Entry['what'])
  const write = async () => {
    const day = dayItHappened(on, today, format)
    if (typeof day === 'string') return setProblem(day)
    await record(
      {
        batch: entry.batch,
        place: entry.place,
        on: day,
        what,
        note: note.trim() === '' ? undefined : note.trim(),
        photos: entry.photos,
        instead: entry.id,
      },
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
          <DayField label={t('on')} value={on} onChange={setOn} />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
            {NUMBERS.map((name) =>
              name in entry.what ? (
                <NumberField
                  key={name}
                  label={t(`numbers.${name}`)}
                  value={parts[name] as number | undefined}
                  onChange={(value) => set(name, value === undefined ? undefined : Math.max(0, Math.round(value)))}
                />
              ) : null,
            )}
          </Box>
          {'place' in entry.what && (
            <ChoiceField
              label={t('where')}
              value={(parts.place as string | undefined) ?? ''}
              options={season.places.map((one) => [one.key, one.name] as const)}
              onChange={(next) => set('place', next)}
            />
          )}
          {'cause' in entry.what && (
            <ChoiceField
              label={t('why')}
              value={entry.what.did === 'loss' ? (parts.cause as typeof entry.what.cause) : ''}
              options={LOSS_CAUSES.map((one) => [one, format.t(`records.loss.${one}`)] as const)}
              onChange={(next) => set('cause', next)}
            />
          )}
          <WordField label={t('note')} value={note} onChange={setNote} lines={2} />
        </EntryForm>
      </Box>
    </Dialog>
  )
}
