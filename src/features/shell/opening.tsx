/** Where a season will be, while it is on its way to this device. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import CircularProgress from '@mui/material/CircularProgress'
import Typography from '@mui/material/Typography'
import { useEffect } from 'react'
import { useTranslations } from 'next-intl'
import type { LiveTrouble } from '../../ui/live-season'

export const RAIL_WIDTH = 156 // px
const AGAIN_EVERY = 3000 // ms

/** @param again asks for it again; it is asked for by itself as well */
export function Opening({ trouble, again }: { trouble: LiveTrouble | undefined; again: () => Promise<void> }) {
  const t = useTranslations('shell')
  const failed = trouble !== undefined && trouble !== 'refused'
  useEffect(() => {
    if (!failed) return
    const timer = setInterval(() => void again(), AGAIN_EVERY)
    return () => clearInterval(timer)
  }, [failed, again])
  return (
    <Box sx={{ display: 'flex', height: '100dvh' }}>
      <Box sx={{ display: { xs: 'none', md: 'block' }, width: RAIL_WIDTH, flex: 'none', bgcolor: 'var(--rail)' }} />
      <Box
        component="main"
        id="view"
        sx={{ flex: 1, display: 'grid', placeContent: 'center', justifyItems: 'center', gap: 2, p: 3 }}
      >
        {failed ? (
          <>
            <Typography variant="h1" sx={{ textAlign: 'center' }}>
              {t(`opening.${trouble}`)}
            </Typography>
            <Typography sx={{ maxWidth: 460, textAlign: 'center' }}>
              {t(trouble === 'signed-out' ? 'opening.signInAgain' : 'opening.triedAgain')}
            </Typography>
            <Button
              variant="contained"
              onClick={() => (trouble === 'signed-out' ? window.location.reload() : void again())}
            >
              {t(trouble === 'signed-out' ? 'opening.signIn' : 'opening.tryNow')}
            </Button>
          </>
        ) : (
          <>
            <CircularProgress aria-hidden size={28} />
            <Typography role="status">{t('opening.opens')}</Typography>
          </>
        )}
      </Box>
    </Box>
  )
}
