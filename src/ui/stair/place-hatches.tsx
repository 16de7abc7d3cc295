/** The hatches of all places as SVG patterns, drawn once a page and used by every stair on it. */
import type { PlaceLook } from '../place-look'

/** Paint of a place, for `fill`. */
export const placePaint = (place: number) => `url(#place-${place})`

export function PlaceHatches({ looks }: { looks: readonly PlaceLook[] }) {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true" focusable="false">
      <style>
        {looks
          .map(
            (look, i) =>
              `:root{--place-${i}-fill:${look.fill};--place-${i}-line:${look.line}}[data-dark]{--place-${i}-fill:${look.darkFill};--place-${i}-line:${look.darkLine}}`,
          )
          .join('')}
      </style>
      <defs>
        {looks.map((look, i) => (
          <pattern key={i} id={`place-${i}`} width="6" height="6" patternUnits="userSpaceOnUse">
            <rect width="6" height="6" fill={`var(--place-${i}-fill)`} />
            <Lines hatch={look.hatch} stroke={`var(--place-${i}-line)`} />
          </pattern>
        ))}
      </defs>
    </svg>
  )
}

function Lines({ hatch, stroke }: { hatch: PlaceLook['hatch']; stroke: string }) {
  const line = { stroke, strokeWidth: 1.2, fill: 'none' }
  switch (hatch) {
    case 'rising':
      return <path d="M-1 7 L7 -1 M-1 1 L1 -1 M5 7 L7 5" {...line} />
    case 'falling':
      return <path d="M-1 -1 L7 7 M5 -1 L7 1 M-1 5 L1 7" {...line} />
    case 'dots':
      return <circle cx="2" cy="3" r="1" fill={stroke} />
    case 'level':
      return <path d="M0 1.5 H6 M0 4.5 H6" {...line} strokeWidth={0.9} />
    case 'upright':
      return <path d="M1.5 0 V6 M4.5 0 V6" {...line} strokeWidth={0.9} />
    case 'cross':
      return <path d="M0 0 L6 6 M6 0 L0 6" {...line} strokeWidth={0.8} />
    case 'grains':
      return <path d="M1 1 h2 M4 4 h2" {...line} />
    case 'plain':
      return null
  }
}
