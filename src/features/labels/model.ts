/** Which batches a set of labels is for. */
import type { Batch } from '../../core/batch/batch'
import type { LabelsFor } from '../../core/labels/content'
import type { Candidate } from '../../core/labels/unlabelled'
import { list, type Format } from '../../words/format'

export function toggled(set: ReadonlySet<string>, id: string): Set<string> {
  const next = new Set(set)
  if (!next.delete(id)) next.add(id)
  return next
}

export function batchesFor(batches: readonly Batch[], which: Which, monday: number, day: number): Batch[] {
  return batches
    .filter(({ sow, stays, progress }) => {
      if (sow === undefined || progress?.standing === 'gone') return false
      if (which === 'sow') return sow >= monday && sow < monday + 7
      if (which === 'pot-up')
        return stays.some(({ potted, from }) => potted && from > sow && from >= monday && from < monday + 7)
      return stays.some(({ from, until }) => from <= day && day < until)
    })
    .sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
}

export type Which = LabelsFor

export function likeWords(one: Candidate, format: Format): string {
  if (one.differs.length === 0) return 'Agrees with all of that'
  const [first, ...rest] = one.differs.map((what) => DIFFERS[what](one))
  return list(format, [first!.replace(/^./, (letter) => letter.toUpperCase()), ...rest])
}

const DIFFERS: Record<Candidate['differs'][number], (one: Candidate) => string> = {
  place: () => 'should stand elsewhere',
  up: ({ up }) => (up ? 'should be up by now' : 'should not be up yet'),
  leaves: ({ leaves }) => `should have about ${Math.floor(leaves ?? 0)} leaves`,
}
