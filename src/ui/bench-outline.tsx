/** The benches of a place as outlines, and some of what stands on them picked out. */
'use client'
import { piecesOn, rectanglesOf, type BenchLevel, type Piece, type Placement } from '../core/benches/placement'
import type { Day } from '../core/calendar/day'
import { traysOnBench } from '../core/geometry/bench'
import { STANDARD_FLAT } from '../core/geometry/container'
import type { Place } from '../season/schema'

export const WIDE = 800 // units of the drawing across the longest bench
const ROW = 26 // for the name of a level

/** Where each level is drawn, in the units of the drawing. */
export interface DrawnLevel {
  level: BenchLevel
  number: number
  top: number
  /** One tray place. */
  slot: { width: number; height: number }
  width: number
  height: number
}

export function drawn(place: Place, levels: readonly BenchLevel[]): { rows: DrawnLevel[]; height: number } {
  const sizes = levels.map((level) => {
    const bench = place.layout?.benches[level.bench]
    const tray = bench ? traysOnBench(bench).tray : { length: STANDARD_FLAT.width, width: STANDARD_FLAT.length }
    return {
      level,
      tray,
      length: bench ? Math.max(bench.length, level.along * tray.length) : level.along * tray.length,
      width: bench ? Math.max(bench.width, level.across * tray.width) : level.across * tray.width,
    }
  })
  const scale = WIDE / Math.max(1, ...sizes.map(({ length }) => length), 320)
  let top = 0
  const rows = sizes.map(({ level, tray, length, width }, number): DrawnLevel => {
    const row = {
      level,
      number,
      top: top + ROW,
      slot: { width: tray.length * scale, height: tray.width * scale },
      width: length * scale,
      height: width * scale,
    }
    top = row.top + row.height + 10
    return row
  })
  return { rows, height: top }
}

/** @param pieces picked out; @param dashed they are not there yet */
export function BenchOutline({
  place,
  placement,
  day,
  pieces,
  dashed = false,
  label,
}: {
  place: Place
  placement: Placement
  day: Day
  pieces: readonly Piece[]
  dashed?: boolean
  label: string
}) {
  const { rows, height } = drawn(place, placement.levels)
  const others = piecesOn(placement, day).filter((one) => !pieces.includes(one))
  return (
    <svg
      viewBox={`-2 0 ${WIDE + 4} ${height}`}
      width="100%"
      style={{ maxWidth: 520, maxHeight: 240 }}
      preserveAspectRatio="xMinYMin meet"
      role="img"
      aria-label={label}
    >
      {rows.map((row) => (
        <rect
          key={row.number}
          y={row.top}
          width={row.width}
          height={row.height}
          fill="var(--ribbon)"
          stroke="var(--mui-palette-text-secondary)"
          strokeWidth={1.2}
          rx={2}
        />
      ))}
      {others.flatMap((one) =>
        boxesOf(one, rows).map((box, i) => (
          <rect
            key={`${one.standing.batch.id} ${one.level} ${one.at} ${i}`}
            {...box}
            fill="var(--mui-palette-divider)"
          />
        )),
      )}{' '}
      {/* prettier-ignore */}
      {pieces.flatMap((one) =>
        boxesOf(one, rows).map((box, i) => (
          <rect
            key={`${one.level} ${one.at} ${i}`}
            {...box}
            fill="var(--mui-palette-success-light)"
            fillOpacity={dashed ? 0.5 : 1}
            stroke="var(--mui-palette-success-main)"
            strokeWidth={3}
            {...(dashed ? { strokeDasharray: '6 4' } : {})}
          />
        )),
      )}
    </svg>
  )
}

function boxesOf({ level, at, length }: Piece, rows: readonly DrawnLevel[]) {
  const row = rows[level]!
  return rectanglesOf(row.level, at, length).map(({ x, y, width, height }) => ({
    x: x * row.slot.width + 2,
    y: row.top + y * row.slot.height + 2,
    width: Math.max(1, width * row.slot.width - 4),
    height: height * row.slot.height - 4,
  }))
}
