/** What every form that writes something down has in common: its head, what is wrong, and the buttons at its foot. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay, type Day } from '../../core/calendar/day'
import type { Format } from '../../words/format'

export function EntryForm({
  title,
  titleId,
  problem,
  action,
  back,
  onWrite,
  onClose,
  children,
}: {
  title: string
  titleId?: string
  problem?: string | undefined
  action?: string
  back?: string
  onWrite: () => void
  onClose: () => void
  children: ReactNode
}) {
  const t = useTranslations('records')
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault()
        onWrite()
      }}
      sx={{ display: 'grid', gap: 2 }}
    >
      <Box
        component="h2"
        id={titleId}
        sx={{ m: 0, fontFamily: 'var(--heading)', fontWeight: 400, fontSize: 22, lineHeight: 1.2 }}
      >
        {title}
      </Box>
      {problem && <Alert severity="error">{problem}</Alert>}
      {children}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disableElevation sx={{ minHeight: 48, flex: 1, fontSize: 16 }}>
          {action ?? t('save')}
        </Button>
        <Button variant="outlined" color="inherit" onClick={onClose} sx={{ minHeight: 48 }}>
          {back ?? t('close')}
        </Button>
      </Box>
    </Box>
  )
}

/** The day something happened, as the date field writes it; or what is wrong with it. */
export function dayItHappened(text: string, today: Day, format: Format): Day | string {
  const day = dayIn(text)
  return day === undefined ? format.t('records.chooseADay') : day > today ? format.t('records.chooseTodayOrADay') : day
}

/** A day as the date field writes it; a half-written one is none. */
export function dayIn(text: string): Day | undefined {
  try {
    return parseDay(text)
  } catch {
    return undefined
  }
}

/** A note and photos, where there are any. */
export const withNote = (note: string, photos: string[]) => ({
  ...(note.trim() === '' ? {} : { note: note.trim() }),
  ...(photos.length === 0 ? {} : { photos }),
})
