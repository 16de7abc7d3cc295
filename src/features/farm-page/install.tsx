/** Installing the application on this device: an icon of its own, and pages that open without signal. */
'use client'
import InstallIcon from '@mui/icons-material/InstallMobileOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { install, useInstallable } from '../../ui/install'
import { Link } from '../../ui/navigation'
import './words'

export function Install() {
  const t = useTranslations('farmPage')
  const stands = useInstallable()
  return (
    <Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>{t('onThisDevice')}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {stands === 'offered' && (
          <Button variant="outlined" color="inherit" startIcon={<InstallIcon />} onClick={() => void install()}>
            {t('install')}
          </Button>
        )}
        <Button component={Link} href="/install" color="inherit">
          {t('howToInstall')}
        </Button>
      </Box>
    </Box>
  )
}
