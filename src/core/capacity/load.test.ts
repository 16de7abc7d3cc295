import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Container, Place } from '../../season/schema'
import { parseDay } from '../calendar/day'
import { capacityOn, containerLoads, freeOn, loadOn, placeCapacity, placeLoads, type StayLoad } from './load'

const from = parseDay('2027-03-01')
const to = from + 60
const bench = Place.parse({ key: 'b', name: 'Bench', kind: 'bench', trayPlaces: 10, temperature: {} })
const frame = Place.parse({
  key: 'f',
  name: 'Frame',
  kind: 'cold-frame',
  trayPlaces: 6,
  temperature: {},
  open: { from: '03-15', until: '04-10' },
})
const cells = Container.parse({
  key: 'c',
  name: 'Cells',
  kind: 'cell-tray',
  cells: 72,
  cellVolume: 45,
  trayPlaces: 1,
  owned: 8,
  washDays: 3,
})
const pots = Container.parse({ key: 'p', name: 'Pots', kind: 'pots', cells: 18, cellVolume: 350, trayPlaces: 1.5 })
const containers = [cells, pots]

const anyStay = fc
  .record({
    place: fc.nat(1),
    containerNumber: fc.nat(1),
    begin: fc.nat(50),
    days: fc.integer({ min: 1, max: 20 }),
    trays: fc.integer({ min: 1, max: 9 }),
  })
  .map(({ place, containerNumber, begin, days, trays }): StayLoad => {
    const container = containers[containerNumber]!
    return {
      place,
      containerNumber,
      container,
      from: from + begin,
      until: Math.min(to, from + begin + days),
      trays,
      trayPlaces: trays * container.trayPlaces,
    }
  })
const anyBatches = fc.array(
  fc.array(anyStay, { maxLength: 3 }).map((stays) => ({ stays })),
  { maxLength: 12 },
)

describe('load', () => {
  it('of every place on every day is the sum of the stays there', () => {
    fc.assert(
      fc.property(anyBatches, (batches) => {
        const loads = placeLoads(batches, [bench, frame], from, to)
        loads.forEach((load, place) => {
          for (let day = from; day < to; day++) {
            const sum = batches
              .flatMap(({ stays }) => stays)
              .filter((stay) => stay.place === place && stay.from <= day && day < stay.until)
              .reduce((total, stay) => total + stay.trayPlaces, 0)
            expect(loadOn(load, day)).toBeCloseTo(sum, 9)
          }
          expect(load.peak).toBeCloseTo(Math.max(0, ...load.days), 9)
          if (load.peakDay !== undefined) expect(loadOn(load, load.peakDay)).toBeCloseTo(load.peak, 9)
        })
      }),
    )
  })
  it('is over just where it is more than there is, and says by how much at worst', () => {
    fc.assert(
      fc.property(anyBatches, (batches) => {
        for (const load of placeLoads(batches, [bench, frame], from, to)) {
          const days = new Set<number>()
          for (const over of load.over) {
            expect(over.until).toBeGreaterThan(over.from)
            expect(-freeOn(load, over.worst)).toBeCloseTo(over.most, 9)
            for (let day = over.from; day < over.until; day++) {
              days.add(day)
              expect(-freeOn(load, day)).toBeLessThanOrEqual(over.most + 1e-9)
            }
          }
          for (let day = from; day < to; day++) expect(days.has(day)).toBe(freeOn(load, day) < -1e-9)
        }
      }),
    )
  })
  it('of containers lasts until they are washed, but not between two stays in the same ones', () => {
    const stay = (begin: number, until: number, place = 0): StayLoad => ({
      place,
      containerNumber: 0,
      container: cells,
      from: from + begin,
      until: from + until,
      trays: 4,
      trayPlaces: 4,
    })
    const [load] = containerLoads([{ stays: [stay(0, 10), stay(10, 20, 1)] }], { containers, records: [] }, from, to)
    expect(loadOn(load!, from + 9)).toBe(4)
    expect(loadOn(load!, from + 10)).toBe(4)
    expect(loadOn(load!, from + 22)).toBe(4)
    expect(loadOn(load!, from + 23)).toBe(0)
    expect(load!.over).toEqual([])
  })
})

describe('room', () => {
  it('is nothing while a place is closed', () => {
    const open = placeCapacity(frame, from, to)
    expect(open[0]).toBe(0)
    expect(open[parseDay('2027-03-15') - from]).toBe(6)
    expect(open[parseDay('2027-04-09') - from]).toBe(6)
    expect(open[parseDay('2027-04-10') - from]).toBe(0)
  })
  it('beyond the days known is that of the nearest one', () => {
    const [load] = placeLoads([], [bench], from, to)
    expect(capacityOn(load!, from - 100)).toBe(10)
    expect(capacityOn(load!, to + 100)).toBe(10)
    expect(loadOn(load!, to + 100)).toBe(0)
  })
})
