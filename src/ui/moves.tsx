/** Plantings that move with what is being changed: shown before it is taken, and written with it. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../actions/change-season'
import { anchoredMoves, movedPlanting, type Moved } from '../core/field/anchor'
import { ownCrop } from '../core/batch/own-crop'
import type { Plan } from '../core/plan/plan'
import type { Crop, Planting, Season } from '../season/schema'
import { count } from '../words/format'
import { useSeason } from './season-context'

/** The crop of a planting, with its variety's own figures. */
export function cropOfPlanting(
  season: Pick<Season, 'varieties' | 'crops'>,
): (planting: Pick<Planting, 'variety'>) => Crop {
  const varieties = new Map(season.varieties.map((variety) => [variety.key, variety]))
  const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
  return ({ variety }) => {
    const own = varieties.get(variety)!
    return ownCrop(crops.get(own.crop)!, own)
  }
}

/** Days from sowing to planting of a planting, as it is planned now; 0 for what is sown in its place. */
export function nurseryDays(plan: Plan): (planting: Planting) => number | undefined {
  const days = new Map<string, number>()
  for (const { planting, sow, plantOn } of plan.batches)
    if (sow !== undefined && !days.has(planting.key)) days.set(planting.key, plantOn - sow)
  const inPlace = new Set(
    plan.season.methods.filter(({ sowing }) => sowing.policy === 'in-place').map(({ key }) => key),
  )
  return (planting) => (inPlace.has(planting.method) ? 0 : days.get(planting.key))
}

/** What hangs on a season's facts as they would be. */
export function movesIn(next: Season, plan: Plan): Moved[] {
  return anchoredMoves(next, cropOfPlanting(next), nurseryDays(plan))
}

/** What hangs on plantings that went out, or can go out, on other days than was wished: it moves with them. */
export function movesWithWhatHappened(season: Season, plan: Plan): Moved[] {
  const really = new Map<string, number>()
  for (const { planting, n, plantOn, progress } of plan.batches) {
    if (!progress || progress.standing === 'gone' || plantOn === progress.planned.plantOn) continue
    const id = `${planting.key} ${n}`
    really.set(id, Math.max(plantOn, really.get(id) ?? -Infinity))
  }
  if (really.size === 0) return []
  const usual = new Set(movesIn(season, plan).map(({ planting }) => planting.key))
  // What would move anyway is not for this to say.
  return anchoredMoves(season, cropOfPlanting(season), nurseryDays(plan), ({ key }, n) =>
    really.get(`${key} ${n}`),
  ).filter(({ planting }) => !usual.has(planting.key))
}

/** Moves to be written together with the change that causes them. */
export const moveEdits = (moves: readonly Moved[]): ThingEdit[] =>
  moves.map((moved) => ({ of: 'plantings', key: moved.planting.key, from: moved.planting, to: movedPlanting(moved) }))

/** Moves that a change of facts would cause, while it is being made. */
export function useMoves(next: Partial<Season>, changed: boolean): { moves: Moved[]; edits: ThingEdit[] } {
  const { season, plan } = useSeason()
  return useMemo(() => {
    const moves = changed ? movesIn({ ...season, ...next }, plan) : []
    return { moves, edits: moveEdits(moves) }
  }, [season, plan, next, changed])
}

export function MovesPreview({ moves }: { moves: readonly Moved[] }) {
  const t = useTranslations('ui')
  const { season, format } = useSeason()
  if (moves.length === 0) return null
  return (
    <Alert severity="info" icon={false} sx={{ my: 2, color: 'text.primary', bgcolor: 'warning.light' }}>
      <b>{t('willMove', { plantings: count(format, moves.length, 'planting') })}</b>
      <Box component="ul" tabIndex={0} sx={{ m: 0, pl: 2.5, maxHeight: 160, overflow: 'auto' }}>
        {moves.map(({ planting, from, to, dates }) => (
          <li key={planting.key}>
            {planting.code} {season.varieties.find(({ key }) => key === planting.variety)?.name}:{' '}
            {from === to && dates ? t('itsLaterPlantings') : `${format.date(from)} → ${format.date(to)}`}
          </li>
        ))}
      </Box>
    </Alert>
  )
}

/**
 * Edits that put a planting in the place of the stored one, with everything that moves because of it.
 *
 * @returns edits for one change, and the moves of other plantings
 */
export function plantingEdits(season: Season, plan: Plan, next: Planting): { edits: ThingEdit[]; moves: Moved[] } {
  const plantings = season.plantings.map((planting) => (planting.key === next.key ? next : planting))
  const all = movesIn({ ...season, plantings }, plan)
  const stored = new Map(season.plantings.map((planting) => [planting.key, planting]))
  const own = all.find(({ planting }) => planting.key === next.key)
  const moves = all.filter((moved) => moved !== own)
  const edits: ThingEdit[] = [
    { of: 'plantings', key: next.key, from: stored.get(next.key) ?? null, to: own ? movedPlanting(own) : next },
    ...moveEdits(moves),
  ]
  return { edits, moves }
}
