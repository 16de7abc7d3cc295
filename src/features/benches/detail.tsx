/** One limit on the working day: its load through the season and what stands there. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { memo, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { type Day, weekStart } from '../../core/calendar/day'
import { placeTrays } from '../../core/benches/placement'
import { needs, type Limit } from '../../core/capacity/limits'
import { spreadOverWeeks } from '../../core/labour/labour'
import { batchWork } from '../../core/batch/work'
import type { Batch, Stay } from '../../core/batch/batch'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { limitName, UNIT_COUNTED } from '../../words/fit'
import { hoursWords, count } from '../../words/format'
import { overWords } from '../../words/loads'
import { BenchDrawing } from './bench-drawing'
import { MatsList } from './mats-list'
import { CHART, LoadChart, paintOf } from './limit-look'
import { givesHeat } from './model'
import { Link } from '../../ui/navigation'

export function Detail({ limit, day }: { limit: Limit; day: Day }) {
  const t = useTranslations('benches')
  const { plan, looks, format, workingDay, season } = useSeason()
  const { load, kind, of: i, unit } = limit
  const standing = useMemo(
    () =>
      plan.batches.flatMap((batch): Standing[] => {
        // What is asked about first stands nowhere, and takes nothing.
        if (batch.progress?.asks) return []
        if (kind === 'crew') {
          const monday = weekStart(day)
          let hours = 0
          for (const work of batchWork(batch, season.habits))
            spreadOverWeeks(work, monday, 1, (_, some) => (hours += some))
          return hours > 0 ? [{ batch, stay: undefined, size: hours }] : []
        }
        const stay = batch.stays.find((one) => day >= one.from && day < one.until)
        if (!stay) return []
        if (kind === 'container') return stay.containerNumber === i ? [{ batch, stay, size: stay.trays }] : []
        if (stay.place !== i || (kind !== 'place' && !needs(kind, stay, batch.way.crop.germination.light === 'light')))
          return []
        return [{ batch, stay, size: stay.trayPlaces }]
      }),
    [plan, season, i, kind, day],
  )
  const look = looks[i]
  // The same object while the place is the same: the chart is made anew for another.
  const fill = useMemo(
    () =>
      kind !== 'container' && kind !== 'crew' && look
        ? { light: look.fill, dark: look.darkFill }
        : { light: '#C4C2BC', dark: '#5B646D' },
    [kind, look],
  )
  const placement = useMemo(
    () => (kind === 'place' ? placeTrays(plan.standing, season.places, i) : undefined),
    [plan, season, i, kind],
  )
  const sorted = useMemo(
    () => standing.toSorted((a, b) => b.size - a.size || (a.stay?.until ?? 0) - (b.stay?.until ?? 0)),
    [standing],
  )
  const most = Math.max(1, ...standing.map(({ size }) => size))
  const over = load.over.filter((one) => one.until > day)
  return (
    <Box component="section" aria-labelledby="detail-title">
      <Typography variant="h2" id="detail-title">
        {limitName(limit, format)}
      </Typography>
      {over.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {over.map((one) => (
            <li key={one.from}>
              <Box
                component="button"
                type="button"
                onClick={() => workingDay.set(one.worst)}
                sx={{
                  all: 'unset',
                  cursor: 'pointer',
                  color: 'error.main',
                  fontWeight: 650,
                  fontSize: 14,
                  lineHeight: '30px',
                  textDecoration: 'underline dotted',
                  '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
                }}
                title={t('moveTheWorkingDayThere')}
              >
                {overWords(one, format, unit)}
              </Box>
            </li>
          ))}
        </Box>
      )}
      {kind === 'place' && placement && (
        <Box sx={{ mt: 1, border: 1, borderColor: 'divider', borderRadius: 1.5, bgcolor: 'background.paper', p: 1.25 }}>
          <BenchDrawing key={limit.id} place={season.places[i]!} number={i} placement={placement} day={day} />
        </Box>
      )}
      <Box sx={{ mt: 1, border: 1, borderColor: 'divider', borderRadius: 1.5, bgcolor: 'background.paper', p: 1 }}>
        <LoadChart load={load} unit={unit} height={CHART} fill={fill} />
      </Box>
      {kind === 'place' && givesHeat(season.places[i]!) && <MatsList load={plan.places[i]!} day={day} />}
      <Typography variant="h3" sx={{ mt: 2.5 }}>
        {kind === 'crew'
          ? t('inFor', {
              week: format.week(day),
              hours: hoursWords(
                format,
                standing.reduce((sum, { size }) => sum + size, 0),
              ),
              batches: count(format, standing.length, 'batch'),
            })
          : standing.length === 0
            ? t('nothingStandsThereOn', { day: format.date(day) })
            : t('onOfDay', { day: format.date(day), batches: count(format, standing.length, 'batch') })}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0 }}>
        {sorted.map(({ batch, stay, size }) => (
          <StandingRow key={batch.id} batch={batch} stay={stay} size={size} most={most} limit={limit} />
        ))}
      </Box>
    </Box>
  )
}

interface Standing {
  batch: Batch
  /** None where hours are counted. */
  stay: Stay | undefined
  size: number
}

/** One batch that stands there; drawn again only when it changes, so that the day can be dragged past hundreds. */
const StandingRow = memo(function StandingRow({
  batch,
  stay,
  size,
  most,
  limit,
}: {
  batch: Batch
  stay: Stay | undefined
  size: number
  most: number
  limit: Limit
}) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider' }}>
      <Box
        component={Link}
        href={`/plan?batch=${encodeURIComponent(batch.id)}`}
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '50px minmax(0,1fr) auto', sm: '50px minmax(0,1.3fr) minmax(80px,1fr) 110px' },
          gap: 1.25,
          alignItems: 'center',
          py: 0.75,
          minHeight: 44,
          color: 'inherit',
          textDecoration: 'none',
          '&:hover': { bgcolor: 'background.paper' },
        }}
      >
        <StairGlyph batch={batch} />
        <Box sx={{ minWidth: 0 }}>
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
          <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
            {stay ? `${format.number(stay.trays)} × ${stay.container.name}` : batch.way.method.name}
          </Box>
        </Box>
        <svg
          width="100%"
          height="14"
          preserveAspectRatio="none"
          viewBox="0 0 100 14"
          aria-hidden="true"
          style={{ display: 'block' }}
        >
          <rect x="0" y="1" width={(size / most) * 100} height="12" fill={paintOf(limit)} />
        </svg>
        <Box sx={{ textAlign: 'right', fontSize: 13.5, gridColumn: { xs: '2 / -1', sm: 'auto' } }}>
          <b>{limit.unit === 'hour' ? hoursWords(format, size) : count(format, size, UNIT_COUNTED[limit.unit])}</b>
          {stay && (
            <Box sx={{ color: 'text.secondary', fontSize: 13 }}>
              {t('untilOfUntil', { until: format.date(stay.until) })}
            </Box>
          )}
        </Box>
      </Box>
    </Box>
  )
})
