/** Where the weather ahead comes from: nothing, the simulated stand-in, or a file; and how nights and soil run here. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { parseDay } from '../../core/calendar/day'
import { readForecast } from '../../interchange/forecast-csv'
import { DROP_WORDS } from '../../interchange/weather-csv'
import { withFigure } from '../../season/figures'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { EditorFrame, problemAt, useDraft } from '../../ui/editor'
import { ChoiceField, NumberField } from '../../ui/fields'
import { MovesPreview, useMoves } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { ChooseFile, DroppedRows, ReadingFields, useWeatherFile } from '../../ui/weather-file'
import { count } from '../../words/format'
import { PanelTitle } from '../../ui/panel-title'

type Forecast = Season['site']['forecast']

export function WeatherPanel({ onClose }: { onClose: () => void }) {
  const { season, format } = useSeason()
  const stored = useMemo(
    () => ({ farm: season.farm, season: season.season, site: season.site, habits: season.habits }),
    [season],
  )
  const draft = useDraft(stored)
  const saving = useChange()
  const { site } = draft.now
  const local = useMemo(() => {
    const read = readSeason({ ...season, ...draft.now })
    return read.ok ? [] : read.problems
  }, [season, draft.now])
  const problems = draft.changed ? (local.length > 0 ? local : saving.problems) : []
  const put = (path: string, value: unknown) => draft.set(withFigure(draft.now, path, value))
  const { moves, edits } = useMoves(draft.now, draft.changed && local.length === 0)
  const save = async () => {
    if (
      await saving.change(
        [...edits, { of: 'head', key: 'head', from: draft.from, to: draft.now }],
        'Weather ahead changed',
      )
    )
      draft.saved()
  }
  const { forecast } = site
  const setSource = (next: Forecast) => put('site.forecast', next)
  return (
    <EditorFrame
      onPaper
      title={<PanelTitle title="Weather ahead" onClose={onClose} />}
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={problems}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
    >
      <ChoiceField
        label="Comes from"
        value={forecast?.from ?? ''}
        none="nowhere: usual years only"
        options={[
          ['stand-in', 'the simulated stand-in'],
          ...(forecast?.from === 'file' ? [['file', forecast.name] as const] : []),
        ]}
        onChange={(from) =>
          from === '' ? setSource(undefined) : from === 'stand-in' && setSource({ from: 'stand-in', seed: 1 })
        }
      />
      {forecast?.from === 'stand-in' && (
        <Alert severity="warning" sx={{ mt: 1.5 }}>
          Sample data with cold snaps: everything based on it says “simulated”. Do not plant by it.
        </Alert>
      )}
      {forecast?.from === 'file' && (
        <Box sx={{ mt: 1, fontSize: 14 }}>
          {count(format, forecast.days.length, 'day')}, {format.date(parseDay(forecast.days[0]!.on))} to{' '}
          {format.date(parseDay(forecast.days.at(-1)!.on))}.
        </Box>
      )}
      <ForecastFile onTake={setSource} />
      <Typography variant="h3" sx={{ mt: 2.5, mb: 1 }}>
        Nights and soil here
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
        <NumberField
          label="A night falls below the day’s mean by"
          quantity="difference"
          value={site.nightDrop}
          onChange={(x) => x !== undefined && put('site.nightDrop', x)}
          error={problemAt(problems, 'site.nightDrop')}
        />
        <NumberField
          label="Soil warmer than the air of ten days"
          quantity="difference"
          value={site.soilLift}
          onChange={(x) => x !== undefined && put('site.soilLift', x)}
          error={problemAt(problems, 'site.soilLift')}
          help="under black mulch 2 or 3"
        />
      </Box>
      <MovesPreview moves={moves} />
    </EditorFrame>
  )
}

const MOST_BYTES = 2_000_000

/** Days ahead from a file; what is recognised is shown and can be set right before it is taken. */
function ForecastFile({ onTake }: { onTake: (forecast: Forecast) => void }) {
  const { season, format } = useSeason()
  const { file, confirmed, take, confirm, drop } = useWeatherFile()
  const read = useMemo(
    () => (file ? readForecast(file.text, season.site.nightDrop, confirmed) : undefined),
    [file, confirmed, season.site.nightDrop],
  )
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <ChooseFile
        label="Bring in a forecast, CSV"
        most={MOST_BYTES}
        tooLarge="The file is larger than 2 MB; a forecast is a few lines."
        testId="forecast-file"
        onText={take}
      />
      <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 0.5 }}>
        Dates with lows and highs; rain in mm and wind in km/h where there are columns of them.
      </Box>
      {file && !read && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {file.name} holds no column of dates beside one of temperatures.
        </Alert>
      )}
      {file && read && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1.25 }}>
          <ReadingFields columns={read.columns} reading={read.reading} doubts={read.doubts} onConfirm={confirm} />
          <Box role="status" sx={{ fontSize: 14 }}>
            {count(format, read.days.length, 'day')} read
            {read.guessedHighs > 0
              ? `; ${count(format, read.guessedHighs, 'day')} without a high, taken as a usual one`
              : ''}
            .
          </Box>
          <DroppedRows rows={read.dropped.map((row) => ({ ...row, why: DROP_WORDS[row.why] }))} />
          <Button
            size="small"
            variant="contained"
            disabled={read.days.length === 0}
            onClick={() => {
              onTake({ from: 'file', name: file.name, days: read.days })
              drop()
            }}
            sx={{ justifySelf: 'start' }}
          >
            Use this forecast
          </Button>
        </Box>
      )}
    </Box>
  )
}
