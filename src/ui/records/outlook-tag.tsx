/** Whether a batch will be in time, in a word and a colour. */
'use client'
import Box from '@mui/material/Box'
import type { Outlook } from '../../core/advice/work'
import { count } from '../../words/format'
import { useSeason } from '../season-context'
import { outlookWords } from './words'

const LOOK: Record<Outlook['kind'], string> = {
  early: 'warning.main',
  'on-time': 'success.main',
  late: 'error.main',
  overgrown: 'error.main',
}

interface OutlookTagProps {
  outlook: Outlook | undefined
  always?: boolean
  /** Where it stands beside how late a piece of work is: says that it is the plants that are late. */
  ofPlants?: boolean
}

export function OutlookTag({ outlook, always = false, ofPlants = false }: OutlookTagProps) {
  const { format } = useSeason()
  if (!outlook || (outlook.kind === 'on-time' && !always)) return null
  return (
    <Box component="span" sx={{ fontSize: 13.5, fontWeight: 650, color: LOOK[outlook.kind] }}>
      {ofPlants && outlook.kind === 'late' && outlook.days < Infinity
        ? format.t('records.plantsLate', { days: count(format, outlook.days, 'day') })
        : outlookWords(outlook, format)}
    </Box>
  )
}
