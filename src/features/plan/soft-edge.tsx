/** The soft edge of a stair that was rehearsed: the days on which it is ready in nineteen years of twenty, rising as years are ready. */
'use client'
import type { Day } from '../../core/calendar/day'
import type { Outlook } from '../../core/rehearsal/rehearse'

const MOST_DAYS = 45 // an edge that never ends is drawn so long

interface SoftEdgeProps {
  outlook: Outlook
  x: (day: Day) => number
  base: number
  height: number
}

export function SoftEdge({ outlook: { ready, chance }, x, base, height }: SoftEdgeProps) {
  const [first, middle, last] = ready
  if (!Number.isFinite(first)) return null
  const end = Math.min(last, first + MOST_DAYS)
  const half = Math.min(middle, end)
  const tone = chance >= 0.9 ? 'success' : chance >= 0.7 ? 'warning' : 'error'
  const color = `var(--mui-palette-${tone}-main)`
  return (
    <g data-soft-edge={tone} pointerEvents="none">
      <path
        d={`M${x(first)} ${base}L${x(half)} ${base - height / 2}L${Math.max(x(end), x(first) + 2)} ${base - height}V${base}Z`}
        fill={color}
        opacity="0.3"
      />
      <path d={`M${x(half)} ${base}V${base - height / 2}`} stroke={color} strokeWidth="1.6" />
    </g>
  )
}
