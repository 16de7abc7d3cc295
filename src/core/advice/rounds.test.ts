import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Entry } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { roundsOn } from './rounds'
import { countsDue } from './counts-due'
import { washDue } from './wash'
import { workBetween } from './work'
import { learnedEvery, waterEvery } from './watering'
import { done, entry } from '../testing/records'

const day = (n: number) => formatDay(n)
const a = createPlanner().plan(readSmall()).byId.get('a')!
const t = createPlanner().plan(readSmall()).byId.get('t')!
const planOn = (today: number, records: Entry[], bend?: Parameters<typeof readSmall>[0]) =>
  createPlanner().plan(
    { ...readSmall(bend), records: [entry(undefined, '2027-01-02', { did: 'note' }), ...records] },
    today,
  )
const round = (place: string, on: number, what: 'water' | 'feed') =>
  entry(undefined, day(on), { did: 'round', what }, { place })
const sown = done('a', day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
const BENCH = 1

describe('water', () => {
  it('is asked for the oftener the fuller of root a cell is, and the smaller it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        fc.integer({ min: 5, max: 4000 }),
        fc.integer({ min: 5, max: 4000 }),
        (g1, g2, m1, m2) => {
          const [less, more] = [Math.min(g1, g2), Math.max(g1, g2)]
          const [small, large] = [Math.min(m1, m2), Math.max(m1, m2)]
          expect(waterEvery(more, small)).toBeLessThanOrEqual(waterEvery(less, small))
          expect(waterEvery(less, small)).toBeLessThanOrEqual(waterEvery(less, large))
          expect([0.5, 1, 2, 3]).toContain(waterEvery(g1, m1))
        },
      ),
    )
  })
  it('is twice a day for small cells full of root, and every three days for a fresh large pot', () => {
    expect(waterEvery(1, 15)).toBe(0.5)
    expect(waterEvery(0, 1500)).toBe(3)
  })
})

describe('water by how and where', () => {
  const figure = fc.double({ min: 0, max: 1.5, noNaN: true })
  it('is asked for later from below, up to a week, and the sooner the warmer it was', () => {
    fc.assert(
      fc.property(
        figure,
        fc.integer({ min: 5, max: 4000 }),
        fc.double({ min: 6, max: 40, noNaN: true }),
        fc.double({ min: 6, max: 40, noNaN: true }),
        (grown, ml, one, two) => {
          expect(waterEvery(grown, ml, { below: true })).toBeGreaterThanOrEqual(waterEvery(grown, ml))
          expect(waterEvery(grown, ml, { below: true })).toBeLessThanOrEqual(7)
          const [cool, warm] = [Math.min(one, two), Math.max(one, two)]
          expect(waterEvery(grown, ml, { warmth: warm })).toBeLessThanOrEqual(waterEvery(grown, ml, { warmth: cool }))
        },
      ),
    )
    expect(waterEvery(0, 350, { below: true })).toBe(7)
  })
  it('is learned from the rounds that were ticked, little from few', () => {
    const ticked = (every: number, rounds: number) => Array.from({ length: rounds }, (_, i) => round('bench', 20_000 - i * every, 'water')) // prettier-ignore
    expect(learnedEvery(ticked(3, 5), 1, 20_001)).toBeUndefined()
    // Five gaps of three days, against five that are calculated at one.
    expect(learnedEvery(ticked(3, 6), 1, 20_001)).toBe(2)
    expect(learnedEvery(ticked(2, 14), 1, 20_001)).toBeCloseTo((13 * 2 + 5) / 18, 9)
    // Two rounds on one day are one; a fortnight without any was forgotten, not dry.
    const twice = ticked(1, 9).flatMap((one) => [one, { ...one, id: `${one.id}x` }])
    expect(learnedEvery(twice, 1, 20_001)).toBe(1)
    expect(learnedEvery(ticked(14, 9), 1, 20_001)).toBeUndefined()
  })
  it('comes as often as its place says, whatever is calculated', () => {
    const at = a.pass!.emergence + 4
    const often = (days: number | undefined, ago: number) =>
      roundsOn(
        planOn(at, [sown, round('bench', at - ago, 'water')], (s) => {
          if (days !== undefined) s.places[1]!.water = { days }
        }),
        at,
      ).filter(({ what, place }) => what === 'water' && place === BENCH)
    expect(often(6, 5)).toEqual([])
    expect(often(6, 6)).toMatchObject([{ every: 6, learned: false }])
    expect(often(0.5, 1)).toMatchObject([{ every: 0.5 }])
  })
})

describe('feed', () => {
  it('is as strong and as often as its kind and age ask for', () => {
    const feeds = (care: object, later = 0, records: Entry[] = []) => {
      const plan = planOn(0, [], (s) => (s.crops[0]!.care = { feedAtLeaf: 1, ...care }))
      const own = plan.byId.get('a')!
      const at = own.leafWork.find(({ kind }) => kind === 'feed')!.day + later
      return roundsOn(
        planOn(
          at,
          [sown, ...records.map((one) => ({ ...one, on: day(at - 5) }))],
          (s) => (s.crops[0]!.care = { feedAtLeaf: 1, ...care }),
        ),
        at,
      ).filter(({ what }) => what === 'feed')
    }
    expect(feeds({})[0]).toMatchObject({ every: 7, strengths: [{ strength: 0.5, codes: ['A'] }] })
    expect(feeds({}, 12)[0]!.strengths).toEqual([{ strength: 1, codes: ['A'] }])
    expect(feeds({ feedStrength: 0.25 }, 12)[0]!.strengths).toEqual([{ strength: 0.25, codes: ['A'] }])
    const fed = [round('bench', 0, 'feed')]
    expect(feeds({ feedEvery: 10 }, 0, fed)).toEqual([])
    expect(feeds({ feedEvery: 4 }, 0, fed)).toMatchObject([{ every: 4 }])
  })
})

describe('rounds through a place', () => {
  const on = a.pass!.emergence + 4
  const waters = (records: Entry[], at = on) =>
    roundsOn(planOn(at, [sown, ...records]), at).filter(({ what, place }) => what === 'water' && place === BENCH)

  it('are asked for where something stands, by what dries first', () => {
    const [one] = waters([])
    expect(one).toMatchObject({ place: BENCH, closest: { code: 'A', container: '128-cell tray' }, done: undefined })
    expect(roundsOn(planOn(a.sow! - 30, []), a.sow! - 60)).toEqual([])
  })
  it('come again once their days are over, and stand as done on the day they are', () => {
    const [one] = waters([])
    const every = Math.ceil(one!.every)
    expect(waters([round('bench', on, 'water')])[0]!.done).toBeDefined()
    if (every > 1) expect(waters([round('bench', on, 'water')], on + every - 1)).toEqual([])
    expect(waters([round('bench', on, 'water')], on + every)[0]!.done).toBeUndefined()
    // Another place was watered: that is no help here.
    expect(waters([round('mat', on, 'water')])[0]!.done).toBeUndefined()
  })
  it('are asked for twice where a small cell is full of root, and done once the second is', () => {
    const full = a.plantOn + 15 // nobody planted it
    const small = (records: Entry[]) => {
      const plan = planOn(full, [sown, ...records], (s) => (s.containers[0]!.cellVolume = 12))
      return roundsOn(plan, full).find(({ what, closest }) => what === 'water' && closest.code === 'A')!
    }
    const none = small([])
    expect(none).toMatchObject({ every: 0.5, done: undefined, once: undefined })
    const at = readSmall().places[none.place]!.key
    const morning = small([round(at, full, 'water')])
    expect(morning).toMatchObject({ done: undefined, once: { place: at } })
    expect(small([round(at, full, 'water'), round(at, full, 'water')])).toMatchObject({ done: { place: at }, once: undefined }) // prettier-ignore
  })
  it('of feed begin with the first feed of a batch', () => {
    const fed = (at: number) =>
      roundsOn(
        planOn(at, [sown], (s) => {
          s.crops[0]!.care = { feedAtLeaf: 2 }
        }),
        at,
      ).some(({ what }) => what === 'feed')
    const own = createPlanner()
      .plan(
        readSmall((s) => {
          s.crops[0]!.care = { feedAtLeaf: 2 }
        }),
      )
      .byId.get('a')!
    const first = own.leafWork.find(({ kind }) => kind === 'feed')!.day
    expect(fed(first - 1)).toBe(false)
    expect(fed(first)).toBe(true)
  })
})

describe('the first feed of a batch', () => {
  const fedAtTwo = (s: SmallSeason) => {
    s.crops[0]!.care = { feedAtLeaf: 2 }
  }
  const planned = createPlanner().plan(readSmall(fedAtTwo)).byId.get('a')!
  const first = planned.leafWork.find(({ kind }) => kind === 'feed')!.day
  const place = readSmall().places[planned.stays.find(({ from, until }) => from <= first && first < until)!.place]!.key
  const feedWork = (today: number, records: Entry[] = []) => {
    const plan = planOn(today, [sown, ...records], fedAtTwo)
    return workBetween(plan, today, today + 14).filter(({ task }) => task.kind === 'feed' && task.batch.id === 'a')
  }
  const rounds = (today: number, records: Entry[] = []) =>
    roundsOn(planOn(today, [sown, ...records], fedAtTwo), today).filter(({ what }) => what === 'feed')

  it('is named in the round of its place, on the day and while it is late', () => {
    expect(feedWork(first)).toMatchObject([{ state: 'open', due: first, late: 0 }])
    expect(rounds(first)).toMatchObject([{ first: ['A'] }])
    expect(rounds(first + 3)).toMatchObject([{ first: ['A'] }])
    expect(feedWork(first + 3)).toMatchObject([{ late: 3 }])
  })
  it('is given by a round through its place from that day on, and by no other', () => {
    const given = (on: number, at = place, today = on) => feedWork(today, [round(at, on, 'feed')])
    expect(given(first)).toMatchObject([{ state: 'done', late: 0, line: undefined, task: { day: first } }])
    expect(given(first + 2)).toMatchObject([{ state: 'done', task: { day: first + 2 } }])
    expect(given(first, place, first + 1)).toEqual([]) // done the day before
    expect(given(first, 'frame')).toMatchObject([{ state: 'open' }])
    // It stands as given in the round of that day, and is no first any more in the next.
    expect(rounds(first, [round(place, first, 'feed')])).toMatchObject([{ first: ['A'], done: { place } }])
    expect(rounds(first + 7, [round(place, first, 'feed')])).toMatchObject([{ first: [], done: undefined }])
  })
  it('waits for the next round where its place was fed just before, and is not late for it', () => {
    const before = round(place, first - 3, 'feed')
    expect(rounds(first, [before])).toEqual([])
    expect(feedWork(first, [before])).toMatchObject([{ state: 'open', late: 0, task: { day: first + 4 } }])
    expect(rounds(first + 4, [before])).toMatchObject([{ first: ['A'] }])
    expect(feedWork(first + 4, [before])).toMatchObject([{ state: 'open', task: { day: first + 4 } }])
  })
  it('ticked by itself needs no round to be done', () => {
    const ticked = done('a', day(first), 'feed')
    expect(feedWork(first, [ticked])).toMatchObject([{ state: 'done', line: { on: first } }])
    expect(rounds(first, [ticked])).toMatchObject([{ first: [] }])
  })
})

describe('looking and counting', () => {
  const { cells, seeds } = t.sizing!
  const sowing = done('t', day(t.sow!), 'sow', { cells, seeds })
  const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
  const due = (at: number, records: Entry[]) =>
    countsDue(planOn(at, [sowing, ...records]), at)
      .filter(({ batch }) => batch.id === 't')
      .map(({ kind, since }) => [kind, since])
  const none = (at: number) => entry('t', day(at), { did: 'count', cells, showing: 0, doubles: 0 })
  const some = (at: number, again?: number) =>
    entry('t', day(at), {
      did: 'count',
      cells,
      showing: cells - 5,
      doubles: 0,
      ...(again === undefined ? {} : { again: day(again) }),
    })
  /** First day on which anything is asked of the tray. */
  const firstDay = (records: Entry[], kind: string) => {
    for (let at = t.sow!; at < t.plantOn; at++) if (due(at, records).some(([one]) => one === kind)) return at
    throw new Error(`never ${kind}`)
  }

  it('are asked for from the day the first should show, while it is in heat', () => {
    const first = firstDay([], 'look')
    expect(first).toBeGreaterThan(t.sow!)
    expect(first).toBeLessThanOrEqual(t.pass!.emergence)
    expect(due(first, [])).toEqual([['look', first]])
    expect(due(first, [done('t', day(first), 'leave-heat')])).toEqual([])
    expect(due(first, [entry('t', day(first), { did: 'count', cells, showing: 3, doubles: 0 })])).toEqual([])
  })
  it('are asked for again the next day where nothing showed, as long as something should', () => {
    const first = firstDay([], 'look')
    expect(due(first, [none(first)])).toEqual([])
    const next = firstDay([none(first)], 'look')
    expect(next).toBeGreaterThan(first)
    expect(due(next, [none(first), none(next)])).toEqual([])
  })
  it('turn into a count once nearly all should be up, also after nothing showed before', () => {
    const full = firstDay([off], 'count')
    expect(due(full, [off])).toEqual([['count', full]])
    expect(due(full + 2, [off])).toEqual([['count', full]])
    const late = firstDay([off, none(t.sow! + 3)], 'count')
    expect(late).toBeGreaterThanOrEqual(full)
    expect(due(full + 2, [off, some(full + 1)])).toEqual([])
    expect(due(full + 30, [off])).toEqual([])
  })
  it('come back on the day that was chosen when it was put off', () => {
    const full = firstDay([off], 'count')
    expect(due(full + 3, [off, some(full + 1, full + 4)])).toEqual([])
    expect(due(full + 4, [off, some(full + 1, full + 4)])).toEqual([['count', full + 4]])
    expect(due(full + 5, [off, some(full + 1, full + 4), some(full + 5)])).toEqual([])
  })
})

describe('what is to be washed', () => {
  const pot = t.stays.find(({ potted, from }) => potted && from > t.sow!)!
  const tomato = [
    done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 }),
    done('t', day(t.pass!.leavesHeat), 'leave-heat'),
    done('t', day(pot.from), 'pot-up', { nth: 1, cells: 66 }),
  ]
  const due = (today: number, records: Entry[] = [], bend?: Parameters<typeof readSmall>[0]) =>
    washDue(planOn(today, [...tomato, ...records], bend), today).map(({ container, trays, since }) => [
      container.key,
      trays,
      since,
    ])

  it('is what potting up has emptied, from that day on', () => {
    expect(due(pot.from + 1)).toEqual([['cells-128', 1, pot.from]])
    expect(due(pot.from - 1)).toEqual([])
  })
  it('is less by what was washed, and asked for no more once all is', () => {
    expect(
      due(pot.from + 2, [entry(undefined, day(pot.from + 1), { did: 'wash', container: 'cells-128', trays: 1 })]),
    ).toEqual([])
  })
  it('is nothing where a container is planted with the plant, or needs no washing', () => {
    expect(
      due(pot.from + 1, [], (s) => {
        s.containers[0]!.plantable = true
      }),
    ).toEqual([])
    expect(
      due(pot.from + 1, [], (s) => {
        s.containers[0]!.washDays = 0
      }),
    ).toEqual([])
  })
  it('is forgotten in time', () => {
    expect(due(pot.from + 60)).not.toContainEqual(['cells-128', 1, pot.from])
  })
})
