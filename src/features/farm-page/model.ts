/** What the farm page adds and reads, without drawing it. */
import type { Container, Place, Season } from '../../season/schema'
import { freeKeyIn } from '../../ui/keys'

export const newPlace = (season: Season, name: string): Place => ({
  key: freeKeyIn(season.places, 'place'),
  name,
  kind: 'bench',
  trayPlaces: 20,
  temperature: { lift: 4, periods: [] },
  stock: [],
})

export const newContainer = (season: Season, name: string): Container => ({
  key: freeKeyIn(season.containers, 'container'),
  name,
  kind: 'cell-tray',
  cells: 72,
  cellVolume: 45,
  trayPlaces: 1,
  washDays: 2,
  plantable: false,
})

export const closest = (chance: number) =>
  CHANCES.reduce(
    (near, key) => (Math.abs(Number(key) - chance) < Math.abs(Number(near) - chance) ? key : near),
    '0.1' as (typeof CHANCES)[number],
  )

/** Of how many years one may have a later frost than the day that is trusted. */
export const CHANCES = ['0.5', '0.2', '0.1', '0.05'] as const
