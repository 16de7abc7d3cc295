/** What the tints of trays on a bench mean, and by what they are chosen. */
'use client'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useTranslations } from 'next-intl'
import type { CSSProperties } from 'react'
import { DARK_TINTS, TINTS } from './bench-trays'
import { TINTED_BY, type TintedBy } from './model'

interface TintLegendProps {
  by: TintedBy
  /** What each tint stands for here, by its number. */
  shown: readonly { name: string; tint: number }[]
  /** Left out on paper, where nothing is chosen. */
  onChange?: (by: TintedBy) => void
}

export function TintLegend({ by, shown, onChange }: TintLegendProps) {
  const t = useTranslations('benches')
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.5, rowGap: 0.5, fontSize: 13 }}>
      {onChange && (
        <ToggleButtonGroup
          exclusive
          size="small"
          value={by}
          onChange={(_, next: TintedBy | null) => next && onChange(next)}
          aria-label={t('tintedBy')}
        >
          {TINTED_BY.map((one) => (
            <ToggleButton key={one} value={one} sx={{ py: 0.25, fontSize: 13 }}>
              {t(`tints.${one}`)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <Box
        component="ul"
        aria-label={t('whatTintsMean')}
        sx={{
          display: 'contents',
          listStyle: 'none',
          '& li': { display: 'inline-flex', alignItems: 'center', gap: 0.5 },
        }}
      >
        {shown.map(({ name, tint }) => (
          <li key={name}>
            <svg width="14" height="14" aria-hidden="true">
              <rect
                className="tray"
                width="14"
                height="14"
                rx="2"
                style={{ '--tint': TINTS[tint], '--dark-tint': DARK_TINTS[tint] } as CSSProperties}
              />
            </svg>
            {name}
          </li>
        ))}
      </Box>
    </Box>
  )
}
