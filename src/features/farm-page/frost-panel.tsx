/** Frost: the record of past seasons, the date to work with, and what that date costs. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { formatDay } from '../../core/calendar/day'
import { FEW_YEARS, recordedDates, recordedSeasons, recordOf } from '../../core/frost/frost'
import { firstFrostFor, lastFrostFor, workingFrostDate } from '../../core/frost/working-date'
import { dayOfSeason, frostSeasons, percentile, THRESHOLDS } from '../../core/frost/percentiles'
import { DROP_WORDS, readWeather, type WeatherFile } from '../../interchange/weather-csv'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { madeUpMinima } from '../../standins/minima'
import { EditorFrame, problemAt, useDraft } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { ChooseFile, DroppedRows, ReadingFields, useWeatherFile } from '../../ui/weather-file'
import { chanceWords, count } from '../../words/format'
import { MovesPreview, useMoves } from '../../ui/moves'
import { PanelHead } from './panel-head'
import { closest, CHANCES } from './model'

const LineChart = dynamic(() => import('../../ui/chart/line-chart'), {
  ssr: false,
  loading: () => <Box sx={{ height: 220 }} />,
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
  const set = (part: Partial<Frost>) =>
    draft.set({ ...draft.now, site: { ...draft.now.site, frost: { ...frost, ...part } } })
  const setRecord = (record: Recorded | undefined) => {
    const next = { ...frost, ...(record ? { record } : {}) }
    if (!record) delete next.record
    draft.set({ ...draft.now, site: { ...draft.now.site, frost: next } })
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
          ? 'Frost record and working date changed'
          : `Frost date changed; ${count(format, moves.length, 'planting')} moved with it`,
      )
    )
      draft.saved()
  }
  const makeUp = () => {
    const year = Number(season.season.from.slice(0, 4))
    const { seasons } = frostSeasons(madeUpMinima(season.site.outdoorMonthlyMeans, year - 26, 26, 1), latitude)
    setRecord(recordOf('made-up nights', seasons, true))
  }
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title="Frost" />}
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
            Take the record away
          </Button>
        )
      }
    >
      {frost.record ? (
        <>
          {frost.record.madeUp && (
            <Alert severity="warning" sx={{ mt: 1 }}>
              Sample data: do not rely on it.
            </Alert>
          )}
          {frost.record.seasons.length < FEW_YEARS && (
            <Alert severity="warning" sx={{ mt: 1 }}>
              {count(format, frost.record.seasons.length, 'season')} only: usable, but rare late frosts may be missing
              from it. Keep a margin.
            </Alert>
          )}
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, mt: 1.5, fontSize: 14 }}>
            <span>Frost is a night of</span>
            <ToggleButtonGroup
              exclusive
              size="small"
              aria-label="Frost is a night of"
              value={threshold}
              onChange={(_, next: number | null) => next !== null && setThreshold(next)}
            >
              {THRESHOLDS.map((t, i) => (
                <ToggleButton key={t} value={i}>
                  {format.temperature(t)}
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
            No record yet: dates come from what you type here.
          </Typography>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
            <WordField
              label="Last in spring, half before, MM-DD"
              value={frost.lastSpring.median}
              onChange={(median) => set({ lastSpring: { ...frost.lastSpring, median } })}
              error={at('site.frost.lastSpring.median')}
            />
            <NumberField
              label="1 year in 10 later than"
              unit="days later"
              value={frost.lastSpring.spreadDays}
              onChange={(days) => days !== undefined && set({ lastSpring: { ...frost.lastSpring, spreadDays: days } })}
              error={at('site.frost.lastSpring.spreadDays')}
            />
            <WordField
              label="First in autumn, half after, MM-DD"
              value={frost.firstAutumn.median}
              onChange={(median) => set({ firstAutumn: { ...frost.firstAutumn, median } })}
              error={at('site.frost.firstAutumn.median')}
            />
            <NumberField
              label="Earliest tenth"
              unit="days before"
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
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>Working frost date</Box>
        <Box data-testid="working-date" sx={{ fontSize: 24, fontWeight: 700, lineHeight: 1.2 }}>
          {format.date(working)}
        </Box>
        <Box sx={{ fontSize: 14 }}>
          {working === average
            ? 'The average date.'
            : `${count(format, Math.abs(working - average), 'day')} ${working > average ? 'later' : 'earlier'} than the average, ${format.date(average)}: that is what the safety costs.`}
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, mt: 1.5 }}>
          <ChoiceField
            label="A later frost in"
            value={closest(frost.trustedChance)}
            options={CHANCES}
            onChange={(chance) => chance && set({ trustedChance: Number(chance) })}
          />
          <NumberField
            label="Margin of your own"
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
            <th scope="col">In years</th>
            <th scope="col">last in spring by</th>
            <th scope="col">first in autumn from</th>
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
      <ImportRecord onTake={setRecord} />
      <Button size="small" color="inherit" onClick={makeUp} sx={{ mt: 1 }}>
        Make one up, for trying
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
                name: 'working date',
                tone: 'ready' as const,
                points: [
                  [years[0], workingAt],
                  [years[1], workingAt],
                ] as [number, number][],
              },
            ]),
      ],
    }
  }, [record, latitude, threshold, working])
  const text = useMemo(() => {
    const start = Date.UTC(new Date(plan.from * 86_400_000).getUTCFullYear(), 0, 1) / 86_400_000
    return {
      x: (year: number) => String(Math.round(year)),
      y: (day: number) => format.shortDate(Math.round(start + day)),
    }
  }, [format, plan.from])
  if (!chart)
    return <Box sx={{ my: 2, color: 'text.secondary' }}>No night of the record was so cold after midwinter.</Box>
  return (
    <LineChart
      curves={chart.curves}
      dots={chart.dots}
      yRange={chart.range}
      xName="year"
      yName="last frost in spring"
      xText={text.x}
      yText={text.y}
      height={220}
      label={`Last spring frost of ${record.seasons.length} seasons, from ${text.y(chart.range[0])} to ${text.y(chart.range[1])}`}
    />
  )
}

const MOST_BYTES = 20_000_000

/** Daily minima from a file: what is recognised is shown and can be set right before it is taken. */
function ImportRecord({ onTake }: { onTake: (record: Recorded) => void }) {
  const { season, format } = useSeason()
  const { file, confirmed, take, confirm, drop } = useWeatherFile()
  const read: WeatherFile | undefined = useMemo(
    () => (file ? readWeather(file.text, confirmed) : undefined),
    [file, confirmed],
  )
  const frosts = useMemo(
    () => (read ? frostSeasons(read.minima, season.site.latitude) : undefined),
    [read, season.site.latitude],
  )
  return (
    <Box component="section" sx={{ mt: 2.5 }}>
      <Typography variant="h3">Bring in daily minima</Typography>
      <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
        A CSV with a date and the lowest temperature of each day, in any date format, °C or °F; gaps are allowed.
      </Typography>
      <ChooseFile
        label="Choose a file"
        most={MOST_BYTES}
        tooLarge="The file is larger than 20 MB; a hundred years of days are less than 3."
        testId="minima-file"
        onText={take}
      />
      {file && !read && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {file.name} holds no column of dates beside one of temperatures.
        </Alert>
      )}
      {file && read && frosts && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1.25 }}>
          <ReadingFields columns={read.columns} reading={read.reading} doubts={read.doubts} onConfirm={confirm} />
          <Box role="status" sx={{ fontSize: 14 }}>
            {count(format, read.minima.length, 'day')} read
            {read.minima.length > 0 &&
              `, ${format.longDate(read.minima[0]![0])} to ${format.longDate(read.minima.at(-1)![0])}`}
            ; {count(format, read.missing, 'day')} missing. {count(format, frosts.seasons.length, 'wholeSeason')}
            {frosts.dropped.length > 0 &&
              `; left out for missing days: ${frosts.dropped
                .slice(0, 4)
                .map(({ from, missing }) => `${formatDay(from).slice(0, 4)} (${missing})`)
                .join(', ')}${frosts.dropped.length > 4 ? ' …' : ''}`}
            .
          </Box>
          <DroppedRows rows={read.dropped.map((row) => ({ ...row, why: DROP_WORDS[row.why] }))} />
          <Box>
            <Button
              size="small"
              variant="contained"
              disabled={frosts.seasons.length === 0}
              onClick={() => {
                onTake(recordOf(file.name.replace(/\.\w+$/, ''), frosts.seasons, false))
                drop()
              }}
            >
              Use this record
            </Button>
            <Button size="small" color="inherit" onClick={drop} sx={{ ml: 1 }}>
              Leave it
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  )
}
