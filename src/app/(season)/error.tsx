'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useComeBack } from '../../ui/come-back'

/** Shown in the place of a view that failed; the rest of the page stays. */
export default function ViewFailed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const again = useComeBack(reset)
  return (
    <Box sx={{ p: { xs: 2, md: 6 }, maxWidth: 560, mx: 'auto' }}>
      <Typography variant="h1">This view could not be shown</Typography>
      <Typography component="p" sx={{ my: 2 }}>
        Nothing was lost: your season is in the database, and what you wrote down waits on this device. The page comes
        back by itself as soon as the server answers; if it stays like this, the server’s own log says more
        {error.digest ? ` (look for ${error.digest})` : ''}.
      </Typography>
      <Button variant="contained" onClick={again}>
        Try again
      </Button>
    </Box>
  )
}
