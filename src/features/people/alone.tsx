/** A page that stands by itself, before there is a farm around it. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, type FormEvent, type ReactNode } from 'react'

export function Alone({ title, onSubmit, children }: { title: string; onSubmit?: () => void; children: ReactNode }) {
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])
  const submit = (event: FormEvent) => {
    event.preventDefault()
    onSubmit?.()
  }
  return (
    <Box component="main" sx={{ maxWidth: 480, mx: 'auto', px: 3, py: { xs: 5, sm: 10 } }}>
      <svg width="112" height="60" aria-hidden="true">
        <path d="M2 57H34V41H66V23H98V6H110" fill="none" stroke="currentColor" strokeWidth="2.5" />
      </svg>
      <Typography variant="h1" sx={{ mt: 1.5, mb: 3 }}>
        {title}
      </Typography>
      <Box component="form" noValidate onSubmit={submit} sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        {children}
      </Box>
    </Box>
  )
}
