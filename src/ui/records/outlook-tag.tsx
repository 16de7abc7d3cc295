/** Whether a batch will be in time, in a word and a colour. */
'use client'
import Box from '@mui/material/Box'
import type { Outlook } from '../../core/advice/work'
import { useSeason } from '../season-context'
import { outlookWords } from './words'

const LOOK: Record<Outlook['kind'], string> = {
  early: 'warning.main',
  'on-time': 'success.main',
  late: 'error.main',
  overgrown: 'error.main',
}

export function OutlookTag({ outlook, always = false }: { outlook: Outlook | undefined; always?: boolean }) {
  const { format } = useSeason()
  if (!outlook || (outlook.kind === 'on-time' && !always)) return null
  return (
    <Box component="span" sx={{ fontSize: 13.5, fontWeight: 650, color: LOOK[outlook.kind] }}>
      {outlookWords(outlook, format)}
    </Box>
  )
}
