/** A change of this device and somebody else's of the same, to choose between. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useTranslations } from 'next-intl'
import type { WaitingChange } from '../../ui/plan-changes/waiting'
import { useSeason } from '../../ui/season-context'
import { bothSides } from './both-sides'

interface Props {
  change: WaitingChange
  onMine: () => void
  onTheirs: () => void
  onClose: () => void
}

export function CompareSides({ change, onMine, onTheirs, onClose }: Props) {
  const t = useTranslations('shell')
  const { season, format } = useSeason()
  const choose = (choice: () => void) => () => {
    onClose()
    choice()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="both-sides">
      <DialogTitle id="both-sides">{t('bothSides')}</DialogTitle>
      <DialogContent>
        {bothSides(change, season, format).map(({ name, mine, theirs }) => (
          <Box key={name} component="section" aria-label={name} sx={{ mb: 2 }}>
            <Box component="h3" sx={{ m: 0, fontSize: 17 }}>
              {name}
            </Box>
            <Box
              component="dl"
              sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.5 }}
            >
              <Box component="dt" sx={{ fontWeight: 650 }}>
                {t('yours')}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {mine}
              </Box>
              <Box component="dt" sx={{ fontWeight: 650 }}>
                {t('theirs')}
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {theirs}
              </Box>
            </Box>
          </Box>
        ))}
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={choose(onTheirs)} sx={{ minHeight: 44 }}>
          {t('keepTheirs')}
        </Button>
        <Button variant="contained" disableElevation onClick={choose(onMine)} sx={{ minHeight: 44 }}>
          {t('useYours')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
