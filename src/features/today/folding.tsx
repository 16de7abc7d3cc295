/** Parts of Today that fold on a phone. */
'use client'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState, type ReactNode } from 'react'
import { useSeason } from '../../ui/season-context'
import { usePrinting } from '../../ui/use-printing'

export interface Opened {
  open: boolean
  onOpen: (open: boolean) => void
}

export const useFolds = () => useMediaQuery('(max-width:899px)', { noSsr: true })

/** The heading of a part of the page, which opens it where it folds. */
export function Folding({ id, title, folds, open, onOpen }: Opened & { id?: string; title: string; folds: boolean }) {
  return (
    <Typography variant="h2" {...(id === undefined ? {} : { id })}>
      {folds ? (
        <ButtonBase
          aria-expanded={open}
          onClick={() => onOpen(!open)}
          sx={{
            font: 'inherit',
            width: '100%',
            minHeight: 48,
            gap: 1,
            justifyContent: 'space-between',
            textAlign: 'left',
            borderTop: 1,
            borderColor: 'divider',
          }}
        >
          {title}
          <ExpandIcon sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />
        </ButtonBase>
      ) : (
        title
      )}
    </Typography>
  )
}

/** A part of the day's work, which on a phone is opened when it is asked for; what is left of it stands in its heading. */
export function Part({
  id,
  title,
  left,
  children,
}: {
  id: string
  title: string
  left: number
  children: () => ReactNode
}) {
  const { format } = useSeason()
  const folds = useFolds()
  const printing = usePrinting()
  const [opened, setOpened] = useState(false)
  const open = !folds || printing || opened
  const heading = { m: 0, fontSize: 15, fontWeight: 700 }
  return (
    <Box component="section" aria-labelledby={id} sx={{ mt: 2 }}>
      {folds ? (
        <Box component="h2" id={id} sx={heading}>
          <ButtonBase
            aria-expanded={open}
            onClick={() => setOpened(!opened)}
            sx={{
              font: 'inherit',
              width: '100%',
              minHeight: 48,
              gap: 1,
              justifyContent: 'space-between',
              borderTop: 1,
              borderColor: 'divider',
            }}
          >
            <span>
              {title}
              {left > 0 && (
                <Box component="span" sx={{ ml: 1, color: 'text.secondary' }}>
                  {format.number(left)}
                </Box>
              )}
            </span>
            <ExpandIcon sx={{ transform: open ? 'rotate(180deg)' : 'none' }} />
          </ButtonBase>
        </Box>
      ) : (
        <Box component="h2" id={id} sx={{ ...heading, mb: 0.5 }}>
          {title}
        </Box>
      )}
      {open && children()}
    </Box>
  )
}
