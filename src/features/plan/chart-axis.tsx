/** The time axis above the stairs, and the lines it draws through them. */
'use client'
import Box from '@mui/material/Box'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import { monthStarts, type Day } from '../../core/calendar/day'
import { lastFrostFor, workingFrostDate } from '../../core/frost/working-date'
import type { Format } from '../../words/format'
import { useSeason } from '../../ui/season-context'
import { AXIS } from './chart-sizes'

export const Axis = memo(function Axis({
  x,
  names,
  width,
  format,
}: {
  x: (day: Day) => number
  names: number
  width: number
  format: Format
}) {
  const t = useTranslations('plan')
  const { span, season } = useSeason()
  const months = monthStarts(span.first, span.last)
  const { frost, latitude } = season.site
  const springs = frost ? springsIn(span.first, span.last, (day) => lastFrostFor(frost, latitude, day, 0.5)) : []
  return (
    <Box
      sx={{
        position: 'sticky',
        top: 0,
        height: AXIS,
        zIndex: 4,
        bgcolor: 'background.default',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box
        sx={{
          position: 'sticky',
          left: 0,
          width: names,
          height: AXIS - 1,
          zIndex: 2,
          bgcolor: 'background.default',
          float: 'left',
        }}
      />
      {months.map((day, i) => (
        <Box
          key={day}
          sx={{
            position: 'absolute',
            left: names + x(day),
            width: x(months[i + 1] ?? span.last) - x(day),
            top: 3,
            fontSize: 13.5,
            color: 'text.secondary',
            pointerEvents: 'none',
          }}
        >
          <Box
            component="span"
            sx={{ position: 'sticky', left: names + 6, display: 'inline-block', pl: 0.75, whiteSpace: 'nowrap' }}
          >
            {x(1) - x(0) < 2 ? format.month(day).slice(0, 3) : format.month(day)}
          </Box>
        </Box>
      ))}
      {frost &&
        springs.map((median) => (
          <Box
            key={median}
            component="span"
            sx={{
              position: 'absolute',
              left: names + x(median),
              top: 21,
              fontSize: 11.5,
              lineHeight: 1.2,
              color: 'text.secondary',
              px: 0.25,
              whiteSpace: 'nowrap',
            }}
          >
            {t('frost1In21', { trustedChance: String(Math.round(1 / frost.trustedChance)) })}
          </Box>
        ))}
      <Box sx={{ width }} />
    </Box>
  )
})

/** Spring frost dates that fall inside the span. */
function springsIn(first: Day, last: Day, median: (day: Day) => Day): Day[] {
  const found = new Set<Day>()
  for (let day = first; day < last; day += 90) found.add(median(day))
  return [...found].filter((day) => day >= first && day < last)
}

export const Grid = memo(function Grid({ x, left, width }: { x: (day: Day) => number; left: number; width: number }) {
  const { span, season } = useSeason()
  const { frost, latitude } = season.site
  const springs = frost ? springsIn(span.first, span.last, (day) => lastFrostFor(frost, latitude, day, 0.5)) : []
  return (
    <svg width={width} height="100%" aria-hidden="true" style={{ position: 'absolute', left, top: 0 }}>
      {frost &&
        springs.map((median) => {
          const trusted = workingFrostDate(frost, latitude, median)
          return (
            <rect
              key={median}
              x={x(median)}
              y={0}
              width={Math.max(2, x(trusted) - x(median))}
              height="100%"
              fill="var(--frost)"
              opacity={0.13}
            />
          )
        })}
      {monthStarts(span.first, span.last).map((day) => (
        <line key={day} x1={x(day)} x2={x(day)} y1={0} y2="100%" stroke="var(--mui-palette-divider)" />
      ))}
    </svg>
  )
})
