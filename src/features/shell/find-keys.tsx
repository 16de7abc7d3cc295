/** The ways to the box that finds anything, and to help. */
'use client'
import SearchIcon from '@mui/icons-material/Search'
import Box from '@mui/material/Box'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'

/** Opens the box with `/` or Ctrl+K, and help with `?`; not while something is typed elsewhere. */
export function useFindKeys(): {
  open: 'find' | 'help' | undefined
  show: (what: 'find' | 'help' | undefined) => void
} {
  const [open, show] = useState<'find' | 'help'>()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = (event.target as HTMLElement | null)?.closest('input, textarea, select, [contenteditable]')
      const control = event.ctrlKey || event.metaKey
      const what =
        control && !event.altKey && event.key.toLowerCase() === 'k'
          ? 'find'
          : typing || control || event.altKey
            ? undefined
            : event.key === '/'
              ? 'find'
              : event.key === '?'
                ? 'help'
                : undefined
      if (!what) return
      event.preventDefault()
      show(what)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return { open, show }
}

/** The way to the box for a hand. */
export function FindButton({ onOpen }: { onOpen: () => void }) {
  const t = useTranslations('find')
  return (
    <Box
      component="button"
      type="button"
      onClick={onOpen}
      aria-keyshortcuts="/ Control+K"
      sx={{
        font: 'inherit',
        cursor: 'pointer',
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        mx: 1.25,
        mb: 1.5,
        px: 1.25,
        minHeight: 40,
        border: '1px solid rgba(255,255,255,.35)',
        borderRadius: 1,
        bgcolor: 'transparent',
        color: '#E4E0D6',
        fontSize: 15,
        '&:hover': { bgcolor: 'rgba(255,255,255,.09)' },
        '&:focus-visible': { outlineColor: '#F3DF9C' },
      }}
    >
      <SearchIcon fontSize="small" />
      <Box component="span" sx={{ flex: 1, textAlign: 'left' }}>
        {t('find')}
      </Box>
      <Box component="kbd" aria-hidden sx={{ font: 'inherit', fontSize: 13, opacity: 0.8 }}>
        /
      </Box>
    </Box>
  )
}
