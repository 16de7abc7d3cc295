/** A part of the page on which a farm is begun. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useId, type ReactNode } from 'react'
import type { Answers } from './model'

/** What every part is given. */
export interface PartProps {
  answers: Answers
  put: (part: Partial<Answers>) => void
  /** What is wrong with an answer, by its path. */
  wrong: (path: string) => string | undefined
}

export function Part({
  title,
  text,
  tool,
  children,
}: {
  title: string
  text: string
  tool?: ReactNode
  children: ReactNode
}) {
  const id = useId()
  return (
    <Box component="section" aria-labelledby={id} sx={{ pt: 3, pb: 3.5, borderTop: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2" id={id} sx={{ flex: 1 }}>
          {title}
        </Typography>
        {tool}
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.25, mb: 2, maxWidth: 900 }}>
        {text}
      </Typography>
      {children}
    </Box>
  )
}
