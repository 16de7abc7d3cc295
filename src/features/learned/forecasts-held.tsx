/** Whether what was forecast came true: ranges said from counts, and chances said before sowing, drawn by tenths. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, useEffectEvent, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Honesty, Tenth } from '../../core/advice/honest'
import { useSeason } from '../../ui/season-context'
import { useBeside } from '../../ui/use-beside'
import { shareWords } from '../../words/format'
import './words'

const SIDE = 200 // px of the drawing
const EDGE = { left: 40, bottom: 30, top: 10, right: 18 }

export function ForecastsHeld() {
  const t = useTranslations('learned')
  const { season, today } = useSeason()
  const { start } = useBeside<Honesty>()
  const [found, setFound] = useState<Honesty>()
  const look = useEffectEvent(() => start((api) => api.honesty(season, today), setFound))
  useEffect(() => look(), [season, today])
  if (!found || (found.counted === 0 && found.tenths.length === 0)) return null
  return (
    <Box component="section" aria-labelledby="held-title" sx={{ mt: 3, breakInside: 'avoid' }}>
      <Typography variant="h2" id="held-title">
        {t('heldTitle')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mt: 0.5 }}>
        <Box sx={{ flex: '1 1 320px', maxWidth: 560 }}>
          {found.counted > 0 && (
            <p>{t('rangesHeld', { counted: found.counted, held: found.held, ought: shareWords(found.ought) })}</p>
          )}
          {found.tenths.map((tenth) => (
            <Box component="p" key={tenth.tenth} sx={{ my: 0.5 }}>
              {t('chanceMet', { batches: tenth.batches, said: shareWords(tenth.said), had: tenth.had })}
            </Box>
          ))}
          <Box component="p" sx={{ color: 'text.secondary', fontSize: 14 }}>
            {t('heldAbout')}
          </Box>
        </Box>
        {found.tenths.length > 0 && <Reliability tenths={found.tenths} />}
      </Box>
    </Box>
  )
}

/** Chances said along, chances met up: on the line they are the same. A larger dot is of more batches. */
function Reliability({ tenths }: { tenths: readonly Tenth[] }) {
  const t = useTranslations('learned')
  const x = (share: number) => EDGE.left + share * (SIDE - EDGE.left - EDGE.right)
  const y = (share: number) => SIDE - EDGE.bottom - share * (SIDE - EDGE.bottom - EDGE.top)
  const most = Math.max(...tenths.map(({ batches }) => batches))
  const grey = 'var(--mui-palette-text-secondary)'
  return (
    <svg width={SIDE} height={SIDE} role="img" aria-label={t('reliability')}>
      <path d={`M${x(0)} ${y(1)}V${y(0)}H${x(1)}`} fill="none" stroke={grey} />
      <path d={`M${x(0)} ${y(0)}L${x(1)} ${y(1)}`} stroke={grey} strokeDasharray="4 3" />
      {tenths.map(({ tenth, said, had, batches }) => (
        <circle
          key={tenth}
          cx={x(said)}
          cy={y(had / batches)}
          r={3 + 5 * Math.sqrt(batches / most)}
          fill="var(--mui-palette-success-main)"
          opacity="0.8"
        />
      ))}
      <g fontSize="11.5" fill={grey}>
        <text x={x(0.5)} y={SIDE - 4} textAnchor="middle">
          {t('chanceSaid')}
        </text>
        <text x={12} y={y(0.5)} textAnchor="middle" transform={`rotate(-90 12 ${y(0.5)})`}>
          {t('hadEnough')}
        </text>
        {[0, 1].map((share) => (
          <g key={share}>
            <text x={x(share)} y={y(0) + 13} textAnchor="middle">
              {share * 100}
            </text>
            <text x={x(0) - 5} y={y(share) + 4} textAnchor="end">
              {share * 100}
            </text>
          </g>
        ))}
      </g>
    </svg>
  )
}
