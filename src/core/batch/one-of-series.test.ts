import { describe, expect, it } from 'vitest'
import { parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { readField } from '../../season/small-field'
import { fieldWork } from '../field/field-work'
import { plantedOn, withFound } from './one-of-series'

const season = readField((s) => {
  s.plantings[1]!.goes = [{ to: 'bed', bed: 'f1', plants: 90 }]
})
const [single, series] = season.plantings

describe('what was found of a planting', () => {
  it('is written into it, and taken out again', () => {
    const found = withFound(single!, 0, { goes: [{ to: 'spare', plants: 9 }], clears: '2027-07-01' })
    expect(found).toMatchObject({ goes: [{ to: 'spare', plants: 9 }], clears: '2027-07-01' })
    expect(withFound(found, 0, {})).toEqual(single)
  })
  it('of one of a series is written there alone, beside what was changed of it before', () => {
    const found = withFound(series!, 2, { stand: { on: '2027-05-01', plants: 70 } })
    expect(found.changes.map(({ n }) => n)).toEqual([2, 3])
    expect(found.changes[0]).toEqual({ n: 2, plants: 90, stand: { on: '2027-05-01', plants: 70 } })
    expect(found.stand).toBeUndefined()
    expect(withFound(found, 2, {})).toEqual(series)
    const fourth = withFound(series!, 4, { clears: '2027-08-01' })
    expect(fourth.changes.at(-1)).toEqual({ n: 4, clears: '2027-08-01' })
    expect(withFound(fourth, 4, {})).toEqual(series)
  })
  it('planted on another day, it no longer hangs on anything', () => {
    expect(plantedOn({ ...single!, anchor: { to: 'bed', bed: 'n1', days: 3 } }, 0, '2027-07-05')).toEqual({
      ...single!,
      on: '2027-07-05',
    })
    expect(plantedOn(series!, 1, '2027-05-04').changes[0]).toEqual({ n: 1, on: '2027-05-04' })
    expect(plantedOn(series!, 2, '2027-05-14').changes[0]).toEqual({ n: 2, plants: 90, on: '2027-05-14' })
  })
})

describe('work of the field', () => {
  it('is sowing and thinning rows, handing over, harvest and clearing, in the order of the days', () => {
    const field = readField((s) => {
      s.methods.push({
        key: 'rows',
        crop: 'lettuce',
        name: 'Rows',
        sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20 },
        stages: [],
      })
      s.plantings = [
        { key: 'd', code: 'D', variety: 'lettuce-red', method: 'rows', plants: 100, on: '2027-05-01' },
        {
          key: 'a',
          code: 'A',
          variety: 'lettuce-red',
          method: 'lettuce-cells',
          plants: 100,
          on: '2027-05-03',
          goes: [
            { to: 'customer', name: 'The inn', plants: 20, on: '2027-05-05' },
            { to: 'sale', plants: 30 },
          ],
        },
      ]
    })
    const { inField: stands } = createPlanner().plan(field)
    const work = fieldWork(stands, parseDay('2027-05-01'), parseDay('2027-08-01'))
    const order = work.map(({ kind, stand }) => `${kind} ${stand.code}`)
    expect(order.slice(0, 3)).toEqual(['sow-row D', 'hand-over A', 'hand-over A'])
    expect(order).toContain('thin-row D')
    // What is sown in its place is later than what was raised for it.
    expect(order.slice(-4)).toEqual(['thin-row D', 'harvest A', 'clear A', 'harvest D'])
    expect(new Set(work.map(({ id }) => id)).size).toBe(work.length)
    expect(fieldWork(stands, parseDay('2027-05-02'), parseDay('2027-05-03'))).toEqual([])
  })
})
