import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { readSeason } from '../../season/read'
import type { Method, Planting, Season } from '../../season/schema'
import { parseDay, weekday, weekStart } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { expandPlanting, type Sought } from './expand'
import { changedMany, methodLikeness, type ManyChange, type Ticked } from './many'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
/** The demo farm with much decided already, of whole series and of single ones of them. */
const season: Season = {
  ...read.season,
  plantings: read.season.plantings.map((planting, i): Planting => {
    const [container] = read.season.containers.filter(({ kind }) => kind === 'cell-tray')
    const { sowing, stages } = read.season.methods.find(({ key }) => key === planting.method)!
    const cells = stages.length > 0 && sowing.policy !== 'flat'
    return {
      ...planting,
      ...(i % 3 === 0 ? { pinned: true } : {}),
      ...(i % 4 === 0 ? { agePoint: 0.7 } : {}),
      ...(i % 5 === 0 && cells ? { otherwise: { containers: [container!.key] } } : {}),
      ...(i % 7 === 0 && !planting.series ? { sowOn: '2027-02-01', sowAnchor: { days: -90 } } : {}),
    }
  }),
}
const all = season.plantings.flatMap((planting) => expandPlanting(planting))
const tick = ({ id, planting, n }: Sought, sown = false): Ticked => ({ id, planting, n, sown })

/** The season as it would be, read as a document: whatever is made must be one. */
function after(plantings: ReadonlyMap<string, Planting | null>, from: Season = season): Season {
  const next = readSeason({
    ...from,
    records: [],
    plantings: from.plantings.flatMap((one) => {
      const now = plantings.get(one.key)
      return now === null ? [] : [now ?? one]
    }),
  })
  if (!next.ok) throw new Error(next.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return next.season
}
const batchesOf = (of: Season) =>
  new Map(of.plantings.flatMap((planting) => expandPlanting(planting).map((one) => [one.id, one] as const)))
const series = all.filter(({ n }) => n > 0)
const single = all.find(({ n, planting }) => n === 0 && !planting.anchor)!

const alike = (one: Method) => season.methods.filter((other) => methodLikeness(other) === methodLikeness(one))
const ticks = fc.subarray(all, { minLength: 1, maxLength: 40 })
const changes: fc.Arbitrary<ManyChange> = fc.oneof(
  fc.integer({ min: -40, max: 40 }).map((by) => ({ by })),
  fc.integer({ min: 0, max: 30 }).map((n) => ({ week: weekStart(parseDay('2027-03-01')) + 7 * n })),
  fc.integer({ min: 1, max: 5000 }).map((plants) => ({ plants })),
  fc.double({ min: 0.1, max: 3, noNaN: true }).map((times) => ({ times })),
  fc.constantFrom(0, 0.5, 1, null).map((age) => ({ age })),
  fc.boolean().map((pinned) => ({ pinned })),
  fc.constantFrom(...season.places.map(({ key }) => key)).map((place) => ({ place })),
  fc.constantFrom(...season.containers.map(({ key }) => key)).map((container) => ({ container })),
  fc.constantFrom(...season.beds.map(({ key }) => key)).map((bed) => ({ goes: { bed } })),
  fc.constant({ goes: { buyer: 'Saturday stall' } }),
  fc.constantFrom(...season.lots.map(({ key }) => key)).map((lot) => ({ lot })),
  fc.boolean().map((promised) => ({ promised })),
  fc.constantFrom(...season.methods.map(methodLikeness)).map((like) => ({ method: { like } })),
  fc.constant({ remove: true as const }),
)

describe('many at once', () => {
  it('changes what is ticked, leaves everything else exactly as it is, and makes a season of it', () => {
    fc.assert(
      fc.property(ticks, changes, fc.nat(4), (some, change, every) => {
        // Every so many of them is sown; 0 is none.
        const ticked = some.map((one, i) => tick(one, every > 0 && i % every === 0))
        const { plantings, changed, stay } = changedMany(season, ticked, change)
        const before = batchesOf(season)
        const now = batchesOf(after(plantings))
        const touched = new Set(changed)
        for (const { id } of stay) expect(touched.has(id)).toBe(false)
        for (const [id, was] of before) {
          if (touched.has(id)) continue
          const { planting, ...facts } = was
          const { planting: next, ...kept } = now.get(id)!
          expect(kept).toEqual(facts)
          expect([next.lot, next.method, next.worth, next.sowOn]).toEqual([
            planting.lot,
            planting.method,
            planting.worth,
            planting.sowOn,
          ])
        }
        for (const id of changed) {
          const [was, is] = [before.get(id)!, now.get(id)]
          if (change.remove) expect(is).toBeUndefined()
          else if (change.by !== undefined) expect(is!.plantOn - was.plantOn).toBe(change.by)
          else if (change.plants !== undefined) expect(is!.plants).toBe(change.plants)
          else if (change.times !== undefined)
            expect(is!.plants).toBe(Math.max(1, Math.round(was.plants * change.times)))
          else if (change.pinned !== undefined) expect(is!.pinned).toBe(change.pinned)
          else if (change.age !== undefined) expect(is!.age).toBe(change.age ?? undefined)
          else if (change.place !== undefined) {
            expect(new Set(is!.otherwise!.places)).toEqual(new Set([change.place]))
            expect(is!.otherwise!.containers).toEqual(was.otherwise?.containers)
          } else if (change.container !== undefined) expect(is!.otherwise!.containers![0]).toBe(change.container)
          else if (change.lot !== undefined) expect(is!.planting.lot).toBe(change.lot)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('moves to a week and keeps the day of the week; a whole series keeps what lies between its days', () => {
    const week = weekStart(parseDay('2027-06-14'))
    const { planting } = series[0]!
    const whole = expandPlanting(planting)
    const moved = changedMany(
      season,
      [...whole, single].map((one) => tick(one)),
      { week },
    )
    const now = batchesOf(after(moved.plantings))
    expect(weekStart(now.get(single.id)!.plantOn)).toBe(week)
    expect(weekday(now.get(single.id)!.plantOn)).toBe(weekday(single.plantOn))
    expect(weekStart(Math.min(...whole.map(({ id }) => now.get(id)!.plantOn)))).toBe(week)
    const gaps = (of: (one: Sought) => number) => whole.map((one) => of(one) - of(whole[0]!))
    expect(gaps(({ id }) => now.get(id)!.plantOn)).toEqual(gaps(({ plantOn }) => plantOn))
  })

  it('raises all kinds by their own method of one school, and says of which there is none', () => {
    const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
    const likes = new Set(season.methods.filter((one) => alike(one).length > 1).map(methodLikeness))
    let raised = 0
    for (const like of likes) {
      const has = new Set(season.methods.filter((one) => methodLikeness(one) === like).map(({ crop }) => crop))
      const ticked = all.map((one) => tick(one))
      const { plantings, stay, changed } = changedMany(season, ticked, { method: { like } })
      for (const { id, why } of stay) {
        expect(why).toBe('no-method')
        expect(has.has(cropOf.get(all.find((one) => one.id === id)!.planting.variety)!)).toBe(false)
      }
      for (const planting of plantings.values()) {
        const method = season.methods.find(({ key }) => key === planting!.method)!
        expect([methodLikeness(method), method.crop]).toEqual([like, cropOf.get(planting!.variety)])
      }
      raised += changed.length
    }
    expect(raised).toBeGreaterThan(0)
  })

  it('puts trays of cells into the container that is asked for, in the plan too', () => {
    const lettuce = all.filter(({ planting }) => planting.variety.startsWith('lettuce')).slice(0, 5)
    const container = season.containers.find(({ kind, key }) => kind === 'cell-tray' && key.includes('128'))!
    const { plantings, changed } = changedMany(
      season,
      lettuce.map((one) => tick(one)),
      { container: container.key },
    )
    const plan = createPlanner().plan(after(plantings))
    expect(changed.length).toBeGreaterThan(0)
    for (const id of changed) {
      const { stays, way } = plan.byId.get(id)!
      expect(stays[0]?.container.key ?? way.refused[0]?.container.key).toBe(container.key)
    }
  })

  it('leaves what is sown as it was sown, but moves its planting day', () => {
    const some = series.slice(0, 3).map((one) => tick(one, true))
    expect(changedMany(season, some, { plants: 9 }).stay.map(({ why }) => why)).toEqual(['sown', 'sown', 'sown'])
    expect(changedMany(season, some, { remove: true }).plantings.size).toBe(0)
    expect(changedMany(season, some, { by: 3 }).changed).toHaveLength(3)
  })

  it('gives a lot only to its variety, and to no single one of a series', () => {
    const lot = season.lots.find(({ variety }) => series.some(({ planting }) => planting.variety === variety))!
    const of = series.filter(({ planting }) => planting.variety === lot.variety)
    const other = all.find(({ planting }) => planting.variety !== lot.variety)!
    const why = (some: Sought[]) =>
      changedMany(
        season,
        some.map((one) => tick(one)),
        { lot: lot.key },
      ).stay.map((one) => one.why)
    expect(why([of[0]!, other])).toEqual(['part-of-series', 'other-variety'])
    expect(why(of.filter(({ planting }) => planting === of[0]!.planting))).toEqual([])
  })
})
