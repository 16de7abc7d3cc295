/** Today's work with what cannot wait first: the last harmless day of each, and how far the hours reach. */
'use client'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { byPatience } from '../../core/advice/missed-day'
import type { Gated } from '../../core/field/gates'
import { crewHours } from '../../core/labour/labour'
import { weekStart, type Day } from '../../core/calendar/day'
import type { Ticks } from '../../ui/many/use-ticks'
import { WorkRow } from '../../ui/records/work-row'
import { useSeason } from '../../ui/season-context'
import { hoursWords } from '../../words/format'
import type { DayWork } from './model'

export type Order = 'place' | 'patience'

export function OrderSwitch({ order, onChange }: { order: Order; onChange: (order: Order) => void }) {
  const t = useTranslations('today')
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={order}
      onChange={(_, next: Order | null) => next && onChange(next)}
      aria-label={t('orderOfTheWork')}
      sx={{ mt: 1.5 }}
      className="no-print"
    >
      <ToggleButton value="place" sx={{ minHeight: 44, px: 2 }}>
        {t('byPlace')}
      </ToggleButton>
      <ToggleButton value="patience" sx={{ minHeight: 44, px: 2 }}>
        {t('whatCannotWaitFirst')}
      </ToggleButton>
    </ToggleButtonGroup>
  )
}

/** Open work of the day, the least patient first. */
export function ByPatience({
  work,
  gated,
  day,
  ticks,
}: {
  work: DayWork
  gated: readonly Gated[]
  day: Day
  ticks?: Ticks | undefined
}) {
  const t = useTranslations('today')
  const { season, format } = useSeason()
  const sorted = useMemo(
    () =>
      byPatience(
        work.stops.flatMap((stop) => stop.work.filter(({ state }) => state === 'open')),
        season.habits,
        day,
      ),
    [work, season.habits, day],
  )
  const minutes = sorted.reduce((sum, one) => sum + one.minutes, 0)
  const hours = crewHours(season.habits, weekStart(day)) / 5
  const beyond = sorted.findIndex(({ reached }) => !reached)
  return (
    <Box component="section" aria-label={t('whatCannotWaitFirst')} sx={{ mt: 1.5 }}>
      <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
        {t('aboutHoursOfWork', {
          minutes: format.number(minutes / 60, 1),
          extra: Number.isFinite(hours) ? t('ofCrewTimeADay', { hours: hoursWords(format, hours) }) : '',
        })}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {sorted.map(({ work: one, waiting }, i) => (
          <Box key={one.task.id} component="div">
            {i === beyond && i > 0 && (
              <Box
                component="li"
                sx={{ borderTop: 2, borderColor: 'warning.main', py: 0.75, fontSize: 14.5, fontWeight: 650 }}
              >
                {t('beyondTodaysHours')}
              </Box>
            )}
            <WorkRow
              work={one}
              large
              waiting={waiting}
              ticked={ticks?.has(one.task.id)}
              onTick={ticks?.toggle}
              gated={one.task.kind === 'plant' ? gated.find(({ stand }) => stand.id === one.task.batch.id) : undefined}
            />
          </Box>
        ))}
      </Box>
    </Box>
  )
}
