/** How Dove Step comes to a phone or a computer: what this device can do now, the steps for each kind, and what HTTPS needs. */
'use client'
import InstallIcon from '@mui/icons-material/InstallMobileOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { install, useInstallable } from '../../ui/install'
import { useSeason } from '../../ui/season-context'
import { QrPicture } from '../../ui/qr-picture'
import { KeptHere } from './kept-here'
import { DEVICES, isHereOnly, usePage, type DeviceKind } from './model'

export function InstallView() {
  const t = useTranslations('install')
  const { data } = useSeason()
  const { origin, kind, secure } = usePage()
  const stands = useInstallable()
  const [chosen, setChosen] = useState<DeviceKind>()
  const shown = chosen ?? kind
  if (origin === undefined) return null
  // A phone cannot open what leads to this machine alone.
  const elsewhere = isHereOnly(origin) && shown !== 'computer'
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 860 }}>
      <Typography variant="h1">{t('title')}</Typography>
      <Box component="p" sx={{ mt: 0.5, mb: 2, fontSize: 16.5, maxWidth: 680 }}>
        {t('what')}
      </Box>

      {stands === 'offered' && (
        <Button
          variant="contained"
          disableElevation
          startIcon={<InstallIcon />}
          onClick={() => void install()}
          sx={{ minHeight: 52, fontSize: 16, mb: 1 }}
        >
          {t('installHere')}
        </Button>
      )}
      {stands === 'installed' && <Alert severity="success">{t('installed')}</Alert>}
      {!secure && <Alert severity="warning">{t('needsHttps')}</Alert>}

      <Part title={t('steps')}>
        <Box role="group" aria-label={t('steps')} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mb: 1.5 }}>
          {DEVICES.map((one) => (
            <Button
              key={one}
              variant={one === shown ? 'contained' : 'outlined'}
              color={one === shown ? 'primary' : 'inherit'}
              disableElevation
              aria-pressed={one === shown}
              onClick={() => setChosen(one)}
              sx={{ minHeight: 44 }}
            >
              {t(`device.${one}`)}
            </Button>
          ))}
        </Box>
        <Steps>
          {(!secure || elsewhere) && <li>{t('trustFirst')}</li>}
          <li>{t(`open.${shown}`, { address: elsewhere ? t('addressByHttps') : origin + data.at })}</li>
          <li>{t(`add.${shown}`)}</li>
          <li>{t('openOnce')}</li>
        </Steps>
      </Part>

      {!isHereOnly(origin) && (
        <Part title={t('onAnother')}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2.5, alignItems: 'center' }}>
            <Box sx={{ bgcolor: '#fff', p: 1, lineHeight: 0 }}>
              <QrPicture text={origin + data.at} name={t('codeFor', { address: origin })} width={180} />
            </Box>
            <Box sx={{ flex: '1 1 240px', overflowWrap: 'anywhere' }}>
              {t('scanThis')}
              <Box sx={{ mt: 1, fontWeight: 650 }}>{origin + data.at}</Box>
            </Box>
          </Box>
        </Part>
      )}

      <Part title={t('https')}>
        <Box component="p" sx={{ m: 0, mb: 1, maxWidth: 680 }}>
          {secure && !isHereOnly(origin) ? t('httpsIs') : t(isHereOnly(origin) ? 'httpsHere' : 'httpsIsNot')}
        </Box>
        {(!secure || isHereOnly(origin)) && (
          <Steps>
            <li>{t.rich('httpsShare', { code: (text) => <code>{text}</code> })}</li>
            <li>{t('httpsTrust')}</li>
            <li>{t('httpsOpen')}</li>
          </Steps>
        )}
      </Part>

      <Part title={t('without')}>
        <Box component="p" sx={{ m: 0, mb: 1, maxWidth: 680 }}>
          {t('works')}
        </Box>
        <Box component="p" sx={{ m: 0, maxWidth: 680 }}>
          {t('worksNot')}
        </Box>
      </Part>

      <KeptHere />
    </Box>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {children}
    </Box>
  )
}

function Steps({ children }: { children: ReactNode }) {
  return (
    <Box component="ol" sx={{ m: 0, pl: 3, display: 'grid', gap: 0.75, maxWidth: 680, overflowWrap: 'anywhere' }}>
      {children}
    </Box>
  )
}
