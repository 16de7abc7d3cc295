import { describe, expect, it } from 'vitest'
import { parseDay } from '../../core/calendar/day'
import { readSmall } from '../../season/small-season'
import { faultCounts, stripOf, withThermometers } from './model'

const season = readSmall((s) => {
  s.readings = [
    { place: 'bench', from: 'file', days: [{ on: '2027-03-02', low: -3, high: 12 }] },
    { place: 'bench', from: 'stand-in', days: [{ on: '2027-03-04', low: 4, high: 34 }] },
    { place: 'frame', from: 'file', days: [{ on: '2027-02-01', low: 1, high: 5 }] },
  ]
})
const from = parseDay('2027-03-01')

describe('a strip of readings', () => {
  it('has every day, read or not, from whatever file it came', () => {
    const { days, last } = stripOf(season, 'bench', from, from + 7)!
    expect(days.map(({ read }) => read?.low)).toEqual([undefined, -3, undefined, 4, undefined, undefined, undefined])
    expect(last).toEqual({ day: from + 3, low: 4, high: 34 })
  })
  it('is drawn between the least and the most, with freezing and a warm day always on it', () => {
    expect(stripOf(season, 'bench', from, from + 7)).toMatchObject({ least: -3, most: 34, lowest: -3, highest: 34 })
    expect(stripOf(season, 'bench', from + 2, from + 3)).toBeUndefined()
    expect(stripOf(season, 'frame', from - 40, from)).toMatchObject({ least: 0, most: 30, lowest: 1, highest: 5 })
  })
  it('is none where nothing was read', () => {
    expect(stripOf(season, 'mat', from, from + 7)).toBeUndefined()
    expect(stripOf(season, 'frame', from, from + 7)).toBeUndefined()
  })
})

describe('simulated thermometers', () => {
  it('are switched on and off, and the rest of the site stays', () => {
    const on = withThermometers(season.site, true)
    expect(on.thermometer).toEqual({ from: 'stand-in', seed: 1 })
    expect(withThermometers(on, false)).toEqual(season.site)
  })
})

describe('faults of a thermometer', () => {
  it('are counted in hours, and days that are stuck', () => {
    expect(
      faultCounts([
        { on: '2027-04-01', kind: 'gap', hours: 3 },
        { on: '2027-04-02', kind: 'gap', hours: 24 },
        { on: '2027-04-02', kind: 'impossible', hours: 1 },
        { on: '2027-04-03', kind: 'stuck', hours: 24 },
      ]),
    ).toEqual({ gap: 27, impossible: 1, stuck: 1 })
  })
})
