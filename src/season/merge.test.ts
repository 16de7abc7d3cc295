import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from './any-season'
import { mergeCopy } from './merge'
import type { Season } from './schema'
import { readSmall } from './small-season'

const merged = (from: Season, copy: Season, now: Season): Season => {
  const result = mergeCopy(from, copy, now)
  if (!result.ok) throw new Error(JSON.stringify(result.conflicts))
  return result.season
}
const withRoom = (season: Season, key: string, trayPlaces: number): Season => ({
  ...season,
  places: season.places.map((place) => (place.key === key ? { ...place, trayPlaces } : place)),
})

describe('a copy of a season put back', () => {
  it('brings what was changed in it, and leaves what was changed since', () => {
    const from = readSmall()
    const copy = withRoom(from, 'bench', 99)
    const now = { ...from, plantings: from.plantings.slice(1) }
    const season = merged(from, copy, now)
    expect(season.places.find(({ key }) => key === 'bench')!.trayPlaces).toBe(99)
    expect(season.plantings).toEqual(now.plantings)
  })
  it('adds and takes away', () => {
    const from = readSmall()
    const [first, ...rest] = from.plantings
    const copy = { ...from, plantings: [...rest, { ...first!, key: 'new', code: 'NEW' }] }
    expect(merged(from, copy, from).plantings.map(({ key }) => key)).toEqual([...rest.map(({ key }) => key), 'new'])
  })
  it('says what was changed in both', () => {
    const from = readSmall()
    expect(mergeCopy(from, withRoom(from, 'bench', 99), withRoom(from, 'bench', 50))).toEqual({
      ok: false,
      conflicts: [{ of: 'places', key: 'bench' }],
    })
    const cold = { ...from, habits: { ...from.habits, confidence: 0.8 } }
    expect(mergeCopy(from, cold, { ...from, habits: { ...from.habits, confidence: 0.7 } })).toEqual({
      ok: false,
      conflicts: [{ of: 'head', key: 'habits' }],
    })
    // The same change in both is no conflict.
    expect(merged(from, withRoom(from, 'bench', 99), withRoom(from, 'bench', 99)).places).toEqual(
      withRoom(from, 'bench', 99).places,
    )
  })
  it('with nothing changed in it leaves the season as it is, and over the season it was made from is the copy itself', () => {
    fc.assert(
      fc.property(anySeason, anySeason, (one, other) => {
        expect(merged(one, one, other)).toEqual(other)
        const copy = { ...one, plantings: one.plantings.slice(1), habits: other.habits }
        expect(merged(one, copy, one)).toEqual(copy)
      }),
      { numRuns: 25 },
    )
  })
})
