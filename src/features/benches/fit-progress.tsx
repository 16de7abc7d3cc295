/** How far the search for what fits has come. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'
import type { FitStatus } from '../../worker/fit-plan'
import { count, type Format } from '../../words/format'

export function Progress({
  status,
  running,
  stopped,
  seconds,
  onStop,
  onStart,
}: {
  status: FitStatus | undefined
  running: boolean
  stopped: boolean
  seconds: number
  onStop: () => void
  onStart: () => void
}) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  return (
    <Box sx={{ mt: 1 }}>
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 2,
          rowGap: 0.5,
          alignItems: 'center',
          minHeight: 36,
          pb: { xs: 0.75, sm: 0 },
        }}
      >
        <Box role="status" data-testid="fit-status" sx={{ flex: 1, minWidth: { xs: '100%', sm: 0 } }}>
          {progressWords(status, running, stopped, format)}
          {running && seconds > 3 && (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              {' '}
              {format.number(seconds)} s
            </Box>
          )}
        </Box>
        {running ? (
          <Button variant="outlined" size="small" color="inherit" onClick={onStop}>
            {t('stopAndKeepTheBest')}
          </Button>
        ) : (
          <Button variant="outlined" size="small" color="inherit" onClick={onStart}>
            {t('searchAgain')}
          </Button>
        )}
      </Box>
      <LinearProgress
        variant={running ? 'indeterminate' : 'determinate'}
        value={100}
        aria-label={t('search')}
        sx={{ height: 3, opacity: running ? 1 : 0.25 }}
      />
    </Box>
  )
}

/** How the search stands, in a sentence. */
function progressWords(status: FitStatus | undefined, running: boolean, stopped: boolean, f: Format): string {
  if (!status) return running ? f.t('benches.lookingAtWhatEachBatch') : f.t('benches.notSearchedYet')
  if (status.holding?.found) return f.t('benches.hold.found', { changes: count(f, status.picks.length, 'change') })
  if (status.holding && !stopped) return f.t('benches.hold.searching', { done: f.number(status.holding.done * 100) })
  if (status.overfullNow === 0) return f.t('benches.everythingFitsAsItIs')
  const fits = status.overfull === 0
  const so = fits
    ? f.t('benches.itFitsWith', { changes: count(f, status.picks.length, 'change') })
    : f.t('benches.itCannotAllFitSo', {
        overfullProven: status.overfullProven ? 'yes' : 'no',
        changes: count(f, status.picks.length, 'change'),
        overfull: f.number((1 - status.overfull / status.overfullNow) * 100),
      })
  const gap =
    !fits || !Number.isFinite(status.gap)
      ? ''
      : status.gap < 0.0005
        ? f.t('benches.noBetterPlanExists')
        : f.t('benches.noPlanIsBetterBy', { gap: f.number(status.gap * 100, 1) })
  if (stopped) return f.t('benches.stopped', { so, gap })
  if (!running) return `${so}${gap}`
  return `${so}${gap} ${status.doing === 'proving' ? f.t('benches.provingHowGoodThatIs') : f.t('benches.lookingForBetter')}`
}
