/** Levels and trays of a bench as they are drawn, to scale. */
'use client'
import { memo } from 'react'
import type { Day } from '../../core/calendar/day'
import { rectanglesOf, type Piece } from '../../core/benches/placement'
import type { DrawnLevel } from '../../ui/bench-outline'

const SOON = 7 // days before leaving in which a tray is marked

export const TINTS = ['#AFC6A1', '#BAD6E0', '#DFCDB3', '#D3D2DF', '#E6BFCC', '#CFDCBE', '#F3DF9C', '#EFC4AE']
export const DARK_TINTS = ['#4D6A4A', '#34586A', '#5C4A33', '#4B4D62', '#65384E', '#4A5A34', '#665425', '#7C4330']

/** Where the outline of a batch runs: every side of its trays that no other of them lies against. */
function outlineOf(rectangles: ReturnType<typeof rectanglesOf>, { slot, top }: DrawnLevel): string {
  const lines: string[] = []
  const X = (x: number) => (x * slot.width).toFixed(2)
  const Y = (y: number) => (top + y * slot.height).toFixed(2)
  const meets = (x: number, y: number) =>
    rectangles.some((one) => one.y === y && one.x - 1e-6 <= x && x <= one.x + one.width + 1e-6)
  for (const { x, y, width } of rectangles) {
    const end = x + width
    const middle = x + width / 2
    if (!rectangles.some((one) => one.y === y && Math.abs(one.x + one.width - x) < 1e-6))
      lines.push(`M${X(x)} ${Y(y)}V${Y(y + 1)}`)
    if (!rectangles.some((one) => one.y === y && Math.abs(one.x - end) < 1e-6))
      lines.push(`M${X(end)} ${Y(y)}V${Y(y + 1)}`)
    if (!meets(middle, y - 1)) lines.push(`M${X(x)} ${Y(y)}H${X(end)}`)
    if (!meets(middle, y + 1)) lines.push(`M${X(x)} ${Y(y + 1)}H${X(end)}`)
  }
  return lines.join('')
}

export const TraysOf = memo(function TraysOf({
  piece,
  row,
  tint,
  day,
  chosen,
}: {
  piece: Piece
  row: DrawnLevel
  tint: number
  day: Day
  chosen: boolean
}) {
  const { standing, at, length } = piece
  const { slot } = row
  const rectangles = rectanglesOf(row.level, at, length)
  const soon = standing.until - day <= SOON
  const inset = 2
  const first = rectangles[0]!
  // The code is written on the tray in the middle.
  const middle = rectangles[Math.floor((rectangles.length - 1) / 2)]!
  const label = { x: middle.x + middle.width / 2, y: middle.y + 0.5 }
  const size = Math.min(15, Math.max(8, Math.min(slot.width, slot.height * 1.6) / 2.4))
  return (
    <>
      {rectangles.map(({ x, y, width, height }, i) => (
        <rect
          key={i}
          x={x * slot.width + inset}
          y={row.top + y * slot.height + inset}
          width={Math.max(1, width * slot.width - inset * 2)}
          height={height * slot.height - inset * 2}
          rx={1.5}
          className="tray"
          style={{ '--tint': TINTS[tint], '--dark-tint': DARK_TINTS[tint] } as React.CSSProperties}
          stroke="var(--mui-palette-text-secondary)"
          strokeWidth={0.5}
        />
      ))}
      <path
        d={outlineOf(rectangles, row)}
        fill="none"
        stroke={chosen ? 'var(--mui-palette-error-main)' : 'var(--mui-palette-text-primary)'}
        strokeWidth={chosen ? 4 : 1.6}
        strokeLinecap="square"
        pointerEvents="none"
      />
      {soon &&
        rectangles.map(({ x, y, width, height }, i) => (
          <rect
            key={`s${i}`}
            x={x * slot.width + inset + 0.5}
            y={row.top + (y + height) * slot.height - inset - 4}
            width={Math.max(1, width * slot.width - inset * 2 - 1)}
            height={3.2}
            fill="var(--mui-palette-warning-main)"
          />
        ))}
      <text
        x={label.x * slot.width}
        y={row.top + label.y * slot.height + size * 0.35}
        fontSize={size}
        fontWeight={700}
        textAnchor="middle"
        fill="var(--mui-palette-text-primary)"
        pointerEvents="none"
      >
        {standing.shared ? `${standing.batch.code}+` : standing.batch.code}
      </text>
      {standing.pinned && (
        <circle
          cx={(first.x + 0.12) * slot.width + 4}
          cy={row.top + first.y * slot.height + 7}
          r={3.4}
          fill="var(--mui-palette-text-primary)"
        />
      )}
    </>
  )
})
