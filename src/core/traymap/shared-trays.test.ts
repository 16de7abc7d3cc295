import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { matsInTurn } from '../benches/mats'
import { placeTrays } from '../benches/placement'
import { parseDay } from '../calendar/day'
import { loadOn } from '../capacity/load'
import { createPlanner } from '../plan/plan'
import { sharedTrays, standers } from './shared-trays'

/** Three lettuces of one day that need part of a tray each, in rows of eight. */
const rowsOfEight = (bend: (season: SmallSeason) => void = () => undefined) =>
  readSmall((s) => {
    s.containers[0]!.rowCells = 8
    s.varieties.push(
      { key: 'lettuce-green', crop: 'lettuce', name: 'Lettuce, green' },
      { key: 'lettuce-brown', crop: 'lettuce', name: 'Lettuce, brown' },
    )
    s.lots = []
    s.plantings = ['red', 'green', 'brown'].map((name, i) => ({
      key: name,
      code: name[0]!.toUpperCase(),
      variety: `lettuce-${name}`,
      method: 'lettuce-cells',
      plants: 24 + i,
      on: '2027-05-01',
    }))
    bend(s)
  })
const planOf = (bend?: (season: SmallSeason) => void) => createPlanner().plan(rowsOfEight(bend))

describe('shared trays', () => {
  it('hold rows of every sowing that agrees, and save the trays of all but one', () => {
    const { shared } = planOf()
    expect(shared.saved).toBe(2)
    const [tray] = shared.trays
    expect(tray!.parts.map(({ batch }) => batch.code).sort()).toEqual(['B', 'G', 'R'])
    tray!.parts.forEach((part, i) => {
      expect(part.rows).toBe(Math.ceil(part.cells / 8))
      expect(part.row).toBe(i === 0 ? 0 : tray!.parts[i - 1]!.row + tray!.parts[i - 1]!.rows)
    })
  })
  it('are not made of what differs in light, in what comes next, in the day, or in days to emergence', () => {
    expect(planOf((s) => (s.plantings[2]!.on = '2027-05-20')).shared.saved).toBe(1)
    const other = (crop: object) => (s: SmallSeason) => {
      s.crops.push({ ...s.crops[0]!, key: 'other', name: 'Other', ...crop })
      s.methods.push({ ...s.methods[0]!, key: 'other-cells', crop: 'other' })
      s.varieties[3]!.crop = 'other'
      s.plantings[2]!.method = 'other-cells'
      s.plantings[2]!.sowOn = '2027-04-01'
      s.plantings[1]!.sowOn = '2027-04-01'
      s.plantings[0]!.sowOn = '2027-04-01'
    }
    const { germination } = rowsOfEight().crops[0]!
    expect(planOf(other({})).shared.saved).toBe(2)
    expect(planOf(other({ germination: { ...germination, light: 'dark' } })).shared.saved).toBe(1)
    expect(planOf(other({ germination: { ...germination, thermalTime: 180 } })).shared.saved).toBe(1)
    expect(planOf(other({ care: { water: 'dry-between' } })).shared.saved).toBe(1)
    expect(
      planOf(
        (s) =>
          s.methods.push({
            ...s.methods[0]!,
            key: 'elsewhere',
            stages: [{ place: 'frame', container: 'cells-128' }],
          }) && (s.plantings[2]!.method = 'elsewhere'),
      ).shared.saved,
    ).toBe(1)
  })
  it('take up less room than trays of their own, and only where the farm shares trays', () => {
    const apart = planOf()
    const together = planOf((s) => (s.habits = { shareTrays: true }))
    const day = apart.batches[0]!.sow! + 2
    expect([loadOn(apart.places[1]!, day), loadOn(together.places[1]!, day)]).toEqual([3, 1])
    expect([loadOn(apart.containers[0]!, day), loadOn(together.containers[0]!, day)]).toEqual([3, 1])
    const { pieces } = placeTrays(together.standing, together.season.places, 1)
    expect(pieces.filter(({ standing }) => standing.shared)).toHaveLength(1)
  })
  it('never hold more rows than there are, and whatever is shared, no batch loses a tray it needs', () => {
    fc.assert(
      fc.property(anySeason, (any) => {
        const season = {
          ...any,
          containers: any.containers.map((container) => ({
            ...container,
            rowCells: Math.max(1, Math.floor(container.cells / 4)),
          })),
        }
        const plan = createPlanner().plan(season)
        const shared = sharedTrays(plan.batches)
        for (const { parts, rowCount, rowCells } of shared.trays) {
          expect(parts.reduce((sum, { rows }) => sum + rows, 0)).toBeLessThanOrEqual(rowCount)
          for (const { rows, cells } of parts) expect(rows * rowCells).toBeGreaterThanOrEqual(cells)
        }
        for (const { batch, stays, shared: tray } of standers(plan.batches, shared)) {
          if (tray) continue
          const less = shared.byBatch.has(batch.id) ? 1 : 0
          for (const stay of stays)
            expect(stay.trays).toBeGreaterThanOrEqual(batch.stays.find((own) => own.from === stay.from)!.trays - less)
        }
      }),
      { numRuns: 40 },
    )
  })
})

describe('mats in turn', () => {
  const season = readSmall((s) => {
    s.places[0]!.trayPlaces = 2
    s.places[2]!.temperature = { held: 8 }
    s.methods.push({
      ...s.methods[0]!,
      key: 'lettuce-mat',
      stages: [{ place: 'bench', container: 'cells-128', germinateAt: 'mat' }],
    })
    s.methods.push({
      ...s.methods[1]!,
      key: 'tomato-cold',
      stages: [
        { place: 'frame', container: 'cells-128', germinateAt: 'mat' },
        { place: 'bench', container: 'pots' },
      ],
    })
    s.plantings = [
      { key: 'l', code: 'L', variety: 'lettuce-red', method: 'lettuce-mat', plants: 200, on: '2027-05-01' },
      { key: 't', code: 'T', variety: 'tomato-plum', method: 'tomato-pots', plants: 60, on: '2027-05-20' },
      { key: 'c', code: 'C', variety: 'tomato-plum', method: 'tomato-cold', plants: 60, on: '2027-06-01' },
    ]
  })
  const planner = createPlanner()
  const plan = planner.plan(season)
  const all = () =>
    matsInTurn(planner, season, plan.batches, plan.places[0]!, parseDay('2026-01-01'), parseDay('2027-07-01'))
  it('are given to those who must have heat, then to those it helps most', () => {
    const turns = all()
    expect(turns.map(({ batch }) => batch.code)[0]).toBe('C')
    expect(turns[0]).toMatchObject({ need: 'must', slower: undefined })
    const rest = turns.slice(1).map(({ slower }) => slower!)
    expect([...rest].sort((a, b) => b - a)).toEqual(rest)
  })
  it('may be left sooner or later than planned', () => {
    for (const { leaves, stay } of all()) {
      expect(leaves.early).toBeLessThanOrEqual(stay.until)
      expect(leaves.late).toBeGreaterThanOrEqual(stay.until)
    }
    expect(all().some(({ leaves }) => leaves.late > leaves.early)).toBe(true)
  })
  it('say who finds no room, and show nothing of other weeks', () => {
    const full = { ...plan.places[0]!, capacity: plan.places[0]!.capacity.map(() => 1) }
    expect(
      matsInTurn(planner, season, plan.batches, full, parseDay('2027-01-01'), parseDay('2027-07-01')).find(
        ({ batch }) => batch.code === 'L',
      )!.waits,
    ).toBeGreaterThan(0)
    expect(all().find(({ batch }) => batch.code === 'L')!.waits).toBe(0)
    expect(
      matsInTurn(planner, season, plan.batches, plan.places[0]!, parseDay('2027-08-01'), parseDay('2027-08-20')),
    ).toEqual([])
  })
})
