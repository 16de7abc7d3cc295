/** The season in a few drawn figures: what went out when, plants of those wanted, losses by cause. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { SeasonSum } from '../../core/advice/season-sum'
import { useSeason } from '../../ui/season-context'
import { count, shareWords } from '../../words/format'
import './words'

const MOST_CAUSES = 6

/** What became of what was due, each told apart by hatch as well as by colour. */
const FATES = [
  ['onTime', 'var(--mui-palette-success-main)', undefined],
  ['late', 'var(--mui-palette-warning-main)', '4 3'],
  ['waiting', 'var(--mui-palette-text-secondary)', '1 3'],
  ['gone', 'var(--mui-palette-error-main)', '8 3'],
] as const

export function SeasonFigures({ sum }: { sum: SeasonSum }) {
  const t = useTranslations('learned')
  const { format } = useSeason()
  const lost = sum.losses.reduce((total, [, plants]) => total + plants, 0)
  if (sum.due === 0 && lost === 0) return null
  const most = sum.losses[0]?.[1] ?? 1
  return (
    <Box
      component="section"
      aria-label={t('inFigures')}
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr 1fr' }, gap: 2.5, mb: 3, '@media print': { gridTemplateColumns: '1fr 1fr 1fr' } }} // prettier-ignore
    >
      <Figure title={t('wentOut')} large={count(format, sum.due, 'batch')}>
        <Box aria-hidden sx={{ display: 'flex', height: 16, mt: 0.5, border: 1, borderColor: 'divider' }}>
          {FATES.map(([fate, color, dash]) =>
            sum[fate] === 0 ? null : (
              <Box
                component="svg"
                key={fate}
                preserveAspectRatio="none"
                viewBox="0 0 100 10"
                sx={{ flex: `${sum[fate]} 0 0`, minWidth: 3, height: '100%', display: 'block' }}
              >
                <line x1="0" x2="100" y1="5" y2="5" strokeWidth="10" stroke={color} strokeDasharray={dash} />
              </Box>
            ),
          )}
        </Box>
        {FATES.map(([fate]) =>
          sum[fate] === 0 ? null : (
            <Box key={fate}>
              {t(`fates.${fate}`, {
                n: sum[fate],
                days: fate === 'late' ? count(format, Math.round((sum.lateDays / sum.late) * 10) / 10, 'day') : '',
              })}
            </Box>
          ),
        )}
      </Figure>
      <Figure title={t('plantsPlanted')} large={`${format.number(sum.planted)}`}>
        <Bar share={sum.wanted > 0 ? sum.planted / sum.wanted : 0} />
        <Box>
          {t('ofWanted', {
            share: wholeShare(sum.planted, sum.wanted),
            wanted: format.number(Math.round(sum.wanted)),
          })}
        </Box>
      </Figure>
      <Figure title={t('plantsLost')} large={format.number(lost)}>
        {sum.losses.slice(0, MOST_CAUSES).map(([cause, plants]) => (
          <Box key={cause} sx={{ display: 'grid', gridTemplateColumns: '1fr 90px 52px', gap: 1, alignItems: 'center' }}>
            <span>{format.t(`records.loss.${cause}`)}</span>
            <Bar share={plants / most} />
            <Box sx={{ textAlign: 'right', fontVariantNumeric: 'tabular-nums' }}>{format.number(plants)}</Box>
          </Box>
        ))}
        {lost === 0 && <Box>{t('noLosses')}</Box>}
      </Figure>
    </Box>
  )
}

/** A share in whole hundredths; never a whole that is not one. */
const wholeShare = (part: number, of: number): string => shareWords(of > 0 ? Math.floor((100 * part) / of) / 100 : 0)

function Figure({ title, large, children }: { title: string; large: string; children: ReactNode }) {
  return (
    <Box sx={{ minWidth: 0, fontSize: 14.5, color: 'text.secondary' }}>
      <Typography variant="h3" component="h3" sx={{ color: 'text.primary' }}>
        {title}
      </Typography>
      <Box sx={{ fontSize: 26, fontWeight: 700, color: 'text.primary', lineHeight: 1.3 }}>{large}</Box>
      {children}
    </Box>
  )
}

function Bar({ share }: { share: number }) {
  return (
    <Box aria-hidden sx={{ height: 10, bgcolor: 'divider', my: 0.5, printColorAdjust: 'exact' }}>
      <Box
        sx={{
          height: '100%',
          width: `${Math.min(1, share) * 100}%`,
          background: 'var(--ribbon-load)',
          printColorAdjust: 'exact',
        }}
      />
    </Box>
  )
}
