import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { readField } from '../season/small-field'
import { tasksCalendar } from './calendar'
import { fieldPlanCsv } from './field-plan'
import { planReport } from './plan-report'
import { sowingListCsv } from './sowing-list'

const season = readField((s) => {
  s.methods.push({
    key: 'rows',
    crop: 'lettuce',
    name: 'Rows',
    sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20 },
    stages: [],
  })
  s.plantings.push({
    key: 'd',
    code: 'D',
    variety: 'lettuce-red',
    method: 'rows',
    plants: 90,
    on: '2027-05-02',
    goes: [{ to: 'bed', bed: 'f1', plants: 90 }],
  })
  s.plantings[0]!.goes = [
    { to: 'bed', bed: 'n1', plants: 60 },
    { to: 'customer', name: '=SUM(1)', plants: 50, on: '2027-04-25' },
  ]
  s.plantings[0]!.stand = { on: '2027-04-18', plants: 100 }
  s.plantings[3]!.goes = [{ to: 'bed', bed: 'f1', plants: 30 }]
})
const plan = createPlanner().plan(season)
const rows = (csv: string) =>
  Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: true }).data

describe('the field goes out', () => {
  it('as CSV: who gets what, where along which bed, until when, and what finds no room', () => {
    const field = rows(fieldPlanCsv(plan))
    const of = (code: string) => field.filter(({ planting }) => planting === code)
    expect(of('A')).toHaveLength(2)
    expect(of('A')[0]).toMatchObject({
      plants: '200',
      counted: '100',
      goes_to: 'bed',
      name: 'N1',
      wanted: '60',
      gets: '60',
      no_room_until: '2027-07-04',
      first_harvest: '2027-06-04',
    })
    // What a spreadsheet would run is text.
    expect(of('A')[1]).toMatchObject({
      goes_to: 'customer',
      name: "'=SUM(1)",
      wanted: '50',
      gets: '40',
      on: '2027-04-25',
    })
    expect(of('D')[0]).toMatchObject({ raised: 'in place', name: 'F1', from_cm: '0', to_cm: '600' })
    expect(of('H').map(({ goes_to, gets }) => [goes_to, gets])).toEqual([
      ['bed', '30'],
      ['', '50'],
    ])
    expect(field.map(({ planting }) => planting)).toContain('T')
  })
  it('in the sowing list, with rows sown in place and the beds of each', () => {
    const list = rows(sowingListCsv(plan))
    expect(list.find(({ batch }) => batch === 'D')).toMatchObject({
      sow: '2027-05-02',
      seeds: '720',
      seeds_to_have: '742',
      place: 'in place',
      trays: '',
      beds: 'F1',
    })
    expect(list.find(({ batch }) => batch === 'A')).toMatchObject({ beds: 'N1' })
    expect(list.map(({ sow }) => sow)).toEqual([...list.map(({ sow }) => sow)].sort())
  })
  it('in the calendar, each entry with an id of its own', () => {
    const text = tasksCalendar(plan, new Date('2027-01-01T00:00:00Z')).replace(/\r\n[ \t]/g, '')
    expect(text).toContain('SUMMARY:Sow in place D Lettuce\\, red')
    expect(text).toContain('SUMMARY:Hand over A Lettuce\\, red')
    expect(text).toContain('SUMMARY:Ground clear H Lettuce\\, red')
    const ids = [...text.matchAll(/^UID:(.*)$/gm)].map(([, id]) => id)
    expect(new Set(ids).size).toBe(ids.length)
  })
  it('in the report of the command line', () => {
    const { field } = planReport(season)
    expect(field.find(({ code }) => code === 'A')).toMatchObject({
      from: '2027-04-20',
      firstHarvest: '2027-06-04',
      short: 10,
      clashes: [{ bed: 'n1', inTheWay: ['garlic'], freeOn: '2027-07-04' }],
    })
    expect(field.find(({ code }) => code === 'D')).toMatchObject({ inPlace: { metres: 18, seeds: 720 }, left: 0 })
    expect(JSON.parse(JSON.stringify(field))).toEqual(field)
  })
})
