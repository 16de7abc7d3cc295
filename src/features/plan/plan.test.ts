import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { parseDay, weekStart } from '../../core/calendar/day'
import { planRows, plantedCrops, sowingWeeks, standing, type RowOptions } from './model'
import { emptyForm, formOf, freeCode, freeKey, oneForm, PlantingForm, plantingOf, withOneChanged, withOneDropped } from './planting-form'

const season = readSmall()
const plan = createPlanner().plan(season)
const all: RowOptions = { group: 'none', order: 'sow', text: '', crop: '', week: undefined, marked: false }
const ids = (options: Partial<RowOptions>) => planRows(plan, { ...all, ...options }).flatMap((row) => (row.kind === 'batch' ? [row.id] : []))

describe('rows of the plan', () => {
  it('are in the order asked for', () => {
    const sows = planRows(plan, all).map((row) => (row.kind === 'batch' ? row.batch.sow! : 0))
    expect(sows).toEqual([...sows].sort((a, b) => a - b))
    expect(ids({ order: 'size' })[0]).toBe('a')
  })
  it('are found by any words, by crop and by sowing week', () => {
    expect(ids({ text: 'plum TOMATO' })).toEqual(['t'])
    expect(ids({ crop: 'lettuce' })).toHaveLength(5)
    const week = weekStart(plan.byId.get('t')!.sow!)
    expect(ids({ week })).toContain('t')
    expect(sowingWeeks(plan)).toContain(week)
    expect(ids({ text: 'nothing of the sort' })).toEqual([])
    expect(ids({ marked: true })).toEqual(plan.batches.filter((b) => standing(b) !== 'fine').map((b) => b.id))
  })
  it('stand under their crop or week, each once', () => {
    for (const group of ['crop', 'week'] as const) {
      const rows = planRows(plan, { ...all, group })
      expect(rows[0]!.kind).toBe('group')
      expect(rows.filter((row) => row.kind === 'batch')).toHaveLength(plan.batches.length)
      const counted = rows.reduce((n, row) => n + (row.kind === 'group' ? row.batches : 0), 0)
      expect(counted).toBe(plan.batches.length)
    }
    expect(plantedCrops(plan).map(({ name }) => name)).toEqual(['Lettuce', 'Tomato'])
  })
})

describe('the planting panel', () => {
  it('turns a planting into fields and back', () => {
    for (const planting of season.plantings) {
      const form = formOf(planting, 'metric')
      expect(PlantingForm.safeParse(form).success).toBe(true)
      expect(plantingOf(form, planting.key, planting, 'metric')).toEqual(planting)
    }
  })
  it('says what is missing, field by field', () => {
    const checked = PlantingForm.safeParse({ ...emptyForm(season, 'X', parseDay('2027-05-01')), repeat: 'series', every: '0', count: 'many', confidence: '120' })
    expect(checked.success).toBe(false)
    if (checked.success) return
    expect(checked.error.issues.map(({ path }) => path[0])).toEqual(expect.arrayContaining(['variety', 'method', 'plants', 'every', 'count', 'confidence']))
  })
  it('finds a code and a key that are free', () => {
    expect(season.plantings.map(({ code }) => code)).not.toContain(freeCode(season, 'Lettuce'))
    expect(freeCode(season, 'Lettuce')).toBe('LE')
    expect(freeKey(season, 'A')).toBe('a-2')
  })
  it('changes one of a series and leaves the others', () => {
    const batch = plan.byId.get('b.1')!
    const changed = withOneChanged(batch.planting, 1, { ...oneForm(batch), on: '2027-05-03', plants: '150' })
    expect(changed.changes).toEqual([{ n: 1, on: '2027-05-03' }, { n: 2, plants: 90 }, { n: 3, dropped: true }])
    expect(withOneChanged(changed, 1, oneForm(batch)).changes).toEqual(batch.planting.changes)
    expect(withOneDropped(changed, 1).changes[0]).toEqual({ n: 1, dropped: true })
  })
})
