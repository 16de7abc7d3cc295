/** What the farm page adds and reads, without drawing it. */
import type { Container, Place, Season } from '../../season/schema'
import { freeKeyIn } from '../../ui/keys'

export const newPlace = (season: Season): Place => ({
  key: freeKeyIn(season.places, 'place'),
  name: 'New place',
  kind: 'bench',
  trayPlaces: 20,
  temperature: { lift: 4, periods: [] },
  stock: [],
})

export const newContainer = (season: Season): Container => ({
  key: freeKeyIn(season.containers, 'container'),
  name: 'New container',
  kind: 'cell-tray',
  cells: 72,
  cellVolume: 45,
  trayPlaces: 1,
  washDays: 2,
  plantable: false,
})

export const closest = (chance: number) =>
  CHANCES.reduce(
    (near, [key]) => (Math.abs(Number(key) - chance) < Math.abs(Number(near) - chance) ? key : near),
    '0.1' as (typeof CHANCES)[number][0],
  )

export const CHANCES = [
  ['0.5', '1 year in 2'],
  ['0.2', '1 in 5'],
  ['0.1', '1 in 10'],
  ['0.05', '1 in 20'],
] as const
