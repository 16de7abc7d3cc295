/** The day's work in the grower's words. */
import type { Batch } from '../core/batch/batch'
import { plantsOut, type Task } from '../core/batch/tasks'
import type { Day } from '../core/calendar/day'
import type { Place } from '../season/schema'
import { count, type Format } from './format'
import { sownWords } from './methods'
import { placed } from './placed'

/** What is done, in one line without the batch's name. */
export function taskLine(task: Task, places: readonly Place[], f: Format): string {
  const { batch, container } = task
  const to = task.place === undefined ? f.t('words.tasks.theField') : (places[task.place]?.name ?? '')
  const from = task.fromPlace === undefined ? '' : (places[task.fromPlace]?.name ?? '')
  const stands = task.place === undefined ? undefined : places[task.place]
  const at = stands ? placed(f, stands) : ''
  const trays = container ? `${f.number(task.trays)} × ${container.name}` : ''
  switch (task.kind) {
    case 'prepare':
      return f.t('words.tasks.toSow', {
        what: String(task.what),
        seeds: count(f, batch.sizing?.seeds ?? 0, 'seed'),
        sow: f.date(batch.sow ?? task.day),
      })
    case 'order':
      return f.t('words.tasks.toArrive', {
        youngPlants: count(f, batch.sizing?.cells ?? 0, 'youngPlant'),
        sow: f.date(batch.sow ?? task.day),
      })
    case 'receive':
      return f.t('words.tasks.lookForPestsDryOr', { youngPlants: count(f, task.cells, 'youngPlant'), at })
    case 'sow':
      return f.t('words.tasks.on', { sown: sownWords(batch, f), at })
    case 'pinch':
    case 'feed':
      return f.t('words.tasks.onOfTrays', { trays, at })
    case 'leave-heat':
      return [
        from === to ? f.t('words.tasks.onOfTrays', { trays, at }) : `${trays}: ${from} → ${to}`,
        lightWords(task.place === undefined ? undefined : places[task.place], f),
      ]
        .filter(Boolean)
        .join('; ')
    case 'thin':
      return f.t('words.tasks.toOn', {
        cells: count(f, task.cells, 'cell'),
        extra:
          batch.way.keep === 1
            ? f.t('words.tasks.onePlantEach')
            : f.t('words.tasks.plantsEach', { keep: String(batch.way.keep) }),
        trays,
        at,
      })
    case 'pot-up':
      return f.t('words.tasks.into', {
        plants: count(f, task.cells, 'plant'),
        trays,
        extra: from === to ? at : `${from} → ${to}`,
      })
    case 'move':
    case 'harden':
      return `${trays}: ${from} → ${to}`
    case 'plant':
      return f.t('words.tasks.from', { plants: count(f, plantsOut(batch), 'plant'), trays, from })
  }
}

/** Light, where there are lamps to be put on. */
function lightWords(place: Place | undefined, f: Format): string {
  return place?.lamp === undefined || place.lamp.hours === 0
    ? ''
    : f.t('words.tasks.lightOnADay', { hours: count(f, place.lamp.hours, 'hour') })
}

type Potted = Pick<Batch, 'way' | 'stays' | 'sow'>

/** Whether a potting-up is the first there is of a batch. */
const isFirstPotting = ({ stays, sow }: Potted, on: Day): boolean =>
  stays.find(({ potted, from }) => potted && sow !== undefined && from > sow)?.from === on

/** Whether potting up on a day is pricking out of a flat. */
export const isPrickingOut = (batch: Potted, on: Day): boolean =>
  batch.way.method.sowing.policy === 'flat' && isFirstPotting(batch, on)

/** What potting up on a day is called: out of a flat it is pricking out, and what was sown thick is divided. */
export function pottingName(batch: Potted, on: Day, f: Format): string {
  if (isPrickingOut(batch, on)) return f.t('words.tasks.prickOut')
  return batch.way.method.sowing.policy === 'divide' && isFirstPotting(batch, on)
    ? f.t('words.tasks.divideAndPotUp')
    : f.t('words.tasks.taskTitles.pot-up')
}

/** What one task is called: a tray that germinates where it stays is only uncovered. */
export function taskName(task: Task, f: Format): string {
  if (task.kind === 'leave-heat' && task.fromPlace === task.place) return f.t('words.tasks.uncover')
  return task.kind === 'pot-up' ? pottingName(task.batch, task.day, f) : f.t(`words.tasks.taskTitles.${task.kind}`)
}

/** The whole task in one line, for calendars and lists. */
export function taskTitle(task: Task, f: Format): string {
  return `${taskName(task, f)} ${task.batch.code} ${task.batch.variety.name}`
}
