import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from './any-season'
import type { Edit } from './apply-edits'
import { editSeason } from './edit'
import { readSeason } from './read'
import { COLLECTIONS, type Season } from './schema'
import { readSmall } from './small-season'

/** The document with edits made one after another, by the plainest means. */
function plainly(season: Season, edits: readonly Edit[]): Record<string, unknown> {
  const document = JSON.parse(JSON.stringify(season)) as Record<string, unknown>
  for (const { of, key, to } of edits) {
    if (of === 'head') {
      Object.assign(document, to)
      continue
    }
    const list = document[of] as { key: string }[]
    const at = list.findIndex((one) => one.key === key)
    const thing = { ...(to as object), key }
    if (to === null) list.splice(at, at < 0 ? 0 : 1)
    else if (at < 0) list.push(thing)
    else list[at] = thing
  }
  return document
}

const bends = ['rename', 'remove', 'break', 'copy', 'unknown', 'move', 'leafless', 'place kinds'] as const

/** An edit of some thing of a season, sound or not. */
function editOf(season: Season, list: number, which: number, bend: (typeof bends)[number]): Edit | undefined {
  const of = COLLECTIONS[list % COLLECTIONS.length]!
  const things = season[of]
  const thing = things[which % Math.max(1, things.length)]
  if (!thing) return undefined
  const { key } = thing
  if (bend === 'remove') return { of, key, to: null }
  if (bend === 'rename') return { of, key, to: { ...thing, name: 'Another name' } }
  if (bend === 'copy') return { of, key: `${key}-again`, to: { ...thing, key: `${key}-again` } }
  if (bend === 'move') {
    // to another kind or variety that there is: sound in itself, wrong for what refers to it
    const another = <T extends { key: string }>(list: readonly T[]) => list[(which + 1) % list.length]?.key
    return {
      of,
      key,
      to: {
        ...thing,
        ...moved(thing, 'crop', another(season.crops)),
        ...moved(thing, 'variety', another(season.varieties)),
      },
    }
  }
  if (bend === 'leafless') {
    if (!('growth' in thing) || !thing.growth) return undefined
    const { leafInterval: _, ...growth } = thing.growth as unknown as Record<string, unknown>
    return { of, key, to: { ...thing, growth } }
  }
  if (bend === 'place kinds') return 'kind' in thing ? { of, key, to: { ...thing, kind: 'open-flat' } } : undefined
  if (bend === 'unknown') return { of, key, to: { ...thing, nothingOfThatName: 1 } }
  return { of, key, to: { ...thing, crop: 'no-such-crop', variety: 'no-such-variety', plants: -3, trayPlaces: -1 } }
}

const moved = (thing: object, field: string, to: string | undefined) =>
  field in thing && to !== undefined ? { [field]: to } : {}

describe('editing a season', () => {
  it('finds what reading the whole document finds, and gives the same season', () => {
    const wish = fc.tuple(fc.nat(20), fc.nat(20), fc.constantFrom(...bends))
    fc.assert(
      fc.property(anySeason, fc.array(wish, { minLength: 1, maxLength: 4 }), (season, wishes) => {
        const plan = { ...season, records: [], readings: [] }
        const edits = wishes.flatMap(([list, which, bend]) => editOf(plan, list, which, bend) ?? [])
        const whole = readSeason(plainly(plan, edits))
        const edited = editSeason(plan, edits)
        expect(edited.ok).toBe(whole.ok)
        if (edited.ok && whole.ok) expect(edited.season).toEqual(whole.season)
        if (!edited.ok && !whole.ok) {
          expect(edited.problems.length).toBe(whole.problems.length)
          expect(new Set(edited.problems.map(({ message }) => message))).toEqual(
            new Set(whole.problems.map(({ message }) => message)),
          )
        }
      }),
      { numRuns: 150 },
    )
  })
  it('names problems of a single thing by the path inside it', () => {
    const season = readSmall()
    const [planting] = season.plantings
    const wrong = editSeason(season, [{ of: 'plantings', key: planting!.key, to: { ...planting, plants: 0 } }])
    expect(wrong).toMatchObject({ ok: false, problems: [{ path: 'plants' }] })
    const two = editSeason(season, [
      { of: 'plantings', key: planting!.key, to: { ...planting, plants: 0 } },
      { of: 'places', key: 'bench', to: { ...season.places.find(({ key }) => key === 'bench'), trayPlaces: -1 } },
    ])
    expect(two.ok ? [] : two.problems.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['plantings[0].plants', expect.stringMatching(/^places\[\d\]\.trayPlaces$/)]),
    )
  })
  it('leaves the season it was given as it was', () => {
    const season = readSmall()
    const before = JSON.stringify(season)
    editSeason(season, [{ of: 'plantings', key: season.plantings[0]!.key, to: null }])
    editSeason(season, [{ of: 'crops', key: 'new', to: { ...season.crops[0], key: 'new' } }])
    expect(JSON.stringify(season)).toBe(before)
  })
  it('says when a list holds more than the format allows', () => {
    const season = readSmall()
    const [place] = season.places
    const many = Array.from({ length: 250 }, (_, i): Edit => ({
      of: 'places',
      key: `p-${i}`,
      to: { ...place, key: `p-${i}` },
    }))
    expect(editSeason(season, many.slice(0, 100)).ok).toBe(true)
    const full = editSeason(season, many.slice(0, 199))
    expect(full.ok ? [] : full.problems.map(({ path }) => path)).toEqual(['places'])
  })
})
