/** A sheet beside the page on a desk, and from below on a phone: for what is said in a few taps. */
'use client'
import Box from '@mui/material/Box'
import Drawer from '@mui/material/Drawer'
import useMediaQuery from '@mui/material/useMediaQuery'
import type { ReactNode } from 'react'

export function Sheet({ name, onClose, children }: { name: string; onClose: () => void; children: ReactNode }) {
  const phone = useMediaQuery('(max-width: 599px)')
  return (
    <Drawer
      anchor={phone ? 'bottom' : 'right'}
      open
      onClose={onClose}
      slotProps={{
        paper: {
          sx: {
            width: phone ? '100%' : 440,
            maxHeight: phone ? '92dvh' : '100%',
            borderRadius: phone ? '14px 14px 0 0' : 0,
          },
          role: 'dialog',
          'aria-label': name,
        },
      }}
    >
      <Box sx={{ p: 2, display: 'grid', gap: 2 }}>{children}</Box>
    </Drawer>
  )
}
