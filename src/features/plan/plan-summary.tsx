/** How many batches and plants there are, and how many places go over. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { plantsOfAll } from './model'

/** @param shown rows that are shown: fewer than all where some are filtered out */
export function PlanSummary({ shown, over }: { shown: number; over: number }) {
  const t = useTranslations('plan')
  const { plan, format } = useSeason()
  const { batches, inPlace } = plan
  return (
    // A line of its own where the buttons take the width.
    <Typography
      component="p"
      sx={{
        color: 'text.secondary',
        fontSize: 14,
        mx: { xs: 0.5, md: 0, xl: 0.5 },
        order: { md: 1, xl: 0 },
        flexBasis: { md: '100%', xl: 'auto' },
      }}
    >
      {t('plantsOfExtra', {
        extra: shown === batches.length + inPlace.length ? '' : t('of', { shown: format.number(shown) }),
        batches: count(format, batches.length, 'batch'),
        extra2: inPlace.length > 0 ? t('andSownInPlace', { inPlace: format.number(inPlace.length) }) : '',
        reduce: format.number(plantsOfAll(plan)),
      })}
      {over > 0 && (
        <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
          {' '}
          {t('placesGoOver', { over: String(over), over2: over })}
        </Box>
      )}
    </Typography>
  )
}
