/** What is recorded when work was done just as it was planned. */
import type { Task } from '../../core/batch/tasks'
import type { Season } from '../../season/schema'
import type { Said } from './use-record'

/** The record of a task done as planned. */
export function asPlanned({ kind, nth, batch, place, cells, trays }: Task, season: Season): Said {
  const where = place === undefined ? {} : { place: season.places[place]!.key }
  const amounts =
    kind === 'sow'
      ? { cells, trays, seeds: batch.sizing?.seeds ?? 0 }
      : kind === 'receive' || kind === 'pot-up'
        ? { cells, trays }
        : {}
  return {
    batch: batch.id,
    what: {
      did: 'task',
      task: kind,
      nth,
      ...(kind === 'order' ||
      kind === 'prepare' ||
      kind === 'thin' ||
      kind === 'pinch' ||
      kind === 'feed' ||
      kind === 'plant'
        ? {}
        : where),
      ...amounts,
    },
  }
}
