/** Ready-made changes of a whole season, to be tried in a copy. */
import type { Season } from '../../season/schema'
import { traysOnBench } from '../geometry/bench'

/** What might be otherwise. */
export type WhatIfChange =
  | { kind: 'more-room'; place: string; trayPlaces: number }
  | { kind: 'less-room'; place: string; trayPlaces: number }
  | { kind: 'frost'; days: number }
  | { kind: 'container'; from: string; to: string }
  | { kind: 'hours'; hours: number }

/** Room of one more bench like the last of a place, or a quarter of its room where no bench is drawn. */
export function benchRoom(season: Season, place: string): number {
  const own = season.places.find(({ key }) => key === place)
  const bench = own?.layout?.benches.at(-1)
  if (!own) return 0
  if (!bench) return Math.max(1, Math.round(own.trayPlaces / 4))
  const { along, across } = traysOnBench(bench)
  return along * across * bench.levels
}

/**
 * The season with a change made.
 *
 * More room adds a bench like the last one as long as it has that room; less takes benches away in the same way, and a
 * frost date moves by its margin.
 */
export function changedSeason(season: Season, change: WhatIfChange): Season {
  switch (change.kind) {
    case 'more-room':
    case 'less-room': {
      const by = change.kind === 'more-room' ? change.trayPlaces : -change.trayPlaces
      return {
        ...season,
        places: season.places.map((place) => (place.key === change.place ? withRoom(season, place, by) : place)),
      }
    }
    case 'frost':
      return season.site.frost
        ? {
            ...season,
            site: {
              ...season.site,
              frost: { ...season.site.frost, marginDays: season.site.frost.marginDays + change.days },
            },
          }
        : season
    case 'container':
      return {
        ...season,
        methods: season.methods.map((method) => ({
          ...method,
          stages: method.stages.map((stage) =>
            stage.container === change.from ? { ...stage, container: change.to } : stage,
          ),
        })),
      }
    case 'hours':
      return { ...season, habits: { ...season.habits, crew: { ...season.habits.crew, hours: change.hours } } }
  }
}

function withRoom(season: Season, place: Season['places'][number], by: number): Season['places'][number] {
  const trayPlaces = Math.max(0, place.trayPlaces + by)
  const rooms = place.rooms && {
    rooms: place.rooms.map((room) => ({ ...room, trayPlaces: Math.max(0, room.trayPlaces + by) })),
  }
  const benches = place.layout?.benches
  if (!benches || benches.length === 0 || Math.abs(by) !== benchRoom(season, place.key))
    return { ...place, trayPlaces, ...rooms }
  const last = benches.at(-1)!
  const next = by > 0 ? [...benches, { ...last, name: `Bench ${benches.length + 1}` }] : benches.slice(0, -1)
  return { ...place, trayPlaces, ...rooms, layout: { ...place.layout, benches: next } }
}
