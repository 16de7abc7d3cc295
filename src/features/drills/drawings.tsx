/** What a drill shows. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Drill } from '../../core/drills/drill'
import type { TroubleKey } from '../../library/troubles'
import { OneSeedling } from '../../ui/seedling-drawing'
import { TrayDrawing } from '../../ui/tray-drawing'
import { TroubleDrawing } from '../../ui/trouble-drawing'
import './words'

/** Leaves a drawing has room for. */
const MOST_LEAVES = 6

export function DrillDrawing({ drill, seen }: { drill: Drill; seen: readonly string[] }) {
  const t = useTranslations('drills')
  switch (drill.kind) {
    case 'count':
      return <TrayDrawing cells={drill.up.map((isUp) => (isUp ? 'up' : 'blank'))} perRow={drill.perRow} label={t('tray', { up: drill.up.filter(Boolean).length, cells: drill.up.length })} /> // prettier-ignore
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
