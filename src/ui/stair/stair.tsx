/**
 * A batch as a stair: along are days, up are the tray places it takes, the tread's hatch is the place
 * it stands in. The same drawing serves the plan, the batch card and the small glyph beside a code.
 */
import { memo } from 'react'
import type { Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { dayScale } from '../chart/scale'
import { placePaint } from './place-hatches'

/** Height in px of a tread: it grows with the root of the tray places, so that one tray still reads. */
export function treadHeight(trayPlaces: number, most: number, height: number): number {
  const least = Math.min(7, height * 0.3)
  return least + (height - least) * Math.sqrt(Math.min(1, trayPlaces / most))
}

export interface StairProps {
  batch: Batch
  /** x of a day, px. */
  x: (day: Day) => number
  /** Tray places drawn at full height. */
  most: number
  /** Height of the highest tread, px. */
  height: number
  /** Baseline, px from the top. */
  base: number
  /** Leave out windows and notches: for glyphs. */
  bare?: boolean
}

/** The drawing itself, for use inside an `<svg>`. */
export const Stair = memo(function Stair({ batch, x, most, height, base, bare = false }: StairProps) {
  const { stays, window, sow, pass, ready, limit, plantOn, progress } = batch
  // What has happened stands on firm ground.
  const done =
    !progress || progress.standing === 'to-sow'
      ? undefined
      : progress.standing === 'planted'
        ? plantOn
        : Math.min(progress.today, plantOn, progress.ends)
  if (sow === undefined || stays.length === 0) return null
  const top = (trayPlaces: number) => base - treadHeight(trayPlaces, most, height)
  let outline = `M${x(sow)} ${base}`
  for (const stay of stays) outline += `V${top(stay.trayPlaces)}H${x(stay.until)}`
  outline += `V${base}`
  const lastTop = top(stays.at(-1)!.trayPlaces)
  const end = x(plantOn)
  return (
    <g>
      {!bare && window && (
        <rect
          x={x(window.earliest)}
          y={base - 3}
          width={Math.max(0, x(window.latest + 1) - x(window.earliest))}
          height={3}
          rx={1}
          fill="var(--stair-window)"
        />
      )}
      {stays.map((stay, i) => (
        <rect
          key={i}
          x={x(stay.from)}
          y={top(stay.trayPlaces)}
          width={Math.max(0.5, x(stay.until) - x(stay.from))}
          height={base - top(stay.trayPlaces)}
          fill={placePaint(stay.place)}
        />
      ))}
      <path
        d={outline}
        fill="none"
        stroke="var(--mui-palette-text-primary)"
        strokeWidth={bare ? 1 : 1.5}
        strokeLinejoin="round"
      />
      {done !== undefined && done > sow && (
        <path
          d={`M${x(sow)} ${base}H${x(done)}`}
          stroke="var(--mui-palette-text-primary)"
          strokeWidth={bare ? 2.5 : 4}
        />
      )}
      {!bare && pass && pass.emergence < plantOn && <Shoot x={x(pass.emergence)} y={top(stays[0]!.trayPlaces)} />}
      {!bare && ready !== undefined && ready < plantOn && (
        <path
          data-part="ready"
          d={`M${x(ready)} ${lastTop}H${Math.min(end, x(limit ?? plantOn))}`}
          stroke="var(--mui-palette-success-main)"
          strokeWidth={3.5}
        />
      )}
      {!bare && limit !== undefined && limit < plantOn && (
        // Not by its colour alone: what is ready is a plain line, what is past its limit a saw.
        <path
          data-part="past-limit"
          d={`M${x(limit)} ${lastTop}${saw(end - x(limit))}`}
          fill="none"
          stroke="var(--mui-palette-error-main)"
          strokeWidth={2}
          strokeLinejoin="round"
        />
      )}
      {!bare && ready !== undefined && ready > plantOn && (
        <path
          d={`M${end} ${base - 1}H${x(ready)}`}
          stroke="var(--mui-palette-error-main)"
          strokeWidth={2}
          strokeDasharray="3 3"
        />
      )}
      {!bare && <Sprout x={end} y={lastTop} />}
    </g>
  )
})

const TOOTH = 5 // px

/** A line of so many px with teeth. */
function saw(length: number): string {
  const teeth = Math.max(1, Math.round(length / TOOTH))
  const half = length / teeth / 2
  return `l${half} -4l${half} 4`.repeat(teeth)
}

/** Two seed leaves showing: the day half are up. */
function Shoot({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x} ${y}v-4m0 0c-2.6 .2-3.4-1-3.4-2.4c2 0 3.2 .8 3.4 2.4m0 0c2.6 .2 3.4-1 3.4-2.4c-2 0-3.2 .8-3.4 2.4`}
      fill="var(--mui-palette-success-main)"
      stroke="var(--mui-palette-success-main)"
      strokeWidth={0.8}
    />
  )
}

/** A plant going out: the planting day. */
function Sprout({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x} ${y + 2}v-8c-1-4-4.5-5-7-4.6c.2 3.2 2.8 5 7 4.6c1-4 4.5-5 7-4.6c-.2 3.2-2.8 5-7 4.6`}
      fill="var(--mui-palette-success-light)"
      stroke="var(--mui-palette-success-main)"
      strokeWidth={1.4}
      strokeLinejoin="round"
    />
  )
}

/** The small mark of a batch beside its code: its own stair, nothing else. */
export const StairGlyph = memo(function StairGlyph({
  batch,
  width = 44,
  height = 18,
}: {
  batch: Batch
  width?: number
  height?: number
}) {
  const { sow, plantOn, stays } = batch
  if (sow === undefined || stays.length === 0) return <svg width={width} height={height} aria-hidden="true" />
  const most = Math.max(...stays.map((stay) => stay.trayPlaces))
  const x = dayScale(sow, plantOn, 1, width - 1)
  return (
    <svg width={width} height={height} aria-hidden="true" style={{ display: 'block', flex: 'none' }}>
      <Stair batch={batch} x={x} most={most} height={height - 3} base={height - 1} bare />
    </svg>
  )
})
