import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import { anyRecords } from '../core/testing/records'
import { lookBack, suggestionsOf } from '../core/advice/learned'
import { roundsOn } from '../core/advice/rounds'
import { countsDue } from '../core/advice/counts-due'
import { washDue } from '../core/advice/wash'
import { standDecision } from '../core/advice/stand-choices'
import { holdLevers, judge } from '../core/advice/verdict'
import { warningsOf } from '../core/advice/warnings'
import { outlookOf, workAhead, workBetween } from '../core/advice/work'
import { labelCodes, labelsOf } from '../core/labels/content'
import { batchesOfTray } from '../core/labels/unlabelled'
import { createPlanner } from '../core/plan/plan'
import { sessionOn } from '../core/advice/session'
import { lineAmount } from '../features/sowing/model'
import { anySeason } from '../season/any-season'
import { createFormat } from './format'
import { markSentence } from './marks'
import { taskLine, taskName } from './tasks'
import { workingOf } from './working'

const f = createFormat('en-GB', 'metric')
const odd = /NaN|undefined|\[object|Infinity/

describe('whatever happened to the batches of any season', () => {
  it('everything that is asked of them has an answer, and every answer words', () => {
    let really = 0
    fc.assert(
      fc.property(
        anySeason,
        fc.integer({ min: 20, max: 330 }),
        fc.array(fc.integer({ min: 0, max: 2 ** 30 }), { minLength: 5, maxLength: 60 }),
        (season, after, picks) => {
          const today = parseDay(season.season.from) + after
          const full = { ...season, records: anyRecords(season, createPlanner().plan(season).batches, today, picks) }
          const planner = createPlanner()
          const plan = planner.plan(full, today)
          const codes = labelCodes(plan.batches, full.records)
          for (const batch of plan.batches) {
            const { progress, stays, pass } = batch
            for (let i = 1; i < stays.length; i++) expect(stays[i]!.from).toBeGreaterThanOrEqual(stays[i - 1]!.until)
            for (const one of workingOf(batch, full, f))
              expect(`${one.answer} ${JSON.stringify(one.lines)}`).not.toMatch(odd)
            for (const mark of batch.marks) expect(markSentence(mark, full.places, f)).not.toMatch(odd)
            for (const { task } of workAhead(plan, batch, today))
              expect(`${taskName(task, f)} ${taskLine(task, full.places, f)}`).not.toMatch(odd)
            if (!progress) continue
            really++
            expect(outlookOf(batch)?.kind ?? 'none').not.toMatch(odd)
            if (pass && progress.standing !== 'to-sow' && progress.standing !== 'gone' && stays.length > 0) {
              expect(judge(batch, { lifts: true, leaves: 3 }, today).verdict.kind).not.toMatch(odd)
              expect(judge(batch, {}, today).verdict.kind).not.toMatch(odd)
              for (const lever of holdLevers(batch, full, today)) expect(lever.days).toBeGreaterThan(0)
              const sown = progress.ledger.sown?.entry.what.cells
              if (sown && really % 3 === 0 && batch.way.route.boughtAge === undefined) {
                const decision = standDecision(
                  planner,
                  full,
                  batch,
                  { cells: Math.min(sown, 40), showing: Math.min(sown, 12), doubles: 0 },
                  today,
                )
                expect(decision.choices.length).toBeGreaterThan(0)
                expect(decision.stand.mean).toBeGreaterThanOrEqual(0)
              }
            }
          }
          for (const { task } of workBetween(plan, today - 7, today + 14))
            expect(taskLine(task, full.places, f)).not.toMatch(odd)
          for (const label of labelsOf(plan.batches, full, codes, today, 'tray')) expect(label.trays).toBeGreaterThan(0)
          for (const row of lookBack(plan)) expect(row.leftOver).toBeGreaterThanOrEqual(0)
          for (const { to } of suggestionsOf(plan, full)) expect(Number.isFinite(to)).toBe(true)
          for (const { distance } of batchesOfTray(plan.batches, today, { leaves: 3, place: 0 }))
            expect(distance).toBeGreaterThanOrEqual(0)
          for (const { every } of roundsOn(plan, today)) expect(every).toBeGreaterThan(0)
          expect(countsDue(plan, today).every(({ since }) => since <= today)).toBe(true)
          expect(washDue(plan, today).every(({ trays }) => trays > 0)).toBe(true)
          for (const { litres } of sessionOn(plan, today).mixes) expect(litres).toBeGreaterThan(0)
          for (const line of sessionOn(plan, today).lines) expect(lineAmount(line, full, f)).not.toMatch(odd)
          expect(Array.isArray(warningsOf(plan, today - 3, today + 1))).toBe(true)
          for (const load of [...plan.places, ...plan.containers.flatMap((one) => one ?? [])])
            for (const used of load.days) expect(used).toBeGreaterThan(-1e-6)
        },
      ),
      { numRuns: 30, endOnFailure: true },
    )
    expect(really).toBeGreaterThan(30)
  })
})
