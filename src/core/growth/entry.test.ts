import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leafAge, leavesAt } from './rate'
import { cellVolumeFrom, potsThatFit } from '../geometry/container'
import { trayPlacesOf } from '../geometry/bench'
import { traysOnBench } from '../geometry/bench'
import { daysToEmerge, pointFrom, thermalTimeFrom, weeksTo } from './entry'

const tomato = { base: 8.7, optimum: 27, ceiling: 35 }
const growth = { base: 6, optimum: 26 }

describe('days and weeks as growers say them', () => {
  it('"up in 5 to 9 days at 18 to 20 °C" is the middle of both', () => {
    expect(thermalTimeFrom(tomato, { days: [5, 9], at: [18, 20] })).toBeCloseTo(7 * (19 - 8.7), 9)
  })
  it('comes back: what was typed is what is then read off', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 10, max: 33 }),
        (days, more, at) => {
          const thermalTime = thermalTimeFrom(tomato, { days: [days, days + more], at: [at, at] })!
          expect(daysToEmerge({ ...tomato, thermalTime }, at)).toBeCloseTo(days + more / 2, 9)
        },
      ),
    )
  })
  it('nothing comes up at the base or the ceiling', () => {
    expect(thermalTimeFrom(tomato, { days: [5, 9], at: [4, 8] })).toBeUndefined()
    expect(thermalTimeFrom(tomato, { days: [5, 9], at: [35, 40] })).toBeUndefined()
    expect(daysToEmerge({ ...tomato, thermalTime: 88 }, 8.7)).toBeUndefined()
  })
  it('"5 to 6 weeks in 90 ml at 16 °C" comes back in weeks', () => {
    const g = { ...tomato, thermalTime: 88 }
    const point = pointFrom(g, growth, { ml: 90, weeks: [5, 6], at: 16, germinatesAt: 23 })
    if (typeof point === 'string') throw new Error(point)
    expect(weeksTo(g, growth, point.ready, 16, 23)).toBeCloseTo(5, 9)
    expect(weeksTo(g, growth, point.limit, 16, 23)).toBeCloseTo(6, 9)
  })
  it('says why weeks cannot be right', () => {
    const g = { ...tomato, thermalTime: 88 }
    const of = (weeks: [number, number], at: number, germinatesAt: number) =>
      pointFrom(g, growth, { ml: 90, weeks, at, germinatesAt })
    expect(of([5, 6], 16, 5)).toBe('never-up')
    expect(of([5, 6], 4, 23)).toBe('too-cold')
    expect(of([6, 5], 16, 23)).toBe('order')
    expect(of([0.5, 6], 16, 12)).toBe('up-after-that')
    expect(weeksTo(g, growth, 300, 3, 23)).toBeUndefined()
  })
})

describe('the leaf clock', () => {
  it('goes there and back', () => {
    expect(leavesAt(leafAge(4, 50, 80), 50, 80)).toBe(4)
    expect(leavesAt(0, 50)).toBe(0)
    expect(leavesAt(50, 50)).toBe(1)
  })
})

describe('containers and benches', () => {
  it('a cube of 4 cm holds 64 ml, a straight pot its cylinder, a narrowing one less', () => {
    expect(cellVolumeFrom({ shape: 'square', top: 4, bottom: 4, depth: 4 })).toBeCloseTo(64, 9)
    expect(cellVolumeFrom({ shape: 'round', top: 9, bottom: 9, depth: 8 })).toBeCloseTo(Math.PI * 20.25 * 8, 9)
    expect(cellVolumeFrom({ shape: 'round', top: 9, bottom: 6, depth: 8 })).toBeCloseTo(
      ((Math.PI * 8) / 12) * (81 + 54 + 36),
      9,
    )
  })
  it('pots never overlap nor hang over, and round ones waste room', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 80 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 5, max: 19 }),
        fc.constantFrom('round' as const, 'square' as const),
        (length, width, across, shape) => {
          const { middles, count, covered } = potsThatFit({ length, width }, across, shape)
          expect(count).toBeGreaterThanOrEqual(Math.floor(length / across) * Math.floor(width / across))
          expect(covered).toBeLessThanOrEqual(shape === 'round' ? 0.9069 + 1e-6 : 1 + 1e-9)
          middles.forEach((a, i) => {
            expect(Math.min(a.x, length - a.x, a.y, width - a.y)).toBeGreaterThanOrEqual(across / 2 - 1e-6)
            for (const b of middles.slice(i + 1))
              expect(
                shape === 'round'
                  ? Math.hypot(a.x - b.x, a.y - b.y)
                  : Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y)),
              ).toBeGreaterThanOrEqual(across - 1e-6)
          })
        },
      ),
      { numRuns: 60 },
    )
  })
  it('nine-centimetre pots stand eighteen to a standard carrier', () => {
    expect(potsThatFit({ length: 54, width: 28 }, 9, 'round').count).toBe(18)
  })
  it('a bench of 6 m by 1.2 m takes the trays the way that fits more', () => {
    expect(traysOnBench({ length: 600, width: 120 })).toEqual({ along: 11, across: 4, tray: { length: 54, width: 28 } })
    expect(traysOnBench({ length: 600, width: 60 })).toEqual({ along: 11, across: 2, tray: { length: 54, width: 28 } })
    expect(traysOnBench({ length: 600, width: 55 })).toEqual({ along: 21, across: 1, tray: { length: 28, width: 54 } })
    expect(
      trayPlacesOf([
        { length: 600, width: 120, levels: 2 },
        { length: 100, width: 30, levels: 1 },
      ]),
    ).toBe(89)
  })
})
