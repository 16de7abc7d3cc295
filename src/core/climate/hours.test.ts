import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { instantOf } from '../calendar/clock'
import { parseDay } from '../calendar/day'
import { heardAfter, isSilent, usualLimits, type Heard } from './alarm'
import { daysOfHours, hoursOf, mergedHour, type Hour, type Sample } from './hours'
import { daysOf } from './readings'

const DAY = parseDay('2027-04-01')
const HOUR = 3_600_000
const at = (time: string) => Date.parse(`2027-04-01T${time}:00Z`)

const samples = fc.array(
  fc.record({
    at: fc.integer({ min: at('00:00'), max: at('00:00') + 50 * HOUR }),
    celsius: fc.oneof(
      fc.integer({ min: -200, max: 400 }).map((tenths) => tenths / 10),
      fc.constantFrom(85, -127),
    ),
  }),
  { maxLength: 60 },
)

/** What is kept when it comes in parts, each put to what is there. */
function keptInParts(parts: readonly (readonly Sample[])[]): Hour[] {
  const kept = new Map<number, Hour>()
  for (const part of parts)
    for (const hour of hoursOf(part)) {
      const known = kept.get(hour.hour)
      kept.set(hour.hour, known ? mergedHour(known, hour) : hour)
    }
  return [...kept.values()].sort((a, b) => a.hour - b.hour)
}

describe('hours', () => {
  it('hold the lowest and the highest of what was sent, and not what cannot be', () => {
    expect(
      hoursOf([
        { at: at('03:10'), celsius: 2.4 },
        { at: at('03:50'), celsius: 1.1 },
        { at: at('03:55'), celsius: 85 },
        { at: at('04:00'), celsius: 1.5 },
        { at: at('06:00'), celsius: -127 },
      ]),
    ).toEqual([
      { hour: at('03:00'), read: { low: 1.1, high: 2.4 }, impossible: true },
      { hour: at('04:00'), read: { low: 1.5, high: 1.5 }, impossible: false },
      { hour: at('06:00'), read: undefined, impossible: true },
    ])
  })

  it('are the same in whatever order and however often it was sent', () => {
    fc.assert(
      fc.property(samples, fc.integer({ min: 1, max: 6 }), fc.infiniteStream(fc.nat()), (sent, parts, chance) => {
        const once = hoursOf(sent)
        const draw = () => chance.next().value!
        // Every sample in one part at least, some in two, the parts in any order.
        const split = Array.from({ length: parts }, () => [] as Sample[])
        for (const sample of sent) {
          split[draw() % parts]!.push(sample)
          if (draw() % 3 === 0) split[draw() % parts]!.push(sample)
        }
        expect(keptInParts(split)).toEqual(once)
      }),
    )
  })
})

describe('days of hours', () => {
  const hourly = (from: number, length: number, celsius: (i: number) => number) =>
    hoursOf(Array.from({ length }, (_, i) => ({ at: from + i * HOUR, celsius: celsius(i) })))

  it('begin at the midnight of the farm', () => {
    for (const zone of ['Pacific/Auckland', 'Asia/Kolkata', 'America/Denver', 'UTC']) {
      const midnight = instantOf({ day: DAY, minute: 0 }, zone)
      const half = midnight % HOUR === 0 ? 0 : HOUR / 2
      const hours = hourly(midnight + half, 24, (i) => 10 + i / 10)
      const { days, faults } = daysOf(daysOfHours(hours, DAY, DAY + 1, zone))
      expect(days).toEqual([{ on: '2027-04-01', low: 10, high: 12.3 }])
      expect(faults).toEqual([])
    }
  })

  it('miss nothing when clocks are put forward, and hold an hour more when they are put back', () => {
    const zone = 'Europe/Paris'
    for (const [on, length] of [
      ['2027-03-28', 23],
      ['2027-10-31', 25],
    ] as const) {
      const day = parseDay(on)
      const hours = hourly(instantOf({ day, minute: 0 }, zone), length, (i) => 5 + i / 10)
      const read = daysOf(daysOfHours(hours, day, day + 1, zone))
      expect(read).toEqual({ days: [{ on, low: 5, high: 5 + (length - 1) / 10 }], faults: [] })
    }
  })

  it('say where nothing was sent, and where what was sent cannot be', () => {
    const sent = Array.from({ length: 20 }, (_, i) => ({ at: at('00:00') + i * HOUR, celsius: 6 + (i % 5) }))
    const hours = hoursOf([...sent, { at: at('05:30'), celsius: 85 }, { at: at('21:00'), celsius: -127 }])
    expect(daysOf(daysOfHours(hours, DAY, DAY + 2, 'UTC'))).toEqual({
      days: [{ on: '2027-04-01', low: 6, high: 10 }],
      faults: [
        { on: '2027-04-01', kind: 'impossible', hours: 2 },
        { on: '2027-04-01', kind: 'gap', hours: 4 },
        { on: '2027-04-02', kind: 'gap', hours: 24 },
      ],
    })
  })
})

describe('an alarm', () => {
  const limits = { below: 2, above: 35 }
  const nothing: Heard = { last: undefined, alarm: undefined }
  const after = (...celsius: number[]) =>
    heardAfter(
      limits,
      nothing,
      celsius.map((one, i) => ({ at: i * 60_000, celsius: one })),
    )

  it('begins under its limit, keeps the worst, and ends a degree above it', () => {
    expect(after(5, 2).alarm).toBeUndefined()
    expect(after(5, 1.9, -0.5, 1).alarm).toEqual({ kind: 'cold', since: 60_000, worst: -0.5 })
    expect(after(5, 1.9, 2.9).alarm).toEqual({ kind: 'cold', since: 60_000, worst: 1.9 })
    expect(after(5, 1.9, 3).alarm).toBeUndefined()
  })
  it('is one of heat from the other end', () => {
    expect(after(36, 38, 34.5).alarm).toEqual({ kind: 'heat', since: 0, worst: 38 })
    expect(after(36, 34).alarm).toBeUndefined()
    expect(after(1, 36).alarm).toEqual({ kind: 'heat', since: 60_000, worst: 36 })
  })
  it('is none by what cannot be, nor by what is sent late of a night that is over', () => {
    expect(after(5, -127).alarm).toBeUndefined()
    const now = after(5, 6)
    expect(heardAfter(limits, now, [{ at: 30_000, celsius: -3 }])).toEqual(now)
  })
  it('is none without limits, and ends where its limit was taken away', () => {
    expect(heardAfter({}, nothing, [{ at: 0, celsius: -20 }]).alarm).toBeUndefined()
    expect(heardAfter({ above: 30 }, after(1), [{ at: 100_000, celsius: -2 }]).alarm).toBeUndefined()
  })
  it('comes to the same whether it is sent at once or one by one', () => {
    fc.assert(
      fc.property(samples, (sent) => {
        // Two of one moment would be told apart by which came first.
        const ordered = [...new Map(sent.map((one) => [one.at, one])).values()].sort((a, b) => a.at - b.at)
        const apart = ordered.reduce((heard, one) => heardAfter(limits, heard, [one]), nothing)
        expect(heardAfter(limits, nothing, ordered)).toEqual(apart)
      }),
    )
  })
  it('is not heard from a thermometer that says nothing: that is told by itself', () => {
    expect(isSilent(undefined, 10 * HOUR)).toBe(false)
    expect(isSilent(0, 3 * HOUR)).toBe(false)
    expect(isSilent(0, 3 * HOUR + 1)).toBe(true)
  })
})

describe('limits to begin from', () => {
  const place = (temperature: Partial<Season['places'][number]['temperature']>) => ({
    ...readSmall().places[0]!,
    temperature: { periods: [], ...temperature },
  })
  const day = parseDay('2027-04-01')
  it('are below what keeps the place, and at frost where nothing does', () => {
    expect(usualLimits(place({ held: 22 }), day, 'C')).toEqual({ below: 18, above: 27 })
    expect(usualLimits(place({ lift: 5, floor: 10, ceiling: 40 }), day, 'C')).toEqual({ below: 8, above: 44 })
    expect(usualLimits(place({ lift: 3, floor: 2 }), day, 'C')).toEqual({ below: 1, above: 38 })
    expect(usualLimits(place({ lift: 0 }), day, 'C')).toEqual({ below: 1, above: 38 })
  })
  it('are whole degrees of the reader', () => {
    const { below, above } = usualLimits(place({ held: 24 }), day, 'F')
    expect([below, above].map((celsius) => celsius * 1.8 + 32)).toEqual([68, 84].map((f) => expect.closeTo(f, 9)))
    expect(usualLimits(place({ held: 21.6 }), day, 'C')).toEqual({ below: 18, above: 27 })
  })
  it('follow what the place is at that time of the year', () => {
    const heated = place({ lift: 4, periods: [{ from: '02-01', until: '05-15', held: 20 }] })
    const [inSpring, inSummer] = [day, parseDay('2027-07-01')].map((on) => usualLimits(heated, on, 'C').below)
    expect([inSpring, inSummer]).toEqual([16, 1])
  })
})
