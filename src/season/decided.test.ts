import { describe, expect, it } from 'vitest'
import { readSeason } from './read'
import { smallSeason, readSmall, type SmallSeason } from './small-season'
import { usesOf } from './uses'

/** Paths of what is wrong with the small season, bent. */
function wrongIn(bend: (season: SmallSeason) => void): Record<string, string> {
  const document = smallSeason()
  bend(document)
  const read = readSeason(document)
  return read.ok ? {} : Object.fromEntries(read.problems.map(({ path, message }) => [path, message]))
}

describe('what is decided of a batch', () => {
  it('names places, containers and methods that are there', () => {
    const wrong = wrongIn((s) => {
      s.plantings[0]!.otherwise = {
        germinateAt: 'attic',
        hardenAt: 'roof',
        places: [null, 'loft'],
        containers: ['hat'],
        hold: { place: 'cellar', days: 3 },
        method: 'magic',
      }
      s.plantings[0]!.stands = [{ place: 'shed', bench: 0, at: 0 }]
      s.plantings[1]!.changes = [
        { n: 1, otherwise: { germinateAt: 'attic' }, stands: [{ place: 'shed', bench: 0, at: 1 }] },
      ]
      s.plantings[0]!.may = { methods: ['lettuce-cells', 'none'] }
    })
    expect(Object.keys(wrong).sort()).toEqual([
      'plantings[0].may.methods[1]',
      'plantings[0].otherwise.containers[0]',
      'plantings[0].otherwise.germinateAt',
      'plantings[0].otherwise.hardenAt',
      'plantings[0].otherwise.hold.place',
      'plantings[0].otherwise.method',
      'plantings[0].otherwise.places[1]',
      'plantings[0].stands[0].place',
      'plantings[1].changes[0].otherwise.germinateAt',
      'plantings[1].changes[0].stands[0].place',
    ])
    expect(wrong['plantings[0].otherwise.germinateAt']).toBe('there is no place with the key "attic" in places.')
  })
  it('is not raised by a method of another crop, or by one that sows in place', () => {
    const wrong = wrongIn((s) => {
      s.methods.push({
        key: 'rows',
        crop: 'lettuce',
        name: 'Rows',
        sowing: { policy: 'in-place', seedsPerMetre: 30, thinTo: 20 },
        stages: [],
      })
      s.plantings[0]!.may = { methods: ['tomato-pots'] }
      s.plantings[3]!.otherwise = { method: 'rows' }
    })
    expect(wrong).toEqual({
      'plantings[0].may.methods[0]': 'the method "tomato-pots" is for tomato, not for lettuce.',
      'plantings[3].otherwise.method': 'the method "rows" sows in place: a batch cannot be raised by it.',
    })
  })
  it('may be pinned to a bench that is no longer there: the plan says so, the season still reads', () => {
    expect(wrongIn((s) => (s.plantings[0]!.stands = [{ place: 'bench', bench: 7, at: 3 }]))).toEqual({})
  })
  it('keeps its figures within reason', () => {
    const wrong = wrongIn((s) => {
      s.plantings[0]!.worth = { by: 'money', amount: -5 }
      s.plantings[1]!.may = { later: 500 }
      s.plantings[2]!.otherwise = { hold: { place: 'frame', days: 0 } }
    })
    expect(Object.keys(wrong)).toEqual([
      'plantings[0].worth.amount',
      'plantings[1].may.later',
      'plantings[2].otherwise.hold.days',
    ])
  })
})

describe('limits', () => {
  it('hold in parts of the year that are real days', () => {
    const wrong = wrongIn((s) => {
      s.places[0]!.rooms = [{ from: '02-31', until: '04-01', trayPlaces: 2 }]
      s.habits = { crew: { hours: 20, parts: [{ from: '04-01', until: '06-31', hours: 30 }] } }
    })
    expect(wrong).toEqual({
      'places[0].rooms[0].from': 'there is no 02-31 in any year.',
      'habits.crew.parts[0].until': 'there is no 06-31 in any year.',
    })
  })
  it('of what is counted say what it gives and how many it serves, or neither', () => {
    const wrong = wrongIn((s) => {
      s.places[0]!.stock = [
        { what: 'Mats', count: 2, gives: 'heat' },
        { what: 'Covers', count: 2, serves: 4 },
        { what: 'Pails', count: 3 },
      ]
    })
    expect(Object.keys(wrong)).toEqual(['places[0].stock[0].serves', 'places[0].stock[1].gives'])
  })
  it('cannot be less than nothing', () => {
    expect(Object.keys(wrongIn((s) => (s.habits = { crew: { hours: -1 }, fit: { lateDay: -2 } })))).toEqual([
      'habits.crew.hours',
      'habits.fit.lateDay',
    ])
  })
})

describe('what a decision uses', () => {
  const season = readSmall((s) => {
    s.plantings[0]!.otherwise = { hold: { place: 'mat', days: 3 }, containers: ['pots'] }
    s.plantings[1]!.changes = [
      { n: 1, stands: [{ place: 'frame', bench: 0, at: 2 }], otherwise: { method: 'lettuce-cells' } },
    ]
    s.plantings[2]!.may = { methods: ['tomato-pots'] }
  })
  const plantings = (of: 'places' | 'containers' | 'methods', key: string) =>
    usesOf(season, of, key).flatMap(({ by, key: own }) => (by === 'plantings' ? [own] : []))
  it('is not taken away unawares', () => {
    expect(plantings('places', 'mat')).toEqual(['a'])
    expect(plantings('places', 'frame')).toEqual(['b'])
    expect(plantings('places', 'bench')).toEqual([])
    expect(plantings('containers', 'pots')).toEqual(['a'])
    expect(plantings('methods', 'lettuce-cells')).toEqual(['a', 'b', 'h'])
    expect(plantings('methods', 'tomato-pots')).toEqual(['t'])
  })
})
