/** What comes after the work of the day: the rest of its week, and what is to be sown. On a phone it is opened when it is asked for. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import type { ComponentProps } from 'react'
import type { Day } from '../../core/calendar/day'
import { Link, useOut } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { DayStops, FieldRows } from './field-today'
import { Folding, useFolds, type Opened } from './folding'
import type { TodayModel } from './model'
import { WeekTable } from './week-table'

interface RestOfWeekProps extends Opened {
  day: Day
  work: TodayModel['week']
  field: TodayModel['fieldWeek']
  gated: ComponentProps<typeof DayStops>['gated']
}

/** The other days of the week. */
export function RestOfWeek({ day, work, field, gated, ...opened }: RestOfWeekProps) {
  const t = useTranslations('today')
  const { format } = useSeason()
  const folds = useFolds()
  if (work.length === 0 && field.length === 0) return null
  return (
    <Box sx={{ mt: { xs: 3, md: 4 } }}>
      <Folding title={t('theRestOf', { week: format.week(day) })} folds={folds} {...opened} />
      {(!folds || opened.open) && (
        <>
          {work.map((one) => (
            <Box key={one.day} sx={{ mt: 1.5, opacity: one.day < day ? 0.72 : 1 }}>
              <Typography variant="h3" component="h3">
                {format.date(one.day)}
                {one.day < day ? t('before') : ''}
              </Typography>
              <DayStops work={one} gated={gated} />
            </Box>
          ))}
          {field.length > 0 && (
            <Box sx={{ mt: 1.5 }}>
              <Typography variant="h3" component="h3">
                {t('inTheField')}
              </Typography>
              <FieldRows field={field} dated />
            </Box>
          )}
        </>
      )}
    </Box>
  )
}

/** What is to be sown in the weeks from this one. */
export function ToSow({ sowings, ...opened }: Opened & { sowings: TodayModel['sowings'] }) {
  const t = useTranslations('today')
  const out = useOut()
  const folds = useFolds()
  const shown = !folds || opened.open
  return (
    <Box component="section" aria-labelledby="sow-title">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Box sx={{ flex: 1, minWidth: 180 }}>
          <Folding id="sow-title" title={t('toSowThisWeekAnd')} folds={folds} {...opened} />
        </Box>
        {shown && (
          <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            <Button size="small" variant="outlined" color="inherit" component={Link} href="/sowing">
              {t('sowingDay')}
            </Button>
            <Button size="small" variant="outlined" color="inherit" href={out('sowing-list.csv')} download>
              {t('sowingListCsv')}
            </Button>
            <Button size="small" variant="outlined" color="inherit" component={Link} href="/calendar">
              {t('calendar')}
            </Button>
            <Button
              size="small"
              variant="outlined"
              color="inherit"
              startIcon={<PrintIcon />}
              onClick={() => window.print()}
            >
              {t('print')}
            </Button>
          </Box>
        )}
      </Box>
      {shown && sowings.length === 0 && <Box sx={{ mt: 2, color: 'text.secondary' }}>{t('nothingToSowInThese')}</Box>}
      {shown && sowings.map((one) => <WeekTable key={one.monday} week={one} />)}
    </Box>
  )
}
