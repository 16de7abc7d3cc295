/** Says in every view that a copy of the season is looked at, with the ways out of it. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'
import { useWhatIf } from '../../ui/use-what-if'
import { Link } from '../../ui/navigation'

export function WhatIfBanner() {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const { busy, view, keep, drop } = useWhatIf()
  const { whatIf } = data
  if (!whatIf) return null
  return (
    <Box
      role="region"
      aria-label={t('whatIf')}
      className="no-print"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1,
        px: { xs: 1.5, md: 2.5 },
        py: 0.5,
        bgcolor: 'warning.light',
        color: 'text.primary',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 200 }}>
        <b>{t('whatIf2')}</b> {whatIf.name}.{' '}
        <Box component="span" sx={{ color: 'text.secondary', display: { xs: 'none', sm: 'inline' } }}>
          {t('theSeasonItselfStaysAs')}
        </Box>
      </Box>
      <Button size="small" color="inherit" component={Link} href="/what-if">
        {t('compare')}
      </Button>
      <Button size="small" color="inherit" disabled={busy} onClick={() => void keep(whatIf.id)}>
        {t('keepIt')}
      </Button>
      <Button size="small" color="error" disabled={busy} onClick={() => void drop(whatIf.id)}>
        {t('deleteIt')}
      </Button>
      <Button size="small" variant="outlined" color="inherit" disabled={busy} onClick={() => view(null)}>
        {t('backToTheSeason')}
      </Button>
    </Box>
  )
}
