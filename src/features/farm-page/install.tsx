/** Installing the application on this device: an icon of its own, and pages that open without signal. */
'use client'
import InstallIcon from '@mui/icons-material/InstallMobileOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { install, useInstallable } from '../../ui/install'

export function Install() {
  const t = useTranslations('farmPage')
  const stands = useInstallable()
  if (stands === 'no') return null
  return (
    <Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>{t('onThisDevice')}</Box>
      {stands === 'offered' ? (
        <Button variant="outlined" color="inherit" startIcon={<InstallIcon />} onClick={() => void install()}>
          {t('install')}
        </Button>
      ) : (
        <Box sx={{ maxWidth: 420, fontSize: 14.5 }}>
          {t(stands === 'by-hand' ? 'installByHand' : 'installNeedsHttps')}
        </Box>
      )}
    </Box>
  )
}
