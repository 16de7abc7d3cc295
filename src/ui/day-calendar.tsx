/** A calendar to choose a day in: weeks with their numbers, today and the working day one press away. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar'
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider'
import { AdapterDayjs } from '@mui/x-date-pickers/AdapterDayjs'
import dayjs from 'dayjs'
import 'dayjs/locale/en-gb'
import 'dayjs/locale/es'
import { useLocale, useTranslations } from 'next-intl'
import { formatDay } from '../core/calendar/day'
import { createFormat } from '../words/format'
import { useSeasonIfAny } from './season-context'

/** Weeks begin on Sunday in American English, on Monday elsewhere. */
const calendarLocale = (locale: string): string =>
  /^en-us$/i.test(locale) ? 'en' : /^es/i.test(locale) ? 'es' : 'en-gb'

export function DayCalendar({
  value,
  min,
  max,
  onChange,
}: {
  value: string | undefined
  min: string | undefined
  max: string | undefined
  onChange: (iso: string) => void
}) {
  const t = useTranslations('ui')
  const locale = useLocale()
  const season = useSeasonIfAny()
  const format = createFormat(locale, 'metric')
  const inside = (iso: string) => (min === undefined || iso >= min) && (max === undefined || iso <= max)
  const shortcuts = season
    ? [
        { name: t('todayIs', { day: format.date(season.today) }), iso: formatDay(season.today) },
        ...(season.workingDay.get() === season.today
          ? []
          : [
              {
                name: t('workingDayIs', { day: format.date(season.workingDay.get()) }),
                iso: formatDay(season.workingDay.get()),
              },
            ]),
      ].filter(({ iso }) => inside(iso))
    : []
  return (
    <LocalizationProvider dateAdapter={AdapterDayjs} adapterLocale={calendarLocale(locale)}>
      <DateCalendar
        autoFocus
        displayWeekNumber
        value={value === undefined ? null : dayjs(value)}
        referenceDate={dayjs(value ?? (season ? formatDay(season.workingDay.get()) : undefined))}
        {...(min === undefined ? {} : { minDate: dayjs(min) })}
        {...(max === undefined ? {} : { maxDate: dayjs(max) })}
        onChange={(day, state) => {
          if (day && (state === undefined || state === 'finish')) onChange(day.format('YYYY-MM-DD'))
        }}
      />
      {shortcuts.length > 0 && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, px: 2, pb: 1.5 }}>
          {shortcuts.map(({ name, iso }) => (
            <Button key={iso} size="small" color="inherit" variant="outlined" onClick={() => onChange(iso)}>
              {name}
            </Button>
          ))}
        </Box>
      )}
    </LocalizationProvider>
  )
}
