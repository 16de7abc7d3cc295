/** Several pieces of work recorded together, as they were planned: today, or as done yesterday. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import type { Ticks } from '../../ui/many/use-ticks'
import { useRouter } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import type { DayWork } from './model'

export function TickedWork({ work, ticks }: { work: DayWork; ticks: Ticks }) {
  const t = useTranslations('today')
  const { season, today, format } = useSeason()
  const { record } = useRecord()
  const router = useRouter()
  const open = work.stops.flatMap((stop) => stop.work.filter(({ state }) => state === 'open'))
  const ticked = open.filter(({ task }) => ticks.has(task.id))
  const n = ticked.length
  // What is not due before today was not done yesterday.
  const wasDue = ticked.every(({ due }) => due < today)
  const done = async (on: number) => {
    const said = ticked.map(({ task }) => ({ ...asPlanned(task, season), on }))
    ticks.clear()
    await record(said, t('severalDone', { n, text: format.number(n) }))
  }
  return (
    <Box
      role="toolbar"
      aria-label={t('tickSeveral')}
      className="no-print"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mt: 1, p: 1, bgcolor: 'var(--ribbon)' }}
    >
      <Box role="status" sx={{ fontWeight: 650, flex: '1 1 90px' }}>
        {t('workTicked', { n, text: format.number(n) })}
      </Box>
      <Button color="inherit" onClick={() => ticks.toggleAll(open.map(({ task }) => task.id))} sx={{ minHeight: 44 }}>
        {t('tickAllWork', { n: format.number(open.length) })}
      </Button>
      <Button
        color="inherit"
        disabled={n === 0}
        onClick={() =>
          router.push(`/labels?batch=${encodeURIComponent(ticked.map(({ task }) => task.batch.id).join(','))}`)
        }
        sx={{ minHeight: 44 }}
      >
        {t('labelsOfTicked')}
      </Button>
      {n > 0 && wasDue && (
        <Button variant="outlined" color="inherit" onClick={() => void done(today - 1)} sx={{ minHeight: 44 }}>
          {t('doneYesterday2')}
        </Button>
      )}
      <Button variant="contained" disabled={n === 0} onClick={() => void done(today)} sx={{ minHeight: 44 }}>
        {t('doneToday')}
      </Button>
    </Box>
  )
}
