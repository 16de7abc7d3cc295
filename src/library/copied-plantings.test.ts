import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parseDay, weekday } from '../core/calendar/day'
import { nextSeason } from '../core/plan/next-season'
import { createPlanner } from '../core/plan/plan'
import { readSeason } from '../season/read'
import type { Season } from '../season/schema'
import { copiedPlantings, type Copied } from './copied-plantings'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}
const demo = farm('sallow-ferry-2027')
const with_ = (season: Season, things: readonly Copied[]): Season => {
  const next = readSeason(
    things.reduce<Record<string, unknown>>((now, { of, to }) => ({ ...now, [of]: [...(now[of] as unknown[]), to] }), {
      ...season,
    }),
  )
  if (!next.ok) throw new Error(next.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return next.season
}

describe('plantings copied to another season', () => {
  it('go to the next year on the same days of the week, and use what is there', () => {
    const empty = { ...nextSeason(demo, new Map()), plantings: [] }
    const copied = copiedPlantings(demo, empty, demo.plantings)
    if (!copied.ok) throw new Error(copied.needs.join())
    expect(new Set(copied.things.map(({ of }) => of))).toEqual(new Set(['plantings']))
    const next = with_(empty, copied.things)
    expect(next.plantings).toHaveLength(demo.plantings.length)
    next.plantings.forEach((planting, i) => {
      const was = demo.plantings[i]!
      expect(planting.code).toBe(was.code)
      expect(weekday(parseDay(planting.on))).toBe(weekday(parseDay(was.on)))
      expect(Math.abs(parseDay(planting.on) - parseDay(was.on) - 365)).toBeLessThanOrEqual(4)
    })
    expect(createPlanner().plan(next).batches.length).toBe(createPlanner().plan(demo).batches.length)
  })

  it('find codes and keys of their own where theirs are taken', () => {
    const copied = copiedPlantings(demo, demo, demo.plantings.slice(0, 6))
    if (!copied.ok) throw new Error(copied.needs.join())
    const next = with_(demo, copied.things)
    const codes = next.plantings.map(({ code }) => code)
    expect(new Set(codes).size).toBe(codes.length)
    expect(next.plantings.length).toBe(demo.plantings.length + 6)
  })

  it('bring kinds, varieties and methods that are not there, and leave out beds that are not', () => {
    const other = farm('one-tunnel-2027')
    const bare: Season = { ...other, places: demo.places, containers: demo.containers, plantings: [] }
    // As a farm that has the places and containers, but none of the kinds.
    const target = with_({ ...bare, crops: [], varieties: [], methods: [], lots: [] }, [])
    const some = demo.plantings.slice(0, 12)
    const copied = copiedPlantings(demo, target, some)
    if (!copied.ok) throw new Error(copied.needs.join())
    const next = with_(target, copied.things)
    expect(next.plantings).toHaveLength(12)
    expect(next.plantings.some(({ goes }) => goes?.some(({ to }) => to === 'bed'))).toBe(false)
    const varieties = new Set(some.map(({ variety }) => variety))
    expect(new Set(next.varieties.map(({ key }) => key))).toEqual(varieties)
  })

  it('are refused by the names of the places and containers that are missing', () => {
    const other = farm('one-tunnel-2027')
    const copied = copiedPlantings(demo, { ...other, methods: [] }, demo.plantings.slice(0, 20))
    expect(copied.ok).toBe(false)
    if (copied.ok) return
    const names = new Set([...demo.places, ...demo.containers].map(({ name }) => name))
    expect(copied.needs.length).toBeGreaterThan(1)
    for (const name of copied.needs) expect(names.has(name)).toBe(true)
  })
})
