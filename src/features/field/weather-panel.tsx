/** Where the weather ahead comes from: nothing, the simulated stand-in, or a file; and how nights and soil run here. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
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
  const t = useTranslations('field')
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
        t('weatherAheadChanged'),
      )
    )
      draft.saved()
  }
  const { forecast } = site
  const setSource = (next: Forecast) => put('site.forecast', next)
  return (
    <EditorFrame
      onPaper
      title={<PanelTitle title={t('weatherAhead')} onClose={onClose} />}
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
        label={t('comesFrom')}
        value={forecast?.from ?? ''}
        none={t('nowhereUsualYearsOnly')}
        options={[
          ['stand-in', t('theSimulatedStandIn')],
          ...(forecast?.from === 'file' ? [['file', forecast.name] as const] : []),
        ]}
        onChange={(from) =>
          from === '' ? setSource(undefined) : from === 'stand-in' && setSource({ from: 'stand-in', seed: 1 })
        }
      />
      {forecast?.from === 'stand-in' && (
        <Alert severity="warning" sx={{ mt: 1.5 }}>
          {t('sampleDataWithColdSnaps')}
        </Alert>
      )}
      {forecast?.from === 'file' && (
        <Box sx={{ mt: 1, fontSize: 14 }}>
          {t('toOfDays', {
            days: count(format, forecast.days.length, 'day'),
            parseDay: format.date(parseDay(forecast.days[0]!.on)),
            parseDay2: format.date(parseDay(forecast.days.at(-1)!.on)),
          })}
        </Box>
      )}
      <ForecastFile onTake={setSource} />
      <Typography variant="h3" sx={{ mt: 2.5, mb: 1 }}>
        {t('nightsAndSoilHere')}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
        <NumberField
          label={t('aNightFallsBelowThe')}
          quantity="difference"
          value={site.nightDrop}
          onChange={(x) => x !== undefined && put('site.nightDrop', x)}
          error={problemAt(problems, 'site.nightDrop')}
        />
        <NumberField
          label={t('soilWarmerThanTheAir')}
          quantity="difference"
          value={site.soilLift}
          onChange={(x) => x !== undefined && put('site.soilLift', x)}
          error={problemAt(problems, 'site.soilLift')}
          help={t('underBlackMulch2Or')}
        />
      </Box>
      <MovesPreview moves={moves} />
    </EditorFrame>
  )
}

const MOST_BYTES = 2_000_000

/** Days ahead from a file; what is recognised is shown and can be set right before it is taken. */
function ForecastFile({ onTake }: { onTake: (forecast: Forecast) => void }) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const { file, confirmed, take, confirm, drop } = useWeatherFile()
  const read = useMemo(
    () => (file ? readForecast(file.text, season.site.nightDrop, confirmed) : undefined),
    [file, confirmed, season.site.nightDrop],
  )
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <ChooseFile
        label={t('bringInAForecastCsv')}
        most={MOST_BYTES}
        tooLarge={t('theFileIsLargerThan')}
        testId="forecast-file"
        onText={take}
      />
      <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 0.5 }}>{t('datesWithLowsAndHighs')}</Box>
      {file && !read && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {t('holdsNoColumnOfDates', { file: file.name })}
        </Alert>
      )}
      {file && read && (
        <Box sx={{ mt: 1.5, display: 'grid', gap: 1.25 }}>
          <ReadingFields columns={read.columns} reading={read.reading} doubts={read.doubts} onConfirm={confirm} />
          <Box role="status" sx={{ fontSize: 14 }}>
            {t('read', {
              days: count(format, read.days.length, 'day'),
              extra:
                read.guessedHighs > 0
                  ? t('withoutAHighTakenAs', { days: count(format, read.guessedHighs, 'day') })
                  : '',
            })}
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
            {t('useThisForecast')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
