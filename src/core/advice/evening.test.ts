import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { anyRecords, done, entry } from '../testing/records'
import { eveningOf, whatItGives } from './evening'
import { isSown } from './rounds'

const planner = createPlanner()
const start = () => entry(undefined, '2027-01-02', { did: 'note' })

function evening(today: Day, bend: (s: SmallSeason) => void = () => undefined, records: Entry[] = []) {
  const season: Season = { ...readSmall(bend), records: [start(), ...records] }
  const plan = planner.plan(season, today)
  return { plan, places: eveningOf(planner, plan, today) }
}

const first = planner.plan({ ...readSmall(), records: [start()] }, parseDay('2027-01-03')).byId.get('t')!
const sow = first.sow!
const onHeat = first.stays[0]!
const sown = done('t', formatDay(sow), 'sow', { cells: onHeat.cells, seeds: first.sizing!.seeds })
const mat = (found: ReturnType<typeof evening>) => found.places.find(({ gives }) => gives === 'heat')

/** Another planting of the same on the same day, sown by hand so that it is. */
const twin = (s: SmallSeason, code: string, plants = 60) =>
  s.plantings.push({ key: code.toLowerCase(), code, variety: 'tomato-plum', method: 'tomato-pots', plants, on: '2027-05-20', sowOn: formatDay(sow) }) // prettier-ignore

describe('the evening at the mats', () => {
  it('says what is to come tomorrow, how much it needs heat, and that there is room', () => {
    const here = mat(evening(sow - 1))!
    expect(here).toMatchObject({ place: 0, room: 4, leaving: [], taken: onHeat.trayPlaces })
    expect(here.coming.map(({ work, room }) => [work.task.batch.id, work.task.kind, room])).toEqual([
      ['t', 'sow', true],
    ])
    // Days slower on the bench, by a plan of its own that germinates it there.
    const cold = planner.plan(readSmall((s) => delete s.methods[1]!.stages![0]!.germinateAt)).byId.get('t')!
    const bench = planner.plan(readSmall((s) => {
      delete s.methods[1]!.stages![0]!.germinateAt
      s.plantings[2]!.sowOn = formatDay(sow)
    })).byId.get('t')! // prettier-ignore
    expect(cold.sow!).toBeLessThanOrEqual(sow)
    expect(here.coming[0]!.without?.slower).toBe(bench.pass!.emergence - first.pass!.emergence)
  })
  it('knows that what is potted in the same place takes more room from then on', () => {
    const lit = (s: SmallSeason) => (s.places[1]!.kind = 'lit-shelf')
    const [, plugs, pots] = planner.plan({ ...readSmall(lit), records: [start()] }, parseDay('2027-01-03')).byId.get('t')!.stays // prettier-ignore
    expect(pots!.trayPlaces).toBeGreaterThan(plugs!.trayPlaces)
    const moved = done('t', formatDay(plugs!.from), 'leave-heat')
    const shelf = evening(pots!.from - 1, lit, [sown, moved]).places.find(({ gives }) => gives === 'light')!
    expect(shelf.leaving.map(({ pottedHere, frees }) => [pottedHere?.container.key, pottedHere?.trays, frees])).toEqual(
      [[pots!.container.key, pots!.trays, plugs!.trayPlaces]],
    )
    const own = shelf.coming.filter(({ work }) => work.task.batch.id === 't')
    expect(own.map(({ work, size, room }) => [work.task.kind, size, room])).toEqual([
      ['pot-up', pots!.trayPlaces, true],
    ])
    const others = shelf.coming.filter((one) => !own.includes(one) && one.room)
    expect(shelf.taken).toBe(pots!.trayPlaces + others.reduce((sum, { size }) => sum + size, 0))
  })
  it('sends off what is due tomorrow, and what showed sooner than that', () => {
    const due = mat(evening(onHeat.until - 1, undefined, [sown]))!
    expect(due.leaving.map(({ why, to, frees }) => [why, to, frees])).toEqual([['due', 1, onHeat.trayPlaces]])
    expect(due.taken).toBe(0)
    const soon = onHeat.until - 2
    expect(mat(evening(soon, undefined, [sown]))!.leaving).toEqual([])
    const counted = (showing: number) =>
      mat(evening(soon, undefined, [sown, entry('t', formatDay(soon), { did: 'count', cells: 60, showing, doubles: 0 })]))! // prettier-ignore
    expect(counted(55).leaving.map(({ why, counted: c }) => [why, c])).toEqual([
      ['showing', { showing: 55, cells: 60 }],
    ])
    expect(counted(3).leaving).toEqual([])
  })
  it('is late with what was not uncovered on its day', () => {
    const here = mat(evening(onHeat.until + 2, undefined, [sown]))!
    expect(here.leaving.map(({ why }) => why)).toEqual(['late'])
  })
  it('lets one wait where the room is not enough, until the others leave', () => {
    const found = evening(sow - 1, (s) => {
      s.places[0]!.trayPlaces = onHeat.trayPlaces
      twin(s, 'U')
    })
    const { coming, taken, room } = mat(found)!
    expect(coming.map(({ room: has }) => has)).toEqual([true, false])
    expect(taken).toBe(room)
    expect(coming[1]!.roomFrom).toBe(coming[0]!.work.task.batch.stays[0]!.until)
  })
  it('has no room at all for what is larger than the mat', () => {
    const { coming } = mat(evening(sow - 1, (s) => (s.places[0]!.trayPlaces = onHeat.trayPlaces - 0.5)))!
    expect(coming.map(({ room, roomFrom }) => [room, roomFrom])).toEqual([[false, undefined]])
  })
})

describe('the evening at the lamps', () => {
  const lit =
    (more: object, layout: object = {}) =>
    (s: SmallSeason) =>
      Object.assign(s.places[1]!, {
        kind: 'lit-shelf',
        transmission: 0,
        lamp: { ppfd: 200, hours: 16, ...more },
        layout,
      })
  const up = onHeat.until + 25
  const records = [sown, done('t', formatDay(onHeat.until), 'leave-heat', { nth: 0 })]
  const lampOf = (more: object, layout: object = {}, extra: Entry[] = []) =>
    evening(up, lit(more, layout), [...records, ...extra]).places.find(({ place }) => place === 1)!.lamp!

  it('hang by the tallest leaves, and say by how much they hang wrong', () => {
    const plain = lampOf({ above: 20 })
    expect(plain.tallest!.measured).toBe(false)
    expect(plain.hang).toBeCloseTo(plain.tallest!.height + 20, 9)
    expect([plain.tooLow, plain.tooHigh, plain.noRoom]).toEqual([0, 0, 0])
    expect(lampOf({ above: 20 }, { lampHeight: plain.hang! - 5 }).tooLow).toBeCloseTo(5, 9)
    expect(lampOf({ above: 20 }, { lampHeight: plain.hang! + 7 }).tooHigh).toBeCloseTo(7, 9)
    expect(lampOf({ above: 20 }, { headroom: plain.hang! - 3 }).noRoom).toBeCloseTo(3, 9)
    expect(lampOf({}).hang).toBeUndefined()
  })
  it('go by what was measured', () => {
    const check = entry('t', formatDay(up), { did: 'check', height: 31 })
    expect(lampOf({ above: 20 }, {}, [check])).toMatchObject({ hang: 51, tallest: { height: 31, measured: true } })
  })
  it('are uneven over a tall tray and a short one', () => {
    const both = evening(
      up,
      (s) => {
        lit({ above: 10 })(s)
        twin(s, 'U')
        s.methods.push({ ...s.methods[1]!, key: 'late', stages: [{ place: 'bench', container: 'cells-128' }] })
      },
      [
        ...records,
        done('u', formatDay(sow), 'sow', { cells: 60, seeds: 120 }),
        done('u', formatDay(onHeat.until), 'leave-heat'),
        entry('t', formatDay(up), { did: 'check', height: 30 }),
        entry('u', formatDay(up), { did: 'check', height: 10 }),
      ],
    )
    const lamp = both.places.find(({ place }) => place === 1)!.lamp!
    // 10 cm over the tall ones is 30 over the short ones: a third of the light.
    expect(lamp.uneven).toBeCloseTo(1 / 3, 9)
  })
  it('can be turned down to what is enough, where they can', () => {
    // 10 mol a day of 16 hours at 200: 0.72 mol an hour, 11.52 in all.
    expect(lampOf({ dims: true }).dim).toBeCloseTo(10 / 11.52, 6)
    expect(lampOf({}).dim).toBeUndefined()
    expect(lampOf({ dims: true, ppfd: 100 }).dim).toBeUndefined()
  })
})

describe('any evening', () => {
  it('gives no more room than there is, and nothing to what is not there', () => {
    const plain = planner.plan({ ...readSmall((s) => (twin(s, 'U', 90), twin(s, 'V', 30))), records: [start()] }, sow - 5) // prettier-ignore
    fc.assert(
      fc.property(fc.array(fc.nat(), { maxLength: 12 }), fc.integer({ min: -3, max: 40 }), (picks, ahead) => {
        const today = sow + ahead
        const records = anyRecords(plain.season, plain.batches, today, picks)
        const plan = planner.plan({ ...plain.season, records: [start(), ...records] }, today)
        for (const { place, room, taken, leaving, coming } of eveningOf(planner, plan, today)) {
          const stands = plan.batches.reduce(
            (sum, batch) =>
              sum +
              (isSown(batch, plan, today) ? batch.stays : []).reduce(
                (all, stay) =>
                  all + (stay.place === place && stay.from <= today && today < stay.until ? stay.trayPlaces : 0),
                0,
              ),
            0,
          )
          const given = coming.reduce((sum, one) => sum + (one.room ? one.size : 0), 0)
          const freed = leaving.reduce((sum, { frees }) => sum + frees, 0)
          expect(taken).toBeCloseTo(stands - freed + given, 6)
          if (given > 0) expect(taken).toBeLessThanOrEqual(room + 1e-6)
          expect(freed).toBeLessThanOrEqual(stands + 1e-6)
          for (const { work } of leaving) expect(isSown(work.task.batch, plan, today)).toBe(true)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('is found on every demo farm, and nowhere without mats and lamps', () => {
    for (const name of ['sallow-ferry-2027', 'kestrel-flat-2027', 'loft-and-porch-2027', 'one-tunnel-2027']) {
      const read = readSeason(JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')))
      if (!read.ok) throw new Error(name)
      const { season } = read
      const has = season.places.some((place) => whatItGives(place) !== undefined)
      let seen = 0
      for (let day = parseDay(season.season.from); day < parseDay(season.season.to); day += 15)
        seen += eveningOf(planner, planner.plan(season), day).length
      expect(seen > 0).toBe(has && season.plantings.length > 0)
    }
  })
})
