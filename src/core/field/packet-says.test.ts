import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readField } from '../../season/small-field'
import { formatDay, parseDay } from '../calendar/day'
import { anchoredMoves, movedPlanting, springFrost } from './anchor'
import { packetDays, packetDifference, type Packet } from './packet-says'

const season = readField()
const crop = season.crops[0]!
const packet: Packet = { indoors: [8, 6], out: [-1, -2], direct: [2, 2], by: '08-15', from: 'average' }

describe('the sentences of a packet', () => {
  it('are counted from the average last frost, or from the working date where they say so', () => {
    const average = packetDays(packet, season)!
    const working = packetDays({ ...packet, from: 'working' }, season)!
    expect(average.frost).toBe(springFrost(season, true))
    expect(working.frost).toBe(springFrost(season))
    expect(working.frost).toBeGreaterThan(average.frost)
    expect(average.indoors).toEqual({ from: average.frost - 56, until: average.frost - 42 })
    expect(average.out).toEqual({ from: average.frost + 7, until: average.frost + 14 })
    expect(average.direct).toEqual({ from: average.frost - 14, until: average.frost - 14 })
    expect(formatDay(average.by!)).toBe('2027-08-15')
  })
  it('say nothing where no frost is known', () => {
    const { frost: _, ...site } = season.site
    expect(packetDays(packet, { ...season, site })).toBeUndefined()
  })
  it('differ from what is computed by parts that add up', () => {
    const days = packetDays(packet, season)!
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.integer({ min: 5, max: 150 }), (later, raised) => {
        const plantOn = days.frost + later
        const { days: all, planting, raising } = packetDifference(days, plantOn - raised, plantOn)!
        expect(planting + raising).toBe(all)
      }),
    )
    expect(packetDifference({ ...days, out: undefined }, 0, 1)).toBeUndefined()
  })
})

describe('a day that hangs on the frost', () => {
  it('is counted from the average date where that is said', () => {
    const plantings = season.plantings.map((one, i) =>
      i === 0 ? { ...one, anchor: { to: 'last-frost' as const, days: -7, average: true } } : one,
    )
    const [move] = anchoredMoves({ ...season, plantings }, () => crop)
    expect(move!.to).toBe(springFrost(season, true) - 7)
  })
  it('may be a sowing day: it moves with the frost date and stays where that stays', () => {
    const day = springFrost(season) - 30
    const plantings = season.plantings
      .slice(0, 1)
      .map((one) => ({ ...one, sowOn: formatDay(day), sowAnchor: { days: -30 } }))
    const held = { ...season, plantings }
    expect(anchoredMoves(held, () => crop)).toEqual([])
    const site = { ...season.site, frost: { ...season.site.frost!, marginDays: season.site.frost!.marginDays + 5 } }
    const [move] = anchoredMoves({ ...held, site }, () => crop)
    const moved = movedPlanting(move!)
    expect(parseDay(moved.sowOn!) - day).toBe(5)
    expect(moved.on).toBe(plantings[0]!.on)
  })
})
