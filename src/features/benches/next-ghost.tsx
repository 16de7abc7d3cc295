/** Where a tray that was chosen goes next, as an outline on the benches of that place. */
'use client'
import Box from '@mui/material/Box'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Piece } from '../../core/benches/placement'
import { BenchOutline } from '../../ui/bench-outline'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'
import { nextSpot } from './model'

export function NextGhost({ piece }: { piece: Piece }) {
  const t = useTranslations('benches')
  const { plan, season, format } = useSeason()
  const next = useMemo(() => nextSpot(plan, piece), [plan, piece])
  if (!next) return null
  const { placement, day, pieces } = next
  const place = season.places[next.place]!
  const where = list(format, [...new Set(pieces.map(({ level }) => placement.levels[level]!.name))])
  const said = { day: format.date(day), where: where === place.name ? place.name : `${place.name}, ${where}` }
  if (pieces.length === 0)
    return (
      <Box sx={{ flexBasis: '100%', fontSize: 14, color: 'error.main' }}>
        {t('nextNoRoom', { ...said, where: place.name })}
      </Box>
    )
  return (
    <Box sx={{ flexBasis: '100%', display: 'grid', gap: 0.5 }}>
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('nextThere', said)}</Box>
      <BenchOutline
        {...{ place, placement, day, pieces }}
        dashed
        label={t('nextDrawn', { code: piece.standing.batch.code, ...said })}
      />
    </Box>
  )
}
