import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import { readFileSync } from 'node:fs'
import type { Entry, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import type { Batch } from '../batch/batch'
import { tasksOf } from '../batch/tasks'
import { formatDay, parseDay, weekday } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done, entry } from '../testing/records'
import { ageOn, forwardPass, legStart, limitAge } from '../schedule/forward'
import type { Route } from '../schedule/route'
import { shiftsOfBatch } from './day-shift'
import { partOf, sessionDays, sessionOn, SESSIONS, type SessionKind } from './session'

const day = (n: number) => formatDay(n)
const start = () => entry(undefined, '2027-01-02', { did: 'note' })

function planOf(today: number, bend?: (season: SmallSeason) => void, records: Entry[] = []) {
  const season: Season = { ...readSmall(bend), records: [start(), ...records] }
  return createPlanner().plan(season, today)
}

const { byId } = createPlanner().plan(readSmall())
const [a, t] = [byId.get('a')!, byId.get('t')!]
const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!

/** Whether a plug could be potted up on a day, were its age not changed by a potting up before. */
function ageAsFree(route: Route, sown: number, planting: number, on: number) {
  const step = route.steps[0]!
  const unpotted = { ...route, legs: route.legs.slice(0, 1), steps: route.steps.slice(0, 1) }
  const age = ageOn(unpotted, forwardPass(unpotted, sown, planting), on)
  return age >= step.ready - 1e-9 && age < step.limit - 1e-9
}

const mixes = (s: SmallSeason) => {
  s.mixes = [
    { key: 'fine', name: 'Fine mix', uses: ['sowing'], parts: [{ what: 'Fines', parts: 1 }] },
    {
      key: 'rich',
      name: 'Rich mix',
      uses: ['potting'],
      parts: [
        { what: 'Compost', parts: 3 },
        { what: 'Coir', parts: 1 },
      ],
      additives: [{ what: 'Bone meal', amount: 2, unit: 'cup', litres: 7.57 }],
      water: 0.4,
      compaction: 0.1,
    },
  ]
}

describe('a sowing day', () => {
  it('adds up what it takes, and says what is missing', () => {
    const plan = planOf(a.sow!, (s) => {
      s.lots[0]!.seeds = 20
      s.containers[0]!.owned = 1
      s.habits = {
        mix: { parts: [{ what: 'Compost', parts: 1 }], additives: [{ what: 'Lime', amount: 10, unit: 'g' }] },
      }
    })
    const session = sessionOn(plan, a.sow!, ['sow'])
    expect(session.lines.map(({ works }) => works.map(({ task }) => task.batch.id))).toEqual([['a']])
    const { cells, trays } = a.stays[0]!
    expect(session.containers.map((one) => [one.container.key, one.trays, one.cells])).toEqual([
      ['cells-128', trays, cells],
    ])
    const [mix] = session.mixes
    expect(mix!.litres).toBeCloseTo((cells * 25 * 1.2) / 1000, 9)
    expect(mix!.measured.additives[0]!.amount).toBeCloseTo(mix!.litres, 9)
    expect(session.soak).toBeCloseTo(mix!.litres * 0.2, 9)
    expect(session.labels).toBe(trays)
    expect(session.minutes).toBe(trays * 2 + trays * 4)
    expect(session.missing.map(({ kind }) => kind)).toEqual(['seed', 'container'])
    expect(sessionDays(plan, a.sow!, a.sow! + 1, ['sow'])).toEqual([a.sow])
  })
  it('of seed that must be soaked says so until it is', () => {
    const missing = (records: Entry[]) =>
      sessionOn(planOf(t.sow! - 1, undefined, records), t.sow!, ['sow']).missing.map(({ kind }) => kind)
    expect(missing([])).toContain('preparation')
    expect(missing([done('t', day(t.sow! - 1), 'prepare')])).not.toContain('preparation')
    const before = sessionOn(planOf(t.sow! - 1), t.sow! - 1, ['prepare'])
    expect(before.lines.map(({ kind, works }) => [kind, works[0]!.task.what])).toEqual([['prepare', 'Soak']])
  })
  it('covers seed as deep as its kind is covered, over the trays that are used', () => {
    const plan = planOf(a.sow!, (s) => Object.assign(s.crops[0]!.germination, { cover: 'full', depth: 0.5 }))
    const { cells } = a.stays[0]!
    // 54 cm by 28 cm by half a centimetre: 0.756 litres a whole tray of 128.
    expect(sessionOn(plan, a.sow!, ['sow']).covering).toBeCloseTo((0.756 * cells) / 128, 9)
    const thin = planOf(a.sow!, (s) => Object.assign(s.crops[0]!.germination, { cover: 'thin' }))
    expect(sessionOn(thin, a.sow!, ['sow']).covering).toBeCloseTo((0.4536 * cells) / 128, 9)
    expect(sessionOn(planOf(a.sow!), a.sow!, ['sow']).covering).toBe(0)
  })
  it('wets pellets and sheets before anything is sown into them', () => {
    const plan = planOf(a.sow!, (s) => (s.containers[0]!.kind = 'pellet-sheet'))
    const session = sessionOn(plan, plan.byId.get('a')!.sow!, ['sow'])
    const cells = session.lines.reduce((sum, line) => sum + line.cells, 0)
    expect(session.mixes).toEqual([])
    expect(session.wet).toBeCloseTo((cells * 25 * 0.8) / 1000, 9)
    expect(sessionOn(planOf(a.sow!), a.sow!, ['sow']).wet).toBe(0)
  })
  it('puts what goes to heat after what does not, and what is to be dark last', () => {
    const plan = planOf(a.sow!, (s) => {
      const wish = (key: string, variety: string, method: string) => ({
        key,
        code: key.toUpperCase(),
        variety,
        method,
        plants: 20,
        on: '2027-06-20',
        sowOn: '2027-05-02',
      })
      s.crops.push({ ...s.crops[0]!, key: 'night', name: 'A dark one', germination: { ...s.crops[0]!.germination, light: 'dark' } }) // prettier-ignore
      s.varieties.push({ key: 'night-one', crop: 'night', name: 'Dark' })
      s.methods.push({ ...s.methods[0]!, key: 'night-cells', crop: 'night' })
      s.plantings.push(wish('m', 'tomato-plum', 'tomato-pots'), wish('n', 'night-one', 'night-cells'))
    })
    expect(sessionOn(plan, parseDay('2027-05-02'), ['sow']).lines.map(({ name }) => name)).toEqual([
      'Lettuce',
      'Tomato',
      'A dark one',
    ])
  })
})

describe('a potting day', () => {
  it('says how much of which mix, into how many trays, with how many labels', () => {
    const plan = planOf(t.sow! - 5, mixes)
    const session = sessionOn(plan, pot.day, ['pot-up'])
    const litres = (pot.cells * 350 * 1.1) / 1000
    expect(session.containers).toEqual([
      expect.objectContaining({ trays: pot.trays, cells: pot.cells, container: expect.objectContaining({ key: 'pots' }) }), // prettier-ignore
    ])
    const [rich] = session.mixes
    expect(rich!.mix.name).toBe('Rich mix')
    expect(rich!.litres).toBeCloseTo(litres, 9)
    expect(rich!.measured.parts.map((part) => part.litres)).toEqual([
      expect.closeTo(litres * 0.75, 9),
      expect.closeTo(litres / 4, 9),
    ])
    expect(rich!.measured.additives[0]!.amount).toBeCloseTo((litres / 7.57) * 2, 9)
    expect(rich!.measured.water).toBeCloseTo(litres * 0.4, 9)
    expect(session.labels).toBe(pot.trays)
    expect(session.minutes).toBeCloseTo((pot.cells / 100) * 25, 9)
    expect(sessionOn(plan, t.sow!, ['sow']).mixes.map(({ mix }) => mix.name)).toEqual(['Fine mix'])
  })
  it('fills what its container or its stage names, before what is usual', () => {
    const named = (bend: (s: SmallSeason) => void) =>
      sessionOn(
        planOf(t.sow! - 5, (s) => (mixes(s), bend(s))),
        pot.day,
        ['pot-up'],
      ).mixes.map(({ mix }) => mix.key)
    expect(named((s) => (s.containers[1]!.mix = 'fine'))).toEqual(['fine'])
    expect(named((s) => (s.methods[1]!.stages![1]!.mix = 'fine'))).toEqual(['fine'])
    expect(
      named((s) => {
        s.containers[1]!.mix = 'fine'
        s.methods[1]!.stages![1]!.mix = 'rich'
      }),
    ).toEqual(['rich'])
  })
  it('has a mix that must cool heated days before', () => {
    const heated = (coolHours: number) => (s: SmallSeason) => {
      mixes(s)
      s.mixes[1]!.heating = { how: 'steamed', coolHours }
    }
    const lines = (hours: number, on: number) =>
      sessionOn(planOf(t.sow! - 5, heated(hours)), on, ['prepare']).lines.filter(({ kind }) => kind === 'heat-mix')
    expect(lines(30, pot.day - 2)).toMatchObject([{ name: 'Rich mix', forDay: pot.day }])
    expect(lines(30, pot.day - 1)).toEqual([])
    expect(lines(12, pot.day - 1)).toMatchObject([{ forDay: pot.day }])
    expect(lines(2, pot.day)).toMatchObject([{ forDay: pot.day }])
    expect(lines(2, pot.day)[0]!.mix!.litres).toBeCloseTo((pot.cells * 350 * 1.1) / 1000, 9)
  })
  it('has what is late on the day it is, and what is done with what was used', () => {
    const late = pot.day + 2
    const before = [
      done('t', day(t.sow!), 'sow', { cells: t.sizing!.cells, seeds: t.sizing!.seeds }),
      done('t', day(t.pass!.leavesHeat), 'leave-heat'),
    ]
    const of = (records: Entry[]) => sessionOn(planOf(late, mixes, [...before, ...records]), late, ['pot-up'])
    expect(of([]).lines[0]!.works[0]).toMatchObject({ state: 'open' })
    const ticked = of([done('t', day(late), 'pot-up', { nth: 1, cells: 54, trays: 3 })])
    expect(ticked.lines[0]!.works[0]).toMatchObject({ state: 'done' })
    expect(ticked.lines[0]!.mix!.litres).toBeCloseTo((54 * 350 * 1.1) / 1000, 9)
  })
})

describe('potting days of the week', () => {
  const planted = (on: string, weekdays: number[] | undefined, anyDay?: boolean) =>
    createPlanner()
      .plan(
        readSmall((s) => {
          s.habits = { ...(weekdays ? { pottingWeekdays: weekdays } : {}) }
          s.plantings[2]!.on = on
          if (anyDay) s.plantings[2]!.otherwise = { anyDay }
        }),
      )
      .byId.get('t')!

  it('are kept where the plug allows, and what each shift is in days is said', () => {
    let moved = 0
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 120 }),
        fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }),
        (after, weekdays) => {
          const on = formatDay(parseDay('2027-05-01') + after)
          const batch = planted(on, weekdays)
          const { way, pass, plantOn } = batch
          if (!pass) return
          const leg = 1
          const potted = legStart(pass, leg)
          const [step] = way.route.steps
          const shift = shiftsOfBatch(batch).find(({ what }) => what === 'pot-up')
          // Sown on the same day, without days of the week.
          const free = { ...way.route }
          delete free.pottingDays
          const own = legStart(forwardPass(free, pass.sown, plantOn), leg)
          expect(shift?.days ?? 0).toBe(potted - own)
          expect(Math.abs(potted - own)).toBeLessThan(7)
          if (potted !== own) {
            moved++
            expect(pass.pieces[leg + pass.inHeat]!.age).toBeGreaterThanOrEqual(step!.ready - 1e-6)
            expect(pass.pieces[leg + pass.inHeat]!.age).toBeLessThan(step!.limit)
            // Nothing nearer would have done.
            for (let away = 1; away < Math.abs(potted - own); away++)
              for (const other of [own - away, own + away])
                expect(weekdays.includes(weekday(other)) && ageAsFree(free, pass.sown, plantOn, other)).toBe(false)
          }
          // Whatever the day it is potted on, it is ready by its planting, or that is said.
          if (batch.ready !== undefined && batch.ready > plantOn) expect(batch.marks.length).toBeGreaterThan(0)
        },
      ),
      { numRuns: 150 },
    )
    expect(moved).toBeGreaterThan(20)
  })
  it('hold for no batch that keeps its own day', () => {
    const own = planted('2027-05-20', undefined)
    const tuesday = planted('2027-05-20', [weekday(legStart(own.pass!, 1)) === 2 ? 3 : 2])
    const free = planted('2027-05-20', [2, 3], true)
    expect(legStart(free.pass!, 1)).toBe(legStart(own.pass!, 1))
    expect(shiftsOfBatch(free)).toEqual([])
    expect(shiftsOfBatch(tuesday).map(({ what }) => what)).toEqual(['pot-up'])
  })
})

describe('moving and planting days of the week', () => {
  const anyWeekdays = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 })
  const batchOf = (on: string, habits: SmallSeason['habits'], anyDay?: boolean) =>
    createPlanner()
      .plan(
        readSmall((s) => {
          s.habits = habits
          // Sown by hand, on the bench first and from its third leaf in the frame.
          s.methods[0]!.stages = [
            { place: 'bench', container: 'cells-128' },
            { place: 'frame', when: { leaf: 3 } },
          ]
          Object.assign(s.plantings[0]!, { on, sowOn: formatDay(parseDay(on) - 45) })
          if (anyDay) s.plantings[0]!.otherwise = { anyDay }
        }),
      )
      .byId.get('a')!
  const onDay = (after: number) => formatDay(parseDay('2027-05-01') + after)

  it('move plants out on the nearest of them, and say how far that is', () => {
    fc.assert(
      fc.property(fc.nat(60), anyWeekdays, (after, weekdays) => {
        const batch = batchOf(onDay(after), { plantingWeekdays: weekdays })
        const wanted = parseDay(onDay(after))
        expect(weekdays).toContain(weekday(batch.plantOn))
        const days = batch.plantOn - wanted
        for (let away = 0; away < Math.abs(days); away++)
          for (const other of [wanted - away, wanted + away]) expect(weekdays).not.toContain(weekday(other))
        const said = shiftsOfBatch(batch).find(({ what }) => what === 'plant')
        expect(said?.days ?? 0).toBe(days)
        // One that is late for it says so, whatever day that is.
        if (batch.ready !== undefined && batch.ready > batch.plantOn) expect(batch.marks.length).toBeGreaterThan(0)
        expect(batchOf(onDay(after), { plantingWeekdays: weekdays }, true).plantOn).toBe(wanted)
      }),
      { numRuns: 60 },
    )
  })
  it('change places on them, as the plan and the pass of what has begun do', () => {
    let moved = 0
    fc.assert(
      fc.property(fc.nat(60), anyWeekdays, (after, weekdays) => {
        const free = batchOf(onDay(after), {})
        const batch = batchOf(onDay(after), { movingWeekdays: weekdays })
        const leg = 1
        const [own, day] = [legStart(free.pass!, leg), legStart(batch.pass!, leg)]
        if (!Number.isFinite(own)) return
        expect(weekdays).toContain(weekday(day))
        expect(Math.abs(day - own)).toBeLessThanOrEqual(3)
        expect(shiftsOfBatch(batch).find(({ what }) => what === 'move')?.days ?? 0).toBe(day - own)
        if (day !== own) moved++
      }),
      { numRuns: 60 },
    )
    expect(moved).toBeGreaterThan(10)
  })
})

describe('hardening on moving days', () => {
  const anyWeekdays = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 })
  const seasonOf = (after: number, habits: SmallSeason['habits'], before?: number) =>
    readSmall((s) => {
      s.habits = habits
      const [method] = s.methods
      method!.hardening = { days: 7, place: 'frame' }
      method!.stages = [{ place: 'bench', container: 'cells-128' }]
      // Some days before it hardens it changes its place once more.
      if (before !== undefined) method!.stages.push({ place: 'mat', when: { daysBeforePlanting: before } })
      s.plantings[0]!.on = formatDay(parseDay('2027-05-01') + after)
    })
  const batchIn = (season: Season, today?: number) => createPlanner().plan(season, today).byId.get('a')!
  const hardens = (batch: Batch) => batch.stays.find(({ kind }) => kind === 'harden')!.from

  it('begins on the last of them that hardens long enough, in the plan, its work, and what has begun', () => {
    let earlier = 0
    fc.assert(
      fc.property(fc.nat(60), anyWeekdays, (after, weekdays) => {
        const season = seasonOf(after, { movingWeekdays: weekdays })
        const batch = batchIn(season)
        const day = hardens(batch)
        const own = batch.plantOn - 7
        expect(weekdays).toContain(weekday(day))
        for (let other = day + 1; other <= own; other++) expect(weekdays).not.toContain(weekday(other))
        expect(own - day).toBeGreaterThanOrEqual(0)
        if (day !== own) earlier++
        expect(shiftsOfBatch(batch).find(({ what }) => what === 'harden')?.days ?? 0).toBe(day - own)
        expect(tasksOf(batch, -Infinity, Infinity).find(({ kind }) => kind === 'harden')!.day).toBe(day)
        // Ready on the same day whether it is sown or not: what has begun hardens on the same day.
        const records = [done('a', formatDay(batch.sow!), 'sow')]
        expect(hardens(batchIn({ ...season, records }, batch.sow! + 1))).toBe(day)
        // One that was really put out on another day stands out from that day.
        const out = [...records, done('a', formatDay(own + 2), 'harden', { nth: 1 })]
        expect(hardens(batchIn({ ...season, records: out }, own + 2))).toBe(own + 2)
      }),
      { numRuns: 40 },
    )
    expect(earlier).toBeGreaterThan(10)
  })
  it('is sown as late as may be all the same: one day later is not ready', () => {
    fc.assert(
      fc.property(fc.nat(60), anyWeekdays, fc.boolean(), (after, weekdays, frame) => {
        const season = seasonOf(after, { movingWeekdays: weekdays }, frame ? 9 : undefined)
        const { sow, plantOn, way, stays, course } = batchIn(season)
        const { route } = way
        const readyBy = (day: number) => {
          const pass = forwardPass(route, day, plantOn)
          const wanted = pass.readyAge + course.agePoint * (limitAge(route) - pass.readyAge)
          return ageOn(route, pass, plantOn) >= wanted - 1e-9
        }
        expect([readyBy(sow!), readyBy(sow! + 1)]).toEqual([true, false])
        // Places follow in their order, whichever days they are moved on.
        expect(stays.at(-1)!.kind).toBe('harden')
        for (let i = 1; i < stays.length; i++) expect(stays[i]!.from).toBe(stays[i - 1]!.until)
      }),
      { numRuns: 40 },
    )
  })
  it('keeps its own day where a batch does, and where no day of work is near', () => {
    const free = batchIn(seasonOf(3, {}))
    expect(hardens(free)).toBe(free.plantOn - 7)
    const season = seasonOf(3, { movingWeekdays: [(weekday(free.plantOn - 7) % 7) + 1] })
    expect(hardens(batchIn(season))).toBe(free.plantOn - 13)
    season.plantings[0]!.otherwise = { anyDay: true }
    expect(hardens(batchIn(season))).toBe(free.plantOn - 7)
    expect(hardens(batchIn(seasonOf(3, { workDates: { moving: ['2027-01-02'] } })))).toBe(free.plantOn - 7)
  })
})

describe('days of work by date', () => {
  const on = '2027-05-20'
  const own = () =>
    createPlanner()
      .plan(readSmall((s) => (s.plantings[2]!.on = on)))
      .byId.get('t')!
  const withDates = (habits: SmallSeason['habits']) =>
    createPlanner()
      .plan(
        readSmall((s) => {
          s.habits = habits
          s.plantings[2]!.on = on
        }),
      )
      .byId.get('t')!

  it('are kept by sowing, potting up and planting, and each shift is said', () => {
    const free = own()
    const potted = legStart(free.pass!, 1)
    const later = withDates({ workDates: { potting: [formatDay(potted + 2), formatDay(potted - 30)] } })
    expect(legStart(later.pass!, 1)).toBe(potted + 2)
    expect(shiftsOfBatch(later)).toMatchObject([{ what: 'pot-up', days: 2 }])
    const planted = withDates({ workDates: { planting: ['2027-05-11', '2027-05-28'] } })
    expect(planted.plantOn).toBe(parseDay('2027-05-28'))
    expect(shiftsOfBatch(planted)).toContainEqual(expect.objectContaining({ what: 'plant', days: 8 }))
    const sown = withDates({ workDates: { sowing: [formatDay(free.sow! - 1)] } })
    expect(sown.sow).toBe(free.sow! - 1)
  })
  it('join days of the week: whichever is nearer', () => {
    const wanted = parseDay(on)
    const otherDay = (weekday(wanted) % 7) + 1 // the day after
    const both = withDates({ plantingWeekdays: [otherDay], workDates: { planting: [formatDay(wanted - 1)] } })
    expect(both.plantOn).toBe(wanted - 1) // a tie goes earlier
    expect(withDates({ plantingWeekdays: [otherDay] }).plantOn).toBe(wanted + 1)
  })
  it('too far away are not waited for', () => {
    expect(withDates({ workDates: { planting: ['2027-07-20'] } }).plantOn).toBe(parseDay(on))
    expect(shiftsOfBatch(withDates({ workDates: { planting: ['2027-07-20'] } }))).toEqual([])
  })
})

describe('sister sowings', () => {
  it('are one line, whose sums are theirs', () => {
    const plan = planOf(a.sow!, (s) => {
      const twin = { variety: 'lettuce-red', method: 'lettuce-cells', on: '2027-06-20', sowOn: '2027-05-02' }
      s.plantings.push({ ...twin, key: 'x', code: 'X', plants: 40 }, { ...twin, key: 'y', code: 'Y', plants: 300 })
    })
    const [line, ...others] = sessionOn(plan, parseDay('2027-05-02'), ['sow']).lines
    expect(others).toEqual([])
    expect(line!.works.map(({ task }) => task.batch.code).sort()).toEqual(['H', 'X', 'Y'])
    expect(line!.cells).toBe(line!.works.reduce((sum, { task }) => sum + task.cells, 0))
    expect(line!.labels).toBe(line!.trays)
  })
})

describe('sessions of any day of any farm', () => {
  const farms = ['sallow-ferry-2027', 'kestrel-flat-2027', 'loft-and-porch-2027', 'one-tunnel-2027'].map((name) => {
    const read = readSeason(JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')))
    if (!read.ok) throw new Error(name)
    const plan = createPlanner().plan(read.season)
    return { plan, from: parseDay(read.season.season.from), to: parseDay(read.season.season.to) }
  })
  const KINDS = Object.keys(SESSIONS) as SessionKind[]

  it('take what their lines take, and all of a day is the sum of its sessions', () => {
    let seen = 0
    fc.assert(
      fc.property(fc.constantFrom(...farms), fc.integer({ min: 0, max: 1000 }), ({ plan, from, to }, share) => {
        const on = Math.floor(from + (share / 1000) * (to - from))
        const whole = sessionOn(plan, on)
        const parts = KINDS.map((kind) => sessionOn(plan, on, [kind]))
        seen += whole.lines.length
        for (const [i, kind] of KINDS.entries()) expect(partOf(plan, whole, [kind])).toEqual(parts[i])
        expect(parts.reduce((sum, { lines }) => sum + lines.length, 0)).toBe(whole.lines.length)
        for (const of of ['labels', 'minutes', 'covering', 'soak', 'covers'] as const)
          expect(parts.reduce((sum, one) => sum + one[of], 0)).toBeCloseTo(whole[of], 9)
        const mixed = (of: (typeof parts)[number]) =>
          of.mixes.reduce((sum, { measured }) => sum + measured.parts.reduce((all, { litres }) => all + litres, 0), 0)
        expect(parts.reduce((sum, one) => sum + mixed(one), 0)).toBeCloseTo(mixed(whole), 6)
        // What is filled in: by hand, container by container, whatever it is called.
        const byLine = whole.lines.reduce((sum, { kind, mix }) => sum + (kind === 'heat-mix' ? 0 : (mix?.litres ?? 0)), 0) // prettier-ignore
        expect(mixed(whole)).toBeCloseTo(byLine, 6)
        expect(whole.containers.reduce((sum, { litres }) => sum + litres, 0)).toBeCloseTo(byLine, 6)
      }),
      { numRuns: 200 },
    )
    expect(seen).toBeGreaterThan(40)
  })
})
