/** Bringing in a file of weather: choosing it, setting right how it is read, and seeing what was left out. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useRef, useState, type ChangeEvent } from 'react'
import { useTranslations } from 'next-intl'
import { count } from '../words/format'
import { ChoiceField } from './fields'
import { useFormat, useUnits } from './units'

/** How a file is read: its columns, the order of its dates, its unit. */
export interface Reading {
  date: number
  min: number
  order: 'ymd' | 'dmy' | 'mdy'
  unit: 'C' | 'F'
}

/** A file that was chosen, and what the grower has set right about it. */
export function useWeatherFile() {
  const [file, setFile] = useState<{ name: string; text: string }>()
  const [confirmed, setConfirmed] = useState<Partial<Reading>>({})
  return {
    file,
    confirmed,
    take: (next: { name: string; text: string }) => {
      setConfirmed({})
      setFile(next)
    },
    confirm: (part: Partial<Reading>) => setConfirmed((now) => ({ ...now, ...part })),
    drop: () => setFile(undefined),
  }
}

export function ChooseFile({
  label,
  most,
  tooLarge,
  testId,
  onText,
}: {
  label: string
  most: number
  tooLarge: string
  testId: string
  onText: (file: { name: string; text: string }) => void
}) {
  const t = useTranslations('ui')
  const input = useRef<HTMLInputElement>(null)
  const [failure, setFailure] = useState<string>()
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = event.target.files ?? []
    event.target.value = ''
    if (!chosen) return
    if (chosen.size > most) return setFailure(tooLarge)
    try {
      onText({ name: chosen.name.slice(0, 120), text: await chosen.text() })
      setFailure(undefined)
    } catch {
      setFailure(t('theFileCouldNotBe'))
    }
  }
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,text/csv"
        hidden
        onChange={(event) => void choose(event)}
        data-testid={testId}
      />
      <Button size="small" variant="outlined" onClick={() => input.current?.click()}>
        {label}
      </Button>
      {failure && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {failure}
        </Alert>
      )}
    </>
  )
}

const ORDERS = ['ymd', 'dmy', 'mdy'] as const

/** What was recognised of a file, to be set right; what is in doubt is asked. */
export function ReadingFields({
  columns,
  reading,
  doubts,
  onConfirm,
}: {
  columns: readonly string[]
  reading: Reading
  doubts: readonly ('columns' | 'order' | 'unit')[]
  onConfirm: (part: Partial<Reading>) => void
}) {
  const format = useFormat(useUnits())
  const t = useTranslations('ui')
  const named = columns.map((name, i) => [String(i), name] as const)
  return (
    <>
      {doubts.length > 0 && (
        <Alert severity="warning">
          {t('pleaseLook', { doubts: doubts.map((doubt) => format.t(`ui.doubts.${doubt}`)).join('; ') })}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
        <ChoiceField
          label={t('date')}
          value={String(reading.date)}
          options={named}
          onChange={(x) => onConfirm({ date: Number(x) })}
        />
        <ChoiceField
          label={t('lowestOfTheDay')}
          value={String(reading.min)}
          options={named}
          onChange={(x) => onConfirm({ min: Number(x) })}
        />
        <ChoiceField
          label={t('datesAreWritten')}
          value={reading.order}
          options={ORDERS.map((one) => [one, t(`orders.${one}`)] as const)}
          onChange={(order) => order && onConfirm({ order })}
        />
        <ChoiceField
          label={t('unit')}
          value={reading.unit}
          options={[
            ['C', '°C'],
            ['F', '°F'],
          ]}
          onChange={(unit) => unit && onConfirm({ unit })}
        />
      </Box>
    </>
  )
}

const MOST_LISTED = 200

/** Rows that were left out, each with its line and reason. */
export function DroppedRows({ rows }: { rows: readonly { line: number; text: string; why: string }[] }) {
  const t = useTranslations('ui')
  const format = useFormat(useUnits())
  if (rows.length === 0) return null
  return (
    <Box component="details" sx={{ fontSize: 14 }}>
      <summary>{t('dropped', { rows: count(format, rows.length, 'row') })}</summary>
      <Box component="ul" sx={{ m: 0, pl: 2.5, maxHeight: 180, overflow: 'auto' }}>
        {rows.slice(0, MOST_LISTED).map(({ line, text, why }) => (
          <li key={line}>{t('line', { line: String(line), why, text })}</li>
        ))}
        {rows.length > MOST_LISTED && <li>{t('andMoreOfRows', { rows: format.number(rows.length - MOST_LISTED) })}</li>}
      </Box>
    </Box>
  )
}
