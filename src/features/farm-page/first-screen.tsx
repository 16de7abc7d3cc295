/** What is shown before there is any farm: begin one, look at the demo farm, or bring a season in. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { BackupAtHand, ChooseBackup } from './bring-back'
import { ImportSeason } from './import-season'
import { LookAtDemo } from './demo-farm'
import { startOver, useBackups } from './use-backups'
import './words'

export function FirstScreen() {
  const t = useTranslations('farmPage')
  const backups = useBackups(startOver)
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])
  return (
    <Box component="main" sx={{ maxWidth: 900, mx: 'auto', px: { xs: 2, sm: 3 }, py: { xs: 4, sm: 8 } }}>
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 2.5 }}>
        <svg width="112" height="60" aria-hidden="true">
          <path d="M2 57H34V41H66V23H98V6H110" fill="none" stroke="currentColor" strokeWidth="2.5" />
        </svg>
        <Typography variant="h1" sx={{ fontSize: { xs: 34, sm: 42 } }}>
          {t('doveStep')}
        </Typography>
      </Box>
      <Typography component="p" sx={{ mt: 2, fontSize: 18, color: 'text.secondary', maxWidth: 620 }}>
        {t('whatItDoes')}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' }, gap: 2.5, mt: 4 }}>
        <Choice title={t('myOwnFarm')} text={t('aFewAnswersAndFirstList')}>
          <Button component={Link} href="/begin" variant="contained" size="large">
            {t('beginMyFarm')}
          </Button>
        </Choice>
        <Choice title={t('aFarmToLookAt')} text={t('aMadeUpFarmInFullSwing')}>
          <LookAtDemo />
        </Choice>
      </Box>
      <Box sx={{ mt: 4, color: 'text.secondary' }}>
        <Typography component="p" sx={{ mb: 1 }}>
          {t('haveASeasonFile')}
        </Typography>
        <ImportSeason seen={null} />
      </Box>
      <Box sx={{ mt: 4, color: 'text.secondary' }}>
        <Typography component="p" sx={{ mb: 1 }}>
          {t('haveABackup')}
        </Typography>
        <ChooseBackup backups={backups} />
        <Box sx={{ mt: 2 }}>
          <BackupAtHand backups={backups} />
        </Box>
      </Box>
    </Box>
  )
}

function Choice({ title, text, children }: { title: string; text: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      sx={{
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'flex-start',
        gap: 1,
        p: 3,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
      }}
    >
      <Typography variant="h2">{title}</Typography>
      <Typography component="p" sx={{ flex: 1, mb: 1.5, color: 'text.secondary' }}>
        {text}
      </Typography>
      {children}
    </Box>
  )
}
