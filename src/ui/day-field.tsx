/** A field for a day: typed in whatever way people write it, or chosen in a calendar with its weeks. */
'use client'
import CalendarIcon from '@mui/icons-material/CalendarMonthOutlined'
import IconButton from '@mui/material/IconButton'
import InputAdornment from '@mui/material/InputAdornment'
import Popover from '@mui/material/Popover'
import TextField from '@mui/material/TextField'
import type { SxProps, Theme } from '@mui/material/styles'
import { useLocale, useTranslations } from 'next-intl'
import { useId, useState, type Ref } from 'react'
import { formatDay, parseDay, type Day } from '../core/calendar/day'
import { readTypedDay } from '../core/calendar/typed-day'
import { createFormat, dayOrderOf } from '../words/format'
import { later } from './later'
import { useSeasonIfAny } from './season-context'
import { readIso } from './iso-day'

// The calendar is fetched when it is first opened.
const DayCalendar = later(() => import('./day-calendar').then((module) => module.DayCalendar), { onlyWhenDrawn: true })

export interface DayFieldProps {
  label: string
  /** ISO day, or empty. */
  value: string
  /** Told the ISO day; empty where the field is emptied, or what is typed is no day of those that are possible. */
  onChange: (iso: string) => void
  error?: string | undefined
  help?: string | undefined
  disabled?: boolean | undefined
  width?: number | string
  /** First and last day that the calendar offers, ISO; what is typed beyond them is for the form to judge. */
  min?: string | undefined
  max?: string | undefined
  /** Hands on what is no day as it was typed, for a form that says itself what is wrong with it. */
  raw?: boolean
  hideLabel?: boolean
  id?: string
  name?: string
  inputRef?: Ref<HTMLInputElement>
  onBlur?: () => void
  sx?: SxProps<Theme>
}

const NO_YEAR = -1 // so that every day is written with its year

/** How a day stands in its field, so that it is read back as the same: `Mon 12 Apr 2027`. */
export const writeDayFor = (locale: string): ((day: Day) => string) => createFormat(locale, 'metric', NO_YEAR).date

export function DayField({
  label,
  value,
  onChange,
  error,
  help,
  disabled,
  width,
  min,
  max,
  raw = false,
  hideLabel = false,
  id: ownId,
  name,
  inputRef,
  onBlur,
  sx,
}: DayFieldProps) {
  const t = useTranslations('ui')
  const locale = useLocale()
  const season = useSeasonIfAny()
  const madeId = useId()
  const id = ownId ?? madeId
  const shown = (iso: string) => {
    const day = readIso(iso)
    return day === undefined ? iso : writeDayFor(locale)(day)
  }
  const [typed, setTyped] = useState({ text: shown(value), made: value })
  const [open, setOpen] = useState<HTMLElement | null>(null)
  // Another field, or someone else, may have changed it: then that is shown.
  const text = typed.made === value ? typed.text : shown(value)
  const read = (words: string): string | undefined => {
    if (words.trim() === '') return ''
    // A day without a year is one of the season.
    const from = season ? parseDay(season.season.season.from) : yearStart()
    const found = readTypedDay(words, { from, order: dayOrderOf(locale) })
    return found.ok ? formatDay(found.day) : undefined
  }
  const take = (words: string) => {
    const iso = read(words)
    const made = iso ?? (raw ? words : '')
    setTyped({ text: words, made })
    onChange(made)
  }
  const unread = text.trim() !== '' && read(text) === undefined
  const said = unread ? t('writeADay') : error
  return (
    <>
      <TextField
        id={id}
        {...(name === undefined ? {} : { name })}
        {...(hideLabel ? {} : { label })}
        value={text}
        disabled={disabled ?? false}
        error={said !== undefined}
        helperText={said ?? help}
        inputRef={inputRef}
        onChange={(event) => take(event.target.value)}
        onBlur={() => {
          // What was understood is written out, with its weekday.
          if (typed.made === value && readIso(value) !== undefined) setTyped({ text: shown(value), made: value })
          onBlur?.()
        }}
        {...(width === undefined ? {} : { fullWidth: false })}
        sx={{ ...(width === undefined ? {} : { width }), '& input': { pr: 0 }, ...(sx as object) }}
        slotProps={{
          inputLabel: { shrink: true },
          htmlInput: {
            autoComplete: 'off',
            // An editor does not save while a day in it cannot be read.
            ...(unread ? { 'data-unread': '' } : {}),
            ...(hideLabel ? { 'aria-label': label } : {}),
          },
          input: {
            endAdornment: (
              <InputAdornment position="end">
                <IconButton
                  size="small"
                  edge="end"
                  disabled={disabled ?? false}
                  aria-label={t('chooseADay')}
                  aria-haspopup="dialog"
                  onClick={(event) => setOpen(event.currentTarget)}
                >
                  <CalendarIcon fontSize="small" />
                </IconButton>
              </InputAdornment>
            ),
          },
        }}
      />
      {open && (
        <Popover
          open
          anchorEl={open}
          onClose={() => setOpen(null)}
          anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
          transformOrigin={{ vertical: 'top', horizontal: 'right' }}
          // As large as the calendar will be, so that it finds its place before that is there.
          slotProps={{ paper: { role: 'dialog', 'aria-label': t('chooseADay'), sx: { width: 352, minHeight: 400 } } }}
        >
          <DayCalendar
            value={readIso(value) === undefined ? undefined : value}
            min={min}
            max={max}
            onChange={(iso) => {
              setTyped({ text: shown(iso), made: iso })
              onChange(iso)
              setOpen(null)
            }}
          />
        </Popover>
      )}
    </>
  )
}

const yearStart = (): Day => parseDay(`${new Date().getFullYear()}-01-01`)
