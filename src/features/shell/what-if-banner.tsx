/** Says in every view that a copy of the season is looked at, with the ways out of it. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useSeason } from '../../ui/season-context'
import { useWhatIf } from '../../ui/use-what-if'

export function WhatIfBanner() {
  const { data } = useSeason()
  const { busy, view, keep, drop } = useWhatIf()
  const { whatIf } = data
  if (!whatIf) return null
  return (
    <Box
      role="region"
      aria-label="What if"
      className="no-print"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1,
        px: { xs: 1.5, md: 2.5 },
        py: 0.5,
        bgcolor: 'warning.light',
        color: 'text.primary',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box sx={{ flex: 1, minWidth: 200 }}>
        <b>What if:</b> {whatIf.name}.{' '}
        <Box component="span" sx={{ color: 'text.secondary', display: { xs: 'none', sm: 'inline' } }}>
          The season itself stays as it is.
        </Box>
      </Box>
      <Button size="small" color="inherit" component={Link} href="/what-if">
        Compare
      </Button>
      <Button size="small" color="inherit" disabled={busy} onClick={() => void keep(whatIf.id)}>
        Keep it
      </Button>
      <Button size="small" color="error" disabled={busy} onClick={() => void drop(whatIf.id)}>
        Delete it
      </Button>
      <Button size="small" variant="outlined" color="inherit" disabled={busy} onClick={() => void view(null)}>
        Back to the season
      </Button>
    </Box>
  )
}
