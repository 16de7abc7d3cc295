/** What was measured in every place: the last weeks as strips, warnings, thermometers and files. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useMemo, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { bringReadings, forgetReadings, readThermometers, type ReadNow } from '../../actions/readings'
import { formatDay } from '../../core/calendar/day'
import { measuredOf } from '../../core/climate/measured'
import { warningsOf } from '../../core/advice/warnings'
import { readForecast } from '../../interchange/forecast-csv'
import { DROP_WORDS } from '../../interchange/weather-csv'
import { ChoiceField } from '../../ui/fields'
import { JournalTabs } from '../../ui/journal-tabs'
import { useMay } from '../../ui/may'
import { useNotice } from '../../ui/notice'
import { Temperature } from '../../ui/records/temperature'
import { WarningLine } from '../../ui/records/warning-line'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { heightScale } from '../../ui/chart/scale'
import { placePaint } from '../../ui/stair/place-hatches'
import { useChange } from '../../ui/use-change'
import { ChooseFile, DroppedRows, ReadingFields, useWeatherFile } from '../../ui/weather-file'
import { count } from '../../words/format'
import { callForSeason, troubleWords } from '../../ui/call-server'
import { stripOf, withThermometers } from './model'
import { Thermometers } from './thermometers'

const DAYS = 42

export function ReadingsView() {
  const t = useTranslations('readings')
  const { season, plan, format, today, data } = useSeason()
  const day = useWorkingDay()
  const notice = useNotice()
  const saving = useChange()
  const may = useMay('record')
  const [writing, setWriting] = useState(false)
  const [busy, start] = useTransition()
  const [read, setRead] = useState<ReadNow>()
  const until = Math.min(today, day) + 1
  const from = until - DAYS
  const warnings = useMemo(() => warningsOf(plan, from, until), [plan, from, until])
  const on = season.site.thermometer !== undefined
  const head = { farm: season.farm, season: season.season, site: season.site, habits: season.habits }
  const turn = (next: boolean) => {
    void saving.change(
      [
        {
          of: 'head',
          key: 'head',
          from: head,
          to: { ...head, site: withThermometers(season.site, next) },
        },
      ],
      next ? t('simulatedThermometersSwitchedOn') : t('simulatedThermometersSwitchedOff'),
    )
  }
  const fetchNow = () =>
    start(async () => {
      const called = await callForSeason(() => readThermometers(data.own, formatDay(today)))
      if (!called.ok) return notice({ tone: 'error', text: troubleWords(called, format) })
      const result = called.answer
      if ('days' in result) {
        setRead(result)
        notice({
          text: result.days === 0 ? t('nothingNewToRead') : t('read', { days: count(format, result.days, 'day') }),
        })
      } else notice({ tone: 'error', text: t('theThermometersAreSwitchedOff') })
    })
  const sources = [...new Set(season.readings.map((one) => one.from))]
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1100 }}>
      <Typography variant="h1">{t('journal')}</Typography>
      <JournalTabs at="/readings" />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', mb: 1 }}>
        <FormControlLabel
          control={
            <Switch checked={on} disabled={saving.busy || data.whatIf !== null} onChange={(_, next) => turn(next)} />
          }
          label={t('thermometersSimulated')}
        />
        {may && !data.whatIf && season.places.length > 0 && (
          <Button variant="outlined" color="inherit" onClick={() => setWriting(true)} sx={{ minHeight: 44 }}>
            {t('writeDown')}
          </Button>
        )}
        {writing && <Temperature onClose={() => setWriting(false)} />}
        {on && !data.whatIf && (
          <Button variant="contained" disableElevation disabled={busy} onClick={fetchNow} sx={{ minHeight: 44 }}>
            {busy ? t('reading') : t('readThemNow')}
          </Button>
        )}
        {sources.map((source) => (
          <Button
            key={source}
            size="small"
            color="inherit"
            disabled={busy || data.whatIf !== null}
            onClick={() =>
              start(async () => {
                const called = await callForSeason(() => forgetReadings(data.own, source))
                if (!called.ok) notice({ tone: 'error', text: troubleWords(called, format) })
              })
            }
          >
            {t('delete', { extra: source === 'stand-in' ? t('theSimulatedReadings') : t('readingsOf', { source }) })}
          </Button>
        ))}
      </Box>
      {saving.failure && <Alert severity="error">{saving.failure}</Alert>}
      <Box sx={{ fontSize: 15, color: 'text.secondary', mb: 2, maxWidth: 720 }}>
        {t('measuredTemperaturesReplaceTheCalculated')} {on && t('theseThermometersAreSimulatedSample')}
      </Box>
      {read && read.faults.length > 0 && (
        <Alert severity="warning" sx={{ mb: 2 }}>
          {t('withGapsThatCannotBe', {
            days: count(format, read.faults.filter(({ kind }) => kind === 'gap').length, 'day'),
            hours: count(
              format,
              read.faults.filter(({ kind }) => kind === 'impossible').reduce((sum, { hours }) => sum + hours, 0),
              'hour',
            ),
          })}
        </Alert>
      )}
      {warnings.length > 0 && (
        <Box component="section" aria-label={t('tooColdOrTooHot')} sx={{ mb: 2.5 }}>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            {t('tooColdOrTooHot')}
          </Typography>
          {warnings.slice(0, 12).map((warning) => (
            <WarningLine key={`${warning.kind}-${warning.place}-${warning.day}`} warning={warning} />
          ))}
        </Box>
      )}
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t('theSixWeeksTo', { until: format.date(until - 1) })}
      </Typography>
      {measuredOf(season).length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>{t('nothingWasMeasuredYet')}</Box>
      ) : (
        season.places.map((place, i) => <Strip key={place.key} place={i} from={from} until={until} />)
      )}
      <Thermometers />
      {!data.whatIf && <FromFile />}
    </Box>
  )
}

/** Lows and highs of a place, day by day. */
function Strip({ place, from, until }: { place: number; from: number; until: number }) {
  const t = useTranslations('readings')
  const { season, format } = useSeason()
  const { key, name } = season.places[place]!
  const strip = stripOf(season, key, from, until)
  if (!strip) return null
  const { days, least, most, lowest, highest, last } = strip
  const y = heightScale(least, most, 56, 2)
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '150px 1fr 130px' },
        gap: { xs: 0.25, sm: 1.5 },
        alignItems: 'center',
        borderTop: 1,
        borderColor: 'divider',
        py: 0.75,
      }}
    >
      <Box sx={{ fontWeight: 650, display: 'flex', gap: 1, alignItems: 'center' }}>
        <svg width="20" height="12" aria-hidden="true">
          <rect x="0.5" y="0.5" width="19" height="11" fill={placePaint(place)} stroke="currentColor" />
        </svg>
        {name}
      </Box>
      <svg
        viewBox={`0 0 ${DAYS * 12} 58`}
        width="100%"
        height="58"
        preserveAspectRatio="none"
        role="img"
        aria-label={t('lowsFromHighsTo', {
          name,
          temperature: format.temperature(lowest),
          temperature2: format.temperature(highest),
        })}
      >
        <line x1="0" x2={DAYS * 12} y1={y(0)} y2={y(0)} stroke="var(--mui-palette-divider)" strokeWidth="1" />
        {days.map(
          ({ day, read }, i) =>
            read && (
              <rect
                key={day}
                x={i * 12 + 2}
                width="8"
                y={y(read.high)}
                height={Math.max(2, y(read.low) - y(read.high))}
                rx="1"
                fill={read.low < 2 ? '#4E7DA6' : 'var(--mui-palette-text-secondary)'}
                opacity="0.8"
              />
            ),
        )}
      </svg>
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
        {last.low === undefined || last.high === undefined
          ? t('oneEnd', { temperature: format.temperature((last.low ?? last.high)!), day: format.date(last.day) })
          : t('to', {
              temperature: format.temperature(last.low),
              temperature2: format.temperature(last.high),
              day: format.date(last.day),
            })}
      </Box>
    </Box>
  )
}

const MOST_BYTES = 2_000_000

function FromFile() {
  const t = useTranslations('readings')
  const { season, format, data } = useSeason()
  const notice = useNotice()
  const { file, confirmed, take, confirm, drop } = useWeatherFile()
  const [place, setPlace] = useState('')
  const [problem, setProblem] = useState<string>()
  const [busy, start] = useTransition()
  const read = useMemo(
    () => (file ? readForecast(file.text, season.site.nightDrop, confirmed) : undefined),
    [file, confirmed, season.site.nightDrop],
  )
  const keep = () =>
    start(async () => {
      const days = read!.days.map(({ on, low, high }) => ({ on, low, high }))
      const called = await callForSeason(() => bringReadings(data.own, { place, from: file!.name, days }))
      if (!called.ok) return setProblem(troubleWords(called, format))
      const result = called.answer
      if (!result.ok) return setProblem(result.problem)
      notice({ text: t('broughtIn', { days: count(format, result.days, 'day') }) })
      drop()
    })
  return (
    <Box component="section" sx={{ mt: 3 }} aria-label={t('fromAFile')}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {t('fromAFile')}
      </Typography>
      <ChooseFile
        label={t('bringInReadingsCsv')}
        most={MOST_BYTES}
        tooLarge={t('theFileIsLargerThan')}
        testId="readings-file"
        onText={take}
      />
      <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.5 }}>{t('aLineADayWith')}</Box>
      {file && !read && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {t('holdsNoColumnOfDates', { file: file.name })}
        </Alert>
      )}
      {problem && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {problem}
        </Alert>
      )}
      {file && read && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1.25, maxWidth: 460 }}>
          <ReadingFields columns={read.columns} reading={read.reading} doubts={read.doubts} onConfirm={confirm} />
          <Box role="status" sx={{ fontSize: 14 }}>
            {t('readOfDays', {
              days: count(format, read.days.length, 'day'),
              extra:
                read.guessedHighs > 0
                  ? t('withoutAHighTakenAs', { days: count(format, read.guessedHighs, 'day') })
                  : '',
            })}
          </Box>
          <DroppedRows rows={read.dropped.map((row) => ({ ...row, why: DROP_WORDS[row.why] }))} />
          <ChoiceField
            label={t('measuredIn')}
            value={place}
            none={t('choose')}
            options={season.places.map((one) => [one.key, one.name] as const)}
            onChange={setPlace}
          />
          <Button
            variant="contained"
            disableElevation
            disabled={busy || place === '' || read.days.length === 0}
            onClick={keep}
            sx={{ justifySelf: 'start', minHeight: 44 }}
          >
            {t('bringThemIn')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
