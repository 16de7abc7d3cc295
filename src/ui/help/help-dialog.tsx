/** Help on the view that is looked at: what it is for, a drawing, the way to its page of the guide, and the keys. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { useLocale, useTranslations } from 'next-intl'
import { Link, usePathname } from '../navigation'
import { guidePage, pageOf } from './pages'
import { PageHead } from './page-words'
import { useTour } from './use-tour'

const KEYS = ['find', 'undo', 'redo', 'rows', 'enter', 'stair', 'day', 'escape', 'keys'] as const

export function HelpDialog({ onClose }: { onClose: () => void }) {
  const t = useTranslations('help')
  const language = useLocale().slice(0, 2)
  const name = pageOf(usePathname())
  const page = guidePage(name, language)
  const tour = useTour()
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="help-title">
      <DialogTitle id="help-title">{page.title}</DialogTitle>
      <DialogContent>
        <PageHead page={page} />
        <Keys />
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2, flexWrap: 'wrap' }}>
        <Button
          color="inherit"
          onClick={() => {
            tour.begin()
            onClose()
          }}
        >
          {tour.isBegun ? t('goOnWithTheTour') : t('tour')}
        </Button>
        <Box sx={{ flex: 1 }} />
        <Button component={Link} href={`/guide?page=${name}`} onClick={onClose}>
          {t('moreInTheGuide')}
        </Button>
        <Button variant="contained" onClick={onClose}>
          {t('close')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

/** The keys there are. */
function Keys() {
  const t = useTranslations('find')
  return (
    <Box sx={{ display: { xs: 'none', md: 'block' } }}>
      <Typography variant="h3" sx={{ mt: 1.5, mb: 0.75 }}>
        {t('keysTitle')}
      </Typography>
      <Box
        component="dl"
        sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.5, m: 0, fontSize: 14.5 }}
      >
        {KEYS.map((one) => (
          <Box key={one} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ fontWeight: 700, whiteSpace: 'nowrap' }}>
              {t(`keys.${one}`)}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {t(`keysDo.${one}`)}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
