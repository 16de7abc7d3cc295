/** A practice season: begun from a plan; in one, how it goes. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'
import '../../ui/practice-words'
import { BeginPractice } from './begin-practice'
import { HowItGoes } from './how-it-goes'

export function PracticeView() {
  const t = useTranslations('practice')
  const { season } = useSeason()
  const { practice } = season.season
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1000 }}>
      <Typography variant="h1">{t('title')}</Typography>
      {practice ? <HowItGoes practice={practice} /> : <BeginPractice />}
    </Box>
  )
}
