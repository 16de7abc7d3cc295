/** A season from a seed in which room is short: for measuring how it is made to fit. */
import { createPlanner } from '../src/core/plan/plan'
import type { Season } from '../src/season/schema'
import { largeSeason } from './large-season'

/** Part of the room it would take unconstrained. */
export const ROOM = 0.8

/** A season in places that are always open, with so much of the room they would take without limits. */
export function tightSeason(batches: number, seed: number): Season {
  const raw = largeSeason(batches, seed)
  const open: Season = {
    ...raw,
    habits: { ...raw.habits, crew: { parts: [] }, shareTrays: false },
    places: raw.places.map(({ open: _, ...place }) => place),
    containers: raw.containers.map(({ owned: _, ...container }) => container),
  }
  const { places } = createPlanner().plan(open)
  return {
    ...open,
    places: open.places.map((place, i) => ({ ...place, trayPlaces: Math.max(1, Math.ceil(places[i]!.peak * ROOM)) })),
  }
}
