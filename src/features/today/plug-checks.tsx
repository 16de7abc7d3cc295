/** Batches of which three plugs are to be lifted today. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { plugChecksDue } from '../../core/advice/plug-checks'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { Link } from '../../ui/navigation'

export function PlugChecks({ day }: { day: Day }) {
  const t = useTranslations('today')
  const { plan, season, today, data, format } = useSeason()
  const due = useMemo(() => (day === today ? plugChecksDue(plan, today) : []), [plan, day, today])
  if (due.length === 0 || data.whatIf) return null
  return (
    <Box component="section" aria-labelledby="plugs-title" sx={{ mt: 2 }}>
      <Box component="h2" id="plugs-title" sx={{ m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}>
        {t('liftThreePlugs')}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {due.map(({ batch, why, place, sisters }) => (
          <Box
            component="li"
            key={batch.id}
            sx={{
              borderTop: 1,
              borderColor: 'divider',
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: 1.5,
              py: 0.75,
            }}
          >
            <StairGlyph batch={batch} />
            <Box sx={{ flex: '1 1 180px', minWidth: 0, lineHeight: 1.3 }}>
              <Box sx={{ fontSize: 16 }}>
                <Box component="b" sx={{ color: 'text.secondary' }}>
                  {batch.code}
                </Box>{' '}
                {batch.variety.name}
              </Box>
              <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
                {season.places[place]!.name}: {format.t(`today.why.${why}`)}
                {sisters.length > 0 ? t('alsoAnswersFor', { sisters: sisters.map(({ code }) => code).join(', ') }) : ''}
              </Box>
            </Box>
            <Button
              component={Link}
              prefetch={false}
              href={`/batch?id=${encodeURIComponent(batch.id)}&tab=check`}
              variant="outlined"
              color="inherit"
              aria-label={t('checkPlugsOf', { batch: batch.code })}
              className="no-print"
              sx={{ minHeight: 48, minWidth: 104 }}
            >
              {t('check')}
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
