import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import type { Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { parseDay } from '../calendar/day'
import { overfull } from '../capacity/limits'
import { isStop } from '../batch/marks'
import { createPlanner } from '../plan/plan'
import { sowingWindow } from '../schedule/count-back'
import { ageOn, forwardPass, limitAge, movesDone } from '../schedule/forward'
import { fitSeason } from './columns'
import { loadsOf, worthOf } from './problem'
import { batchWork, workOfBatch } from '../batch/work'
import { partAs, plantingRange, windowNear } from './options'
import { lateDayPrice, priceOf } from './prices'
import { plantingsOf, withPlantings } from './as-plantings'
import { partOf, picksOf, proposalsOf } from './proposals'
import { FitSolver } from './solve'
import { troublesOf } from './troubles'

const START = parseDay('2025-01-01')

/** A season in which the bench is far too small in May unless something moves. */
const tight = (bend: (season: SmallSeason) => void = () => undefined) =>
  readSmall((s) => {
    s.places[1]!.trayPlaces = 3
    s.places.push({ key: 'tunnel', name: 'Tunnel', kind: 'tunnel', trayPlaces: 12, temperature: { lift: 4, floor: 5 } })
    s.plantings[0]!.plants = 300
    bend(s)
  })

function solved(season: Season, from = START) {
  const planner = createPlanner()
  const plan = planner.plan(season)
  const fit = fitSeason(planner, plan, { from })
  const solver = new FitSolver(fit.problem, { gap: 0 })
  while (!solver.done) solver.step()
  return { planner, plan, fit, solver, picks: picksOf(fit, solver.chosen) }
}

describe('what a batch may do', () => {
  it('is sown within the window that counting back gives', () => {
    fc.assert(
      fc.property(anySeason, (season) => {
        for (const { way, plantOn, sow } of createPlanner().plan(season).batches) {
          if (sow === undefined || way.refused.length > 0) continue
          const window = sowingWindow(way.table, plantOn)
          const near = windowNear(way.route, plantOn, sow)
          if (!window || sow < window.earliest || sow > window.latest) continue
          /** Inside by a forward pass, with so much to spare: days that hang on a rounding may go either way. */
          const inside = (day: number, spare = 0) => {
            const pass = forwardPass(way.route, day, plantOn)
            const age = ageOn(way.route, pass, plantOn)
            return movesDone(pass) && age >= pass.readyAge - 1e-6 + spare && age <= limitAge(way.route) + 1e-6 - spare
          }
          if (!inside(sow)) continue
          expect(inside(near!.earliest) && inside(near!.latest)).toBe(true)
          for (let day = near!.earliest; day < window.earliest; day++) expect(inside(day, 2e-6)).toBe(false)
          for (let day = near!.latest; day > window.latest; day--) expect(inside(day, 2e-6)).toBe(false)
          // A window may have holes (a cold spell, a bigger container): then only the part about the sowing day is looked at.
          const whole = (from: number, to: number) =>
            Array.from({ length: to - from + 1 }, (_, i) => from + i).every((day) => inside(day, 2e-6))
          if (window.latest <= sow + 45 && whole(sow, window.latest))
            expect(near!.latest).toBeGreaterThanOrEqual(window.latest)
          if (window.earliest >= sow - 90 && whole(window.earliest, sow))
            expect(near!.earliest).toBeLessThanOrEqual(window.earliest)
        }
      }),
      { numRuns: 40 },
    )
  })
  it('never begins before the day from which things may change, and keeps what has begun', () => {
    const season = tight()
    const from = parseDay('2027-04-01')
    const { fit, plan, planner } = solved(season, from)
    for (const { batch, options } of fit.batches) {
      expect(options[0]!.parts).toEqual([partAs(batch)])
      for (const part of options.flatMap(({ parts }) => parts)) {
        if (batch.sow! < from) expect(part.sow).toBe(batch.sow)
        else expect(part.sow).toBeGreaterThanOrEqual(from)
        for (const stay of partOf(planner, season, batch, part).stays)
          if (stay.from < from)
            expect(batch.stays.some((own) => own.from === stay.from && own.place === stay.place)).toBe(true)
      }
    }
    expect(plan.batches.some(({ sow }) => sow! < from)).toBe(true)
  })
  it('brings no trouble that was not there', () => {
    const season = tight()
    const { fit, planner } = solved(season)
    for (const { batch, options } of fit.batches) {
      const known = new Set(batch.marks.map(({ kind }) => kind))
      for (const part of options.flatMap(({ parts }) => parts))
        for (const mark of partOf(planner, season, batch, part).marks)
          expect(known.has(mark.kind) && !isStop(mark)).toBe(true)
    }
  })
  it('does not go out before the frost is past, or before what its day hangs on', () => {
    const season = tight((s) => {
      s.plantings[2]!.anchor = { to: 'last-frost', days: 1 }
      s.plantings[2]!.on = '2027-05-20'
      s.plantings[0]!.may = { earlier: 9, later: 0 }
    })
    const plan = createPlanner().plan(season)
    expect(plantingRange(plan.byId.get('t')!, season)).toEqual({ earlier: 0, later: 10 })
    expect(plantingRange(plan.byId.get('a')!, season)).toEqual({ earlier: 9, later: 0 })
  })
  it('may be raised by another method only where that is allowed, and split where it is large', () => {
    const season = tight((s) => {
      s.methods.push({
        key: 'lettuce-bought',
        crop: 'lettuce',
        name: 'Bought in',
        sowing: { policy: 'bought', age: 250, orderDays: 20, price: 0.3 },
        stages: [{ place: 'bench', container: 'cells-128' }],
        hardening: { days: 3, place: 'frame' },
      })
      s.plantings[0]!.may = { methods: ['lettuce-bought'] }
    })
    const kinds = (id: string) =>
      new Set(
        solved(season)
          .fit.batches.find(({ batch }) => batch.id === id)!
          .options.map(({ kind }) => kind),
      )
    expect(kinds('a').has('method lettuce-bought')).toBe(true)
    expect([...kinds('h')].some((kind) => kind.startsWith('method'))).toBe(false)
    expect([...kinds('a')].some((kind) => kind.startsWith('split'))).toBe(true)
  })
})

describe('a season that does not fit', () => {
  it('is overfull as the problem is, on the days from which things may change', () => {
    fc.assert(
      fc.property(anySeason, (any) => {
        const season = {
          ...any,
          habits: { ...any.habits, shareTrays: false },
          places: any.places.map((place) => ({ ...place, trayPlaces: Math.min(place.trayPlaces, 2) })),
        }
        const planner = createPlanner()
        const plan = planner.plan(season)
        const { problem } = fitSeason(planner, plan, { from: START, most: 4 })
        expect(worthOf(problem, new Int32Array(problem.batches.length)).overfull).toBeCloseTo(overfull(plan.limits), 4)
      }),
      { numRuns: 25 },
    )
  })
  it('fits once its changes are taken, as the plan itself says', () => {
    const season = tight()
    const { planner, plan, solver, picks } = solved(season)
    expect(overfull(plan.limits)).toBeGreaterThan(0)
    expect(solver.standing.overfull).toBe(0)
    const after = createPlanner().plan(withPlantings(season, plantingsOf(planner, plan, picks)))
    expect(overfull(after.limits)).toBe(0)
    expect(after.batches.reduce((sum, { plants }) => sum + plants, 0)).toBe(
      plan.batches.reduce((sum, { plants }) => sum + plants, 0),
    )
  })
  it('leaves pinned batches, and what has happened, as they are', () => {
    const season = tight((s) => {
      s.plantings[0]!.pinned = true
      s.plantings[1]!.changes = [{ n: 1, pinned: true }]
    })
    const { picks, fit } = solved(season)
    expect(picks.map(({ batch }) => batch)).not.toContain('a')
    expect(picks.map(({ batch }) => batch)).not.toContain('b.1')
    expect(fit.batches.find(({ batch }) => batch.id === 'a')!.fixed).toBe('pinned')
    expect(solved(season, parseDay('2028-01-01')).picks).toEqual([])
  })
  it('would rather have a common planting late than a promised one', () => {
    const crowded = (worth: 'a' | 'h') =>
      readSmall((s) => {
        // Room for one of two, and nothing else that could give way.
        s.places = [{ ...s.places[1]!, trayPlaces: 2 }, s.places[0]!, s.places[2]!]
        s.habits = { fit: { earlier: 0, later: 40 } }
        s.plantings = [
          { ...s.plantings[0]!, key: 'a', plants: 200, on: '2027-05-20' },
          { ...s.plantings[0]!, key: 'h', code: 'H', plants: 200, on: '2027-05-20' },
        ]
        s.plantings[worth === 'a' ? 0 : 1]!.worth = { by: 'promise' }
      })
    for (const worth of ['a', 'h'] as const) {
      const { picks, plan } = solved(crowded(worth))
      const late = picks
        .filter(({ batch, parts }) => parts.some(({ plantOn }) => plantOn > plan.byId.get(batch)!.plantOn))
        .map(({ batch }) => batch)
      expect(late).not.toContain(worth)
    }
  })
  it('is put as little over as can be, and what has to give is named', () => {
    const season = tight((s) => {
      s.places[1]!.trayPlaces = 0
      s.places[3]!.trayPlaces = 0
    })
    const { fit, solver } = solved(season)
    expect(solver.standing.overfull).toBeGreaterThan(0)
    const troubles = troublesOf(fit)
    expect(troubles.map(({ kind }) => kind)).toContain('nothing-there')
    const pinned = solved(
      tight((s) => {
        for (const planting of s.plantings) planting.pinned = true
      }),
    )
    expect(troublesOf(pinned.fit)).toContainEqual(
      expect.objectContaining({ kind: 'fixed-over', limit: expect.objectContaining({ id: 'place bench' }) }),
    )
    const dead = solved(readSmall((s) => (s.lots[0]!.germination = 0)))
    expect(troublesOf(dead.fit)).toContainEqual(
      expect.objectContaining({ kind: 'cannot', batch: expect.objectContaining({ id: 'a' }) }),
    )
  })
  it('of nothing has nothing to change', () => {
    const { solver, picks } = solved(readSmall((s) => (s.plantings = [])))
    expect([solver.standing.overfull, picks]).toEqual([0, []])
  })
})

describe('proposals', () => {
  const { planner, plan, picks } = solved(tight())
  const proposals = proposalsOf(planner, plan, picks, START)
  it('say what each makes room for', () => {
    expect(proposals.length).toBeGreaterThan(0)
    for (const { relief, differences, becomes } of proposals) {
      expect(differences).toHaveLength(becomes.length)
      expect(differences.flat().length).toBeGreaterThan(0)
      expect(relief === undefined || relief.amount > 0).toBe(true)
    }
    expect(proposals.some(({ relief }) => relief?.limit.id === 'place bench' && relief.wasOver)).toBe(true)
  })
  it('can be taken one by one, each changing only its own planting', () => {
    for (const pick of picks) {
      const changes = plantingsOf(planner, plan, [pick])
      const own = plan.byId.get(pick.batch)!.planting.key
      expect(changes[0]!.key).toBe(own)
      expect(changes.length).toBe(pick.parts.length)
    }
  })
  it('of a batch that is split share out its plants and who they are for', () => {
    const season = tight((s) => {
      s.blocks = [{ key: 'f', name: 'F' }]
      s.beds = [{ key: 'one', name: 'One', block: 'f', length: 3000, width: 75 }]
      s.plantings[0]!.goes = [
        { to: 'customer', name: 'Inn', plants: 100 },
        { to: 'bed', bed: 'one', plants: 200 },
      ]
    })
    const own = createPlanner()
    const of = own.plan(season)
    const part = (plants: number, plantOn: number) => ({
      plants,
      plantOn,
      sow: of.byId.get('a')!.sow! + plantOn - of.byId.get('a')!.plantOn,
      otherwise: undefined,
    })
    const on = of.byId.get('a')!.plantOn
    const [first, second] = plantingsOf(own, of, [{ batch: 'a', parts: [part(180, on), part(120, on + 3)] }])
    expect(first!.to).toMatchObject({
      plants: 180,
      goes: [
        { to: 'customer', plants: 100 },
        { to: 'bed', plants: 80 },
      ],
    })
    expect(second!).toMatchObject({ from: null, to: { code: 'AB', plants: 120, goes: [{ to: 'bed', plants: 120 }] } })
    expect(own.plan(withPlantings(season, [first!, second!])).batches).toHaveLength(of.batches.length + 1)
  })
  it('of one in a series change that one alone', () => {
    const season = tight()
    const own = createPlanner()
    const of = own.plan(season)
    const batch = of.byId.get('b.4')!
    const [change] = plantingsOf(own, of, [
      {
        batch: 'b.4',
        parts: [
          { plants: batch.plants, plantOn: batch.plantOn + 2, sow: batch.sow! + 2, otherwise: { germinateAt: 'mat' } },
        ],
      },
    ])
    const next = own.plan(withPlantings(season, [change!]))
    expect(next.byId.get('b.4')).toMatchObject({
      plantOn: batch.plantOn + 2,
      sow: batch.sow! + 2,
      otherwise: { germinateAt: 'mat' },
    })
    expect(next.byId.get('b.1')!.sow).toBe(of.byId.get('b.1')!.sow)
  })
  it('keep a day that hangs on the frost hung on it, so many days later', () => {
    const season = tight((s) => {
      s.plantings[0]!.anchor = { to: 'last-frost', days: -14, weeks: true }
    })
    const own = createPlanner()
    const of = own.plan(season)
    const { plantOn, sow, plants } = of.byId.get('a')!
    const [change] = plantingsOf(own, of, [
      { batch: 'a', parts: [{ plants, plantOn: plantOn + 3, sow: sow!, otherwise: undefined }] },
    ])
    expect(change!.to.anchor).toEqual({ to: 'last-frost', days: -11 })
  })
})

describe('prices', () => {
  const season = readSmall()
  const batch = createPlanner().plan(season).byId.get('t')!
  it('weigh a late day by what hangs on it', () => {
    const { planting } = batch
    expect(lateDayPrice(batch, season.habits)).toBe(4)
    expect(lateDayPrice({ ...batch, planting: { ...planting, worth: { by: 'promise' } } }, season.habits)).toBe(80)
    expect(
      lateDayPrice({ ...batch, planting: { ...planting, worth: { by: 'money', amount: 1000 } } }, season.habits),
    ).toBe(20)
    expect(priceOf(batch, 3, season, batchWork(batch, season.habits))).toMatchObject({ late: 12, early: 0, bought: 0 })
    expect(priceOf(batch, -2, season, batchWork(batch, season.habits)).late).toBe(0)
  })
  it('count holding from the ready day, rising to the limit', () => {
    const later = createPlanner()
    later.plan(season)
    const sought = {
      id: 'h',
      code: 'H',
      planting: season.plantings[3]!,
      n: 0,
      plants: 80,
      plantOn: parseDay('2027-06-01'),
      age: 0.7,
      otherwise: undefined,
      pinned: false,
    }
    const held = [0, 4, 8].map((sooner) => {
      const one = later.tryOne(season, { ...sought, sowOn: parseDay('2027-05-02') - sooner })
      return priceOf(one, 0, season, workOfBatch(one, season.habits)).holding
    })
    expect(held[0]!).toBeLessThan(held[1]!)
    expect(held[1]! - held[0]!).toBeLessThan(held[2]! - held[1]! + 1e-9)
  })
})

describe('a problem', () => {
  it('sums to the loads of the plan', () => {
    const season = tight()
    const planner = createPlanner()
    const plan = planner.plan(season)
    const { problem, limits, origin } = fitSeason(planner, plan, { from: START })
    const loads = loadsOf(problem, new Int32Array(problem.batches.length))
    limits.forEach((limit, r) => {
      for (let d = 0; d < problem.days; d++)
        expect(loads[r * problem.days + d]!).toBeCloseTo(limit.load.days[origin + d - limit.load.from] ?? 0, 6)
    })
  })
})
