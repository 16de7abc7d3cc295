/** Says on every screen of a practice season that it is one, what day it is, and lets days pass. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { passDays } from '../../actions/practice'
import { tasksOf } from '../../core/batch/tasks'
import { parseDay, weekStart, type Day } from '../../core/calendar/day'
import { crewHours } from '../../core/labour/labour'
import type { Plan } from '../../core/plan/plan'
import { usualCrew } from '../../core/practice/crew'
import { cellsSeen, reallyOf } from '../../core/practice/really'
import type { Season } from '../../season/schema'
import { hoursWords, list } from '../../words/format'
import { callForSeason, troubleWords } from '../call-server'
import { useMay } from '../may'
import { Link } from '../navigation'
import { useSeason } from '../season-context'
import '../practice-words'

const WEEK = 7
const MONTH = 31 // days that pass at once at most

/** Codes of batches in which something came up first, or died, since some days before. */
function newsOf({ batches }: Plan, seed: number, before: Day, today: Day): { up: string[]; died: string[] } {
  const [up, died]: [string[], string[]] = [[], []]
  for (const batch of batches) {
    const standing = batch.progress?.standing
    const really = standing === 'sown' || standing === 'up' ? reallyOf(batch, seed) : undefined
    if (!really) continue
    const [was, is] = [cellsSeen(really, before), cellsSeen(really, today)]
    const stood = was.some(({ stands, dead }) => stands || dead)
    if (!stood && is.some(({ stands }) => stands)) up.push(batch.code)
    else if (is.filter(({ dead }) => dead).length > was.filter(({ dead }) => dead).length) died.push(batch.code)
  }
  return { up, died }
}

/** Days until there is work that was not there before, or something comes up; a month where there is neither. */
function untilWork({ batches }: Plan, seed: number, today: Day): number {
  const raised = batches.flatMap((batch) => {
    const really = batch.progress?.standing === 'sown' ? reallyOf(batch, seed) : undefined
    return really && cellsSeen(really, today).every(({ stands }) => !stands) ? [really] : []
  })
  const due = batches.flatMap((batch) => tasksOf(batch, today + 1, today + MONTH + 1).map(({ day }) => day))
  for (let days = 1; days < MONTH; days++) {
    if (due.includes(today + days)) return days
    if (raised.some((really) => cellsSeen(really, today + days).some(({ stands }) => stands))) return days
  }
  return MONTH
}

export function PracticeBanner({ practice }: { practice: NonNullable<Season['season']['practice']> }) {
  const t = useTranslations('practice')
  const { data, plan, season, today, format } = useSeason()
  const may = useMay('plan')
  const { crew } = season.habits
  const isShort = usualCrew(crew, practice.seed, parseDay(practice.from), today) !== crew
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const [days, setDays] = useState(1)
  const news = useMemo(() => newsOf(plan, practice.seed, today - days, today), [plan, practice.seed, today, days])
  const pass = async (more: number) => {
    setBusy(true)
    setFailure(undefined)
    const called = await callForSeason(() => passDays(data.own, more, t('passed', { day: format.date(today + more) })))
    setBusy(false)
    if (!called.ok) setFailure(troubleWords(called, format))
    else if (called.answer.ok) setDays(more)
    else setFailure(called.answer.reason === 'changed' ? t('changed') : t('gone'))
  }
  return (
    <Box
      role="region"
      aria-label={t('title')}
      className="no-print"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        px: { xs: 1.5, md: 2.5 },
        py: 0.5,
        color: 'text.primary',
        // Stripes, as on nothing real.
        background:
          'repeating-linear-gradient(-45deg, var(--mui-palette-warning-light) 0 14px, var(--mui-palette-background-paper) 14px 20px)',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box
        role="status"
        sx={{
          flex: { xs: '1 1 100%', md: 1 },
          minWidth: 220,
          bgcolor: 'background.paper',
          px: 1,
          py: 0.25,
          borderRadius: 1,
          fontSize: 15,
        }}
      >
        <b>{t('mark')}.</b> {t('day', { day: format.longDate(today), n: String(1 + today - parseDay(practice.from)) })}{' '}
        <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
          {t('notReal')}
        </Box>
        <Box component="span" sx={{ display: 'block', color: 'text.secondary' }}>
          {news.up.length > 0 && `${t('firstUp', { batches: list(format, news.up) })} `}
          {news.died.length > 0 && t('died', { batches: list(format, news.died) })}
          {news.up.length + news.died.length === 0 && t('quiet')}
          {isShort && ` ${t('short', { hours: hoursWords(format, crewHours({ crew }, weekStart(today))) })}`}
        </Box>
      </Box>
      {may && (
        <>
          <Button
            variant="contained"
            disableElevation
            disabled={busy}
            onClick={() => void pass(1)}
            sx={{ minHeight: 40 }}
          >
            {t('nextDay')}
          </Button>
          <Button
            variant="outlined"
            color="inherit"
            disabled={busy}
            onClick={() => void pass(untilWork(plan, practice.seed, today))}
            sx={{ minHeight: 40, bgcolor: 'background.paper' }}
          >
            {t('nextWork')}
          </Button>
          <Button
            variant="outlined"
            color="inherit"
            disabled={busy}
            onClick={() => void pass(WEEK)}
            sx={{ minHeight: 40, bgcolor: 'background.paper' }}
          >
            {t('nextWeek')}
          </Button>
        </>
      )}
      <Button
        color="inherit"
        component={Link}
        href="/practice"
        sx={{ minHeight: 40, bgcolor: 'background.paper', '&:hover': { bgcolor: 'background.paper' } }}
      >
        {t('howItGoes')}
      </Button>
      {failure && (
        <Alert severity="error" sx={{ width: '100%', mt: 0.5 }}>
          {failure}
        </Alert>
      )}
    </Box>
  )
}
