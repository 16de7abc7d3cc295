/** What the farm page adds and reads, without drawing it. */
import type { Container, Mix, Place, Season } from '../../season/schema'
import { freeKeyIn } from '../../season/keys'

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

export const newMix = (season: Season, name: string): Mix => ({
  key: freeKeyIn(season.mixes, 'mix'),
  name,
  uses: season.mixes.some(({ uses }) => uses.includes('potting')) ? [] : ['potting'],
  parts: season.habits.mix.parts,
  additives: [],
  water: season.habits.mix.water,
})

export const closest = (chance: number) =>
  CHANCES.reduce(
    (near, key) => (Math.abs(Number(key) - chance) < Math.abs(Number(near) - chance) ? key : near),
    '0.1' as (typeof CHANCES)[number],
  )

/** Of how many years one may have a later frost than the day that is trusted. */
export const CHANCES = ['0.5', '0.2', '0.1', '0.05'] as const

/** A name, or the first of it with a number behind it, that is not taken. */
export function freeName(name: string, taken: readonly string[]): string {
  for (let n = 1; ; n++) {
    const one = n === 1 ? name : `${name} ${n}`
    if (!taken.includes(one)) return one
  }
}

/** What of the weather is still a guess once one part of it has been said. */
export function stillGuessed(
  { guessed }: Pick<Season['site'], 'guessed'>,
  said: NonNullable<Season['site']['guessed']>[number],
): Season['site']['guessed'] {
  const still = guessed?.filter((one) => one !== said) ?? []
  return still.length === 0 ? undefined : still
}
