/** What goes out in the next weeks, and whether it can. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { plantsOut } from '../../core/batch/tasks'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { Gate, Gated } from '../../core/field/gates'
import { dayLength } from '../../core/climate/day-length'
import { seasonAir } from '../../core/field/anchor'
import { ArrowList, ArrowRow } from '../../ui/arrow-list'
import { useForecast, useGates } from '../../ui/field-gates'
import { useSeason } from '../../ui/season-context'
import { outlookOf } from '../../core/advice/work'
import { OutlookTag } from '../../ui/records/outlook-tag'
import { StairGlyph } from '../../ui/stair/stair'
import { hoursWords, count, type Format } from '../../words/format'
import { gateSentence } from '../../words/field'
import { VerdictMark } from '../../ui/verdict'
import { byWeek } from './model'

const BEFORE = 3

// days back: what should have gone out already
const AHEAD = 21

const KINDS: readonly Gate['kind'][] = ['frost', 'night', 'soil', 'bed', 'plants', 'leaves']

export function GatesList({
  day,
  chosen,
  onChoose,
  onWeather,
}: {
  day: Day
  chosen: string | undefined
  onChoose: (id: string) => void
  onWeather: () => void
}) {
  const t = useTranslations('field')
  const { format } = useSeason()
  const gated = useGates(day, day - BEFORE, day + AHEAD)
  const weeks = useMemo(() => byWeek(gated, day), [gated, day])
  return (
    <Box sx={{ containerType: 'inline-size' }}>
      <WeatherAhead day={day} onWeather={onWeather} />
      {gated.length === 0 && (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>
          {t('nothingGoesOutFromTo', { day: format.date(day - BEFORE), day2: format.date(day + AHEAD - 1) })}
        </Box>
      )}
      {weeks.map(({ week, list }) => (
        <Box key={week} component="section" sx={{ mt: 2.5 }}>
          <Box sx={{ display: 'grid', ...grid, columnGap: 1, alignItems: 'end', pb: 0.5 }}>
            <Typography variant="h3" component="h2" sx={{ gridColumn: '1 / 4' }}>
              {t(`weeks.${week}`)}
            </Typography>
            {KINDS.map((kind) => (
              <Box
                key={kind}
                aria-hidden
                sx={{ ...onlyWide, fontSize: 13, color: 'text.secondary', textAlign: 'center' }}
              >
                {format.t(`words.field.gateTitles.${kind}`)}
              </Box>
            ))}
          </Box>
          <ArrowList>
            <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
              {list.map((one) => (
                <GatedRow key={one.stand.id} gated={one} chosen={one.stand.id === chosen} onChoose={onChoose} />
              ))}
            </Box>
          </ArrowList>
        </Box>
      ))}
    </Box>
  )
}

const GRID = '50px minmax(0, 1fr) minmax(84px, auto)'

const WIDE = '@container (min-width: 720px)'

// room for a column for each gate
const grid = { gridTemplateColumns: GRID, [WIDE]: { gridTemplateColumns: `50px minmax(0, 1fr) 104px repeat(6, 52px)` } }

const onlyWide = { display: 'none', [WIDE]: { display: 'block' } }

function GatedRow({
  gated: { stand, gates, verdict },
  chosen,
  onChoose,
}: {
  gated: Gated
  chosen: boolean
  onChoose: (id: string) => void
}) {
  const t = useTranslations('field')
  const { format } = useSeason()
  const reasons = gates.filter((gate) => gate.verdict !== 'go')
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider' }}>
      <ArrowRow here={chosen}>
        <Box
          component="button"
          type="button"
          aria-pressed={chosen}
          onClick={() => onChoose(stand.id)}
          sx={{
            all: 'unset',
            boxSizing: 'border-box',
            cursor: 'pointer',
            width: '100%',
            display: 'grid',
            ...grid,
            columnGap: 1,
            alignItems: 'center',
            py: 0.9,
            minHeight: 48,
            bgcolor: chosen ? 'background.paper' : 'transparent',
            '&:hover': { bgcolor: 'background.paper' },
            '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 },
          }}
        >
          {stand.batch ? <StairGlyph batch={stand.batch} /> : <RowGlyph />}
          <Box sx={{ minWidth: 0 }}>
            <Box>
              <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
                {stand.code}
              </Box>{' '}
              {stand.variety.name}
            </Box>
            <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
              {format.date(stand.from)}:{' '}
              {stand.inPlace
                ? t('sow', { seeds: count(format, stand.inPlace.seeds, 'seed') })
                : count(format, stand.batch ? plantsOut(stand.batch) : stand.plants, 'plant')}{' '}
              {stand.batch && <OutlookTag outlook={outlookOf(stand.batch)} />}
            </Box>
            {reasons.length > 0 && (
              <Box sx={{ fontSize: 13.5, color: verdict === 'wait' ? 'error.main' : 'text.primary' }}>
                {gateSentence(reasons.find((gate) => gate.verdict === 'wait') ?? reasons[0]!, format)}
              </Box>
            )}
          </Box>
          <VerdictMark verdict={verdict} />
          {KINDS.map((kind) => {
            const gate = gates.find((one) => one.kind === kind)
            return (
              <Box key={kind} sx={{ ...onlyWide, textAlign: 'center', color: 'text.secondary' }}>
                {gate ? (
                  <VerdictMark small verdict={gate.verdict} title={format.t(`words.field.gateTitles.${kind}`)} />
                ) : (
                  <span aria-hidden>·</span>
                )}
              </Box>
            )
          })}
        </Box>
      </ArrowRow>
    </Box>
  )
}

/** What is sown in rows: no stair, just the row. */
function RowGlyph() {
  return (
    <svg width="44" height="18" aria-hidden="true">
      <path d="M2 13H42" stroke="currentColor" strokeWidth="1.6" />
      {[6, 14, 22, 30, 38].map((x) => (
        <path key={x} d={`M${x} 13V7`} stroke="currentColor" strokeWidth="1.6" />
      ))}
    </svg>
  )
}

const DAYS_SHOWN = 10

/** Ten days of weather where a source is switched on, a usual day where none is. */
function WeatherAhead({ day, onWeather }: { day: Day; onWeather: () => void }) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const forecast = useForecast(day)
  const air = useMemo(() => seasonAir(season), [season])
  const days = Array.from({ length: DAYS_SHOWN }, (_, i) => day + i).flatMap((one) => {
    const ahead = forecast?.days.get(one)
    return ahead ? [{ day: one, ...ahead }] : []
  })
  const hours = dayLength(day, season.site.latitude)
  return (
    <Box
      component="section"
      aria-label={t('weatherAhead')}
      sx={{ mt: 2, border: 1, borderColor: 'divider', borderRadius: 1.5, bgcolor: 'background.paper', px: 1.5, py: 1 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, fontSize: 14 }}>
        <Typography variant="h3" component="h2">
          {t('weatherAhead')}
        </Typography>
        {forecast?.simulated && (
          <Box
            component="span"
            sx={{
              px: 1,
              py: 0.1,
              border: 1,
              borderColor: 'warning.main',
              color: 'warning.main',
              borderRadius: 1,
              fontWeight: 700,
              fontSize: 13,
            }}
          >
            {t('simulated')}
          </Box>
        )}
        <Box component="span" sx={{ color: 'text.secondary', flex: '1 1 220px', order: { xs: 3, sm: 0 } }}>
          {t('soilAboutDayLength', {
            extra: forecast && !forecast.simulated ? t('from', { forecast: forecast.name }) : '',
            temperature: format.temperature(Math.round(air.soil(day))),
            hours: hoursWords(format, hours),
          })}
        </Box>
        <Button size="small" color="inherit" onClick={onWeather}>
          {forecast ? t('change') : t('switchOnOrBringIn')}
        </Button>
      </Box>
      {days.length > 0 ? (
        <Box
          component="ol"
          sx={{
            listStyle: 'none',
            m: 0,
            p: 0,
            mt: 0.5,
            display: 'flex',
            overflowX: 'auto',
            gap: 0.5,
            '@media print': { flexWrap: 'wrap', overflow: 'visible' },
          }}
          tabIndex={0}
          aria-label={t('daysAhead')}
        >
          {days.map(({ day: on, low, high, rain = 0, wind = 0 }) => (
            <Box
              component="li"
              key={on}
              sx={{
                flex: '1 0 80px',
                textAlign: 'center',
                whiteSpace: 'nowrap',
                fontSize: 13,
                py: 0.5,
                borderRadius: 1,
                bgcolor: low <= 0 ? 'error.light' : 'transparent',
              }}
            >
              <Box sx={{ color: 'text.secondary' }}>{format.date(on)}</Box>
              <Box sx={{ fontSize: 16, fontWeight: 700, color: low <= 0 ? 'error.main' : 'text.primary' }}>
                {format.temperature(Math.round(low))}
              </Box>
              <Box>{format.temperature(Math.round(high))}</Box>
              <Box sx={{ color: 'text.secondary' }}>
                {[rain >= 1 ? rainWords(rain, format) : '', wind > 40 ? t('windy') : ''].filter(Boolean).join(', ') ||
                  '\u00A0'}
              </Box>
            </Box>
          ))}
        </Box>
      ) : (
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {forecast
            ? t('theForecastOfHasNo', { forecast: forecast.name })
            : t('noForecastGatesGoBy', { temperature: format.temperature(Math.round(air.night(day))) })}
        </Box>
      )}
    </Box>
  )
}

/** `19 mm` or `0.75 in` */
const rainWords = (mm: number, format: Format): string =>
  format.units === 'us' ? `${format.number(mm / 25.4, 2)} in` : format.t('field.mm', { rain: format.number(mm) })
