/** Where there is nothing yet: what would stand here, and the first step to it. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'

interface NothingYetProps {
  title: string
  /** What would stand here, and what it is good for. */
  text: string
  /** The first step, as a button or a way. */
  children?: ReactNode
}

export function NothingYet({ title, text, children }: NothingYetProps) {
  return (
    <Box sx={{ px: 3, py: { xs: 4, md: 6 }, textAlign: 'center', maxWidth: 540, mx: 'auto' }}>
      <svg width="140" height="70" aria-hidden="true">
        <path d="M4 66H40V48H78V30H116V14H136" fill="none" stroke="currentColor" strokeWidth="2" />
      </svg>
      <Typography variant="h2" component="p" sx={{ mt: 2 }}>
        {title}
      </Typography>
      <Typography component="p" sx={{ my: 1.5, color: 'text.secondary' }}>
        {text}
      </Typography>
      {children}
    </Box>
  )
}
