import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { workOfOne } from '../advice/work'
import { createPlanner } from '../plan/plan'
import { anyRecords, done, entry } from '../testing/records'
import { buyingList, toBuy } from './buying'
import { needsOf } from './needs'

const TODAY = parseDay('2027-02-01')
const start = () => entry(undefined, '2027-01-02', { did: 'note' })

function planOf(bend: (s: SmallSeason) => void = () => undefined, records: Entry[] = [], today = TODAY) {
  const season: Season = { ...readSmall(bend), records: [start(), ...records] }
  return createPlanner().plan(season, today)
}

const needOf = (plan: ReturnType<typeof planOf>, id: string, today = TODAY) =>
  needsOf(plan, today).find((need) => need.id === id)

/** Litres of mix for all sowings and pottings of the small season, by hand: cells of 25 ml, pots of 350 ml, a fifth more. */
function litresByHand(plan: ReturnType<typeof planOf>): number {
  let ml = 0
  for (const { stays } of plan.batches)
    for (const { potted, cells, container } of stays) if (potted) ml += cells * (container.key === 'pots' ? 350 : 25)
  return (ml * 1.2) / 1000
}

describe('what the season still needs', () => {
  it('of mix is what all its cells and pots take', () => {
    const plan = planOf()
    const mix = needOf(plan, 'material/bought sowing mix/l')!
    expect(plan.batches.length).toBe(6)
    expect(mix.needed).toBeCloseTo(litresByHand(plan), 9)
    expect(mix).toMatchObject({ unit: 'l', have: undefined, short: mix.needed })
    // From the first day that anything is filled.
    expect(mix.firstShort).toBe(Math.min(...plan.batches.map(({ sow }) => sow!)))
  })
  it('is told by the parts of each mix, and by what is added to it', () => {
    const plan = planOf((s) => {
      s.mixes = [
        {
          key: 'rich',
          name: 'Rich',
          uses: ['potting'],
          parts: [
            { what: 'Compost', parts: 3 },
            { what: 'Coir', parts: 1 },
          ],
          additives: [{ what: 'Bone meal', amount: 20, unit: 'g' }],
        },
      ]
    })
    const pots = plan.byId.get('t')!.stays.find(({ container }) => container.key === 'pots')!
    const litres = (pots.cells * 350 * 1.2) / 1000
    expect(needOf(plan, 'material/compost/l')!.needed).toBeCloseTo(litres * 0.75, 9)
    expect(needOf(plan, 'material/coir/l')!.needed).toBeCloseTo(litres / 4, 9)
    expect(needOf(plan, 'material/bone meal/g')!.needed).toBeCloseTo(litres * 2, 9)
  })
  it('is less by what is in store, and short from the day that is used up', () => {
    const all = litresByHand(planOf())
    const stored = (have: number) =>
      needOf(
        planOf((s) => {
          s.supplies = [{ key: 'mix', name: 'Mix', of: { what: 'material', material: 'Bought sowing mix', unit: 'l' }, have, countedOn: '2027-02-01' }] // prettier-ignore
        }),
        'material/bought sowing mix/l',
      )!
    expect(stored(all + 0.01)).toMatchObject({ short: 0, firstShort: undefined })
    expect(stored(all - 1).short).toBeCloseTo(1, 6)
    const days = [1, 10, all - 1].map((have) => stored(have).firstShort!)
    expect(days).toEqual([...days].sort((a, b) => a - b))
    expect(days[2]).toBeGreaterThan(days[0]!)
  })
  it('is also what is always kept, though no plan uses it', () => {
    const fleece = (have: number | undefined, keep: number) =>
      needOf(
        planOf((s) => {
          s.supplies = [
            {
              key: 'fleece',
              name: 'Fleece',
              of: { what: 'material', material: 'Fleece', unit: 'g' },
              keep,
              ...(have === undefined ? {} : { have, countedOn: '2027-02-01' }),
            },
          ]
        }),
        'material/fleece/g',
      )!
    expect(fleece(30, 50)).toMatchObject({ needed: 0, have: 30, short: 20, firstShort: TODAY })
    expect(fleece(60, 50)).toMatchObject({ short: 0, firstShort: undefined })
    expect(fleece(undefined, 50)).toMatchObject({ have: undefined, short: 50 })
    const all = litresByHand(planOf())
    const mix = needOf(
      planOf((s) => {
        s.supplies = [
          {
            key: 'mix',
            name: 'Mix',
            of: { what: 'material', material: 'Bought sowing mix', unit: 'l' },
            have: all + 5,
            countedOn: '2027-02-01',
            keep: 20,
          },
        ]
      }),
      'material/bought sowing mix/l',
    )!
    expect(mix.short).toBeCloseTo(15, 6)
  })
  it('takes off what was used since it was counted, and nothing before', () => {
    const a = planOf().byId.get('a')!
    const sown = [done('a', formatDay(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.seeds })]
    const after = a.sow! + 1
    const have = (countedOn: string) =>
      needOf(
        planOf(
          (s) => {
            s.supplies = [{ key: 'mix', name: 'Mix', of: { what: 'material', material: 'bought sowing mix ', unit: 'l' }, have: 50, countedOn }] // prettier-ignore
          },
          sown,
          after,
        ),
        'material/bought sowing mix/l',
        after,
      )!.have!
    expect(have(formatDay(a.sow! - 1))).toBeCloseTo(50 - (a.sizing!.cells * 25 * 1.2) / 1000, 9)
    expect(have(formatDay(a.sow!))).toBe(50)
  })
  it('never holds less than nothing unsaid: what was counted and came is what is left and was used, but for what is said', () => {
    const plain = planOf()
    fc.assert(
      fc.property(
        fc.array(fc.nat(), { maxLength: 14 }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.array(fc.record({ packs: fc.integer({ min: 1, max: 4 }), bad: fc.nat(4), on: fc.nat(60) }), {
          maxLength: 3,
        }),
        (picks, have, came) => {
          const today = TODAY + 60
          const planned = plain.batches.filter(({ sow }) => sow !== undefined)
          const records = anyRecords(plain.season, planned, today, picks)
          const plan = planOf(
            (s) => {
              s.supplies = [{ key: 'mix', name: 'Mix', of: { what: 'material', material: 'Bought sowing mix', unit: 'l' }, have, countedOn: '2027-01-02' }] // prettier-ignore
              s.orders = came.map(({ packs, bad, on }, i) => ({
                key: `o-${i}`,
                name: 'Mix',
                of: { what: 'material', material: 'Bought sowing mix', unit: 'l' },
                supplier: 'the merchant',
                size: 10,
                price: 1,
                packs,
                orderedOn: '2027-01-02',
                arrived: [{ on: formatDay(TODAY + on), packs, bad: Math.min(bad, packs) }],
              }))
            },
            records,
            today,
          )
          const mix = needOf(plan, 'material/bought sowing mix/l', today)
          if (!mix) return
          // Used by the records, one by one: what was ticked after the count.
          let used = 0
          for (const batch of plan.batches)
            for (const { task, state, line } of workOfOne(plan, batch)) {
              if (state !== 'done' || (line?.on ?? task.day) <= parseDay('2027-01-02')) continue
              if (task.kind === 'sow' && batch.progress?.ledger.splitOff) continue
              if (task.kind === 'sow' || task.kind === 'pot-up')
                used += (task.cells * (task.container!.key === 'pots' ? 350 : 25) * 1.2) / 1000
            }
          const good = came.reduce((sum, { packs, bad }) => sum + (packs - Math.min(bad, packs)) * 10, 0)
          expect(mix.have!).toBeGreaterThanOrEqual(0)
          expect(mix.have === 0 || mix.overdrawn === 0).toBe(true)
          expect(mix.have! - mix.overdrawn).toBeCloseTo(have + good - used, 6)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('says of seed, too, what was sown beyond what there was, until it is counted', () => {
    const a = planOf().byId.get('a')!
    const sown = [done('a', formatDay(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: 130 })]
    const lettuce = (records: Entry[]) =>
      needOf(
        planOf((s) => (s.lots[0]!.seeds = 100), records, a.sow! + 5),
        'seed/lettuce-red',
        a.sow! + 5,
      )!
    expect(lettuce(sown)).toMatchObject({ have: 0, overdrawn: 30 })
    const lot = planOf().season.lots[0]!.key
    const counted = entry(undefined, formatDay(a.sow! + 1), { did: 'seed', lot, how: 'counted', seeds: 40 })
    expect(lettuce([...sown, counted])).toMatchObject({ have: 40, overdrawn: 0 })
  })
  it('of seed counts all lots of a variety, and what is sown of none', () => {
    const plan = planOf((s) => (s.lots[0]!.seeds = 100))
    const lettuce = needOf(plan, 'seed/lettuce-red')!
    const sown = plan.batches.filter(({ id }) => id !== 't').reduce((sum, { sizing }) => sum + sizing!.seeds, 0)
    expect(lettuce.needed).toBeGreaterThanOrEqual(sown)
    expect(lettuce.needed - sown).toBeLessThanOrEqual(Math.ceil(sown * 0.03) + 6)
    expect(lettuce.short).toBe(lettuce.needed - 100)
    const tomato = needOf(plan, 'seed/tomato-plum')!
    expect(tomato.short).toBe(Math.ceil(plan.byId.get('t')!.sizing!.seeds * 1.03))
    // Nobody has entered a lot of it: what there is is not known.
    expect(tomato.have).toBeUndefined()
    expect(lettuce.have).toBe(100)
    expect(tomato.firstShort).toBe(plan.byId.get('t')!.sow)
  })
  it('of containers is the most in use at once, over those owned', () => {
    const plan = planOf((s) => (s.containers[0]!.owned = 1))
    const trays = needOf(plan, 'container/cells-128')!
    expect(trays).toMatchObject({ have: 1, unit: 'trays', short: trays.needed - 1 })
    expect(needOf(planOf(), 'container/cells-128')!.short).toBe(0)
  })
})

describe('the buying list', () => {
  const offers = [
    { supplier: 'the merchant', size: 50, price: 9, leadDays: 10 },
    { supplier: 'the merchant', size: 20, price: 5, leadDays: 3 },
  ]
  it('is what is short, in the cheapest packs, to be ordered so that it comes in time', () => {
    const need = {
      id: 'x',
      of: { what: 'labels' as const },
      name: '',
      unit: 'labels' as const,
      needed: 90,
      have: 0,
      overdrawn: 0,
      short: 90,
      onOrder: 0,
      firstShort: TODAY + 30,
      supply: { key: 'l', name: 'Labels', of: { what: 'labels' as const }, offers },
    }
    // By hand: two of 50 cost 18; one of 50 and two of 20 cost 19; five of 20 cost 25.
    expect(toBuy(need)).toMatchObject({ amount: 90, cost: 18, comes: 100, orderBy: TODAY + 20, packs: [{ count: 2 }] })
    expect(toBuy({ ...need, supply: { ...need.supply, spare: 0.2 } })).toMatchObject({ amount: 108, cost: 23 })
    expect(toBuy({ ...need, supply: undefined })).toMatchObject({ packs: [], orderBy: undefined })
  })
  it('is empty of materials on any farm once there is what it says', () => {
    for (const name of ['sallow-ferry-2027', 'kestrel-flat-2027', 'loft-and-porch-2027', 'one-tunnel-2027']) {
      const read = readSeason(JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')))
      if (!read.ok) throw new Error(name)
      const today = parseDay(read.season.season.opensOn ?? read.season.season.from)
      const bare = { ...read.season, supplies: [] }
      const list = buyingList(createPlanner().plan(bare, today), today)
      const bought = list.filter(({ need }) => need.of.what === 'material' || need.of.what === 'labels')
      if (read.season.plantings.length > 0) expect(bought.length).toBeGreaterThan(1)
      const stocked: Season = {
        ...bare,
        supplies: bought.map(({ need }, i) => ({
          key: `s-${i}`,
          name: 'Stored',
          of: need.of,
          have: need.needed + 1e-6,
          countedOn: formatDay(today),
          offers: [],
        })),
      }
      const after = buyingList(createPlanner().plan(stocked, today), today)
      expect(after.filter(({ need }) => need.of.what === 'material' || need.of.what === 'labels')).toEqual([])
    }
  })
})
