import { describe, expect, it } from 'vitest'
import { ownedOn } from '../../core/capacity/owned'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { needsOf } from '../../core/stores/needs'
import { entry } from '../../core/testing/records'
import type { Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { farmFormat } from '../../words/format'
import { canBe, countables, stocktake } from './counting'

const TODAY = parseDay('2027-02-01')
const small = (): Season =>
  readSmall((s) => {
    s.lots[0]!.seeds = 100
    s.containers[0]!.owned = 30
    s.supplies = [
      { key: 'mix', name: 'Mix', of: { what: 'material', material: 'Bought sowing mix', unit: 'l' }, have: 50, countedOn: '2027-01-20' }, // prettier-ignore
      { key: 'fleece', name: 'Fleece', of: { what: 'material', material: 'Fleece', unit: 'g' }, have: 3, countedOn: '2027-01-20' }, // prettier-ignore
    ]
  })
const thingsOf = (season: Season) => countables(createPlanner().plan(season, TODAY), TODAY, farmFormat(season.farm))

describe('what can be counted', () => {
  it('is what the season uses, what is stored beside it, every container and every lot', () => {
    const things = thingsOf(small())
    expect(things.map(({ id }) => id)).toEqual(
      expect.arrayContaining([
        'material/bought sowing mix/l',
        'material/fleece/g',
        'labels',
        'container/cells-128',
        'container/pots',
      ]),
    )
    expect(things.filter(({ group }) => group === 'seed').length).toBe(small().lots.length)
    expect(things.find(({ id }) => id === 'container/cells-128')).toMatchObject({ have: 30, unit: 'trays' })
    expect(things.find(({ id }) => id === 'labels')).toMatchObject({ have: undefined })
    expect(new Set(things.map(({ id }) => id)).size).toBe(things.length)
  })
  it('is whole where it is counted in pieces, and never below nothing', () => {
    expect([
      canBe({ unit: 'trays' }, 2.5),
      canBe({ unit: 'l' }, 2.5),
      canBe({ unit: 'labels' }, 0),
      canBe({ unit: 'g' }, -1),
    ]).toEqual([false, true, true, false])
  })
})

describe('a stocktake', () => {
  it('is what there is from then on, whatever was thought before', () => {
    const season = small()
    const numbers = new Map([['material/bought sowing mix/l', 12.5], ['labels', 40], ['container/cells-128', 28], [`lot/${season.lots[0]!.key}`, 77]]) // prettier-ignore
    const counted = thingsOf(season).flatMap((thing) =>
      numbers.has(thing.id) ? [{ thing, now: numbers.get(thing.id)! }] : [],
    )
    const { edits, records } = stocktake(counted, season, TODAY)
    expect(edits.map((edit) => [edit.of, 'from' in edit && edit.from === null])).toEqual([
      ['supplies', false],
      ['supplies', true],
    ])
    const after: Season = {
      ...season,
      supplies: [
        ...season.supplies.filter(({ key }) => key !== 'mix'),
        ...edits.filter(({ of }) => of === 'supplies').map(({ to }) => to as Season['supplies'][number]),
      ],
      containers: season.containers.map((one) => (edits.find(({ key, of }) => of === 'containers' && key === one.key)?.to as typeof one) ?? one), // prettier-ignore
      records: records.map(({ what }) => entry(undefined, '2027-02-01', what)),
    }
    const needs = new Map(needsOf(createPlanner().plan(after, TODAY), TODAY).map((need) => [need.id, need]))
    expect(needs.get('material/bought sowing mix/l')!.have).toBe(12.5)
    expect(needs.get('labels')!.have).toBe(40)
    expect(needs.get('container/cells-128')!.have).toBe(28)
    expect(records.map(({ what }) => what)).toContainEqual({ did: 'broke', container: 'cells-128', trays: 2 })
    expect(needs.get(`seed/${season.lots[0]!.variety}`)!.have).toBe(77)
  })
  it('of more containers than there were finds them, whatever broke before', () => {
    const broke = entry(undefined, '2027-01-30', { did: 'broke', container: 'cells-128', trays: 34 })
    const season = { ...small(), records: [broke] }
    const thing = thingsOf(season).find(({ id }) => id === 'container/cells-128')!
    expect(thing.have).toBe(0)
    const { edits, records } = stocktake([{ thing, now: 33 }], season, TODAY)
    expect(records).toEqual([])
    const after = { ...season, containers: [edits[0]!.to as Season['containers'][number]] }
    expect(ownedOn(after.containers[0]!, after.records, TODAY)).toBe(33)
  })
})
