/** What a drill shows. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Drill } from '../../core/drills/drill'
import type { TroubleKey } from '../../library/troubles'
import { OneSeedling } from '../../ui/seedling-drawing'
import { TroubleDrawing } from '../../ui/trouble-drawing'
import './words'

const CELL = 22 // px

/** A tray from above, with a seedling in each cell where there is one. */
function TrayPicture({ up, perRow, label }: { up: readonly boolean[]; perRow: number; label: string }) {
  const rows = Math.ceil(up.length / perRow)
  return (
    <svg
      role="img"
      aria-label={label}
      viewBox={`0 0 ${perRow * CELL + 6} ${rows * CELL + 6}`}
      style={{ width: '100%', maxWidth: Math.min(320, perRow * 36), display: 'block' }}
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
      {up.map((isUp, i) => (
        <g key={i} transform={`translate(${3 + (i % perRow) * CELL} ${3 + Math.floor(i / perRow) * CELL})`}>
          <rect x="1" y="1" width={CELL - 2} height={CELL - 2} rx="3" fill="rgba(255,255,255,.1)" />
          {isUp && (
            <path
              d="M11 17V11m0 0q-1.500-5-7-5q.5 5.500 7 5zm0 0q1.500-5 7-5q-.5 5.500-7 5z"
              fill="#A6CF8A"
              stroke="#A6CF8A"
              strokeWidth="1.300"
            />
          )}
        </g>
      ))}
    </svg>
  )
}

/** Leaves a drawing has room for. */
const MOST_LEAVES = 6

export function DrillDrawing({ drill, seen }: { drill: Drill; seen: readonly string[] }) {
  const t = useTranslations('drills')
  switch (drill.kind) {
    case 'count':
      return <TrayPicture up={drill.up} perRow={drill.perRow} label={t('tray', { up: drill.up.filter(Boolean).length, cells: drill.up.length })} /> // prettier-ignore
    case 'plant':
      return (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
          <OneSeedling crop={drill.batch.way.crop} leaves={Math.min(MOST_LEAVES, drill.seen.leaves ?? 0)} />
          <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 16 }}>
            {seen.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </Box>
        </Box>
      )
    case 'label':
      return (
        <Box sx={{ display: 'flex', gap: 1 }}>
          <OneSeedling crop={drill.shown} leaves={0} />
          <OneSeedling crop={drill.shown} leaves={2} />
          <OneSeedling crop={drill.shown} leaves={4} />
        </Box>
      )
    case 'symptom':
      return (
        <Box sx={{ '& svg': { width: 168, height: 140 } }}>
          <TroubleDrawing of={drill.symptom as TroubleKey} />
        </Box>
      )
    default:
      return null
  }
}
