import { describe, expect, it } from 'vitest'
import type { Entry, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { gatesBetween } from '../field/gates'
import { seasonAir } from '../field/anchor'
import { createPlanner } from '../plan/plan'
import { tasksOf } from '../batch/tasks'
import { lookBack, plugRatio, suggestionsOf } from './learned'
import { roundsOn } from './rounds'
import { countsDue } from './counts-due'
import { washDue } from './wash'
import { waterEvery } from './watering'
import { done, entry } from '../testing/records'
import { standDecision } from './stand-choices'
import { holdLevers, judge, type Seen } from './verdict'
import { askedAbout, dayOf, outlookOf, workBetween } from './work'

const day = (n: number) => formatDay(n)
const start = () => entry(undefined, '2027-01-02', { did: 'note' })

function world(today: number, records: Entry[], bend?: (season: SmallSeason) => void) {
  const season: Season = { ...readSmall(bend), records: [start(), ...records] }
  const planner = createPlanner()
  return { season, planner, plan: planner.plan(season, today) }
}

const t = createPlanner().plan(readSmall()).byId.get('t')!
const a = createPlanner().plan(readSmall()).byId.get('a')!
const sownT = () => done('t', day(t.sow!), 'sow', { cells: t.sizing!.cells, seeds: t.sizing!.seeds })

describe('a stand that was counted', () => {
  const decide = (showing: number, after: number, doubles = 0, bend?: (season: SmallSeason) => void) => {
    const own = createPlanner().plan(readSmall(bend)).byId.get('t')!
    const on = own.pass!.emergence + after
    const { plan, planner, season } = world(
      on,
      [done('t', day(own.sow!), 'sow', { cells: t.sizing!.cells, seeds: t.sizing!.seeds })],
      bend,
    )
    return {
      ...standDecision(planner, season, plan.byId.get('t')!, { cells: t.sizing!.cells, showing, doubles }, on),
      on,
    }
  }
  it('is let be where there are enough', () => {
    expect(decide(t.sizing!.cells - 3, 5).choices[0]!.kind).toBe('let-be')
  })
  it('is waited for while it is early, but never past the last day to sow again', () => {
    const { choices, on, lastResow } = decide(8, 0)
    const [first] = choices
    expect(first).toMatchObject({ kind: 'wait' })
    const until = first?.kind === 'wait' ? first.until : on
    expect(until).toBeGreaterThan(on)
    expect(until).toBeLessThanOrEqual(lastResow!.lastDay)
  })
  it('says what doing nothing costs, where the planting has a worth', () => {
    expect(decide(30, 8).atStake).toBeUndefined()
    const { atStake, lacking, wanted } = decide(30, 8, 0, (s) => {
      s.plantings[2]!.worth = { by: 'money', amount: 600 }
    })
    expect(atStake).toBeCloseTo((600 * lacking) / wanted, 6)
  })
  it('is waited for also where it is too late to sow again, as long as more will come', () => {
    const early = decide(3, -1, 0, (s) => {
      s.plantings[2]!.agePoint = 0
    })
    expect(early.lastResow === undefined || early.lastResow.lastDay < early.on).toBe(true)
    expect(early.choices[0]).toMatchObject({ kind: 'wait' })
    expect(early.choices.map(({ kind }) => kind)).not.toContain('resow')
  })
  it('is filled from its doubles where that is enough', () => {
    const { choices } = decide(58, 8, 14)
    expect(choices[0]!.kind).toBe('fill')
  })
  it('is sown again where half of it failed, with what lacks and so many more as make it sure', () => {
    const { choices, lacking, stand, wanted } = decide(30, 8, 0, (s) => {
      s.plantings[2]!.agePoint = 0.9
    })
    const resow = choices.find((choice) => choice.kind === 'resow')!
    expect(choices[0]!.kind).toBe('resow')
    if (resow.kind === 'resow') {
      const { plants, cells } = resow.resow
      expect(plants).toBeGreaterThanOrEqual(lacking)
      expect(stand.chanceOf(wanted - plants)).toBeGreaterThanOrEqual(0.9)
      expect(stand.chanceOf(wanted - plants + 1)).toBeLessThan(0.9)
      expect(cells).toBeGreaterThanOrEqual(plants)
    }
  })
  it('is planted smaller where it is too late to sow again', () => {
    const { choices, lastResow, on } = decide(30, 12, 0, (s) => {
      s.plantings[2]!.agePoint = 0
    })
    expect(lastResow === undefined || lastResow.lastDay < on).toBe(true)
    expect(choices[0]!.kind).toBe('fewer')
  })
})

describe('a plant that was looked at', () => {
  const look = (seen: Seen, age = 20, minNight = 4) => {
    const on = t.pass!.leavesHeat + age
    const { plan, season } = world(on, [sownT(), done('t', day(t.pass!.leavesHeat), 'leave-heat')], (s) => {
      s.crops[1]!.minNight = minNight
    })
    const batch = plan.byId.get('t')!
    return { ...judge(batch, seen, on), levers: holdLevers(batch, season, on), on }
  }
  it('waits while its plug falls apart', () => {
    expect(look({ lifts: false }).verdict).toMatchObject({ kind: 'wait' })
  })
  it('is potted up once it lifts whole, however few degree-days it has', () => {
    const { verdict } = look({ lifts: true, roots: 'showing' }, 12)
    expect(verdict.kind === 'pot-up' && verdict.into.key).toBe('pots')
  })
  it('is past its best where roots circle hard, and can still be potted up', () => {
    expect(look({ lifts: true, roots: 'circling-hard' }).verdict).toMatchObject({
      kind: 'past',
      why: 'roots',
      into: { key: 'pots' },
    })
  })
  it('is as old as its leaves say', () => {
    const { age, remarks } = look({ leaves: 6 }, 8)
    expect(age).toBeCloseTo(6.5 * 52, 6)
    expect(remarks).toContain('ahead')
  })
  it('gains days in a larger pot and in a cooler place that does not harm it', () => {
    const { levers } = look({}, 25, 12)
    expect(levers.some((lever) => lever.kind === 'container' && lever.container.key === 'pots' && lever.days > 5)).toBe(
      true,
    )
    // The frame has nights under what a tomato bears.
    expect(levers.some((lever) => lever.kind === 'place' && lever.place.key === 'frame')).toBe(false)
  })
})

describe('the work of a day', () => {
  it('keeps what is late until it is done, dropped or put off', () => {
    const today = a.sow! + 4
    const kinds = (records: Entry[]) =>
      workBetween(world(today, records).plan, today, today + 1)
        .filter(({ task }) => task.batch.id === 'a')
        .map(({ task, late, state }) => [task.kind, late, state])
    expect(kinds([])).toEqual([['sow', 4, 'open']])
    expect(kinds([done('a', day(today), 'sow', { cells: 100, seeds: 100 })])).toEqual([['sow', 0, 'done']])
    expect(kinds([entry('a', day(today), { did: 'drop', task: 'sow', nth: 0, why: 'no seed' })])).toEqual([])
    expect(kinds([entry('a', day(today), { did: 'wait', task: 'sow', nth: 0, until: day(today + 2) })])).toEqual([])
    const later = workBetween(
      world(today, [entry('a', day(today), { did: 'wait', task: 'sow', nth: 0, until: day(today + 2) })]).plan,
      today,
      today + 3,
    )
    expect(later.filter(({ task }) => task.batch.id === 'a').map((work) => dayOf(work))).toEqual([today + 2])
  })
  it('asks what became of a sowing that was past before anything was recorded, and counts it nowhere until then', () => {
    const season = readSmall()
    const today = a.sow! + 4
    const plan = createPlanner().plan(season, today)
    expect(askedAbout(plan).map(({ id }) => id)).toContain('a')
    expect(workBetween(plan, today, today + 1).filter(({ task }) => task.batch.id === 'a')).toEqual([])
    expect(roundsOn(plan, today)).toEqual([])
    const own = plan.byId.get('a')!
    expect(own.marks.map(({ kind }) => kind)).toContain('sowing-day-past')
    const place = plan.places.find(({ of }) => of === season.places[own.stays[0]!.place])!
    expect(place.days[today - place.from]).toBe(0)
    // Said to be sown, put off to today, or left out, it is asked about no more.
    const said = (what: Entry['what'], on = today) =>
      askedAbout(createPlanner().plan({ ...season, records: [entry('a', day(on), what)] }, today)).map(({ id }) => id)
    expect(said({ did: 'task', task: 'sow', nth: 0, cells: 60 }, a.sow!)).not.toContain('a')
    expect(said({ did: 'wait', task: 'sow', nth: 0, until: day(today) })).not.toContain('a')
    expect(said({ did: 'drop', task: 'sow', nth: 0, why: 'Left out this season' })).not.toContain('a')
    // Where records were kept before its day, it is simply late.
    const kept = { ...season, farm: { ...season.farm, recordsFrom: day(a.sow! - 10) } }
    const late = createPlanner().plan(kept, today)
    expect(askedAbout(late)).toEqual([])
    expect(workBetween(late, today, today + 1).find(({ task }) => task.batch.id === 'a')).toMatchObject({ late: 4 })
    // Unless it was written into the plan only afterwards.
    const plantings = season.plantings.map((planting) => ({ ...planting, plannedOn: day(today) }))
    expect(askedAbout(createPlanner().plan({ ...kept, plantings }, today)).map(({ id }) => id)).toContain('a')
  })
  it('says whether a batch will be in time', () => {
    const on = t.sow! + 30
    expect(
      outlookOf(world(on, [done('t', day(t.sow! + 28), 'sow', { cells: 80, seeds: 160 })]).plan.byId.get('t')!),
    ).toMatchObject({ kind: 'late' })
    expect(outlookOf(world(t.sow!, [sownT()]).plan.byId.get('t')!)).toMatchObject({ kind: 'on-time' })
  })
  it('asks for a count once nearly all should be up, and no more once it was made', () => {
    const on = t.pass!.emergence + 8
    const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
    expect(countsDue(world(on, [sownT(), off]).plan, on).map(({ batch }) => batch.id)).toEqual(['t'])
    expect(
      countsDue(
        world(on, [sownT(), off, entry('t', day(on), { did: 'count', cells: 70, showing: 60, doubles: 9 })]).plan,
        on,
      ),
    ).toEqual([])
  })
})

describe('what is out', () => {
  it('is asked no more whether it can go out', () => {
    const on = t.plantOn + 3
    const asked = (records: Entry[]) => {
      const { plan, season } = world(on, [sownT(), ...records])
      return gatesBetween(plan.inField, new Map(), t.plantOn - 1, on + 1, {
        season,
        air: seasonAir(season),
        forecast: undefined,
        today: on,
      }).map(({ stand }) => stand.id)
    }
    expect(asked([])).toContain('t')
    expect(asked([done('t', day(t.plantOn), 'plant')])).not.toContain('t')
  })
})

describe('rounds', () => {
  it('come oftener as plants grow and cells are small', () => {
    for (const ml of [13, 25, 60, 350]) expect(waterEvery(1, ml)).toBeLessThanOrEqual(waterEvery(0, ml))
    for (const grown of [0, 0.5, 1]) expect(waterEvery(grown, 13)).toBeLessThanOrEqual(waterEvery(grown, 350))
    expect(waterEvery(1, 13)).toBe(0.5)
    expect(waterEvery(0, 350)).toBe(3)
  })
  it('are due again after their days, and done for the day once they are', () => {
    const on = a.sow! + 10
    const rounds = (records: Entry[]) =>
      roundsOn(world(on, [done('a', day(a.sow!), 'sow', { cells: 200, seeds: 200 }), ...records]).plan, on).filter(
        ({ what, place }) => what === 'water' && place === 1,
      )
    expect(rounds([])).toMatchObject([{ place: 1, done: undefined }])
    expect(
      rounds([entry(undefined, day(on), { did: 'round', what: 'water' }, { place: 'bench' })])[0]!.done,
    ).toBeDefined()
  })
})

describe('washing', () => {
  it('is asked for of what came free, less what was washed', () => {
    const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!
    const on = pot.day + 3
    const due = (records: Entry[]) =>
      washDue(
        world(on, [
          sownT(),
          done('t', day(t.pass!.leavesHeat), 'leave-heat'),
          done('t', day(pot.day), 'pot-up', { nth: 1, cells: 64 }),
          ...records,
        ]).plan,
        on,
      ).map(({ container, trays, since }) => [container.key, trays, since])
    expect(due([])).toEqual([['cells-128', 1, pot.day]])
    expect(due([entry(undefined, day(on), { did: 'wash', container: 'cells-128', trays: 1 })])).toEqual([])
    const broke = { did: 'broke', container: 'cells-128', trays: 1 } as const
    expect(due([entry(undefined, day(on), { ...broke, unwashed: true })])).toEqual([])
    expect(due([entry(undefined, day(on), broke)])).toEqual([['cells-128', 1, pot.day]])
  })
})

describe('a season looked back on', () => {
  const all = (showing: number) => {
    const tasks = tasksOf(t, -Infinity, Infinity).filter(
      ({ kind }) => kind !== 'sow' && kind !== 'prepare' && kind !== 'plant',
    )
    return [
      sownT(),
      entry('t', day(t.pass!.emergence + 6), { did: 'count', cells: t.sizing!.cells, showing, doubles: 0 }),
      entry('t', day(t.pass!.emergence + 7), { did: 'loss', plants: 4, cause: 'damping-off' }),
      ...tasks.map((task) =>
        done('t', day(task.day), task.kind, {
          nth: task.nth,
          ...(task.kind === 'pot-up' ? { cells: task.cells } : {}),
        }),
      ),
      done('t', day(t.plantOn + 2), 'plant', { plants: 58 }),
    ]
  }
  it('has what was planned beside what happened', () => {
    const [one] = lookBack(world(t.plantOn + 10, all(50)).plan)
    expect(one).toMatchObject({
      variety: 'tomato-plum',
      batches: 1,
      losses: [['damping-off', 4]],
      missed: { plantings: 1, days: 2 },
    })
    expect(one!.stand!.happened).toBeLessThan(one!.stand!.planned)
    expect(one!.emergence!.seen).toBe(1)
  })
  it('suggests figures between the old and what was seen, and none where they agree', () => {
    const poor = world(t.plantOn + 10, all(35))
    const share = suggestionsOf(poor.plan, poor.season).find(({ what }) => what === 'usual-share')!
    const seen = lookBack(poor.plan)[0]!.stand!.happened
    expect(share.to).toBeLessThan(share.from)
    expect(share.to).toBeGreaterThan(seen)
    expect(createPlanner().plan(readSmall(), t.plantOn).batches.length).toBeGreaterThan(0)
    expect(suggestionsOf(world(t.plantOn, []).plan, readSmall())).toEqual([])
    expect(parseDay('2027-01-01')).toBeLessThan(t.sow!)
  })
  it('tells from lifted plugs when they really hold: between the oldest that fell apart and the youngest that held', () => {
    const plug = (age: number, holds: boolean) => ({ on: 0, age, ready: 100, holds })
    expect(plugRatio([])).toBeUndefined()
    expect(plugRatio([plug(90, false), plug(110, true)])).toBe(1) // as was reckoned
    expect(plugRatio([plug(80, true)])).toBe(0.8)
    expect(plugRatio([plug(70, false), plug(80, true)])).toBe(0.75)
    expect(plugRatio([plug(120, false)])).toBe(1.2)
    expect(plugRatio([plug(120, false), plug(130, true)])).toBe(1.25)
    expect(plugRatio([plug(120, false), plug(90, true)])).toBeUndefined()
  })
  it('sums the varieties of a crop above them, where there are several', () => {
    const a = createPlanner().plan(readSmall()).byId.get('a')!
    const two = (s: SmallSeason) => {
      s.varieties.push({ key: 'lettuce-green', crop: 'lettuce', name: 'Lettuce, green' })
      s.plantings.push({
        key: 'g',
        code: 'G',
        variety: 'lettuce-green',
        method: 'lettuce-cells',
        plants: 100,
        on: '2027-04-20',
      })
    }
    const records = [
      done('a', day(a.sow!), 'sow', { cells: 220, seeds: 220 }),
      done('g', day(a.sow!), 'sow', { cells: 120, seeds: 120 }),
      entry('g', day(a.sow! + 12), { did: 'loss', plants: 7, cause: 'pests' }),
    ]
    const rows = lookBack(world(a.plantOn - 5, records, two).plan)
    expect(rows.map(({ name, variety, batches }) => [name, variety, batches])).toEqual([
      ['Lettuce', undefined, 2],
      ['Lettuce, green', 'lettuce-green', 1],
      ['Lettuce, red', 'lettuce-red', 1],
    ])
    expect(rows[0]!.losses).toEqual([['pests', 7]])
  })
})
