/** Days that each kind of work is done on: days of the week, dates, or both. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Chip from '@mui/material/Chip'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { useState } from 'react'
import { parseDay } from '../../core/calendar/day'
import type { Season } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { useSeason } from '../../ui/season-context'
import { weekdayNames } from '../../words/farm'
import type { PutHead } from './site-fields'
import './words'

const WORKS = ['sowing', 'potting', 'moving', 'planting'] as const
type Work = (typeof WORKS)[number]

interface WorkDaysProps {
  habits: Season['habits']
  put: PutHead
}

export function WorkDays({ habits, put }: WorkDaysProps) {
  const t = useTranslations('farmPage')
  const putWeekdays = (work: Work, days: number[]) =>
    put(`habits.${work}Weekdays`, days.length === 0 && work !== 'sowing' ? undefined : days)
  const putDates = (work: Work, dates: string[]) => {
    const next = { ...habits.workDates, [work]: dates }
    if (dates.length === 0) delete next[work]
    put('habits.workDates', Object.keys(next).length === 0 ? undefined : next)
  }
  return WORKS.map((work) => (
    <Box role="group" aria-label={t(`workDays.${work}.on`)} key={work}>
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t(`workDays.${work}.help`)}</Box>
      <Weekdays value={habits[`${work}Weekdays`] ?? []} onChange={(days) => putWeekdays(work, days)} />
      <Dates value={habits.workDates?.[work] ?? []} onChange={(dates) => putDates(work, dates)} />
    </Box>
  ))
}

/** Days of the week; none means any. */
function Weekdays({ value, onChange }: { value: readonly number[]; onChange: (days: number[]) => void }) {
  const { format } = useSeason()
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(7, 1fr)', maxWidth: 420, my: 0.5 }}>
      {weekdayNames(format).map((name, i) => (
        <FormControlLabel
          key={name}
          sx={{ m: 0, '& .MuiFormControlLabel-label': { fontSize: 14 } }}
          labelPlacement="bottom"
          control={
            <Checkbox
              size="small"
              checked={value.includes(i + 1)}
              onChange={(_, on) => onChange(on ? [...value, i + 1].sort() : value.filter((day) => day !== i + 1))}
            />
          }
          label={name}
        />
      ))}
    </Box>
  )
}

/** Days by date, beside the days of the week or without them. */
function Dates({ value, onChange }: { value: readonly string[]; onChange: (dates: string[]) => void }) {
  const t = useTranslations('farmPage')
  const { format, season } = useSeason()
  const [next, setNext] = useState('')
  const add = () => {
    setNext('')
    if (next !== '' && !value.includes(next)) onChange([...value, next].sort())
  }
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1, mt: 1 }}>
      {value.map((date) => (
        <Chip
          key={date}
          label={format.date(parseDay(date))}
          onDelete={() => onChange(value.filter((other) => other !== date))}
        />
      ))}
      <Box
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || next === '') return
          event.preventDefault()
          add()
        }}
      >
        <DayField
          label={t('addADate')}
          value={next}
          onChange={setNext}
          min={season.season.from}
          max={season.season.to}
          width={170}
        />
      </Box>
      <Button onClick={add} disabled={next === ''}>
        {t('addDay')}
      </Button>
    </Box>
  )
}
