/** How full one limit is. */
'use client'
import Box from '@mui/material/Box'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { Limit } from '../../core/capacity/limits'
import { capacityOn, loadOn } from '../../core/capacity/load'
import { ArrowRow } from '../../ui/arrow-list'
import { useSeason } from '../../ui/season-context'
import { limitName } from '../../words/fit'
import { loadWords, overSummary } from '../../words/loads'
import { paintOf } from './limit-look'

export const Meter = memo(function Meter({
  limit,
  day,
  chosen,
  onChoose,
}: {
  limit: Limit
  day: Day
  chosen: boolean
  onChoose: () => void
}) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  const { load, unit } = limit
  const paint = paintOf(limit)
  const used = loadOn(load, day)
  const there = capacityOn(load, day)
  const finite = Number.isFinite(there)
  const most = Math.max(finite ? there : 0, used, 1)
  const worry = load.over.some((over) => over.until > day)
  const now = used > there + 1e-9
  const W = 260
  return (
    <Box component="li">
      <ArrowRow here={chosen}>
        <Box
          component="button"
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          sx={{
            all: 'unset',
            boxSizing: 'border-box',
            width: '100%',
            cursor: 'pointer',
            display: 'block',
            px: 1.5,
            py: 1.1,
            borderLeft: 4,
            borderColor: chosen ? 'secondary.main' : 'transparent',
            bgcolor: chosen ? 'background.paper' : 'transparent',
            borderRadius: 0.5,
            '&:hover': { bgcolor: 'background.paper' },
            '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
          }}
        >
          <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
            <Box sx={{ flex: 1, fontWeight: chosen ? 750 : 550 }}>{limitName(limit, format)}</Box>
            <Box sx={{ fontWeight: 650, color: now ? 'error.main' : 'text.primary' }}>
              {there === 0 && used === 0 ? t('notOpen') : loadWords(used, format, unit)}
              <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400 }}>
                {there === 0 && used === 0
                  ? ''
                  : finite
                    ? t('of', { there: loadWords(there, format, unit) })
                    : unit === 'hour'
                      ? ''
                      : ` ${unit}s`}
              </Box>
            </Box>
          </Box>
          <svg
            width="100%"
            height="14"
            viewBox={`0 0 ${W} 14`}
            preserveAspectRatio="none"
            aria-hidden="true"
            style={{ display: 'block', margin: '4px 0' }}
          >
            <rect x="0" y="1" width={W} height="12" fill="var(--mui-palette-divider)" opacity="0.6" />
            <rect x="0" y="1" width={(Math.min(used, there) / most) * W} height="12" fill={paint} />
            {now && (
              <rect
                x={(there / most) * W}
                y="1"
                width={((used - there) / most) * W}
                height="12"
                fill="var(--mui-palette-error-main)"
              />
            )}
            {finite && (
              <line
                x1={(there / most) * W}
                x2={(there / most) * W}
                y1="0"
                y2="14"
                stroke="var(--mui-palette-text-primary)"
                strokeWidth="2"
                vectorEffect="non-scaling-stroke"
              />
            )}
          </svg>
          <Box sx={{ fontSize: 13.5, color: worry ? 'error.main' : 'text.secondary', fontWeight: worry ? 650 : 400 }}>
            {overSummary(load, day, format, unit)}
          </Box>
        </Box>
      </ArrowRow>
    </Box>
  )
})
