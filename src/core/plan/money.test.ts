import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { anyRecords, done, entry } from '../testing/records'
import { boughtWay, buyOrRaise } from './bought-in'
import { budgetOf } from './budget'
import { effortOf } from './compare'
import { COST_PARTS, costItems } from './cost-items'
import { costsByKind, whatEarns } from './costs'
import { createPlanner } from './plan'
import { customersOf, salesOf } from './sales'
import { warmthPrice } from './warmth-price'
import { worthOf } from './worth'

const priced = (bend: (s: SmallSeason) => void = () => undefined): Season =>
  readSmall((s) => {
    Object.assign(s.lots[0]!, { packetSeeds: 500, packetPrice: 5 })
    s.lots.push({ key: 'tomato-lot', variety: 'tomato-plum', name: 'Tomato lot', packetSeeds: 100, packetPrice: 20 })
    s.habits = { costs: { hour: 18, mixLitre: 0.1, heatedTrayDay: 0.05, trayDay: 0.02 } }
    bend(s)
  })
const DEMOS = ['sallow-ferry-2027', 'kestrel-flat-2027', 'loft-and-porch-2027', 'one-tunnel-2027'].map((name) => {
  const read = readSeason(JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')))
  if (!read.ok) throw new Error(name)
  const { season } = read
  return { ...season, habits: { ...season.habits, costs: { hour: 20, mixLitre: 0.1, heatedTrayDay: 0.06, trayDay: 0.01 } } } // prettier-ignore
})
const planner = createPlanner()

describe('warmth', () => {
  it('costs what the place draws, where that and the price of energy are known', () => {
    const power = { watts: 340, hours: 20 }
    // 0.34 kW for 20 hours are 6.8 kWh, at 0.30 each 2.04, over 8 tray places.
    expect(warmthPrice({ kind: 'heat-mat', trayPlaces: 8, power }, { kwh: 0.3 })).toBeCloseTo(2.04 / 8, 12)
    expect(warmthPrice({ kind: 'bench', trayPlaces: 8, power }, { kwh: 0.3, heatedTrayDay: 9 })).toBeCloseTo(2.04 / 8, 12) // prettier-ignore
    expect(warmthPrice({ kind: 'heat-mat', trayPlaces: 8, power }, { heatedTrayDay: 0.05 })).toBe(0.05)
    expect(warmthPrice({ kind: 'heat-mat', trayPlaces: 8 }, {})).toBeUndefined()
    expect(warmthPrice({ kind: 'bench', trayPlaces: 8, power }, {})).toBeUndefined()
    expect(warmthPrice({ kind: 'bench', trayPlaces: 8 }, { kwh: 0.3, heatedTrayDay: 9 })).toBe(0)
  })
})

describe('what a batch brings', () => {
  const yields = (s: SmallSeason) => {
    s.crops[0]!.field = { yield: { amount: 1, unit: 'heads', per: 'plant' } }
    s.crops[0]!.prices = { plant: 0.6, harvest: 1.2, inContainer: [{ container: 'pots', price: 2 }] }
  }
  const worth = (bend: (s: SmallSeason) => void) => worthOf(planner.plan(priced((s) => (yields(s), bend(s)))).byId.get('a')!) // prettier-ignore

  it('is its harvest, and what is sold of it as young plants at the price of their container', () => {
    expect(worth(() => undefined)).toEqual({ amount: 240, by: 'prices' })
    const goes: NonNullable<SmallSeason['plantings'][number]['goes']> = [
      { to: 'customer', name: 'Next door', plants: 30 },
      { to: 'sale', plants: 20, pot: 'pots' },
      { to: 'spare', plants: 10 },
    ]
    // 30 at 0.60, 20 in pots at 2.00, 140 heads at 1.20; ten are spare.
    expect(worth((s) => (s.plantings[0]!.goes = goes))!.amount).toBeCloseTo(18 + 40 + 168, 9)
    expect(worth((s) => (s.plantings[0]!.worth = { by: 'money', amount: 7 }))).toEqual({ amount: 7, by: 'said' })
  })
  it('is not known without a price', () => {
    expect(worthOf(planner.plan(priced()).byId.get('a')!)).toBeUndefined()
    expect(worthOf(planner.plan(priced((s) => (s.crops[0]!.prices = { harvest: 3 }))).byId.get('a')!)).toBeUndefined()
  })
  it('is ranked by the room on the bench, and by the metre of bed', () => {
    const plan = planner.plan(
      priced((s) => {
        yields(s)
        Object.assign(s.crops[0]!.field!, { rowSpacing: 30, plantSpacing: 25, maturity: { days: 40, from: 'planting' }, harvestDays: 7 }) // prettier-ignore
        s.blocks = [{ key: 'top', name: 'Top' }]
        s.beds = [{ key: 'one', name: 'One', block: 'top', length: 3000, width: 90 }]
        s.plantings[0]!.goes = [{ to: 'bed', bed: 'one', plants: 200 }]
      }),
    )
    const a = whatEarns(plan).find(({ batch }) => batch.id === 'a')!
    const use = plan.beds.uses.get('one')![0]!
    expect(a.bedWeeks).toBeCloseTo(((use.length / 100) * (use.until - use.from)) / 7, 9)
    expect(a.bedWeeks).toBeGreaterThan(1)
    expect(a.perBedWeek! * a.bedWeeks).toBeCloseTo(a.worth.amount - a.cost, 9)
    expect(a.perTrayWeek * a.trayWeeks).toBeCloseTo(a.worth.amount - a.cost, 9)
  })
})

describe('sales', () => {
  const TODAY = parseDay('2027-04-25')
  const selling = (records: Entry[] = []) =>
    planner.plan(
      {
        ...priced((s) => {
          s.crops[0]!.prices = { plant: 0.5 }
          s.plantings[0]!.goes = [
            { to: 'customer', name: 'Next door', plants: 60, on: '2027-04-22' },
            { to: 'customer', name: 'The inn', plants: 100 },
            { to: 'sale', plants: 60 },
          ]
        }),
        records: [entry(undefined, '2027-01-02', { did: 'note' }), ...records],
      },
      TODAY,
    )
  it('are what is reserved and for sale, first promised first served', () => {
    const [line, ...others] = salesOf(selling())
    expect(others).toEqual([])
    expect(line).toMatchObject({ open: 40, short: 20, sold: 0, toSell: 200, price: 0.5, expected: 100, got: 0 })
    expect(line!.reserved.map(({ name, plants, on }) => [name, plants, formatDay(on)])).toEqual([
      ['Next door', 60, '2027-04-22'],
      ['The inn', 100, '2027-04-20'],
    ])
  })
  it('are less by what was sold and given away', () => {
    const a = planner.plan(priced()).byId.get('a')!
    const plan = selling([
      done('a', formatDay(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.seeds }),
      entry('a', '2027-04-23', { did: 'end', how: 'sold', plants: 70 }),
      entry('a', '2027-04-24', { did: 'end', how: 'given', plants: 5 }),
    ])
    expect(salesOf(plan)[0]).toMatchObject({ sold: 70, given: 5, got: 35 })
    expect(salesOf(plan)[0]!.toSell).toBe(Math.max(0, salesOf(plan)[0]!.reserved.reduce((sum, { plants }) => sum + plants, 0) + salesOf(plan)[0]!.open - 75)) // prettier-ignore
  })
  it('by customer are what they pay, beside what their plants cost', () => {
    const plan = selling()
    const a = plan.byId.get('a')!
    const each = effortOf(a, plan.season).cost.known / a.plants
    expect(customersOf(plan, salesOf(plan))).toEqual([
      { name: 'The inn', plants: 100, pays: 50, costs: expect.closeTo(100 * each, 9), unpriced: 0 },
      { name: 'Next door', plants: 60, pays: 30, costs: expect.closeTo(60 * each, 9), unpriced: 0 },
    ])
  })
})

describe('the budget', () => {
  it('of any farm spends in its months what its batches cost, part by part', () => {
    for (const season of [priced(), ...DEMOS]) {
      const plan = planner.plan(season)
      const months = budgetOf(plan)
      const kinds = costsByKind(plan)
      for (const part of COST_PARTS) {
        const spent = months.reduce((sum, { parts }) => sum + parts[part], 0)
        expect(spent).toBeCloseTo(
          kinds.reduce((sum, { parts }) => sum + parts[part], 0),
          4,
        )
      }
      for (const { parts, spent } of months) expect(COST_PARTS.reduce((sum, part) => sum + parts[part], 0)).toBeCloseTo(spent, 6) // prettier-ignore
      // One after the other, none left out.
      months.slice(1).forEach(({ from }, i) => expect(from - months[i]!.from).toBeLessThanOrEqual(31))
    }
  })
  it('is told for a head, a stem or a kilo, where the kind says what it gives', () => {
    const kinds = costsByKind(planner.plan(priced((s) => (s.crops[1]!.field = { yield: { amount: 4, unit: 'kg', per: 'plant' } })))) // prettier-ignore
    const of = (key: string) => kinds.find(({ crop }) => crop.key === key)!
    expect(of('tomato').perYield).toEqual({ cost: of('tomato').perPlant / 4, unit: 'kg' })
    expect(of('lettuce').perYield).toBeUndefined()
  })
  it('counts a tray that is used again by its share, and a pot that is planted whole', () => {
    const pots = (container: object) => {
      const plan = planner.plan(priced((s) => Object.assign(s.containers[1]!, container)))
      const t = plan.byId.get('t')!
      return {
        pots: effortOf(t, plan.season).cost.parts.pots,
        trays: t.stays.find(({ container: of }) => of.key === 'pots')!.trays,
      }
    }
    expect(pots({ price: 6 }).pots).toBe(0)
    const worn = pots({ price: 6, lasts: 12 })
    expect(worn.pots).toBeCloseTo(worn.trays * 0.5, 9)
    const planted = pots({ price: 6, lasts: 12, plantable: true })
    expect(planted.pots).toBeCloseTo(planted.trays * 6, 9)
  })
  it('puts what is used into its month', () => {
    const plan = planner.plan(priced())
    const t = plan.byId.get('t')!
    const seed = costItems(t, plan.season).items.filter(({ part }) => part === 'seed')
    expect(seed.map(({ from }) => from)).toEqual([t.sow])
    expect(seed[0]!.money).toBeCloseTo(Math.ceil(t.sizing!.seeds * 1.03) * 0.2, 9)
  })
})

describe('what was planned and what it came to', () => {
  it('are the same until something goes otherwise', () => {
    for (const { planned, cost } of costsByKind(planner.plan(priced()))) expect(planned).toBeCloseTo(cost, 9)
  })
  it('stand beside each other whatever happens; the plan does not move', () => {
    const today = parseDay('2027-05-10')
    const season = priced()
    const plain = planner.plan(season)
    const before = new Map(costsByKind(plain).map(({ crop, planned }) => [crop.key, planned]))
    fc.assert(
      fc.property(fc.array(fc.nat(), { maxLength: 12 }), (picks) => {
        const records = [entry(undefined, '2027-01-02', { did: 'note' }), ...anyRecords(season, plain.batches, today, picks)] // prettier-ignore
        const plan = planner.plan({ ...season, records }, today)
        // What has to be asked about first is left out of both.
        if (plan.batches.some(({ progress }) => progress?.asks)) return
        for (const { crop, planned } of costsByKind(plan)) expect(planned).toBeCloseTo(before.get(crop.key)!, 6)
      }),
      { numRuns: 40 },
    )
  })
})

describe('raised or bought in', () => {
  it('cost the same at the price found, on any farm', () => {
    for (const season of [priced(), ...DEMOS]) {
      const plan = planner.plan(season)
      const found = buyOrRaise(planner, plan)
      if (plan.batches.length > 0) expect(found.length).toBeGreaterThan(0)
      for (const { main } of found) {
        const way = boughtWay(season, main.batch)!
        if (way.sowing.policy !== 'bought' || main.evenAt < 0) continue
        const { series: _s, sowOn: _o, sowAnchor: _a, otherwise: _w, goes: _g, ...single } = main.batch.planting
        const [bought] = planner.previewBy(
          season,
          { ...single, plants: main.batch.plants, changes: [] },
          { ...way, sowing: { ...way.sowing, price: main.evenAt } },
          main.plantOn,
        )
        expect(effortOf(bought!, season).cost.known).toBeCloseTo(main.raised.cost.known, 6)
        expect(bought!.sizing!.cells).toBe(main.plugs)
      }
    }
  })
  it('of pots potted up leaves the pots, and saves the heat and the sowing', () => {
    const plan = planner.plan(priced())
    const tomato = buyOrRaise(planner, plan).find(({ crop }) => crop.key === 'tomato')!
    expect(tomato.main.bought.heatedDays).toBe(0)
    expect(tomato.hours).toBeGreaterThan(0)
    expect(tomato.trayWeeks).toBeGreaterThan(0)
    expect(tomato.main.evenAt).toBeGreaterThan(0)
    expect(tomato.offered).toBeUndefined()
    expect(tomato.least.evenAt).toBeLessThanOrEqual(tomato.most.evenAt)
  })
})
