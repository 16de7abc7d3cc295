/** How full a place is, how many trays are in use, or how many hours there are to work, week by week in the years that might be: the band, the middle, and what there is. */
'use client'
import Box from '@mui/material/Box'
import { area, line } from 'd3-shape'
import { useTranslations } from 'next-intl'
import { monthStarts } from '../../core/calendar/day'
import type { Load } from '../../core/capacity/load'
import type { LoadOutlook } from '../../core/rehearsal/loads'
import { dayScale, heightScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { count, halfWords } from '../../words/format'
import { ofHundred, worstWeek } from './model'
import './words'

const WIDTH = 360
const HEIGHT = 96
const FOOT = 78

interface FanProps {
  name: string
  load: Load<unknown>
  outlook: LoadOutlook
  unit: 'trayPlace' | 'tray' | 'hour'
}

export function Fan({ name, load, outlook, unit }: FanProps) {
  const t = useTranslations('rehearse')
  const { format } = useSeason()
  const { weeks, low, middle, high, over } = outlook
  const most = Math.max(...high)
  if (weeks.length < 2 || most <= 0) return null
  const [first, last] = [weeks[0]!, weeks.at(-1)! + 7]
  const room = (week: number) =>
    load.capacity[Math.min(load.capacity.length - 1, Math.max(0, week + 3 - load.from))] ?? 0
  const top = Math.max(most, ...weeks.map(room).filter(Number.isFinite)) * 1.08
  const x = dayScale(first, last, 0, WIDTH)
  const y = heightScale(0, top, FOOT, 6)
  const points = weeks.map((week, i) => ({ week: week + 3, low: low[i]!, middle: middle[i]!, high: high[i]!, room: room(week), over: over[i]! })) // prettier-ignore
  type Point = (typeof points)[number]
  const worst = worstWeek(outlook)
  const path = (of: (point: Point) => number) =>
    line<Point>(
      (point) => x(point.week),
      (point) => y(of(point)),
    ).defined((point) => Number.isFinite(of(point)))(points) ?? ''
  const band = area<Point>((point) => x(point.week), (point) => y(point.low), (point) => y(point.high))(points) ?? '' // prettier-ignore
  return (
    <Box component="figure" sx={{ m: 0, breakInside: 'avoid' }}>
      <Box sx={{ fontWeight: 650 }}>{name}</Box>
      <Box sx={{ fontSize: 14, color: worst ? 'error.main' : 'text.secondary', minHeight: 22 }}>
        {worst ? t('overIn', { n: ofHundred(worst.share), week: format.date(worst.week) }) : t('neverOver')}
      </Box>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        role="img"
        aria-label={t('loadSaid', {
          name,
          high: unit === 'trayPlace' ? halfWords(format, most) : format.number(most),
          room: count(format, Math.max(0, ...weeks.map(room).filter(Number.isFinite)), unit),
        })}
      >
        {monthStarts(first, last).map((day) => (
          <g key={day}>
            <path d={`M${x(day)} 4V${FOOT}`} stroke="var(--mui-palette-divider)" />
            {x(day) < WIDTH - 24 && (
              <text x={x(day) + 3} y={HEIGHT - 4} fontSize="11" fill="var(--mui-palette-text-secondary)">
                {format.month(day).slice(0, 3)}
              </text>
            )}
          </g>
        ))}
        <path d={`M0 ${FOOT}H${WIDTH}`} stroke="var(--mui-palette-text-secondary)" />
        <path d={band} fill="var(--mui-palette-success-light)" />
        <path
          d={path((point) => point.middle)}
          fill="none"
          stroke="var(--mui-palette-success-main)"
          strokeWidth="1.8"
        />
        <path
          d={path((point) => point.room)}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.2"
          strokeDasharray="5 3"
        />
        {points
          .filter((point) => point.over > 0.02)
          .map((point) => (
            <rect
              key={point.week}
              x={x(point.week - 3)}
              y={FOOT + 1}
              width={Math.max(1, x(point.week + 4) - x(point.week - 3))}
              height="4"
              fill="var(--mui-palette-error-main)"
              opacity={Math.max(0.15, point.over)}
            />
          ))}
      </svg>
    </Box>
  )
}
