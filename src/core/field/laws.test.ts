import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { cropOfPlanting, nurseryDays } from '../../ui/moves'
import { parseDay } from '../calendar/day'
import { anchoredMoves, movedPlanting, seasonAir } from './anchor'
import { createPlanner, type Plan } from '../plan/plan'
import { tasksBetween } from '../batch/tasks'
import { fieldPlanCsv } from '../../interchange/field-plan'
import { bedClear } from './beds'
import { fieldWork } from './field-work'
import { gatesBetween } from './gates'
import { monthOf, monthSheet } from '../plan/month'
import { settle } from './who-gets-what'

const law = (check: (season: Season, plan: Plan) => void, numRuns = 50) =>
  fc.assert(
    fc.property(anySeason, (season) => check(season, createPlanner().plan(season))),
    { numRuns },
  )

describe('whatever grows in a field', () => {
  it('every planting stands there once for each of its days, and at least a day', () => {
    law((season, plan) => {
      expect(new Set(plan.inField.map(({ id }) => id)).size).toBe(plan.inField.length)
      expect(plan.inField).toHaveLength(plan.batches.length + plan.inPlace.length)
      for (const stand of plan.inField) {
        expect(stand.until).toBeGreaterThan(stand.from)
        if (stand.harvest !== undefined) expect(stand.harvest).toBeGreaterThan(stand.from)
        expect(stand.batch !== undefined).toBe(stand.inPlace === undefined)
        if (stand.batch) expect(stand.batch.plantOn).toBe(stand.from)
      }
      expect(plan.inField.map(({ planting }) => season.plantings.indexOf(planting))).toEqual(
        [...plan.inField.map(({ planting }) => season.plantings.indexOf(planting))].sort((a, b) => a - b),
      )
    })
  })
  it('two that find room in a bed are never in one another’s place, and none reaches over its end', () => {
    law((_, plan) => {
      const bad = new Set(plan.beds.clashes.map(({ use }) => use))
      for (const uses of plan.beds.uses.values()) {
        const good = uses.filter((use) => !bad.has(use) && use.stand)
        for (const a of good) {
          expect(a.at).toBeGreaterThanOrEqual(0)
          expect(a.at + a.length).toBeLessThanOrEqual(a.bed.length + 1e-6)
          for (const b of uses) {
            if (a === b || bad.has(b) || a.between !== b.between || a.until <= b.from || b.until <= a.from) continue
            expect(a.at + a.length <= b.at + 1e-6 || b.at + b.length <= a.at + 1e-6).toBe(true)
          }
        }
      }
    })
  })
  it('who finds no room is told who is in the way, or that the bed is too short', () => {
    law(({ habits: { turnaroundDays } }, plan) => {
      for (const { use, inTheWay, bed, freeOn } of plan.beds.clashes) {
        expect(inTheWay.length > 0 || use.length > bed.length || use.at + use.length > bed.length).toBe(true)
        // A bed is free again once it is turned around.
        for (const other of inTheWay)
          expect(other.until + turnaroundDays > use.from && other.from < use.until + turnaroundDays).toBe(true)
        expect(freeOn).toBeGreaterThanOrEqual(use.from)
      }
      for (const [id, clashes] of plan.beds.clashesOf)
        expect(clashes.every(({ use }) => use.stand!.id === id)).toBe(true)
    })
  })
  it('moves come to rest: what was moved does not move again', () => {
    law((season, plan) => {
      const crops = cropOfPlanting(season)
      const nursery = nurseryDays(plan)
      const moved = new Map(
        anchoredMoves(season, crops, nursery).map((move) => [move.planting.key, movedPlanting(move)]),
      )
      const next = { ...season, plantings: season.plantings.map((planting) => moved.get(planting.key) ?? planting) }
      expect(anchoredMoves(next, crops, nursery)).toEqual([])
      for (const planting of next.plantings) {
        if (planting.anchor?.to !== 'bed') continue
        const at = next.plantings.indexOf(planting)
        const before = new Set(next.plantings.slice(0, at).map(({ key }) => key))
        const after = createPlanner().plan(next)
        const clear = bedClear(
          next.beds[0]!,
          after.inField.filter((stand) => before.has(stand.planting.key)),
        )
        // Raised plants whose days are counted from a sowing that is not known stay where they are.
        if (clear !== undefined && after.inField.every(({ crop }) => crop.field.maturity?.from !== 'sowing'))
          expect(parseDay(planting.on)).toBe(clear + Math.max(planting.anchor.days, next.habits.turnaroundDays))
      }
    }, 40)
  })
  it('the sheets of all months hold every piece of work once', () => {
    law((_, plan) => {
      const days = [
        ...plan.inField.flatMap(({ from, until }) => [from, until]),
        ...plan.batches.flatMap(({ sow }) => (sow === undefined ? [] : [sow - 400])),
      ]
      if (days.length === 0) return
      const from = monthOf(Math.min(...days)).from
      const until = monthOf(Math.max(...days)).until
      let starts = 0
      let planted = 0
      let moves = 0
      for (let day = from; day < until; day = monthOf(day).until) {
        const sheet = monthSheet(plan, day)
        starts += sheet.starts.length + sheet.sown.length
        moves += sheet.moves.length
        planted += sheet.planted.length
        expect(sheet.out.every((out) => out.day >= sheet.from && out.day < sheet.until)).toBe(true)
      }
      const tasks = tasksBetween(plan.batches, from, until)
      const of = (...kinds: string[]) => tasks.filter(({ kind }) => kinds.includes(kind)).length
      expect(starts).toBe(of('order', 'prepare', 'receive', 'sow') + plan.inPlace.length)
      expect(moves).toBe(of('leave-heat', 'pot-up', 'move', 'harden'))
      expect(planted).toBe(plan.batches.length)
    }, 25)
  })
  it('gates are judged for everything planted in their weeks, and the worst of them counts', () => {
    law((season, plan) => {
      const from = parseDay('2027-04-01')
      const gated = gatesBetween(plan.inField, plan.beds.clashesOf, from, from + 90, {
        season,
        air: seasonAir(season),
        forecast: undefined,
        today: from,
      })
      expect(gated).toHaveLength(plan.inField.filter((stand) => stand.from >= from && stand.from < from + 90).length)
      for (const { gates, verdict } of gated) {
        expect(verdict).toBe(
          gates.some((gate) => gate.verdict === 'wait')
            ? 'wait'
            : gates.some((gate) => gate.verdict === 'risk')
              ? 'risk'
              : 'go',
        )
        expect(new Set(gates.map(({ kind }) => kind)).size).toBe(gates.length)
      }
    })
  })
  it('goes out as CSV with a row for each share, and one for plants nobody has', () => {
    law((_, plan) => {
      const rows = fieldPlanCsv(plan).trim().split('\r\n')
      const expected = plan.inField.reduce(
        (sum, { goes, stand, plants }) => sum + goes.length + (settle(goes, stand?.plants ?? plants).left > 0 ? 1 : 0),
        0,
      )
      expect(rows.length - 1).toBe(expected)
    }, 30)
  })
  it('field work has ids of its own and falls on the days asked for', () => {
    law((_, plan) => {
      const all = fieldWork(plan.inField, -Infinity, Infinity)
      expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
      const june = fieldWork(plan.inField, parseDay('2027-06-01'), parseDay('2027-07-01'))
      expect(june).toEqual(all.filter(({ day }) => day >= parseDay('2027-06-01') && day < parseDay('2027-07-01')))
    }, 30)
  })
  it('survives being written and read again', () => {
    law((season) => {
      const read = readSeason(JSON.parse(JSON.stringify(season)))
      expect(read.ok && read.season).toEqual(season)
    }, 30)
  })
})
