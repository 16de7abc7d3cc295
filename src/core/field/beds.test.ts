import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Planting, Season, Share } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { firstGap, holdFor, plantsToABed, roomOn } from './beds'
import { seasonAir } from './anchor'
import { readField } from '../../season/small-field'
import { foundOf, settle } from './who-gets-what'
import { layoutOf, lengthFor, plantsIn } from './spacing'

const planOf = (season: Season) => createPlanner().plan(season)
const day = parseDay
const inBed = (
  s: { plantings: { key: string; goes?: unknown }[] },
  key: string,
  bed: string,
  plants: number,
  at?: number,
) => {
  ;(s.plantings.find((planting) => planting.key === key)! as { goes?: Share[] }).goes = [
    { to: 'bed', bed, plants, ...(at === undefined ? {} : { at }) },
  ]
}

describe('spacing', () => {
  const season = readField()
  const [lettuce] = season.crops
  const bed = season.beds[0]!
  it('fits rows to the width and plants to the length', () => {
    const layout = layoutOf({}, lettuce!, bed)!
    expect(layout).toEqual({ rows: 3, plant: 30, atSpot: 1, between: false })
    expect(lengthFor(200, layout)).toBe(67 * 30)
    expect(plantsIn(1000, layout)).toBe(99)
  })
  it('takes the planting’s own figures first, and several plants at one spot', () => {
    const layout = layoutOf({ spacing: { rows: 2, plant: 40, atSpot: 3 } }, lettuce!, bed)!
    expect(lengthFor(120, layout)).toBe(20 * 40)
    expect(plantsIn(1000, layout)).toBe(150)
    expect(layoutOf({}, { ...lettuce!, field: {} }, bed)).toBeUndefined()
  })
  it('never says a length holds more than it does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 5, max: 120 }),
        fc.integer({ min: 1, max: 4 }),
        (plants, rows, plant, atSpot) => {
          const layout = { rows, plant, atSpot, between: false }
          expect(plantsIn(lengthFor(plants, layout), layout)).toBeGreaterThanOrEqual(plants)
          expect(lengthFor(plantsIn(plants * 10, layout), layout)).toBeLessThanOrEqual(plants * 10)
        },
      ),
    )
  })
})

describe('beds', () => {
  it('are free where nothing stands in the way', () => {
    const plan = planOf(readField((s) => inBed(s, 'a', 'n2', 90)))
    expect(plan.beds.clashes).toEqual([])
    const [use] = plan.beds.uses.get('n2')!
    expect([use!.length, use!.at, formatDay(use!.from), formatDay(use!.until)]).toEqual([
      900,
      0,
      '2027-04-20',
      '2027-06-18',
    ])
    expect(roomOn(use!.bed, [use!], day('2027-05-01'))).toMatchObject({ taken: 900, left: 100 })
    expect(roomOn(use!.bed, [use!], day('2027-06-18'))).toMatchObject({ taken: 0, left: 1000 })
  })
  it('say who is in the way, until when, and how long the plants would wait', () => {
    const plan = planOf(readField((s) => inBed(s, 'h', 'n1', 80)))
    const [clash] = plan.beds.clashes
    expect(clash!.inTheWay.map(({ what }) => what)).toEqual(['garlic'])
    expect(formatDay(clash!.freeOn)).toBe('2027-07-04')
    const stand = plan.inField.find(({ id }) => id === 'h')!
    const hold = holdFor(stand, plan.beds.clashesOf.get('h'))!
    expect(hold.days).toBe(33)
    // Thirty days in June are far more than a 25 ml cell can hold lettuce.
    expect(hold.overgrown).toBe(day('2027-07-04') - plan.byId.get('h')!.limit!)
    expect(hold.overgrown).toBeGreaterThan(7)
    expect(holdFor(stand, undefined)).toBeUndefined()
  })
  it('hold several plantings side by side until they are full', () => {
    const plan = planOf(
      readField((s) => {
        inBed(s, 'a', 'n2', 45)
        inBed(s, 't', 'n2', 8)
        inBed(s, 'h', 'n2', 30)
      }),
    )
    // 450 cm, then 400 cm of tomatoes in one row, then 300 cm more do not fit before the lettuce leaves on 18 June.
    expect(plan.beds.clashes.map(({ use, over }) => [use.stand!.id, over])).toEqual([['h', 150]])
    expect(formatDay(plan.beds.clashes[0]!.freeOn)).toBe('2027-06-21')
    expect(plan.beds.uses.get('n2')!.map(({ at }) => at)).toEqual([0, 450, 700])
  })
  it('let a second crop stand between the rows of the first', () => {
    const plan = planOf(
      readField((s) => {
        inBed(s, 't', 'n2', 20)
        inBed(s, 'h', 'n2', 80)
        s.plantings[3]!.spacing = { between: true }
      }),
    )
    expect(plan.beds.clashes).toEqual([])
  })
  it('refuse what is longer than they are', () => {
    const plan = planOf(readField((s) => inBed(s, 'a', 'n2', 200)))
    expect(plan.beds.clashes[0]).toMatchObject({ over: 67 * 30 - 1000, freeOn: Infinity })
  })
  it('keep a place asked for, and say when it is taken', () => {
    const free = planOf(
      readField((s) => {
        inBed(s, 'a', 'n2', 30, 600)
        inBed(s, 't', 'n2', 6, 0)
      }),
    )
    expect(free.beds.clashes).toEqual([])
    const taken = planOf(
      readField((s) => {
        inBed(s, 'a', 'n2', 30, 600)
        inBed(s, 't', 'n2', 6, 500)
      }),
    )
    expect(taken.beds.clashes).toHaveLength(1)
  })
  it('never let two uses without a clash overlap', () => {
    const season = readField()
    fc.assert(
      fc.property(
        fc.array(fc.record({ on: fc.integer({ min: 0, max: 120 }), plants: fc.integer({ min: 1, max: 90 }) }), {
          minLength: 1,
          maxLength: 12,
        }),
        (wishes) => {
          const [like] = season.plantings
          const plantings: Planting[] = wishes.map(({ on, plants }, i) => ({
            ...like!,
            key: `w${i}`,
            code: `W${i}`,
            plants,
            on: formatDay(day('2027-04-20') + on),
            goes: [{ to: 'bed', bed: 'f1', plants }],
          }))
          const plan = planOf({ ...season, plantings })
          const bad = new Set(plan.beds.clashes.map(({ use }) => use))
          const good = plan.beds.uses.get('f1')!.filter((use) => !bad.has(use))
          for (const a of good) {
            expect(a.at + a.length).toBeLessThanOrEqual(1000)
            for (const b of good) {
              if (a === b || a.until <= b.from || b.until <= a.from) continue
              expect(a.at + a.length <= b.at || b.at + b.length <= a.at).toBe(true)
            }
          }
        },
      ),
      { numRuns: 40 },
    )
  })
  it('know how many plants they hold', () => {
    const plan = planOf(readField((s) => inBed(s, 'a', 'n2', 90)))
    expect(plantsToABed(plan.inField[0]!, plan.season.beds[1]!)).toBe(99)
  })
})

describe('who gets what', () => {
  const goes: Share[] = [
    { to: 'bed', bed: 'n2', plants: 60 },
    { to: 'customer', name: 'The inn', plants: 30, on: '2027-05-10' },
    { to: 'spare', plants: 10 },
  ]
  it('is served in order', () => {
    expect(settle(goes, 100)).toMatchObject({ left: 0, short: 0 })
    const poor = settle(goes, 75)
    expect(poor.shares.map(({ gets }) => gets)).toEqual([60, 15, 0])
    expect([poor.left, poor.short]).toEqual([0, 25])
    expect(settle(goes, 130).left).toBe(30)
  })
  it('gives out no more than there is, and nothing to a later one before an earlier has all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 200 }), { maxLength: 8 }),
        fc.integer({ min: 0, max: 900 }),
        (wanted, plants) => {
          const { shares, left, short } = settle(
            wanted.map((n) => ({ to: 'spare', plants: n })),
            plants,
          )
          const given = shares.reduce((sum, { gets }) => sum + gets, 0)
          expect(given + left).toBe(plants)
          expect(given + short).toBe(wanted.reduce((sum, n) => sum + n, 0))
          shares.forEach(
            ({ gets }, i) =>
              gets > 0 && shares.slice(0, i).forEach((before) => expect(before.gets).toBe(before.wanted)),
          )
        },
      ),
    )
  })
  it('may differ for one of a series; what was counted belongs to that one alone', () => {
    const season = readField((s) => {
      s.plantings[1]!.goes = [{ to: 'bed', bed: 'f1', plants: 90 }]
      s.plantings[1]!.changes!.push({
        n: 4,
        goes: [{ to: 'spare', plants: 20 }],
        stand: { on: '2027-05-20', plants: 15 },
      })
    })
    const b = season.plantings[1]!
    expect(foundOf(b, 1)).toMatchObject({ goes: [{ to: 'bed' }], stand: undefined })
    expect(foundOf(b, 4)).toMatchObject({ goes: [{ to: 'spare' }], stand: { plants: 15 } })
  })
})

describe('what is sown in its place', () => {
  const season = readField((s) => {
    s.methods.push({
      key: 'lettuce-rows',
      crop: 'lettuce',
      name: 'Rows',
      sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20, thinLeaf: 2 },
      stages: [],
    })
    s.plantings.push({
      key: 'd',
      code: 'D',
      variety: 'lettuce-red',
      method: 'lettuce-rows',
      plants: 150,
      on: '2027-05-01',
      goes: [{ to: 'bed', bed: 'f1', plants: 150 }],
      series: { every: 14, count: 2 },
    })
  })
  const plan = planOf(season)
  it('stands in the same plan without trays', () => {
    expect(plan.batches.some(({ planting }) => planting.key === 'd')).toBe(false)
    const [first, second] = plan.inField.filter(({ planting }) => planting.key === 'd')
    expect(first!.inPlace).toMatchObject({ metres: 30, seeds: 1200, wanted: 5 })
    expect(formatDay(second!.from)).toBe('2027-05-15')
    expect(first!.inPlace!.up).toBeGreaterThan(first!.from)
    expect(first!.inPlace!.thin).toBeGreaterThan(first!.inPlace!.up!)
    // Three rows 25 cm apart, thinned to 20 cm: fifty to a row.
    expect(plan.beds.uses.get('f1')![0]!.length).toBe(50 * 20)
    // Its days are counted from planting: they begin once it is as far as a young plant.
    const { crop, inPlace, from } = first!
    const ready = Math.min(...crop.growth.points.map((point) => point.ready))
    const far = first!.harvest! - 45
    expect(far).toBeGreaterThan(inPlace!.up!)
    expect(seasonAir(season).warmth(crop.growth, inPlace!.up!, far)).toBeGreaterThanOrEqual(ready - 1e-6)
    expect(seasonAir(season).warmth(crop.growth, inPlace!.up!, far - 1)).toBeLessThan(ready)
    expect(from).toBeLessThan(far)
  })
  it('draws on the seed lot like everything else', () => {
    const [use] = plan.lots
    const raised = plan.batches.reduce((sum, { sizing, seed }) => sum + (seed.lot ? (sizing?.seeds ?? 0) : 0), 0)
    expect(use!.toSow).toBe(raised + 2400)
  })
})

describe('the first gap of a bed', () => {
  it('lies on the bed, also where something was put beyond its end', () => {
    expect(firstGap(200, [{ at: 0, length: 120 }], 80)).toBe(120)
    expect(firstGap(200, [{ at: 0, length: 120 }], 90)).toBeUndefined()
    expect(firstGap(200, [{ at: 50, length: 50 }], 50)).toBe(0)
    expect(
      firstGap(
        200,
        [
          { at: 0, length: 200 },
          { at: 400, length: 200 },
        ],
        200,
      ),
    ).toBeUndefined()
  })
})
