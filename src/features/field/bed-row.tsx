/** One bed through the season or on a day. */
'use client'
import Box from '@mui/material/Box'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { BedUse } from '../../core/field/beds'
import type { Bed } from '../../season/schema'
import { dayScale, dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { stretch } from '../../words/field'
import { count } from '../../words/format'
import { useLabel } from './use-label'

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
  const label = useLabel()
  const leftOf = dayShare(plan.from, plan.to)
  const share = dayScale(plan.from, plan.to, 0, 1)
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
        {shown.map((use, i) => {
          const paint = paintOf(use)
          const wrong = clashed.has(use)
          const { left, width, top, tall } =
            along === 'day'
              ? {
                  left: use.at / bed.length,
                  width: Math.min(use.length, bed.length - use.at) / bed.length,
                  top: use.between ? 0.5 : 0,
                  tall: use.between ? 0.5 : 1,
                }
              : {
                  left: share(Math.max(use.from, plan.from)),
                  width: share(Math.min(use.until, plan.to)) - share(Math.max(use.from, plan.from)),
                  top: use.at / bed.length,
                  tall: Math.min(use.length, bed.length - use.at) / bed.length,
                }
          if (width <= 0) return null
          const said = t('toOfWhat', {
            what: use.what,
            from: format.date(Math.max(use.from, plan.from)),
            until: format.date(use.until - 1),
            extra: use.stand ? `, ${stretch(use, format)}, ${count(format, use.plants, 'plant')}` : '',
            wrong: wrong ? 'yes' : 'no',
          })
          const mine = use.stand !== undefined && use.stand.id === chosenStand
          return (
            <Box
              key={i}
              component={use.stand ? 'button' : 'div'}
              {...(use.stand
                ? { type: 'button' as const, onClick: () => onStand(use.stand!.id), 'aria-label': said }
                : {})}
              title={said}
              sx={[
                {
                  all: 'unset',
                  boxSizing: 'border-box',
                  position: 'absolute',
                  left: `${left * 100}%`,
                  width: `${width * 100}%`,
                  top: `${top * 100}%`,
                  height: `${tall * 100}%`,
                  background: paint.light,
                  cursor: use.stand ? 'pointer' : 'default',
                  borderRight: '1px solid',
                  borderColor: 'background.paper',
                  overflow: 'hidden',
                  whiteSpace: 'nowrap',
                  fontSize: 12.5,
                  lineHeight: `${height * tall - 2}px`,
                  pl: 0.5,
                  color: 'text.primary',
                },
                along === 'season' ? { borderBottom: '1px solid', borderBottomColor: 'background.paper' } : {},
                wrong ? { boxShadow: 'inset 0 0 0 2px var(--mui-palette-error-main)', opacity: 0.85 } : {},
                mine ? { boxShadow: 'inset 0 0 0 2px var(--mui-palette-text-primary)', fontWeight: 700 } : {},
                (theme) => theme.applyStyles('dark', { background: paint.dark }),
                { '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 } },
              ]}
            >
              {height * tall >= 14 && width > 0.05 ? label(use, along === 'day' || width > 0.2) : ''}
            </Box>
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

export type Along = 'day' | 'season'

const paintOf = (use: BedUse) => (use.stand ? (PAINT[use.stand.crop.group ?? 'other'] ?? PAINT.other!) : STANDING)

/** What stands in a bed, by kind of crop: told apart by colour, and what is not of this season by its hatch. */
export const PAINT: Record<string, { light: string; dark: string }> = {
  vegetable: { light: '#C3D3B4', dark: '#4D6A4A' },
  herb: { light: '#DCE3B0', dark: '#5F6631' },
  'cut-flower': { light: '#E9C3CE', dark: '#703F56' },
  other: { light: '#DFCDB3', dark: '#5C4A33' },
}

export const STANDING = {
  light: 'repeating-linear-gradient(45deg, #E4DED2 0 5px, #CFC7B7 5px 7px)',
  dark: 'repeating-linear-gradient(45deg, #3A434B 0 5px, #566069 5px 7px)',
}
