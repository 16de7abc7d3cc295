/** One night too cold, or one day too hot, with what stood in it, and other days on which it was not as bad. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Warning } from '../../core/advice/warnings'
import type { Day } from '../../core/calendar/day'
import { count, list } from '../../words/format'
import { placed } from '../../words/placed'
import { useSeason } from '../season-context'
import { Link } from '../navigation'

export function WarningLine({ warning, also = [] }: { warning: Warning; also?: readonly Day[] }) {
  const t = useTranslations('records')
  const { season, format } = useSeason()
  const { place, day, kind, measured, limit, batches, trays } = warning
  return (
    <Box sx={{ borderTop: 1, borderColor: 'divider', py: 0.6, fontSize: 15 }}>
      <Box component="span" sx={{ fontWeight: 700, color: 'error.main' }}>
        {format.temperature(measured)}
      </Box>{' '}
      {t('onOverThatTheseKinds', {
        at: placed(format, season.places[place]!),
        day: format.date(day),
        kind: kind === 'cold' ? 'yes' : 'no',
        temperature: format.temperature(limit),
        batches: batches.length,
        trays: count(format, trays, 'tray'),
      })}{' '}
      {batches.slice(0, 6).map((batch, i) => (
        <span key={batch.id}>
          {i > 0 && ', '}
          <Link href={`/batch?id=${encodeURIComponent(batch.id)}&tab=check`}>{batch.code}</Link>
        </span>
      ))}
      {batches.length > 6 && t('andMore', { batches: String(batches.length - 6) })}
      {also.length > 0 && ` ${t('alsoOnDays', { days: list(format, also.map(format.date)) })}`}
    </Box>
  )
}
