/** Frost: the record of past seasons, the date to work with, and what that date costs. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { FEW_YEARS, recordedDates, recordedSeasons, recordOf } from '../../core/frost/frost'
import { firstFrostFor, lastFrostFor, workingFrostDate } from '../../core/frost/working-date'
import { dayOfSeason, frostSeasons, percentile, THRESHOLDS } from '../../core/frost/percentiles'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { madeUpMinima } from '../../standins/minima'
import { EditorFrame, problemAt, useDraft } from '../../ui/editor'
import { ChoiceField, NumberField } from '../../ui/fields'
import { later } from '../../ui/later'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { NightsFile } from '../../ui/nights-file'
import { chanceWords, count } from '../../words/format'
import { MovesPreview, useMoves } from '../../ui/moves'
import { PanelHead } from './panel-head'
import { closest, CHANCES, stillGuessed } from './model'
import { YearDayField } from '../../ui/year-day-field'
import './words'

const LineChart = later(() => import('../../ui/chart/line-chart').then((module) => module.default), {
  onlyWhenDrawn: true,
  meanwhile: <Box sx={{ height: 220 }} />,
})

type Frost = NonNullable<Season['site']['frost']>

type Recorded = NonNullable<Frost['record']>

const START: Frost = {
  lastSpring: { median: '05-01', spreadDays: 14 },
  firstAutumn: { median: '10-10', spreadDays: 14 },
  trustedChance: 0.1,
  marginDays: 0,
}

export function FrostPanel() {
  const t = useTranslations('farmPage')
  const { season, format, plan } = useSeason()
  const { latitude } = season.site
  const stored = useMemo(
    () => ({ farm: season.farm, season: season.season, site: season.site, habits: season.habits }),
    [season],
  )
  const draft = useDraft(stored)
  const saving = useChange()
  const frost = draft.now.site.frost ?? START
  const [threshold, setThreshold] = useState(0)
  // What somebody says is no guess any longer.
  const said = (next: Frost) => {
    const { guessed: _, ...site } = draft.now.site
    const still = stillGuessed(draft.now.site, 'frost')
    return { ...site, frost: next, ...(still ? { guessed: still } : {}) }
  }
  const set = (part: Partial<Frost>) => draft.set({ ...draft.now, site: said({ ...frost, ...part }) })
  const setRecord = (record: Recorded | undefined) => {
    const next = { ...frost, ...(record ? { record } : {}) }
    if (!record) delete next.record
    draft.set({ ...draft.now, site: said(next) })
  }
  const local = useMemo(() => {
    const read = readSeason({ ...season, ...draft.now })
    return read.ok ? [] : read.problems
  }, [season, draft.now])
  const problems = draft.changed ? (local.length > 0 ? local : saving.problems) : []
  const at = (path: string) => problemAt(problems, path)
  // Dates are reckoned only from what makes sense; until then the stored ones stand.
  const sound = local.length === 0 ? frost : (season.site.frost ?? START)
  const spring = plan.from + 60
  const working = workingFrostDate(sound, latitude, spring)
  const average = lastFrostFor(sound, latitude, spring, 0.5)
  const { moves, edits } = useMoves(draft.now, draft.changed && local.length === 0)
  const save = async () => {
    if (
      await saving.change(
        [...edits, { of: 'head', key: 'head', from: draft.from, to: draft.now }],
        moves.length === 0
          ? t('frostRecordAndWorkingDate')
          : t('frostDateChangedMovedWith', { plantings: count(format, moves.length, 'planting') }),
      )
    )
      draft.saved()
  }
  const makeUp = () => {
    const year = Number(season.season.from.slice(0, 4))
    const { seasons } = frostSeasons(madeUpMinima(season.site.outdoorMonthlyMeans, year - 26, 26, 1), latitude)
    setRecord(recordOf(t('madeUpNights'), seasons, true))
  }
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={t('frost')} />}
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={problems}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
      more={
        frost.record && (
          <Button size="small" color="error" onClick={() => setRecord(undefined)}>
            {t('takeTheRecordAway')}
          </Button>
        )
      }
    >
      {frost.record ? (
        <>
          {frost.record.madeUp && (
            <Alert severity="warning" sx={{ mt: 1 }}>
              {t('sampleDataDoNotRely')}
            </Alert>
          )}
          {frost.record.seasons.length < FEW_YEARS && (
            <Alert severity="warning" sx={{ mt: 1 }}>
              {t('onlyUsableButRareLate', { seasons: count(format, frost.record.seasons.length, 'season') })}
            </Alert>
          )}
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 1.5, fontSize: 14 }}>
            <span>{t('frostIsANightOf')}</span>
            <ToggleButtonGroup
              exclusive
              size="small"
              aria-label={t('frostIsANightOf')}
              value={threshold}
              onChange={(_, next: number | null) => next !== null && setThreshold(next)}
            >
              {THRESHOLDS.map((limit, i) => (
                <ToggleButton key={limit} value={i}>
                  {format.temperature(limit)}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Box>
          <FrostYears
            record={frost.record}
            latitude={latitude}
            threshold={threshold}
            working={threshold === 0 ? working : undefined}
          />
        </>
      ) : (
        <>
          <Typography component="p" sx={{ mt: 1, mb: 1.5, color: 'text.secondary' }}>
            {t('noRecordYetDatesCome')}
          </Typography>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
            <YearDayField
              label={t('lastInSpringHalfBefore')}
              value={frost.lastSpring.median}
              onChange={(median) => set({ lastSpring: { ...frost.lastSpring, median } })}
              error={at('site.frost.lastSpring.median')}
            />
            <NumberField
              label={t('n1YearIn10Later')}
              unit={t('daysLater')}
              value={frost.lastSpring.spreadDays}
              onChange={(days) => days !== undefined && set({ lastSpring: { ...frost.lastSpring, spreadDays: days } })}
              error={at('site.frost.lastSpring.spreadDays')}
            />
            <YearDayField
              label={t('firstInAutumnHalfAfter')}
              value={frost.firstAutumn.median}
              onChange={(median) => set({ firstAutumn: { ...frost.firstAutumn, median } })}
              error={at('site.frost.firstAutumn.median')}
            />
            <NumberField
              label={t('earliestTenth')}
              unit={t('daysBefore')}
              value={frost.firstAutumn.spreadDays}
              onChange={(days) =>
                days !== undefined && set({ firstAutumn: { ...frost.firstAutumn, spreadDays: days } })
              }
              error={at('site.frost.firstAutumn.spreadDays')}
            />
          </Box>
        </>
      )}
      <Box sx={{ my: 2, p: 1.5, bgcolor: 'background.default', borderRadius: 1 }}>
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{t('workingFrostDate')}</Box>
        <Box data-testid="working-date" sx={{ fontSize: 24, fontWeight: 700, lineHeight: 1.2 }}>
          {format.date(working)}
        </Box>
        <Box sx={{ fontSize: 14 }}>
          {working === average
            ? t('theAverageDate')
            : t('earlierThanTheAverageThat', {
                days: count(format, Math.abs(working - average), 'day'),
                working: working > average ? 'yes' : 'no',
                average: format.date(average),
              })}
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, mt: 1.5 }}>
          <ChoiceField
            label={t('aLaterFrostIn')}
            value={closest(frost.trustedChance)}
            options={CHANCES.map((one) => [one, t('oneYearIn', { years: format.number(1 / Number(one)) })] as const)}
            onChange={(chance) => chance && set({ trustedChance: Number(chance) })}
          />
          <NumberField
            label={t('marginOfYourOwn')}
            unit="days"
            value={frost.marginDays}
            onChange={(days) => days !== undefined && set({ marginDays: Math.round(days) })}
          />
        </Box>
      </Box>
      <MovesPreview moves={moves} />
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 14.5,
          '& td, & th': { py: 0.5, textAlign: 'left', borderBottom: 1, borderColor: 'divider', fontWeight: 'inherit' },
          '& th': { color: 'text.secondary', fontSize: 13 },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t('inYears')}</th>
            <th scope="col">{t('lastInSpringBy')}</th>
            <th scope="col">{t('firstInAutumnFrom')}</th>
          </tr>
        </thead>
        <tbody>
          {[0.5, 0.2, 0.1, 0.05].map((chance) => (
            <tr key={chance}>
              <td>{chanceWords(format, 1 - chance)}</td>
              <td>{format.date(lastFrostFor(sound, latitude, spring, chance))}</td>
              <td>{format.date(firstFrostFor(sound, latitude, spring + 180, chance))}</td>
            </tr>
          ))}
        </tbody>
      </Box>
      <Box component="section" sx={{ mt: 2.5 }}>
        <Typography variant="h3">{t('bringInDailyMinima')}</Typography>
        <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
          {t('aCsvWithADate')}
        </Typography>
        <NightsFile label={t('chooseAFile')} testId="minima-file" latitude={latitude} onTake={setRecord} />
      </Box>
      <Button size="small" color="inherit" onClick={makeUp} sx={{ mt: 1 }}>
        {t('makeOneUpForTrying')}
      </Button>
    </EditorFrame>
  )
}

/** Last spring frost of every season as a dot, with the average and the working date across. */
function FrostYears({
  record,
  latitude,
  threshold,
  working,
}: {
  record: Recorded
  latitude: number
  threshold: number
  working: number | undefined
}) {
  const t = useTranslations('farmPage')
  const { format, plan } = useSeason()
  const chart = useMemo(() => {
    const seasons = recordedSeasons(record)
    const { lastSpring } = recordedDates(record, latitude, threshold)
    if (!lastSpring.some(Number.isFinite)) return undefined
    const from = seasons[0]!.from
    const year = (at: number) => new Date(at * 86_400_000).getUTCFullYear()
    const dots = seasons.flatMap(({ lastSpring: last }) => {
      const day = last[threshold]
      return day == null ? [] : [[year(day), offset(day)] as const]
    })
    function offset(day: number): number {
      const start = Date.UTC(year(day), 0, 1) / 86_400_000
      return day - start
    }
    const middle = offset(dayOfSeason(percentile(lastSpring, 0.5), from, latitude))
    const years = [dots[0]![0], Math.max(dots.at(-1)![0], dots[0]![0] + 1)] as const
    const all = dots.map(([, y]) => y)
    const workingAt = working === undefined ? undefined : offset(working)
    const range = [Math.min(...all) - 6, Math.max(...all, workingAt ?? 0) + 8] as const
    return {
      dots,
      range,
      curves: [
        {
          name: 'average',
          tone: 'soft' as const,
          points: [
            [years[0], middle],
            [years[1], middle],
          ] as [number, number][],
        },
        ...(workingAt === undefined
          ? []
          : [
              {
                name: t('workingDate'),
                tone: 'ready' as const,
                points: [
                  [years[0], workingAt],
                  [years[1], workingAt],
                ] as [number, number][],
              },
            ]),
      ],
    }
  }, [record, latitude, threshold, working, t])
  const text = useMemo(() => {
    const start = Date.UTC(new Date(plan.from * 86_400_000).getUTCFullYear(), 0, 1) / 86_400_000
    return {
      x: (year: number) => String(Math.round(year)),
      y: (day: number) => format.shortDate(Math.round(start + day)),
    }
  }, [format, plan.from])
  if (!chart) return <Box sx={{ my: 2, color: 'text.secondary' }}>{t('noNightOfTheRecord')}</Box>
  return (
    <LineChart
      curves={chart.curves}
      dots={chart.dots}
      yRange={chart.range}
      xName="year"
      yName={t('lastFrostInSpring')}
      xText={text.x}
      yText={text.y}
      height={220}
      label={t('lastSpringFrostOfSeasons', {
        seasons: String(record.seasons.length),
        y: text.y(chart.range[0]),
        y2: text.y(chart.range[1]),
      })}
    />
  )
}
