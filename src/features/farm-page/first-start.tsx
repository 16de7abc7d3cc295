/** What is shown while the database holds no season: begin one, or bring one in. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { NoticeProvider } from '../../ui/notice'
import { ImportSeason } from './import-season'

/** @param guide the guided start, once it has been asked for */
export function FirstStart({ guide, onBegin }: { guide: ReactNode; onBegin: () => void }) {
  const t = useTranslations('farmPage')
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])
  if (guide) return <NoticeProvider>{guide}</NoticeProvider>
  return (
    <NoticeProvider>
      <Box component="main" sx={{ maxWidth: 560, mx: 'auto', px: 3, py: 10, textAlign: 'center' }}>
        <svg width="160" height="80" aria-hidden="true">
          <path d="M4 76H44V54H86V32H128V12H156" fill="none" stroke="currentColor" strokeWidth="2.5" />
        </svg>
        <Typography variant="h1" sx={{ mt: 2 }}>
          {t('doveStep')}
        </Typography>
        <Typography component="p" sx={{ my: 2, color: 'text.secondary' }}>
          {t('thereIsNoSeasonHere')}
        </Typography>
        <Button variant="contained" size="large" onClick={onBegin} sx={{ mb: 2 }}>
          {t('beginYourFarm')}
        </Button>
        <ImportSeason first />
      </Box>
    </NoticeProvider>
  )
}
