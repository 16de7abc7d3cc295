import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { workOfOne } from '../advice/work'
import { formatDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done } from '../testing/records'
import { tasksOf } from '../batch/tasks'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { ...read.season, records: [] }
}
const BEFORE = ['sow', 'receive', 'leave-heat', 'pot-up', 'move', 'harden', 'plant']

describe('plants left behind when others of their batch went on', () => {
  for (const name of ['sallow-ferry', 'kestrel-flat', 'one-tunnel', 'loft-and-porch']) {
    it(`${name}: have been through what came before, and stand where the others stood`, () => {
      const season = farm(name)
      const planned = createPlanner().plan(season)
      let looked = 0
      for (const batch of planned.batches) {
        const { sow, plantOn, sizing, stays, plants } = batch
        if (sow === undefined || !sizing || stays.length === 0 || batch.way.route.boughtAge !== undefined) continue
        const tasks = tasksOf(batch, -Infinity, Infinity).filter(({ kind }) => BEFORE.includes(kind))
        // Half of it planted out, and nothing else written down but its sowing.
        const half = Math.floor(plants / 2)
        if (half < 2 || tasks.at(-1)?.kind !== 'plant') continue
        const records = [
          done(batch.id, formatDay(sow), 'sow', { cells: stays[0]!.cells, seeds: sizing.seeds }),
          done(batch.id, formatDay(plantOn), 'plant', { plants: half, rest: 'stays' }),
        ]
        const today = plantOn + 2
        const plan = createPlanner().plan({ ...season, records }, today)
        const rest = plan.batches.find(({ progress }) => progress?.ledger.restOf === batch.id)
        if (!rest) continue
        looked++
        const open = workOfOne(plan, rest).filter(
          ({ state, task }) => state === 'open' && task.day <= today && BEFORE.includes(task.kind),
        )
        expect([batch.code, open.map(({ task }) => task.kind)]).toEqual([batch.code, ['plant']])
        const stands = rest.stays.find(({ from, until }) => from <= today && today < until)
        expect([batch.code, stands?.place]).toEqual([batch.code, open[0]!.task.fromPlace])
        expect([batch.code, stands?.place]).toEqual([batch.code, stays.at(-1)!.place])
      }
      expect(looked).toBeGreaterThan(2)
    })
  }
})
