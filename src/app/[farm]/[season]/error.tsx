'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { useComeBack } from '../../../ui/come-back'

/** Shown in the place of a view that failed; the rest of the page stays. */
export default function ViewFailed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const t = useTranslations('app')
  const again = useComeBack(reset)
  return (
    <Box sx={{ p: { xs: 2, md: 6 }, maxWidth: 560, mx: 'auto' }}>
      <Typography variant="h1">{t('thisViewCouldNotBe')}</Typography>
      <Typography component="p" sx={{ my: 2 }}>
        {t('nothingWasLostYourSeason', { extra: error.digest ? t('lookFor', { digest: error.digest }) : '' })}
      </Typography>
      <Button variant="contained" onClick={again}>
        {t('tryAgain')}
      </Button>
    </Box>
  )
}
