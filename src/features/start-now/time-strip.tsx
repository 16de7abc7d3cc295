/** The sowing time of a kind along the year round the day: in cells above, in place below. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { monthStarts, type Day } from '../../core/calendar/day'
import { dayScale, dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import type { ShownTime } from './model'

const WIDTH = 210 // px
const HEIGHT = 26
const BEFORE = 90 // days shown before the day
const AFTER = 275

export function TimeStrip({
  name,
  raised,
  inPlace,
  day,
}: {
  name: string
  raised: ShownTime | undefined
  inPlace: ShownTime | undefined
  day: Day
}) {
  const t = useTranslations('startNow')
  const { format } = useSeason()
  if (!raised && !inPlace) return null
  const [first, last] = [day - BEFORE, day + AFTER]
  const x = dayScale(first, last, 0, WIDTH)
  const bar = ({ from, until }: ShownTime) => {
    const [a, b] = [Math.max(first, from), Math.min(last, until === undefined ? last : until + 1)]
    return b > a ? { x: x(a), width: Math.max(2, x(b) - x(a)) } : undefined
  }
  const words = (time: ShownTime, said: 'raised' | 'inPlace') =>
    t(`times.${said}`, {
      from: format.date(time.from),
      until: time.until === undefined ? t('open') : format.date(time.until),
    })
  const times = [...(raised ? [words(raised, 'raised')] : []), ...(inPlace ? [words(inPlace, 'inPlace')] : [])].join(
    ', ',
  )
  const cells = raised && bar(raised)
  const place = inPlace && bar(inPlace)
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      height={HEIGHT}
      preserveAspectRatio="none"
      role="img"
      aria-label={t('window', { name, times })}
      style={{ display: 'block', maxWidth: 420 }}
    >
      <title>{times}</title>
      {monthStarts(first, last).map((start) => (
        <line key={start} x1={x(start)} x2={x(start)} y1={0} y2={HEIGHT} stroke="var(--mui-palette-divider)" />
      ))}
      {cells && <rect {...cells} y={4} height={9} rx={1.5} fill="var(--mui-palette-primary-main)" />}
      {place && (
        <rect
          {...place}
          y={15}
          height={6}
          rx={1.5}
          fill="none"
          stroke="var(--mui-palette-primary-main)"
          strokeWidth={1.6}
        />
      )}
      <line
        x1={x(day)}
        x2={x(day)}
        y1={0}
        y2={HEIGHT}
        stroke="var(--mui-palette-text-primary)"
        strokeWidth={1.6}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  )
}

/** Names of the months over the strips, every second one. */
export function MonthsAlong({ day }: { day: Day }) {
  const { format } = useSeason()
  const [first, last] = [day - BEFORE, day + AFTER]
  const at = dayShare(first, last)
  return (
    <Box sx={{ position: 'relative', height: 18, maxWidth: 420, fontSize: 12, color: 'text.secondary' }}>
      {monthStarts(first, last - 40)
        .filter((_, i) => i % 2 === 0)
        .map((start) => (
          <Box key={start} component="span" sx={{ position: 'absolute', left: at(start), whiteSpace: 'nowrap' }}>
            {format.month(start).slice(0, 3)}
          </Box>
        ))}
    </Box>
  )
}
