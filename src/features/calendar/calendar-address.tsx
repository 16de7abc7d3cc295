/** The address of a calendar, shown this once, and the ways into a program. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { useNotice } from '../../ui/notice'
import { QrPicture } from '../../ui/qr-picture'
import './words'

export function CalendarAddress({
  name,
  token,
  addresses,
  onDone,
}: {
  name: string
  token: string
  addresses: readonly string[]
  onDone: () => void
}) {
  const t = useTranslations('calendars')
  const notice = useNotice()
  const at = addresses[0] ?? (typeof window === 'undefined' ? '' : window.location.origin)
  const address = `${at}/api/calendar/${token}.ics`
  return (
    <Box
      component="section"
      aria-label={t('addressOf', { name })}
      sx={{ mt: 2, p: 2.5, maxWidth: 860, border: 1, borderColor: 'divider', borderRadius: 1, display: 'grid', gap: 2 }}
    >
      <Typography variant="h3" sx={{ m: 0, fontSize: 18 }}>
        {t('addressOf', { name })}
      </Typography>
      <Alert severity="info">{t('once')}</Alert>
      {addresses.length === 0 && <Alert severity="warning">{t('hereOnly')}</Alert>}
      <Box sx={{ display: 'flex', gap: 2.5, flexWrap: { xs: 'wrap', sm: 'nowrap' } }}>
        <Box sx={{ flex: '1 1 280px', minWidth: 0, display: 'grid', gap: 1.5, alignContent: 'start' }}>
          <TextField
            label={t('addressOf', { name })}
            value={address}
            multiline
            onFocus={(event) => event.target.select()}
            slotProps={{ input: { readOnly: true, sx: { fontFamily: 'monospace', fontSize: 14 } } }}
            fullWidth
          />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            <Button
              variant="outlined"
              color="inherit"
              href={address.replace(/^https?:/, 'webcal:')}
              sx={{ minHeight: 44 }}
            >
              {t('open')}
            </Button>
            {/* Browsers let pages copy over HTTPS and on the machine itself only; elsewhere the field is chosen from. */}
            <Button
              color="inherit"
              sx={{ minHeight: 44 }}
              onClick={() => void navigator.clipboard?.writeText(address).then(() => notice({ text: t('copied') }), () => undefined)} // prettier-ignore
            >
              {t('copy')}
            </Button>
          </Box>
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('lan')}</Box>
        </Box>
        <Box sx={{ bgcolor: '#fff', p: 1, borderRadius: 1, alignSelf: 'start', lineHeight: 0 }}>
          <QrPicture text={address} name={t('code')} width={160} />
        </Box>
      </Box>
      <Button variant="outlined" color="inherit" onClick={onDone} sx={{ justifySelf: 'start', minHeight: 44 }}>
        {t('done')}
      </Button>
    </Box>
  )
}
