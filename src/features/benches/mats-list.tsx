/** Who is in turn for the heat of a place: those who need it most first, when each leaves, and who has to give way. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { matsInTurn, type Turn } from '../../core/benches/mats'
import type { Day } from '../../core/calendar/day'
import type { Load } from '../../core/capacity/load'
import type { Place } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { count, type Format } from '../../words/format'
import { Link } from '../../ui/navigation'

const AHEAD = 21 // days looked ahead

export function MatsList({ load, day }: { load: Load<Place>; day: Day }) {
  const t = useTranslations('benches')
  const { plan, planner, season, format } = useSeason()
  const turns = useMemo(
    () => matsInTurn(planner, season, plan.batches, load, day, day + AHEAD),
    [planner, season, plan, load, day],
  )
  if (turns.length === 0) return null
  const ways = turns.filter(({ waits }) => waits > 0).length
  return (
    <Box component="section" aria-labelledby="mats-title" sx={{ mt: 2.5 }}>
      <Typography variant="h3" id="mats-title">
        {t('queueForHeatMatsTo', { day: format.date(day + AHEAD) })}
      </Typography>
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
        {t('thoseWhoNeedItMost', {
          extra: ways > 0 ? t('thereIsNoRoomFor', { batches: count(format, ways, 'batch') }) : t('thereIsRoomForAll'),
        })}
      </Box>
      <Link href="/mats" prefetch={false} className="no-print" style={{ color: 'inherit', fontSize: 14.5 }}>
        {t('thisEvening')}
      </Link>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0 }} aria-label={t('queueForHeatMats')}>
        {turns.map((turn) => (
          <Box
            component="li"
            key={turn.batch.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'minmax(0,1.1fr) minmax(0,1fr) minmax(0,1.2fr)' },
              columnGap: 2,
              borderTop: 1,
              borderColor: 'divider',
              py: 0.6,
              fontSize: 14.5,
            }}
          >
            <Link href={`/plan?batch=${encodeURIComponent(turn.batch.id)}`} style={{ color: 'inherit' }}>
              <b>{turn.batch.code}</b> {turn.batch.variety.name}, {count(format, turn.stay.trayPlaces, 'trayPlace')}
            </Link>
            <Box sx={{ color: turn.waits > 0 ? 'error.main' : 'text.primary', fontWeight: turn.waits > 0 ? 650 : 400 }}>
              {turn.waits > 0 ? t('noRoomOn', { days: count(format, turn.waits, 'day') }) : ''}
              {needWords(turn, format)}
            </Box>
            <Box sx={{ color: 'text.secondary' }}>
              {t('to', {
                from: format.shortDate(turn.stay.from),
                planned: format.shortDate(turn.leaves.planned),
                extra:
                  turn.leaves.late > turn.leaves.early
                    ? t('mayLeaveTo', {
                        early: format.shortDate(turn.leaves.early),
                        late: format.shortDate(turn.leaves.late),
                      })
                    : '',
              })}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}

function needWords({ need, slower }: Turn, f: Format): string {
  if (need === 'must') return f.t('benches.mustHaveTheHeat')
  if (slower === 0) return f.t('benches.comesUpAsSoonWithout')
  return f.t('benches.hardlyNeedsItSlowerWithout', {
    need: need === 'helps' ? 'yes' : 'no',
    days: count(f, slower!, 'day'),
  })
}
