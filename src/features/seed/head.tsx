/** A heading on the seed page. */
'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { PANEL_TITLE } from '../../ui/side-panel'
import { Link } from '../../ui/navigation'

export function Head({ title, sub }: { title: string; sub: string }) {
  const t = useTranslations('seed')
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-start' }}>
      <Box sx={{ flex: 1 }}>
        <Typography variant="h2" id={PANEL_TITLE}>
          {title}
        </Typography>
        <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary' }}>
          {sub}
        </Typography>
      </Box>
      <IconButton component={Link} href="/seed" aria-label={t('close')} edge="end">
        <CloseIcon />
      </IconButton>
    </Box>
  )
}
