import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../scripts/demo/sallow-ferry'
import { library, libraryKind } from './library'
import { SCHOOLS } from './schools'
import { readSeason } from '../season/read'
import type { Season } from '../season/schema'
import { freeKeyIn, keyOf } from '../season/keys'
import { editsToAdd, methodsToAdd, usualSchool } from './adding'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const farm = read.season

/** The season with edits that only add. */
function withAdded(season: Season, edits: ReturnType<typeof editsToAdd>): unknown {
  const next: Record<string, unknown> = { ...season }
  for (const { of, to } of edits) next[of] = [...(next[of] as unknown[]), to]
  return next
}

describe('a kind brought into the season', () => {
  it('comes with a variety and a way that plans, every kind of the library', () => {
    const own = new Set(farm.crops.map(({ key }) => key))
    for (const { crop } of library().filter((kind) => !own.has(kind.crop.key))) {
      const schools = usualSchool(crop, farm)
      expect(schools, crop.key).toHaveLength(1)
      const edits = editsToAdd(farm, crop, schools)
      const added = readSeason(withAdded(farm, edits))
      expect(added.ok ? [] : added.problems, crop.key).toEqual([])
      expect(edits.map(({ of }) => of)).toEqual(['crops', 'varieties', 'methods'])
    }
  })
  it('never takes a key that is there already', () => {
    const tomato = libraryKind('tomato')!.crop
    const edits = editsToAdd(farm, tomato, ['one-seed', 'thin'], 'Tomato, red slicer')
    const keys = edits.map(({ key }) => key)
    expect(new Set(keys).size).toBe(keys.length)
    expect(edits.find(({ of }) => of === 'varieties')!.key).toBe('tomato-red-slicer-2')
    const again = methodsToAdd(
      {
        ...farm,
        methods: [
          ...farm.methods,
          ...edits.filter(({ of }) => of === 'methods').map(({ to }) => to as Season['methods'][number]),
        ],
      },
      tomato,
      ['one-seed', 'thin'],
    )
    for (const { key } of again) expect(keys).not.toContain(key)
  })
  it('leaves out schools the farm lacks something for', () => {
    expect(
      methodsToAdd(
        { ...farm, containers: farm.containers.filter(({ kind }) => kind === 'open-flat') },
        farm.crops[0]!,
        SCHOOLS.map(({ key }) => key),
      ).map(({ key }) => key),
    ).toEqual(['lettuce-in-place'])
    // With nothing to sow in, the ground is left.
    expect(usualSchool(farm.crops[0]!, { places: farm.places, containers: [] })).toEqual(['in-place'])
    expect(usualSchool({ ...farm.crops[0]!, field: {} }, { places: farm.places, containers: [] })).toEqual([])
    expect(usualSchool(libraryKind('carrot')!.crop, farm)).toEqual(['in-place'])
  })
})

describe('keys', () => {
  it('are made of names in any script that has letters, and are never empty', () => {
    expect(keyOf('Tomato, red slicer')).toBe('tomato-red-slicer')
    expect(keyOf('  Édith’s Rosé №5 ')).toBe('edith-s-rose-5')
    expect(keyOf('雪')).toBe('new')
    expect(keyOf('x'.repeat(90)).length).toBeLessThanOrEqual(48)
    expect(freeKeyIn([{ key: 'a' }, { key: 'a-2' }], 'a')).toBe('a-3')
    expect(freeKeyIn([], 'a')).toBe('a')
  })
})
