import { describe, expect, it } from 'vitest'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { todayModel } from './model'
import { kindsOf, withSisters } from './sister-work'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const day = parseDay(read.season.season.opensOn!)
const { stops } = todayModel(createPlanner().plan(read.season, day), day).today

describe('sister work', () => {
  it('keeps every piece of work once, and in its order within what is folded', () => {
    for (const most of [0, 1, 2, 5, 100])
      for (const { work } of stops) {
        const rows = withSisters(work, ({ task }) => task.kind, most)
        const ids = rows.flatMap((row) => ('task' in row ? [row.task.id] : row.work.map(({ task }) => task.id)))
        expect([...ids].sort()).toEqual(work.map(({ task }) => task.id).sort())
        for (const row of rows) {
          if ('task' in row) continue
          expect(row.work.length).toBeGreaterThan(most)
          expect(new Set(row.work.map(({ task, state }) => `${state} ${task.kind}`)).size).toBe(1)
          const at = row.work.map((one) => work.indexOf(one))
          expect(at).toEqual([...at].sort((a, b) => a - b))
        }
      }
  })

  it('is what many batches need at one place: few rows are left of a full day', () => {
    const all = stops.flatMap(({ work }) => work)
    const rows = stops.flatMap(({ work }) => withSisters(work, ({ task }) => task.kind, 2))
    expect(all.length).toBeGreaterThan(rows.length * 2)
  })

  it('what is done stays apart from what is open', () => {
    const [first, ...rest] = stops.find(({ work }) => work.length > 5)!.work
    const rows = withSisters([...rest, { ...first!, state: 'done' }], ({ task }) => task.kind, 0)
    for (const row of rows) if (!('task' in row)) expect(new Set(row.work.map(({ state }) => state)).size).toBe(1)
  })

  it('names each kind once', () => {
    const { work } = stops.find(({ work }) => work.length > 5)!
    const names = kindsOf(work.map(({ task }) => task.batch))
    expect(new Set(names).size).toBe(names.length)
    expect(new Set(names)).toEqual(new Set(work.map(({ task }) => task.batch.way.crop.name)))
  })
})
