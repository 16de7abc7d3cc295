/** How a thermometer sends: its key, shown this once, where to, and an example. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { exampleFor } from './model'

export interface MadeKey {
  /** Of the thermometer. */
  name: string
  key: string
  topic?: string | undefined
}

export function ThermometerKey({
  made: { name, key: secret, topic },
  addresses,
  broker,
  onDone,
}: {
  made: MadeKey
  addresses: readonly string[]
  broker: string | undefined
  onDone: () => void
}) {
  const t = useTranslations('thermometers')
  const here = typeof window === 'undefined' ? '' : window.location.origin
  const at = addresses[0] ?? here
  const lines: (readonly [string, string])[] = [
    [t('key'), secret],
    [t('sendTo'), `POST ${at}/api/thermometer`],
    [t('anExample'), exampleFor(at, secret)],
    ...(topic === undefined ? [] : [[t('topic'), broker === undefined ? topic : `${broker}  ${topic}`] as const]),
  ]
  return (
    <Box
      component="section"
      aria-label={t('keyOf', { name })}
      ref={seenAtOnce}
      tabIndex={-1}
      sx={{ my: 2, p: 2.5, maxWidth: 860, border: 1, borderColor: 'divider', borderRadius: 1, display: 'grid', gap: 2 }}
    >
      <Typography variant="h3" sx={{ m: 0, fontSize: 18 }}>
        {t('keyOf', { name })}
      </Typography>
      <Alert severity="info">{t('keyOnce')}</Alert>
      {addresses.length === 0 && <Alert severity="warning">{t('hereOnly')}</Alert>}
      {lines.map(([label, text]) => (
        <TextField
          key={label}
          label={label}
          value={text}
          multiline={text.length > 60}
          onFocus={(event) => event.target.select()}
          slotProps={{ input: { readOnly: true, sx: { fontFamily: 'monospace', fontSize: 14 } } }}
          fullWidth
        />
      ))}
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('forms')}</Box>
      <Button variant="outlined" color="inherit" onClick={onDone} sx={{ justifySelf: 'start', minHeight: 44 }}>
        {t('done')}
      </Button>
    </Box>
  )
}

/** It is shown once: whoever asked from far down a list, or by key, is brought to it. */
const seenAtOnce = (part: HTMLElement | null) => part?.focus()
