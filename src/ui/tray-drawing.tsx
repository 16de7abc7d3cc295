/** A tray seen from above: in each cell a seedling where one stands. */
'use client'

const CELL = 22 // px
const WIDEST = 320 // px

export type CellDrawn = 'up' | 'blank' | 'dead' | 'double'

const LEAVES = 'M11 17V11m0 0q-1.500-5-7-5q.5 5.500 7 5zm0 0q1.500-5 7-5q-.5 5.500-7 5z'
const SECOND = 'M16 19v-3m0 0q-1-3-4-3q.5 3 4 3zm0 0q1-3 4-3q-.5 3-4 3z'
const FALLEN = 'M4 15q6-3 12 1m-12-1q-1-3 2-4m10 5q3-1 2-4'

export function TrayDrawing({ cells, perRow, label }: { cells: readonly CellDrawn[]; perRow: number; label: string }) {
  const rows = Math.ceil(cells.length / perRow)
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${perRow * CELL + 6} ${rows * CELL + 6}`}
      style={{ width: '100%', maxWidth: Math.min(WIDEST, perRow * 36), display: 'block' }}
    >
      <rect
        x="1"
        y="1"
        width={perRow * CELL + 4}
        height={rows * CELL + 4}
        rx="4"
        fill="var(--tray-mix, #4A4038)"
        stroke="currentColor"
        strokeWidth="2"
      />
      {cells.map((cell, i) => (
        <g key={i} transform={`translate(${3 + (i % perRow) * CELL} ${3 + Math.floor(i / perRow) * CELL})`}>
          <rect x="1" y="1" width={CELL - 2} height={CELL - 2} rx="3" fill="rgba(255,255,255,.1)" />
          {(cell === 'up' || cell === 'double') && (
            <path d={LEAVES} fill="#A6CF8A" stroke="#A6CF8A" strokeWidth="1.300" />
          )}
          {cell === 'double' && <path d={SECOND} fill="#CBE3B4" stroke="#CBE3B4" strokeWidth="1.100" />}
          {cell === 'dead' && (
            <path d={FALLEN} fill="none" stroke="#C08A5A" strokeWidth="1.700" strokeLinecap="round" />
          )}
        </g>
      ))}
    </svg>
  )
}
