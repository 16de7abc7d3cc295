/** Benches: each place's load through the season, what makes it up on the working day, and what is over. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { visuallyHidden } from '@mui/utils'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import type { Day } from '../../core/calendar/day'
import { placeTrays } from '../../core/benches/placement'
import { weekStart } from '../../core/calendar/day'
import { crewIsLimited, needs, overFrom, type Limit } from '../../core/capacity/limits'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import { spreadOverWeeks } from '../../core/labour/labour'
import { batchWork } from '../../core/batch/work'
import type { Batch, Stay } from '../../core/batch/batch'
import type { Place } from '../../season/schema'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { StairGlyph } from '../../ui/stair/stair'
import { limitName } from '../../words/fit'
import { count } from '../../words/format'
import { nextOver, overSummary, overWords } from '../../words/loads'
import { BenchDrawing } from './bench-drawing'
import { MatsList } from './mats-list'
import { SharedTraysList } from './shared-trays'
import { PrintBenches } from './print-benches'

const CHART = 190 // px

const MakeItFit = dynamic(() => import('./make-it-fit').then((module) => module.MakeItFit), { ssr: false })
const LoadChart = dynamic(() => import('./load-chart'), {
  ssr: false,
  loading: () => <Skeleton variant="rectangular" height={CHART} />,
})

type Shown = 'place' | 'container' | 'crew'
type Tab = Shown | 'shared'

/** Which list a limit is shown in. */
const listOf = ({ kind }: Limit): Shown => (kind === 'container' || kind === 'crew' ? kind : 'place')

const LISTS: Record<Tab, string> = {
  place: 'Places',
  container: 'Trays owned',
  crew: 'Crew hours',
  shared: 'Shared trays',
}

export function BenchesView() {
  const { plan, season, format } = useSeason()
  const day = useDeferredValue(useWorkingDay())
  const [shown, setShown] = useState<Tab>('place')
  const [fitting, setFitting] = useState(false)
  const limits = useMemo(() => plan.limits.filter((limit) => listOf(limit) === shown), [plan, shown])
  const [picked, setPicked] = useState<string>()
  const limit =
    limits.find(({ id }) => id === picked) ??
    limits[
      firstWorry(
        limits.map(({ load }) => load),
        day,
      )
    ]
  // What is over today is seen below; what can still be planned otherwise is from tomorrow on.
  const overs = plan.limits.filter((one) => overFrom(one, plan.today === day ? day + 1 : day).length > 0).length

  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Typography variant="h1">Benches</Typography>
        <Typography component="p" sx={{ color: 'text.secondary', flex: 1, minWidth: 180 }}>
          On {format.longDate(day)}
          {overs > 0 && (
            <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
              {' '}
              · {overs} {overs === 1 ? 'limit is' : 'limits are'} or will be over
            </Box>
          )}
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={shown}
          onChange={(_, value: Tab | null) => value && setShown(value)}
          aria-label="What is counted"
          className="no-print"
        >
          {(Object.keys(LISTS) as Tab[]).map((key) => {
            const bad = plan.limits.some((one) => listOf(one) === key && overFrom(one, day).length > 0)
            return (
              <ToggleButton key={key} value={key}>
                {LISTS[key]}
                {bad && (
                  <>
                    <Box
                      component="span"
                      aria-hidden="true"
                      sx={{
                        ml: 0.75,
                        width: 9,
                        height: 9,
                        borderRadius: '50%',
                        bgcolor: 'error.main',
                        display: 'inline-block',
                      }}
                    />
                    <Box component="span" sx={visuallyHidden}>
                      , over
                    </Box>
                  </>
                )}
              </ToggleButton>
            )
          })}
        </ToggleButtonGroup>
        <Button className="no-print" color="inherit" component={Link} href="/what-if">
          What if …
        </Button>
        <PrintBenches day={day} />
        <Button
          variant="contained"
          className="no-print"
          disabled={plan.batches.length === 0}
          onClick={() => setFitting(true)}
        >
          Make it fit
        </Button>
      </Box>
      {fitting && <MakeItFit onClose={() => setFitting(false)} />}
      {shown === 'shared' ? (
        <SharedTraysList day={day} />
      ) : limits.length === 0 ? (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>
          This season has no {shown === 'place' ? 'places' : 'containers'} yet.
        </Box>
      ) : (
        <Box
          sx={{
            display: 'grid',
            gap: 3,
            mt: 2,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' },
            alignItems: 'start',
          }}
        >
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label={LISTS[shown]}>
            {limits.map((one) => (
              <Meter key={one.id} limit={one} day={day} chosen={one === limit} onChoose={() => setPicked(one.id)} />
            ))}
            {shown === 'crew' && !crewIsLimited(season.habits) && (
              <Box component="li" sx={{ px: 1.5, mt: 1, fontSize: 14, color: 'text.secondary' }}>
                How many hours there are in a week is not said yet:{' '}
                <Link href="/farm?habits">say it on the Farm page</Link>.
              </Box>
            )}
          </Box>
          {limit && <Detail limit={limit} day={day} />}
        </Box>
      )}
    </Box>
  )
}

/** Whether a place is one that seed is put into to be warm. */
const givesHeat = (place: Place): boolean =>
  place.kind === 'heat-mat' ||
  place.kind === 'germination-cabinet' ||
  place.kind === 'lit-shelf' ||
  place.stock.some(({ gives }) => gives === 'heat')

/** The place that is over soonest, or else the fullest on the day. */
function firstWorry(loads: readonly Load<unknown>[], day: Day): number {
  let best = 0
  let score = -Infinity
  loads.forEach((load, i) => {
    const over = nextOver(load, day)
    const full = loadOn(load, day) / Math.max(1e-9, capacityOn(load, day))
    const own = over ? 1000 - Math.max(0, over.from - day) + over.most / 1000 : Math.min(full, 10)
    if (own > score) [best, score] = [i, own]
  })
  return best
}

/** What a limit is drawn with. */
const paintOf = ({ kind, of }: Limit): string =>
  kind === 'container' || kind === 'crew' ? 'var(--ribbon-load)' : placePaint(of)

const Meter = memo(function Meter({
  limit,
  day,
  chosen,
  onChoose,
}: {
  limit: Limit
  day: Day
  chosen: boolean
  onChoose: () => void
}) {
  const { format } = useSeason()
  const { load, unit } = limit
  const paint = paintOf(limit)
  const used = loadOn(load, day)
  const there = capacityOn(load, day)
  const finite = Number.isFinite(there)
  const most = Math.max(finite ? there : 0, used, 1)
  const worry = load.over.some((over) => over.until > day)
  const now = used > there + 1e-9
  const W = 260
  return (
    <Box component="li">
      <Box
        component="button"
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          width: '100%',
          cursor: 'pointer',
          display: 'block',
          px: 1.5,
          py: 1.1,
          borderLeft: 4,
          borderColor: chosen ? 'secondary.main' : 'transparent',
          bgcolor: chosen ? 'background.paper' : 'transparent',
          borderRadius: 0.5,
          '&:hover': { bgcolor: 'background.paper' },
          '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
        }}
      >
        <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
          <Box sx={{ flex: 1, fontWeight: chosen ? 750 : 550 }}>{limitName(limit)}</Box>
          <Box sx={{ fontWeight: 650, color: now ? 'error.main' : 'text.primary' }}>
            {there === 0 && used === 0 ? 'not open' : format.number(used, 2)}
            <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400 }}>
              {there === 0 && used === 0 ? '' : finite ? ` of ${format.number(there, 2)}` : ` ${unit}s`}
            </Box>
          </Box>
        </Box>
        <svg
          width="100%"
          height="14"
          viewBox={`0 0 ${W} 14`}
          preserveAspectRatio="none"
          aria-hidden="true"
          style={{ display: 'block', margin: '4px 0' }}
        >
          <rect x="0" y="1" width={W} height="12" fill="var(--mui-palette-divider)" opacity="0.6" />
          <rect x="0" y="1" width={(Math.min(used, there) / most) * W} height="12" fill={paint} />
          {now && (
            <rect
              x={(there / most) * W}
              y="1"
              width={((used - there) / most) * W}
              height="12"
              fill="var(--mui-palette-error-main)"
            />
          )}
          {finite && (
            <line
              x1={(there / most) * W}
              x2={(there / most) * W}
              y1="0"
              y2="14"
              stroke="var(--mui-palette-text-primary)"
              strokeWidth="2"
              vectorEffect="non-scaling-stroke"
            />
          )}
        </svg>
        <Box sx={{ fontSize: 13.5, color: worry ? 'error.main' : 'text.secondary', fontWeight: worry ? 650 : 400 }}>
          {overSummary(load, day, format)}
        </Box>
      </Box>
    </Box>
  )
})

function Detail({ limit, day }: { limit: Limit; day: Day }) {
  const { plan, looks, format, workingDay, season } = useSeason()
  const { load, kind, of: i, unit } = limit
  const standing = useMemo(
    () =>
      plan.batches.flatMap((batch): Standing[] => {
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
        {limitName(limit)}
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
                title="Move the working day there"
              >
                {overWords(one, format)}
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
        <LoadChart load={load} unit={`${unit}s`} height={CHART} fill={fill} />
      </Box>
      {kind === 'place' && givesHeat(season.places[i]!) && <MatsList load={plan.places[i]!} day={day} />}
      <Typography variant="h3" sx={{ mt: 2.5 }}>
        {kind === 'crew'
          ? `In ${format.week(day)}: ${count(format, Math.round(standing.reduce((sum, { size }) => sum + size, 0) * 10) / 10, 'hour')} for ${count(format, standing.length, 'batch', 'batches')}`
          : standing.length === 0
            ? `Nothing stands there on ${format.date(day)}`
            : `On ${format.date(day)}: ${count(format, standing.length, 'batch', 'batches')}`}
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
          <b>{count(format, limit.kind === 'crew' ? Math.round(size * 10) / 10 : size, limit.unit)}</b>
          {stay && <Box sx={{ color: 'text.secondary', fontSize: 13 }}>until {format.date(stay.until)}</Box>}
        </Box>
      </Box>
    </Box>
  )
})
