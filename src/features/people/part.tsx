/** A part of the page of people. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box component="section" aria-label={title} sx={{ mt: 4 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        {title}
      </Typography>
      {children}
    </Box>
  )
}

/** A line of a list: what it is, and what can be done with it. */
export function Line({ children }: { children: ReactNode }) {
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 2,
        rowGap: 0.5,
        py: 1,
        minHeight: 56,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      {children}
    </Box>
  )
}

export function Lines({ children }: { children: ReactNode }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 760, borderBottom: 1, borderColor: 'divider' }}>
      {children}
    </Box>
  )
}
