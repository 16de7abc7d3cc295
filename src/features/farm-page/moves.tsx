/** Plantings that move with what is being changed: shown before it is taken, and written with it. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useMemo } from 'react'
import type { ThingEdit } from '../../actions/change-season'
import { formatDay } from '../../core/calendar/day'
import { anchoredMoves, type Moved } from '../../core/plan/anchor'
import { ownCrop } from '../../core/plan/own-crop'
import type { Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

/** What hangs on the season's facts as they would be. */
export function useMoves(next: Pick<Season, 'site' | 'season'>, changed: boolean): { moves: Moved[]; edits: ThingEdit[] } {
  const { season } = useSeason()
  return useMemo(() => {
    if (!changed) return { moves: [], edits: [] }
    const varieties = new Map(season.varieties.map((variety) => [variety.key, variety]))
    const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
    const moves = anchoredMoves({ ...season, site: next.site, season: next.season }, ({ variety }) => {
      const own = varieties.get(variety)!
      return ownCrop(crops.get(own.crop)!, own)
    })
    return { moves, edits: moves.map(({ planting, to }) => ({ of: 'plantings', key: planting.key, from: planting, to: { ...planting, on: formatDay(to) } })) }
  }, [season, next.site, next.season, changed])
}

export function MovesPreview({ moves }: { moves: readonly Moved[] }) {
  const { season, format } = useSeason()
  if (moves.length === 0) return null
  return (
    <Alert severity="info" icon={false} sx={{ my: 2, color: 'text.primary', bgcolor: 'warning.light' }}>
      <b>{count(format, moves.length, 'planting')} will move:</b>
      <Box component="ul" tabIndex={0} sx={{ m: 0, pl: 2.5, maxHeight: 160, overflow: 'auto' }}>
        {moves.map(({ planting, from, to }) => (
          <li key={planting.key}>
            {planting.code} {season.varieties.find(({ key }) => key === planting.variety)?.name}: {format.date(from)} → {format.date(to)}
          </li>
        ))}
      </Box>
    </Alert>
  )
}
