/** Head of a panel: what it is about, and the way to close it. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { PANEL_TITLE } from './side-panel'

export function PanelTitle({
  over,
  title,
  under,
  onClose,
}: {
  over?: string
  title: string
  under?: string
  onClose: () => void
}) {
  const t = useTranslations('ui')
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-start', gap: 1, mb: 1 }}>
      <Box sx={{ flex: 1 }}>
        {over && (
          <Typography component="p" sx={{ fontWeight: 700, color: 'text.secondary', fontSize: 14 }}>
            {over}
          </Typography>
        )}
        <Typography variant="h2" id={PANEL_TITLE}>
          {title}
        </Typography>
        {under && (
          <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary' }}>
            {under}
          </Typography>
        )}
      </Box>
      <IconButton aria-label={t('close')} onClick={onClose} edge="end">
        <CloseIcon />
      </IconButton>
    </Box>
  )
}
