/** A field for a day of the year, whichever year, taken in whatever way people write it. */
'use client'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../core/calendar/day'
import { readYearDay } from '../core/calendar/typed-day'
import { dayOrderOf } from '../words/format'
import { WordField } from './fields'
import { useFormat, useUnits } from './units'

export interface YearDayFieldProps {
  label: string
  /** MM-DD; what cannot be read is handed on as it was typed. */
  value: string
  error: string | undefined
  onChange: (value: string) => void
  placeholder?: string
  help?: string
}

/** `15 May`, `mid May`, `5/15`, `05-15`. */
export function YearDayField({ label, value, error, onChange, placeholder, help }: YearDayFieldProps) {
  const t = useTranslations('ui')
  const format = useFormat(useUnits())
  const order = dayOrderOf(format.locale)
  const shown = (day: string) => {
    const read = readYearDay(day)
    return read === undefined ? day : format.shortDate(parseDay(`2024-${read}`))
  }
  const [text, setText] = useState(() => shown(value))
  // Another answer, or someone else, may have changed it: then that is shown.
  const mine = (readYearDay(text, order) ?? text) === value
  const unread = mine && text.trim() !== '' && readYearDay(text, order) === undefined
  return (
    <WordField
      label={label}
      value={mine ? text : shown(value)}
      onChange={(next) => {
        setText(next)
        onChange(readYearDay(next, order) ?? next)
      }}
      error={unread ? t('writeADayOfTheYear') : error}
      help={help}
      {...(placeholder === undefined ? {} : { placeholder })}
    />
  )
}
