/** A photo with the tray drawn over it: its corners are dragged, and each cell is marked. */
'use client'
import Box from '@mui/material/Box'
import { useDrag } from '@use-gesture/react'
import { useRef, type KeyboardEvent } from 'react'
import { useTranslations } from 'next-intl'
import type { Grid } from '../../core/traypicture/walls'
import type { Judged } from '../../core/traypicture/judge-cells'
import type { Point } from '../../core/traypicture/picture'
import { toPicture, type Corners } from '../../core/traypicture/upright'

interface Props {
  url: string
  /** Width for its height. */
  aspect: number
  corners: Corners
  grid: Grid
  cells: readonly Judged[] | undefined
  /** While a corner moves, and when it is let go. */
  onCorners: (corners: Corners, done: boolean) => void
}

const WIDE = 1000 // of the drawing
const GRIP = 34 // radius of what is taken hold of

export function TrayOnPhoto({ url, aspect, corners, grid, cells, onCorners }: Props) {
  const t = useTranslations('batch')
  const drawing = useRef<SVGSVGElement>(null)
  const high = WIDE / aspect
  const to = trayMap(corners)
  const at = (u: number, v: number): Point | undefined => {
    const point = to?.(u, v)
    return point && { x: point.x * WIDE, y: point.y * high }
  }
  const move = (i: number, to: Point, done: boolean) => {
    const held = (n: number) => Math.max(0, Math.min(1, n))
    const next = corners.map((corner, k) => (k === i ? { x: held(to.x), y: held(to.y) } : corner))
    onCorners(next as unknown as Corners, done)
  }
  const bind = useDrag(
    ({ args: [i], xy: [x, y], last, event }) => {
      event.preventDefault()
      const box = drawing.current?.getBoundingClientRect()
      if (box) move(i as number, { x: (x - box.left) / box.width, y: (y - box.top) / box.height }, last)
    },
    { pointer: { keys: false } }, // arrows move it in steps of their own
  )
  const byKey = (event: KeyboardEvent, i: number) => {
    const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key]
    if (!by) return
    event.preventDefault()
    const step = event.shiftKey ? 0.03 : 0.005
    move(i, { x: corners[i]!.x + by[0]! * step, y: corners[i]!.y + by[1]! * step }, true)
  }
  const size = sizeOf(corners, grid, high)
  return (
    <Box sx={{ position: 'relative', touchAction: 'none', lineHeight: 0, maxWidth: '100%' }}>
      {/* eslint-disable-next-line @next/next/no-img-element -- it lies on this device alone */}
      <img
        src={url}
        alt={t('photo.yours')}
        style={{ width: '100%', borderRadius: 8, display: 'block' }}
        draggable={false}
      />
      <svg
        ref={drawing}
        viewBox={`0 0 ${WIDE} ${high}`}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      >
        <polygon
          points={corners.map(({ x, y }) => `${x * WIDE},${y * high}`).join(' ')}
          fill="none"
          stroke="#F3DF9C"
          strokeWidth="4"
        />
        <g aria-hidden="true">
          {cells?.map((judged, i) => {
            const middle = at(((i % grid.perRow) + 0.5) / grid.perRow, (Math.floor(i / grid.perRow) + 0.5) / grid.rows)
            return middle && <Mark key={i} judged={judged} at={middle} size={size} />
          })}
        </g>
        {corners.map(({ x, y }, i) => (
          <g
            key={i}
            {...bind(i)}
            role="button"
            tabIndex={0}
            aria-label={t('photo.corner', { corner: String(i + 1) })}
            onKeyDown={(event) => byKey(event, i)}
            style={{ cursor: 'grab', touchAction: 'none' }}
          >
            <circle cx={x * WIDE} cy={y * high} r={GRIP} fill="transparent" stroke="#F3DF9C" strokeWidth="4" />
            <circle cx={x * WIDE} cy={y * high} r={i === 0 ? 9 : 4} fill="#F3DF9C" />
          </g>
        ))}
      </svg>
    </Box>
  )
}

/** The way to the photo; nothing while three corners lie on one line. */
function trayMap(corners: Corners) {
  try {
    return toPicture(corners)
  } catch (error) {
    if (error instanceof RangeError) return undefined
    throw error
  }
}

/** What a mark is drawn with: a fifth of a cell. */
function sizeOf([a, b, , d]: Corners, { rows, perRow }: Grid, high: number): number {
  const across = Math.hypot((b.x - a.x) * WIDE, (b.y - a.y) * high) / perRow
  const down = Math.hypot((d.x - a.x) * WIDE, (d.y - a.y) * high) / rows
  return Math.max(3, Math.min(across, down) / 5)
}

const RING = { strokeWidth: 3, fill: 'none' }

/** A ring for a seedling, two for more than one, a cross for an empty cell; a question mark where it is not sure. */
function Mark({ judged, at: { x, y }, size }: { judged: Judged; at: Point; size: number }) {
  if (judged === 'one') return <circle cx={x} cy={y} r={size * 1.5} stroke="#FFFFFF" {...RING} />
  if (judged === 'two')
    return (
      <g stroke="#FFFFFF" {...RING}>
        <circle cx={x - size * 0.8} cy={y} r={size} />
        <circle cx={x + size * 0.8} cy={y} r={size} />
      </g>
    )
  if (judged === 'none')
    return (
      <path
        d={`M${x - size} ${y - size}L${x + size} ${y + size}M${x + size} ${y - size}L${x - size} ${y + size}`}
        stroke="#FF9D8F"
        strokeWidth="4"
      />
    )
  return (
    <g>
      <circle cx={x} cy={y} r={size * 1.7} fill="#F3DF9C" />
      <text x={x} y={y + size * 0.9} textAnchor="middle" fontSize={size * 2.6} fontWeight="700" fill="#27313B">
        ?
      </text>
    </g>
  )
}
