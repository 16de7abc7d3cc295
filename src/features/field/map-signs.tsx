/** North, and how long a stretch of the map is. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'
import { metres } from '../../words/field'
import type { Scale } from './bed-map'

const FOOT = 30.48 // cm
const ROUND = [1, 2, 5, 10, 20, 50, 100, 200, 500]
const LONGEST = 150 // px

export function MapSigns({ scale: { k, width, height } }: { scale: Scale }) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const unit = season.farm.units === 'us' ? FOOT : 100
  const units = ROUND.filter((n) => n * unit * k <= LONGEST).at(-1) ?? 1
  const long = units * unit * k
  const y = height - 16
  return (
    <g>
      <Box component="g" sx={{ stroke: 'var(--mui-palette-text-secondary)', strokeWidth: 1.5, fill: 'none' }}>
        <path d={`M 26 ${y - 5} v 5 h ${long} v -5`} />
        <path d={`M ${width - 26} ${height - 14} v -22 m -5 7 l 5 -8 l 5 8`} />
      </Box>
      <Box component="g" sx={{ fontSize: 12, fill: 'var(--mui-palette-text-secondary)' }}>
        <text x={32 + long} y={y}>
          {metres(format, units * unit)}
        </text>
        <text x={width - 44} y={height - 18} textAnchor="end">
          {t('north')}
        </text>
      </Box>
    </g>
  )
}
