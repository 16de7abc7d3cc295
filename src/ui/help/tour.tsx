/** The first tour: six steps through the season, one view each. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { usePathname, useRouter } from '../navigation'
import { useSeason } from '../season-context'
import { TOUR, useTour } from './use-tour'

export function Tour() {
  const { step } = useTour()
  return step === undefined ? null : <Step at={step} />
}

function Step({ at }: { at: number }) {
  const t = useTranslations('help')
  const tour = useTour()
  const router = useRouter()
  const { way } = tour
  const isHere = usePathname() === way.split('?')[0]
  const name = TOUR[at]!
  const last = at === TOUR.length - 1
  return (
    <Paper
      component="section"
      elevation={8}
      aria-label={t('tour')}
      className="no-print"
      sx={{
        position: 'fixed',
        right: { xs: 8, md: 24 },
        left: { xs: 8, md: 'auto' },
        bottom: { xs: 72, md: 24 },
        width: { md: 400 },
        p: 2,
        zIndex: 1250,
        borderTop: 4,
        borderColor: 'primary.main',
      }}
    >
      <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>{t('stepOf', { at: at + 1, of: TOUR.length })}</Box>
      <Typography variant="h2" sx={{ mt: 0.25 }}>
        {t(`steps.${name}.title`)}
      </Typography>
      <Box component="p" aria-live="polite" sx={{ m: 0, mt: 0.75, fontSize: 15.5, lineHeight: 1.45 }}>
        {t(`steps.${name}.say`)}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1.5 }}>
        <Button color="inherit" onClick={tour.leave}>
          {t('leaveTour')}
        </Button>
        <Box sx={{ flex: 1 }} />
        {!isHere && (
          <Button color="inherit" onClick={() => router.push(way)}>
            {t('showIt')}
          </Button>
        )}
        {at > 0 && (
          <Button color="inherit" variant="outlined" onClick={() => tour.go(at - 1)}>
            {t('back')}
          </Button>
        )}
        <Button variant="contained" onClick={() => (last ? tour.end() : tour.go(at + 1))}>
          {last ? t('end') : t('next')}
        </Button>
      </Box>
    </Paper>
  )
}

/** The tour is offered once, where the demo farm is looked at. */
export function TourOffer() {
  const t = useTranslations('help')
  const tour = useTour()
  const { data } = useSeason()
  const isDemo = data.farms.some(({ demo, address }) => demo && data.ownAt.startsWith(`/${address}/`))
  if (!isDemo || !tour.offered) return null
  return (
    <Box
      className="no-print"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mt: 1.5, p: 1, pl: 1.5, border: 1, borderColor: 'divider', borderRadius: 1.5 }} // prettier-ignore
    >
      <Box sx={{ flex: '1 1 220px' }}>{t('newHere')}</Box>
      <Button color="inherit" onClick={tour.leave}>
        {t('notNow')}
      </Button>
      <Button variant="outlined" onClick={tour.begin}>
        {t('tour')}
      </Button>
    </Box>
  )
}
