/** A link that was made just now, to be sent to somebody. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useTranslations } from 'next-intl'
import { useAsk } from './use-ask'
import './words'

export function MadeLink({ label, link }: { label: string; link: string }) {
  const t = useTranslations('people')
  const { say } = useAsk()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start', mt: 2, width: '100%' }}>
      <TextField
        label={label}
        value={link}
        helperText={t('copyNow')}
        onFocus={(event) => event.target.select()}
        slotProps={{ input: { readOnly: true } }}
        sx={{ flex: '1 1 300px', maxWidth: 560 }}
      />
      {/* Browsers let pages copy over HTTPS and on the machine itself only; elsewhere the field is chosen from. */}
      <Button
        sx={{ minHeight: 42 }}
        onClick={() =>
          void navigator.clipboard?.writeText(link).then(
            () => say(t('copied')),
            () => say(t('copyNow')),
          )
        }
      >
        {t('copy')}
      </Button>
    </Box>
  )
}
