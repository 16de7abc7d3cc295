import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { placeTrays } from '../../core/benches/placement'
import { freeSpots, firstWorry, givesHeat, listOf, nextSpot, nextStep } from './model'

const tight = readSmall((s) => {
  s.places[1]!.trayPlaces = 1
})
const plan = createPlanner().plan(tight)
const bench = plan.places[1]!

describe('the place shown first', () => {
  it('is the one that goes over soonest, even before it does', () => {
    expect(firstWorry(plan.places, bench.over[0]!.from - 40)).toBe(1)
    expect(firstWorry(plan.places, bench.over[0]!.from)).toBe(1)
  })
  it('is the fullest where nothing goes over', () => {
    const roomy = createPlanner().plan(readSmall())
    const day = roomy.byId.get('t')!.sow!
    const full = roomy.places.map(({ days, from, of }) => days[day - from]! / of.trayPlaces)
    expect(full[firstWorry(roomy.places, day)]).toBe(Math.max(...full))
  })
  it('is the first of none in use', () => {
    expect(firstWorry(plan.places, plan.from - 500)).toBe(plan.places.findIndex(({ over }) => over.length > 0))
    expect(firstWorry([], 0)).toBe(0)
  })
})

describe('limits', () => {
  it('are listed as places, trays owned or crew hours, each in one list', () => {
    const { limits } = createPlanner().plan(
      readSmall((s) => {
        s.habits = { ...s.habits, crew: { hours: 10 } }
      }),
    )
    for (const limit of limits)
      expect(listOf(limit)).toBe(limit.kind === 'container' || limit.kind === 'crew' ? limit.kind : 'place')
    expect(new Set(limits.map(listOf))).toContain('place')
    expect(new Set(limits.map(listOf))).toContain('container')
  })
  it('of heat are those of mats, and of benches that have mats', () => {
    const [mat, warm, frame] = tight.places
    expect([mat, warm, frame].map((place) => givesHeat(place!))).toEqual([true, false, false])
    expect(givesHeat({ ...warm!, stock: [{ name: 'Mat', gives: 'heat', trayPlaces: 2, count: 1 } as never] })).toBe(
      true,
    )
  })
})

describe('where else a tray may stand', () => {
  const levels = [
    { name: 'Front', size: 6 },
    { name: 'Back', size: 4 },
  ] as never
  const piece = (level: number, at: number, length: number) =>
    ({ level, at, length, standing: { size: length } }) as never
  it('is the first free place of every level that has room for it', () => {
    const own = piece(0, 0, 2)
    expect(freeSpots(levels, [own, piece(0, 2, 1), piece(1, 0, 1)], own)).toEqual([{ level: 1, name: 'Back', at: 1 }])
  })
  it('is nowhere on a level that is full, and may be elsewhere on its own', () => {
    const own = piece(0, 4, 2)
    expect(freeSpots(levels, [own, piece(1, 0, 3.5)], own)).toEqual([{ level: 0, name: 'Front', at: 0 }])
  })
})

describe('what is next for a tray', () => {
  const plan = createPlanner().plan(readSmall())
  it('is the next step of its batch, planting at the last', () => {
    const { stays } = plan.byId.get('t')!
    const steps = stays.map(({ until }) => nextStep({ stays }, until))
    expect(steps.at(-1)).toBe('plant')
    stays.slice(1).forEach((stay, i) => {
      expect(steps[i]).toBe(stay.potted ? 'pot-up' : stay.kind === 'harden' ? 'harden' : 'move')
    })
    expect(new Set(steps).size).toBeGreaterThan(2)
  })
})

describe('where a tray goes next', () => {
  const roomy = createPlanner().plan(readSmall((s) => s.places.forEach((place) => (place.trayPlaces = 200))))
  it('is on the day it leaves, in the place of its next stay, as it will stand there', () => {
    let seen = 0
    roomy.season.places.forEach((_, i) => {
      for (const piece of placeTrays(roomy.standing, roomy.season.places, i).pieces) {
        const { batch, until } = piece.standing
        const next = nextSpot(roomy, piece)
        const stay = batch.stays.find(({ from }) => from === until)
        if (!stay) {
          expect(next).toBeUndefined()
          continue
        }
        seen++
        expect(next).toMatchObject({ place: stay.place, day: until })
        expect(next!.pieces.reduce((sum, { length }) => sum + length, 0)).toBeCloseTo(stay.trayPlaces, 6)
      }
    })
    expect(seen).toBeGreaterThan(2)
  })
  it('is nowhere yet where all is taken', () => {
    const [piece] = placeTrays(plan.standing, tight.places, 0).pieces.filter(({ standing: { batch, until } }) => batch.stays.some(({ from, place }) => from === until && place === 1)) // prettier-ignore
    const full = createPlanner().plan(readSmall((s) => void (s.places[1]!.trayPlaces = 0)))
    const same = placeTrays(full.standing, full.season.places, 0).pieces.find(({ standing }) => standing.batch.id === piece!.standing.batch.id)! // prettier-ignore
    expect(nextSpot(full, same)).toMatchObject({ place: 1, pieces: [] })
  })
})
