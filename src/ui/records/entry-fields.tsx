/** What of an entry can be put right: its day, its numbers, where, why, and the note. */
'use client'
import Box from '@mui/material/Box'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import { LOSS_CAUSES, type Entry } from '../../season/schema'
import { present } from '../../season/values'
import { DayField } from '../day-field'
import { ChoiceField, NumberField, WordField } from '../fields'
import { useSeason } from '../season-context'
import { dayItHappened } from './entry-form'

const NUMBERS = ['plants', 'cells', 'trays', 'seeds', 'showing', 'doubles'] as const
const TEMPERATURES = ['low', 'high'] as const

/** What was put right. */
export type Corrected = Pick<Entry, 'on' | 'what' | 'note'>

export interface EntryDraft {
  on: string
  note: string
  what: Entry['what']
  change: (part: { on?: string; note?: string; what?: Entry['what'] }) => void
  /** What it says now, or what is wrong with it. */
  read: () => Corrected | string
}

/** An entry that is being put right. */
export function useEntryDraft(entry: Entry): EntryDraft {
  const { format, today } = useSeason()
  const [said, setSaid] = useState({ on: entry.on, note: entry.note ?? '', what: entry.what })
  return {
    ...said,
    change: (part) => setSaid({ ...said, ...part }),
    read() {
      const day = dayItHappened(said.on, today, format)
      if (typeof day === 'string') return day
      const note = said.note.trim()
      return { on: formatDay(day), what: said.what, ...(note === '' ? {} : { note }) }
    },
  }
}

export function EntryFields({ entry, draft }: { entry: Entry; draft: EntryDraft }) {
  const t = useTranslations('journal')
  const { season, format } = useSeason()
  const parts = draft.what as unknown as Record<string, unknown>
  const set = (name: string, value: unknown) =>
    draft.change({ what: present({ ...parts, [name]: value }) as unknown as Entry['what'] })
  return (
    <>
      <DayField label={t('on')} value={draft.on} onChange={(on) => draft.change({ on })} />
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
        {entry.what.did === 'temperature' &&
          TEMPERATURES.map((name) => (
            <NumberField
              key={name}
              label={t(`numbers.${name}`)}
              value={parts[name] as number | undefined}
              quantity="temperature"
              onChange={(value) => set(name, value)}
            />
          ))}
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
      <WordField label={t('note')} value={draft.note} onChange={(note) => draft.change({ note })} lines={2} />
    </>
  )
}
