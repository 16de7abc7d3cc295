/** One night too cold, or one day too hot, with what stood in it. */
'use client'
import Box from '@mui/material/Box'
import Link from 'next/link'
import type { Warning } from '../../core/advice/warnings'
import { count } from '../../words/format'
import { useSeason } from '../season-context'

export function WarningLine({ warning }: { warning: Warning }) {
  const { season, format } = useSeason()
  const { place, day, kind, measured, limit, batches, trays } = warning
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', py: 0.6, fontSize: 15 }}>
      <Box component="span" sx={{ fontWeight: 700, color: 'error.main' }}>
        {format.temperature(measured)}
      </Box>{' '}
      on {season.places[place]!.name}, {format.date(day)}: {kind === 'cold' ? 'under' : 'over'}{' '}
      {format.temperature(limit)} that {batches.length === 1 ? 'this kind bears' : 'these kinds bear'};{' '}
      {count(format, trays, 'tray')}:{' '}
      {batches.slice(0, 6).map((batch, i) => (
        <span key={batch.id}>
          {i > 0 && ', '}
          <Link href={`/batch?id=${encodeURIComponent(batch.id)}&tab=check`}>{batch.code}</Link>
        </span>
      ))}
      {batches.length > 6 && ` and ${batches.length - 6} more`}
    </Box>
  )
}
