/** How far the search for what fits has come. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
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
            Stop and keep the best
          </Button>
        ) : (
          <Button variant="outlined" size="small" color="inherit" onClick={onStart}>
            Search again
          </Button>
        )}
      </Box>
      <LinearProgress
        variant={running ? 'indeterminate' : 'determinate'}
        value={100}
        aria-label="Search"
        sx={{ height: 3, opacity: running ? 1 : 0.25 }}
      />
    </Box>
  )
}

/** How the search stands, in a sentence. */
function progressWords(status: FitStatus | undefined, running: boolean, stopped: boolean, f: Format): string {
  if (!status) return running ? 'Looking at what each batch could do …' : 'Not searched yet.'
  if (status.overfullNow === 0) return 'Everything fits as it is.'
  const fits = status.overfull === 0
  const so = fits
    ? `It fits with ${count(f, status.picks.length, 'change')}.`
    : `It cannot all fit${status.overfullProven ? ', and this is proven' : ' so far'}: with ${count(f, status.picks.length, 'change')} it is ${f.number((1 - status.overfull / status.overfullNow) * 100)} % less overfull.`
  const gap =
    !fits || !Number.isFinite(status.gap)
      ? ''
      : status.gap < 0.0005
        ? ' No better plan exists.'
        : ` No plan is better by more than ${f.number(status.gap * 100, 1)} %.`
  if (stopped) return `${so}${gap} Stopped.`
  if (!running) return `${so}${gap}`
  return `${so}${gap} ${status.doing === 'proving' ? 'Proving how good that is …' : 'Looking for better …'}`
}
