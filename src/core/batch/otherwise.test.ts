import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { withSaid } from './one-of-series'
import { raisedBy } from './otherwise'
import { createPlanner } from '../plan/plan'
import { benchRoom, changedSeason } from '../plan/what-if'

const season = readSmall()
const methods = new Map(season.methods.map((method) => [method.key, method]))
const pots = methods.get('tomato-pots')!

describe('a batch raised otherwise than its method says', () => {
  it('stands in other places, containers, and is potted at another time', () => {
    const raised = raisedBy(
      pots,
      { germinateAt: 'bench', places: [null, 'frame'], containers: ['pots', null], hardenAt: 'bench', potUpPoint: 1 },
      methods,
    )
    expect(raised.stages.map(({ place, container, germinateAt }) => [place, container, germinateAt])).toEqual([
      ['bench', 'pots', 'bench'],
      ['frame', 'pots', undefined],
    ])
    expect([raised.hardening.place, raised.potUpPoint]).toEqual(['bench', 1])
    expect(raisedBy(pots, undefined, methods)).toBe(pots)
  })
  it('is held in another place for the last days before hardening', () => {
    const raised = raisedBy(pots, { hold: { place: 'frame', days: 6 } }, methods)
    expect(raised.stages.at(-1)).toMatchObject({ place: 'frame', when: { daysBeforePlanting: 13 } })
    const planted = readSmall((s) => (s.plantings[2]!.otherwise = { hold: { place: 'frame', days: 6 } }))
    const { stays, plantOn } = createPlanner().plan(planted).byId.get('t')!
    expect(stays.find(({ place, kind }) => place === 2 && kind === 'grow')).toMatchObject({
      from: plantOn - 13,
      until: plantOn - 7,
    })
  })
  it('is the same method for the same changes, so that batches share what is computed', () => {
    expect(raisedBy(pots, { potUpPoint: 0 }, methods)).toBe(raisedBy(pots, { potUpPoint: 0 }, methods))
    expect(raisedBy(methods.get('lettuce-cells')!, { method: 'tomato-pots' }, methods).key).toBe('tomato-pots')
  })
  it('differs alone in its series', () => {
    const one = readSmall(
      (s) => (s.plantings[1]!.changes = [{ n: 4, otherwise: { places: ['frame'] }, agePoint: 0.8 }]),
    )
    const plan = createPlanner().plan(one)
    expect(plan.byId.get('b.4')!.stays.every(({ place }) => place === 2)).toBe(true)
    expect([plan.byId.get('b.4')!.agePoint, plan.byId.get('b.1')!.agePoint]).toEqual([0.8, 0.3])
    expect(plan.byId.get('b.1')!.stays.some(({ place }) => place === 1)).toBe(true)
  })
})

describe('what is decided of one batch', () => {
  it('stands in the planting, or in the change of that one of its series, and can be taken back', () => {
    const [single, series] = [season.plantings[0]!, season.plantings[1]!]
    expect(withSaid(single, 0, { pinned: true }).pinned).toBe(true)
    expect(withSaid(withSaid(single, 0, { pinned: true }), 0, { pinned: undefined })).toEqual(single)
    const pinned = withSaid(series, 2, { pinned: true })
    expect(pinned.changes.find(({ n }) => n === 2)).toEqual({ n: 2, plants: 90, pinned: true })
    expect(withSaid(pinned, 2, { pinned: undefined })).toEqual(series)
    expect(withSaid(withSaid(series, 1, { pinned: true }), 1, { pinned: undefined })).toEqual(series)
  })
})

describe('what if', () => {
  const benches = readSmall((s) => (s.places[1]!.layout = { benches: [{ name: 'Left', length: 162, width: 84 }] }))
  it('there is one bench more, or less', () => {
    expect(benchRoom(benches, 'bench')).toBe(9)
    const more = changedSeason(benches, { kind: 'more-room', place: 'bench', trayPlaces: 9 }).places[1]!
    expect([more.trayPlaces, more.layout!.benches.length]).toEqual([21, 2])
    const less = changedSeason(benches, { kind: 'less-room', place: 'bench', trayPlaces: 9 }).places[1]!
    expect([less.trayPlaces, less.layout!.benches.length]).toEqual([3, 0])
    expect(changedSeason(season, { kind: 'less-room', place: 'mat', trayPlaces: 99 }).places[0]!.trayPlaces).toBe(0)
    expect(benchRoom(season, 'mat')).toBe(1)
  })
  it('the frost comes later, other containers are used, or there are other hours', () => {
    expect(changedSeason(season, { kind: 'frost', days: 7 }).site.frost!.marginDays).toBe(7)
    expect(
      changedSeason({ ...season, site: { ...season.site, frost: undefined } }, { kind: 'frost', days: 7 }).site.frost,
    ).toBeUndefined()
    expect(
      changedSeason(season, { kind: 'container', from: 'cells-128', to: 'pots' }).methods[0]!.stages[0]!.container,
    ).toBe('pots')
    expect(changedSeason(season, { kind: 'hours', hours: 12 }).habits.crew.hours).toBe(12)
  })
})
