/** Whether a batch will be in time, in a word and a colour. */
'use client'
import Box from '@mui/material/Box'
import type { Outlook } from '../../core/forecast/work'
import { count } from '../../words/format'
import { useSeason } from '../season-context'

const LOOK: Record<Outlook['kind'], string> = { early: 'warning.main', 'on-time': 'success.main', late: 'error.main', overgrown: 'error.main' }

export function OutlookTag({ outlook, always = false }: { outlook: Outlook | undefined; always?: boolean }) {
  const { format } = useSeason()
  if (!outlook || (outlook.kind === 'on-time' && !always)) return null
  const { kind, days } = outlook
  const text =
    kind === 'on-time' ? 'on time' : kind === 'late' && days === Infinity ? 'will not be ready' : kind === 'early' ? `ready ${count(format, days, 'day')} early` : kind === 'late' ? `${count(format, days, 'day')} late` : `overgrown by ${count(format, days, 'day')}`
  return (
    <Box component="span" sx={{ fontSize: 13.5, fontWeight: 650, color: LOOK[kind] }}>
      {text}
    </Box>
  )
}
