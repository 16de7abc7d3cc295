/** The day's work in the grower's words. */
import type { Batch } from '../core/batch/batch'
import type { Task, TaskKind } from '../core/batch/tasks'
import type { Day } from '../core/calendar/day'
import type { Place } from '../season/schema'
import { count, type Format } from './format'
import { sownWords } from './methods'

/** What a kind of work is called, as a heading. */
export const TASK_TITLES: Record<TaskKind, string> = {
  order: 'Order young plants',
  prepare: 'Prepare seed',
  receive: 'Receive and look over',
  sow: 'Sow',
  'leave-heat': 'Uncover and move',
  thin: 'Thin',
  pinch: 'Pinch',
  feed: 'First feed',
  'pot-up': 'Pot up',
  move: 'Move',
  harden: 'Harden off',
  plant: 'Plant out',
}

/** What is done, in one line without the batch's name. */
export function taskLine(task: Task, places: readonly Place[], f: Format): string {
  const { batch, container } = task
  const to = task.place === undefined ? 'the field' : (places[task.place]?.name ?? '')
  const from = task.fromPlace === undefined ? '' : (places[task.fromPlace]?.name ?? '')
  const trays = container ? `${f.number(task.trays)} × ${container.name}` : ''
  switch (task.kind) {
    case 'prepare':
      return `${task.what}: ${count(f, batch.sizing?.seeds ?? 0, 'seed')}, to sow ${f.date(batch.sow ?? task.day)}`
    case 'order':
      return `${count(f, batch.sizing?.cells ?? 0, 'youngPlant')}, to arrive ${f.date(batch.sow ?? task.day)}`
    case 'receive':
      return `${count(f, task.cells, 'youngPlant')}: look for pests, dry or broken plugs and short numbers before they go on ${to}`
    case 'sow':
      return `${sownWords(batch, f)}, on ${to}`
    case 'pinch':
    case 'feed':
      return `${trays}, on ${to}`
    case 'leave-heat':
      return [
        from === to ? `${trays}, on ${to}` : `${trays}: ${from} → ${to}`,
        lightWords(task.place === undefined ? undefined : places[task.place], f),
      ]
        .filter(Boolean)
        .join('; ')
    case 'thin':
      return `${count(f, task.cells, 'cell')} to ${batch.way.keep === 1 ? 'one plant each' : `${batch.way.keep} plants each`}: ${trays}, on ${to}`
    case 'pot-up':
      return `${count(f, task.cells, 'plant')} into ${trays}, ${from === to ? `on ${to}` : `${from} → ${to}`}`
    case 'move':
    case 'harden':
      return `${trays}: ${from} → ${to}`
    case 'plant':
      return `${count(f, batch.plants, 'plant')} from ${trays}, ${from}`
  }
}

/** Light, where there are lamps to be put on. */
function lightWords(place: Place | undefined, f: Format): string {
  return place?.lamp === undefined || place.lamp.hours === 0
    ? ''
    : `light on, ${count(f, place.lamp.hours, 'hour')} a day`
}

/** What potting up on a day is called: out of a flat it is pricking out, and what was sown thick is divided. */
export function pottingName({ way, stays, sow }: Pick<Batch, 'way' | 'stays' | 'sow'>, on: Day): string {
  const first = stays.find(({ potted, from }) => potted && sow !== undefined && from > sow)?.from === on
  const { policy } = way.method.sowing
  if (first && policy === 'flat') return 'Prick out'
  return first && policy === 'divide' ? 'Divide and pot up' : TASK_TITLES['pot-up']
}

/** What one task is called: a tray that germinates where it stays is only uncovered. */
export function taskName(task: Task): string {
  if (task.kind === 'leave-heat' && task.fromPlace === task.place) return 'Uncover'
  return task.kind === 'pot-up' ? pottingName(task.batch, task.day) : TASK_TITLES[task.kind]
}

/** The whole task in one line, for calendars and lists. */
export function taskTitle(task: Task): string {
  return `${taskName(task)} ${task.batch.code} ${task.batch.variety.name}`
}
