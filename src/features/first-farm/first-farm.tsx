/** Beginning a farm: one page that grows with its answers, down to a first sowing list. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useLocale, useTranslations } from 'next-intl'
import { clockDay } from '../../core/calendar/clock'
import { formatDay } from '../../core/calendar/day'
import { beginSeason } from '../../actions/begin-season'
import { tasksBetween } from '../../core/batch/tasks'
import { callServer, troubleWords } from '../../ui/call-server'
import { useWholeRouter } from '../../ui/navigation'
import type { Line } from '../../interchange/plan-sheet/reader'
import { ended } from '../../ui/typed-sheet/model'
import { UnitsContext, useFormat } from '../../ui/units'
import { count, dayOrderOf, type Format } from '../../words/format'
import { bareFarm, createGrowingIn, firstAnswers, wrongWith, type Answers, type Grown } from './model'
import { PlacePart } from './place-part'
import { PlanPart } from './plan-part'
import { RoomsPart } from './rooms-part'
import { TraysPart } from './trays-part'
import './words'

/** Answers that are wrong as soon as they stand there; others are only missing until somebody tries to begin. */
const SAID_AT_ONCE = /Frost$|^height|^rooms\[|warmest|coldest/

export function FirstFarm({ today }: { today: string }) {
  const t = useTranslations('firstFarm')
  const locale = useLocale()
  const [answers, setAnswers] = useState<Answers>(() => firstAnswers(today, 'metric'))
  const [lines, setLines] = useState<readonly Line[]>(() => ended([]))
  const [tried, setTried] = useState(false)
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const router = useWholeRouter()
  const format = useFormat(answers.units)
  const put = (part: Partial<Answers>) => setAnswers((now) => ({ ...now, ...part }))
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])

  const problems = useMemo(() => wrongWith(answers), [answers])
  const wrong = (path: string) =>
    problems.find((problem) => problem.path === path && (tried || SAID_AT_ONCE.test(path)))?.message
  const part = { answers, put, wrong }
  const shown = useDeferredValue(answers)
  const bare = useMemo(() => bareFarm(placed(shown)), [shown])
  const shownLines = useDeferredValue(lines)
  const [growing] = useState(() => createGrowingIn(locale, dayOrderOf(locale)))
  const grown = useMemo(() => (bare ? growing(shown, bare, shownLines) : undefined), [growing, bare, shown, shownLines])
  const unready = grown?.rows.filter((row) => row.problems.length > 0).length ?? 0

  const finish = async () => {
    setTried(true)
    setFailure(undefined)
    // What is shown may be a moment behind what was typed last.
    const said = { ...answers, ...timeHere() }
    const farm = bareFarm(said)
    const all = farm && growing(said, farm, lines)
    if (!all || all.rows.some((row) => row.problems.length > 0)) return
    setBusy(true)
    const called = await callServer(() => beginSeason(all.season))
    if (called.ok && called.answer.ok) return router.push(`${called.answer.at}/today`)
    setBusy(false)
    setFailure(
      called.ok
        ? (called.answer.ok ? [] : called.answer.problems)
            .slice(0, 3)
            .map(({ path, message }) => `${path} ${message}`)
            .join(' ')
        : troubleWords(called, format),
    )
  }
  const somethingWrong = tried && (problems.length > 0 || unready > 0)
  return (
    <UnitsContext value={answers.units}>
      <Box component="main" sx={{ maxWidth: 1180, mx: 'auto', px: { xs: 2, sm: 3 }, pt: { xs: 3, sm: 4 } }}>
        <Typography variant="h1">{t('title')}</Typography>
        <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 3 }}>
          {t('everyAnswerIsAGuess')}
        </Typography>
        <PlacePart {...part} />
        {answers.latitude !== undefined && (
          <>
            <RoomsPart {...part} />
            <TraysPart {...part} />
            {bare && grown ? (
              <PlanPart answers={shown} bare={bare} grown={grown} lines={lines} locale={locale} onLines={setLines} />
            ) : (
              <Alert severity="info" sx={{ mb: 3 }}>
                {t('setRightFirst')}
              </Alert>
            )}
          </>
        )}
        <Box
          sx={{
            position: 'sticky',
            bottom: 0,
            zIndex: 2,
            display: 'flex',
            flexWrap: 'wrap',
            alignItems: 'center',
            gap: 1.5,
            py: 1.5,
            borderTop: 1,
            borderColor: 'divider',
            bgcolor: 'background.default',
          }}
        >
          {somethingWrong && (
            <Alert severity="error" sx={{ width: '100%' }}>
              {[
                ...problems.slice(0, 3).map((problem) => missingWords(problem, format)),
                ...(unready > 0 ? [t('rowsUnready', { n: unready, text: format.number(unready) })] : []),
              ].join(' ')}
            </Alert>
          )}
          {failure && (
            <Alert severity="error" sx={{ width: '100%' }}>
              {failure}
            </Alert>
          )}
          <Button variant="contained" size="large" disabled={busy} onClick={() => void finish()}>
            {busy ? t('makingItReady') : t('begin')}
          </Button>
          <Button color="inherit" size="large" onClick={() => router.back()}>
            {t('back')}
          </Button>
          <Box role="status" sx={{ fontSize: 14.5, flex: 1, minWidth: 260 }}>
            {grown && comesTo(grown, format)}
          </Box>
        </Box>
      </Box>
    </UnitsContext>
  )
}

/** Answers with a name: what is grown can be planned before the farm has one. */
const placed = (answers: Answers): Answers => (answers.farm.trim() === '' ? { ...answers, farm: '…' } : answers)

/** The farm is taken to be where it is begun: its day, and from then on records, are of that clock. */
function timeHere(): Pick<Answers, 'timeZone' | 'today'> {
  const { timeZone } = new Intl.DateTimeFormat().resolvedOptions()
  return { timeZone, today: formatDay(clockDay(Date.now(), timeZone)) }
}

const NAMED = ['farm', 'year', 'latitude', 'coldest', 'warmest', 'lastFrost', 'firstFrost', 'height'] as const

/** What is missing or wrong, with what it is about. */
function missingWords({ path, message }: { path: string; message: string }, f: Format): string {
  const name = NAMED.find((one) => one === path)
  return name ? `${f.t(`firstFarm.about.${name}`)} ${message}` : message
}

const FIRST_SOWINGS = 4

/** What it comes to: how much is planned, and what is sown first. */
function comesTo({ season, plan, rows }: Grown, f: Format): string {
  if (rows.length === 0) return f.t('firstFarm.nothingYet')
  const sowings = tasksBetween(plan.batches, plan.from - 200, plan.to).filter(({ kind }) => kind === 'sow')
  const first = sowings.slice(0, FIRST_SOWINGS).map((task) => `${task.batch.variety.name} ${f.date(task.day)}`)
  const plantings = new Set(plan.batches.map(({ id }) => id)).size + plan.inPlace.length
  const amount = f.t('firstFarm.comesTo', {
    kinds: count(f, season.crops.length, 'kind'),
    plantings: count(f, plantings, 'planting'),
  })
  return first.length === 0 ? amount : `${amount} ${f.t('firstFarm.firstSowings', { list: first.join(', ') })}`
}
