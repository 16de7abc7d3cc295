/** One bed through the season or on a day. */
'use client'
import Box from '@mui/material/Box'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { BedUse } from '../../core/field/beds'
import type { Bed } from '../../season/schema'
import { dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { isMoved, useBedMoving } from './bed-moving'
import { BedPiece, keyOfUse, type Along } from './bed-piece'

export const LABEL = 40

interface BedRowProps {
  bed: Bed
  uses: readonly BedUse[]
  along: Along
  day: Day
  longest: number
  clashed: ReadonlySet<BedUse>
  chosen: boolean
  chosenStand: string | undefined
  onBed: (key: string) => void
  onStand: (id: string) => void
}

/** One bed: what stands along it on the day, or when along the season each stretch is taken. */
export const BedRow = memo(function BedRow({
  bed,
  uses,
  along,
  day,
  longest,
  clashed,
  chosen,
  chosenStand,
  onBed,
  onStand,
}: BedRowProps) {
  const t = useTranslations('field')
  const { plan, format } = useSeason()
  const { trial } = useBedMoving()
  const leftOf = dayShare(plan.from, plan.to)
  // While a stretch is on its way, it is drawn where it is, too.
  const ghost = trial && trial.use.bed.key === bed.key ? trial.use : undefined
  const shown = along === 'day' ? uses.filter((use) => use.from <= day && day < use.until) : uses
  const next = along === 'day' && shown.length === 0 ? uses.find((use) => use.from > day) : undefined
  const height = along === 'day' ? 22 : 26
  return (
    <Box sx={{ display: 'flex', alignItems: 'stretch', mt: '3px', height }}>
      <Box
        component="button"
        type="button"
        onClick={() => onBed(bed.key)}
        aria-label={t('bed', { bed: bed.name })}
        aria-pressed={chosen}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          cursor: 'pointer',
          width: LABEL,
          flex: 'none',
          fontSize: 13,
          fontWeight: chosen ? 800 : 600,
          lineHeight: `${height}px`,
          color: chosen ? 'primary.main' : 'text.primary',
          '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
        }}
      >
        {bed.name}
      </Box>
      <Box
        data-bed={bed.key}
        sx={{
          position: 'relative',
          width: along === 'day' ? `calc((100% - ${LABEL}px) * ${bed.length / longest})` : undefined,
          flex: along === 'day' ? 'none' : 1,
          bgcolor: 'background.paper',
          border: 1,
          borderColor: chosen ? 'primary.main' : 'divider',
          borderRadius: 0.75,
          overflow: 'hidden',
        }}
      >
        {[...(ghost ? [ghost] : []), ...shown].map((use) => {
          const mine = use !== ghost && isMoved(trial, use)
          return (
            <BedPiece
              key={mine ? 'moved' : keyOfUse(use)}
              use={use}
              along={along}
              height={height}
              moved={mine}
              ghost={use === ghost}
              wrong={clashed.has(use)}
              chosen={use.stand !== undefined && use.stand.id === chosenStand}
              onStand={onStand}
            />
          )
        })}
        {next && (
          <Box
            sx={{
              position: 'absolute',
              inset: 0,
              pl: 0.75,
              fontSize: 12.5,
              lineHeight: `${height - 2}px`,
              color: 'text.secondary',
              whiteSpace: 'nowrap',
              overflow: 'hidden',
            }}
          >
            {t('freeUntil', { from: format.shortDate(next.from) })}
          </Box>
        )}
        {along === 'season' && day >= plan.from && day < plan.to && (
          <Box
            aria-hidden
            sx={{
              position: 'absolute',
              top: 0,
              bottom: 0,
              left: leftOf(day),
              borderLeft: '2px solid',
              borderColor: 'text.primary',
              pointerEvents: 'none',
            }}
          />
        )}
      </Box>
    </Box>
  )
})
