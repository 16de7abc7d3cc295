/** Head of a side panel of the Farm view, with the way out. */
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { PANEL_TITLE } from '../../ui/side-panel'
import { Link } from '../../ui/navigation'
import './words'

export function PanelHead({ title }: { title: string }) {
  const t = useTranslations('farmPage')
  return (
    <Box sx={{ display: 'flex', alignItems: 'flex-start' }}>
      <Typography variant="h2" id={PANEL_TITLE} sx={{ flex: 1 }}>
        {title}
      </Typography>
      <IconButton component={Link} href="/farm" aria-label={t('close')} edge="end">
        <CloseIcon />
      </IconButton>
    </Box>
  )
}
