import { describe, expect, it } from 'vitest'
import { smallSeason, readSmall, type SmallSeason } from '../../season/small-season'
import { readSeason } from '../../season/read'
import { leafAge } from '../growth/rate'
import { legStart } from '../schedule/forward'
import { createPlanner } from './plan'
import { tasksOf } from '../batch/tasks'

const planOf = (bend: (s: SmallSeason) => void) => createPlanner().plan(readSmall(bend))
const tomato = (bend: (s: SmallSeason) => void = () => undefined) => planOf(bend).byId.get('t')!
const kinds = (batch: ReturnType<typeof tomato>) => tasksOf(batch, -Infinity, Infinity).map(({ kind }) => kind)

describe('a flat to prick out from', () => {
  const batch = tomato((s) => {
    s.containers.push({ key: 'flat', name: 'Flat', kind: 'open-flat', cells: 1, cellVolume: 6000, trayPlaces: 1 })
    s.methods[1]!.sowing = { policy: 'flat', seedsPerFlat: 50 }
    s.methods[1]!.stages[0]!.container = 'flat'
  })
  it('is pricked out between its first and its third true leaf', () => {
    const { leafInterval } = batch.way.crop.growth
    const [flat] = batch.way.route.steps
    expect(flat!.ready).toBe(leafAge(1, leafInterval!))
    expect(flat!.limit).toBe(leafAge(3, leafInterval!))
    expect(batch.stays.find(({ potted, from }) => potted && from > batch.sow!)!.from).toBe(legStart(batch.pass!, 1))
  })
  it('takes whole flats, and only the good seedlings go on', () => {
    const { seeds, counts } = batch.sizing!
    expect(batch.stays[0]!.trays).toBe(Math.ceil(seeds / 50))
    expect(batch.stays[0]!.cells).toBe(batch.stays[0]!.trays)
    expect(batch.stays[0]!.trayPlaces).toBe(batch.stays[0]!.trays)
    expect(counts[1]!).toBeLessThan(seeds)
    // One in ten seedlings is not good enough: more seed than a cell tray of singles would take.
    expect(seeds).toBeGreaterThan(tomato((s) => (s.methods[1]!.sowing = { policy: 'single' })).sizing!.seeds)
  })
})

describe('clumps and division', () => {
  it('a clump counted in plants stays in its cells, all of them', () => {
    const batch = tomato((s) => (s.methods[1]!.sowing = { policy: 'clump', seedsPerCell: 4 }))
    expect(batch.sizing!.counts).toHaveLength(1)
    expect(new Set(batch.stays.map(({ cells }) => cells)).size).toBe(1)
    expect(batch.sizing!.cells).toBeLessThan(60 / 2)
    expect(batch.sizing!.seeds).toBe(4 * batch.sizing!.cells)
  })
  it('a clump shares its mix, so it must go out sooner than a single would', () => {
    const clump = tomato((s) => (s.methods[1]!.sowing = { policy: 'clump', seedsPerCell: 6 }))
    const single = tomato((s) => (s.methods[1]!.sowing = { policy: 'single' }))
    expect(clump.way.route.steps[1]!.ml).toBeLessThan(single.way.route.steps[1]!.ml / 4)
    expect(clump.way.route.steps[1]!.limit).toBeLessThan(single.way.route.steps[1]!.limit)
  })
  it('divided plants each get a pot of their own', () => {
    const batch = tomato((s) => (s.methods[1]!.sowing = { policy: 'divide', seedsPerCell: 6, parts: 4 }))
    expect(batch.stays.at(-1)!.cells).toBe(batch.sizing!.counts[1])
    expect(batch.stays.at(-1)!.cells).toBeGreaterThanOrEqual(60)
    expect(batch.sizing!.cells).toBeLessThan(25)
  })
  it('dividing on the way asks fewer cells before it', () => {
    const usual = tomato()
    const divided = tomato((s) => (s.methods[1]!.stages[1]!.divide = 3))
    expect(divided.sizing!.counts[1]).toBe(usual.sizing!.counts[1])
    expect(divided.sizing!.cells).toBeLessThan(usual.sizing!.cells / 2.2)
  })
})

describe('young plants bought in', () => {
  const bought = (orderDays: number) =>
    tomato((s) => {
      s.methods[1]!.sowing = { policy: 'bought', age: 200, good: 0.95, orderDays }
      delete s.methods[1]!.stages[0]!.germinateAt
    })
  it('are ordered, received and grown on, and nothing is sown or prepared for heat', () => {
    const batch = bought(30)
    expect(kinds(batch)).toEqual(expect.arrayContaining(['order', 'receive', 'pot-up', 'harden', 'plant']))
    expect(kinds(batch)).not.toEqual(expect.arrayContaining(['sow']))
    expect(kinds(batch)).not.toContain('thin')
    const [order] = tasksOf(batch, -Infinity, Infinity)
    expect(order!.day).toBe(batch.sow! - 30)
    expect(kinds(bought(0))).not.toContain('order')
  })
  it('come later than seed would be sown, and older', () => {
    expect(bought(30).sow!).toBeGreaterThan(tomato().sow!)
    expect(bought(30).ageAtPlanting).toBeGreaterThanOrEqual(200)
    expect(bought(30).marks).toEqual([])
  })
})

describe('containers', () => {
  it('that break apart take only their packs', () => {
    const whole = planOf(() => undefined).byId.get('h')!
    const packs = planOf((s) => Object.assign(s.containers[0]!, { kind: 'break-apart-pack', packCells: 16 })).byId.get(
      'h',
    )!
    const { cells } = packs.stays[0]!
    expect(packs.stays[0]!.trays).toBe(whole.stays[0]!.trays)
    expect(packs.stays[0]!.trayPlaces).toBe(Math.ceil(cells / 16) / 8)
    expect(packs.stays[0]!.trayPlaces).toBeLessThan(whole.stays[0]!.trayPlaces)
  })
})

describe('leaves', () => {
  it('say when to feed and to pinch', () => {
    const batch = tomato((s) => (s.crops[1]!.care = { feedAtLeaf: 2, pinch: { leaf: 3, delayDays: 5, stems: 2 } }))
    const tasks = tasksOf(batch, -Infinity, Infinity)
    const day = (kind: string) => tasks.find((task) => task.kind === kind)!.day
    expect(day('thin')).toBeLessThan(day('feed'))
    expect(day('feed')).toBeLessThan(day('pinch'))
    expect(day('pinch')).toBeLessThan(batch.plantOn)
  })
})

describe('a variety with figures of its own', () => {
  it('is counted back by them, and its sisters are not', () => {
    const plan = planOf((s) => {
      s.varieties.push({
        key: 'slow',
        crop: 'lettuce',
        name: 'Lettuce, slow',
        overrides: { germination: { thermalTime: 200 }, growth: { points: [{ ml: 25, ready: 400, limit: 600 }] } },
      })
      s.plantings.push({ key: 's', code: 'S', variety: 'slow', method: 'lettuce-cells', plants: 200, on: '2027-04-20' })
    })
    expect(plan.byId.get('s')!.sow!).toBeLessThan(plan.byId.get('a')!.sow! - 10)
    expect(plan.byId.get('a')!.sow).toBe(planOf(() => undefined).byId.get('a')!.sow)
  })
  it('must still make sense with the rest of its crop', () => {
    const document = smallSeason()
    document.varieties[0]!.overrides = {
      germination: { optimum: 2 },
      growth: { points: [{ ml: 25, ready: 400, limit: 300 }] },
    }
    const read = readSeason(document)
    expect(read.ok ? [] : read.problems.map(({ path }) => path)).toEqual([
      'varieties[0].overrides.germination.optimum',
      'varieties[0].overrides.growth.points[0].limit',
    ])
  })
})

describe('bad ways are refused by path', () => {
  const wrong = (bend: (s: SmallSeason) => void) => {
    const document = smallSeason()
    bend(document)
    const read = readSeason(document)
    return read.ok ? [] : read.problems.map(({ path }) => path)
  }
  const cases: [string, (s: SmallSeason) => unknown, string][] = [
    [
      'a flat that is no flat',
      (s) => (s.methods[1]!.sowing = { policy: 'flat', seedsPerFlat: 50 }),
      'methods[1].stages[0].container',
    ],
    [
      'leaves the wrong way round',
      (s) => (s.methods[1]!.sowing = { policy: 'flat', seedsPerFlat: 50, readyLeaf: 3, limitLeaf: 2 }),
      'methods[1].sowing.limitLeaf',
    ],
    [
      'dividing into nothing',
      (s) => (s.methods[0]!.sowing = { policy: 'divide', seedsPerCell: 4, parts: 3 }),
      'methods[0].stages',
    ],
    [
      'a clump larger than its seeds',
      (s) => (s.methods[0]!.sowing = { policy: 'clump', seedsPerCell: 3, count: 'clumps', atLeast: 4 }),
      'methods[0].sowing.atLeast',
    ],
    [
      'dividing clumps that are counted in plants',
      (s) => ((s.methods[1]!.sowing = { policy: 'clump', seedsPerCell: 3 }), (s.methods[1]!.stages[1]!.divide = 2)),
      'methods[1].sowing.count',
    ],
    [
      'bought plants that germinate',
      (s) => (s.methods[1]!.sowing = { policy: 'bought', age: 90 }),
      'methods[1].stages[0].germinateAt',
    ],
    ['a first stage that is divided', (s) => (s.methods[1]!.stages[0]!.divide = 2), 'methods[1].stages[0].divide'],
    ['packs that do not come out even', (s) => (s.containers[0]!.packCells = 50), 'containers[0].packCells'],
    [
      'more up than sown',
      (s) => (s.lots[0]!.homeTests = [{ on: '2027-01-05', sown: 20, up: 21 }]),
      'lots[0].homeTests[0].up',
    ],
  ]
  it.each(cases)('%s', (_, bend, path) => {
    expect(wrong((s) => void bend(s))).toContain(path)
  })
})
