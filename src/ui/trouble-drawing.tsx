/** What a trouble looks like: a drawing of our own for each, the sign of it in a colour beside the lines. */
import type { TroubleKey } from '../library/troubles'

const WRONG = 'var(--mui-palette-error-main)'
const PALE = 'var(--mui-palette-warning-main)'

/** A cell seen from the side, filled with mix to a line. */
const CELL = 'M30 50l5 22h26l5-22M32.5 56h31'
const STEM = 'M48 56V34'
const LEAF = (x: number, y: number, to: 1 | -1, size = 12) =>
  `M${x} ${y}q${to * size * 0.1} ${-size * 0.7} ${to * size} ${-size * 0.75}q${-to * size * 0.1} ${size * 0.75} ${-to * size} ${size * 0.75}z`
const PAIR = (x: number, y: number, size = 12) => `${LEAF(x, y, 1, size)}${LEAF(x, y, -1, size)}`

interface Part {
  d: string
  color?: string
  fill?: string
  dashed?: boolean
}

/** The lines of each drawing; what is wrong in its own colour. */
const PARTS: Record<TroubleKey, readonly Part[]> = {
  'nothing-up': [
    { d: CELL },
    { d: 'M45 64a3 2 0 1 0 6 0a3 2 0 1 0-6 0', color: WRONG },
    { d: 'M48 30v14m-4-4l4 5 4-5', dashed: true },
  ],
  patchy: [
    { d: 'M16 40h64v32H16zM32 40v32M48 40v32M64 40v32M16 56h64' },
    {
      d: `M40 53v-7${PAIR(40, 47, 6)}M56 53v-7${PAIR(56, 47, 6)}M24 69v-7${PAIR(24, 63, 6)}M72 69v-7${PAIR(72, 63, 6)}`,
    },
    { d: 'M20 44l8 8m0-8l-8 8M68 44l8 8m0-8l-8 8M36 60l8 8m0-8l-8 8M52 60l8 8m0-8l-8 8', color: WRONG },
  ],
  'pinched-stem': [
    { d: CELL },
    { d: 'M46.5 56q1-5 1.5-6.500', color: WRONG },
    { d: 'M49.500 56q-.5-5-1.500-6.500q5-4 16-5' },
    { d: `M64 44.500q6 1 10 7q-8 1-10-7zM64 44.500q7-4 12-3q-4 5-12 3z` },
  ],
  'green-film': [
    { d: CELL },
    {
      d: 'M32.500 56q2.500-3 5 0q2.500-4 5 0q2.500-3 5 0q3-4 5.500 0q2.500-3 5 0q2.500-3 5.500 0',
      color: WRONG,
      fill: WRONG,
    },
    { d: `M48 53V42${PAIR(48, 43, 9)}` },
  ],
  'white-fuzz': [
    { d: CELL },
    { d: 'M35 56v-4m3 4v-6m3 6v-4m3 4v-7m10 7v-5m3 5v-7m3 7v-4m-24-5h1m6-2h1m11 1h1m3 1h1', color: WRONG },
    { d: `M49 56V42${PAIR(49, 43, 9)}` },
  ],
  'small-flies': [
    { d: CELL },
    { d: `${STEM}${PAIR(48, 36, 12)}` },
    {
      d: 'M26 34a1.600 1.600 0 1 0 .1 0l-3-3m3 3l3-3M70 28a1.600 1.600 0 1 0 .1 0l-3-3m3 3l3-3M74 46a1.600 1.600 0 1 0 .1 0l-3-3m3 3l3-3M22 48a1.600 1.600 0 1 0 .1 0l-3-3m3 3l3-3',
      color: WRONG,
    },
  ],
  'long-pale': [{ d: CELL }, { d: 'M48 56q-2-24 14-44', color: WRONG }, { d: PAIR(62, 13, 8), color: PALE }],
  'yellow-lower': [
    { d: CELL },
    { d: `M48 56V22${PAIR(48, 34, 13)}${PAIR(48, 23, 10)}` },
    { d: PAIR(48, 49, 15), color: PALE, fill: PALE },
  ],
  'pale-new': [
    { d: CELL },
    { d: `M48 56V24${PAIR(48, 46, 14)}` },
    { d: PAIR(48, 30, 16), color: PALE, fill: PALE },
    { d: 'M48 30l12-9m-5 4l0-4m2 2l4 0M48 30l-12-9m5 4l0-4m-2 2l-4 0' },
  ],
  purple: [
    { d: CELL },
    { d: `${STEM}${PAIR(48, 35, 14)}` },
    { d: 'M50 34q6-1 11-9M46 34q-6-1-11-9M48 54V38', color: WRONG },
  ],
  'dry-edges': [
    { d: CELL },
    { d: `M48 56V32${PAIR(48, 34, 20)}` },
    { d: 'M62 20q6-2 6-1q0 4-4 9M34 20q-6-2-6-1q0 4 4 9', color: WRONG },
  ],
  'flower-buds': [
    { d: CELL },
    { d: `M48 56V28${PAIR(48, 46, 12)}${PAIR(48, 36, 9)}` },
    { d: 'M44 26q0-8 4-8t4 8q-4 4-8 0zM48 18v6', color: WRONG },
  ],
  'roots-circle': [
    { d: CELL },
    { d: `M48 56V32${PAIR(48, 34, 12)}` },
    { d: 'M36 60q12 5 24 0M37 64q11 5 22 0M38 68q10 4 20 0M44 72v6q3 2 4-1M54 72v5q-2 3-5 1', color: WRONG },
  ],
  rosette: [
    { d: CELL },
    { d: 'M48 56v-3M48 53q-12-8-20-2q8 5 20 2q12-8 20-2q-8 5-20 2M48 53q-8-10-14-8q4 7 14 8q8-10 14-8q-4 7-14 8' },
    { d: 'M48 22v18m-4-13l4-5 4 5M42 30l12 6', color: WRONG, dashed: true },
  ],
  spots: [
    { d: CELL },
    { d: `${STEM}${PAIR(48, 36, 20)}` },
    {
      d: 'M57 27a1.500 1.500 0 1 0 .1 0M62 24a1 1 0 1 0 .1 0M38 27a1.500 1.500 0 1 0 .1 0M34 24a1 1 0 1 0 .1 0M54 31a1 1 0 1 0 .1 0M42 31a1 1 0 1 0 .1 0',
      color: WRONG,
      fill: WRONG,
    },
  ],
  'wilt-wet': [
    { d: CELL },
    { d: 'M48 56V38q0-8 8-6q9 3 8 16' },
    { d: 'M64 47q-6 4-4 12q6-4 4-12zM64 47q6 3 6 10q-7-3-6-10z', color: WRONG },
    { d: 'M36 61q3-3 6 0t6 0 6 0 6 0M38 66q3-3 5 0t5 0 5 0 5 0' },
  ],
}

export function TroubleDrawing({ of }: { of: TroubleKey }) {
  return (
    <svg
      width="96"
      height="80"
      viewBox="10 8 76 72"
      aria-hidden="true"
      data-trouble={of}
      fill="none"
      stroke="currentColor"
      strokeWidth={1.8}
      strokeLinecap="round"
      strokeLinejoin="round"
      style={{ flex: 'none' }}
    >
      {PARTS[of].map(({ d, color, fill, dashed }, i) => (
        <path
          key={i}
          d={d}
          {...(color ? { stroke: color } : {})}
          {...(fill ? { fill, fillOpacity: 0.35 } : {})}
          {...(dashed ? { strokeDasharray: '3 3' } : {})}
        />
      ))}
    </svg>
  )
}
