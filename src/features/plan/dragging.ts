/** A stair that is dragged: the planting it makes, and what changes with it. */
import { formatDay } from '../../core/calendar/day'
import { plantedOn } from '../../core/batch/one-of-series'
import type { Batch } from '../../core/batch/batch'
import type { Plan } from '../../core/plan/plan'
import { batchWork } from '../../core/batch/work'
import type { Planting } from '../../season/schema'
import { shiftWords } from '../../words/fit'
import type { Format } from '../../words/format'
import { oneForm, withOneChanged } from './planting-form'

/** The planting with one of its batches sown or planted on other days. */
export function movedBy(batch: Batch, part: Part, days: number): Planting {
  const { planting, n, window } = batch
  if (part === 'plant') return plantedOn(planting, n, formatDay(batch.plantOn + days))
  // A stair is sown within its window, where it has one.
  const wanted = batch.sow! + days
  const sow = window
    ? Math.min(Math.max(wanted, Math.min(window.earliest, batch.sow!)), Math.max(window.latest, batch.sow!))
    : Math.min(wanted, batch.plantOn - 1)
  const sowOn = sow === batch.counted ? '' : formatDay(sow)
  if (n > 0) return withOneChanged(planting, n, { ...oneForm(batch), sowOn })
  const { sowOn: _, sowAnchor: __, ...rest } = planting
  return sowOn === '' ? rest : { ...rest, sowOn }
}

/** Hours of work of a batch. */
export const hoursOf = (batch: Batch, plan: Plan) =>
  batchWork(batch, plan.season.habits).reduce((sum, { minutes }) => sum + minutes / 60, 0)

export function daysWords(before: Batch, next: Batch, f: Format): string {
  const late = next.plantOn - before.plantOn
  const sown =
    next.sow === undefined
      ? f.t('plan.noSowingDayWorks')
      : f.t('plan.sowOfSow2', {
          sow: f.date(next.sow),
          extra: next.sow === before.sow ? '' : f.t('plan.was', { sow: f.shortDate(before.sow!) }),
        })
  return f.t('plan.plantOfSown', {
    sown,
    plantOn: f.date(next.plantOn),
    extra: late === 0 ? '' : `, ${shiftWords(late, f)}`,
  })
}

/** What is being dragged. */
export type Part = 'plant' | 'sow'
