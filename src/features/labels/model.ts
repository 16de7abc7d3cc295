/** Which batches a set of labels is for. */
import type { Batch } from '../../core/batch/batch'
import type { LabelsFor } from '../../core/labels/content'
import type { Candidate } from '../../core/labels/unlabelled'
import { count, list, type Format } from '../../words/format'

export function toggled(set: ReadonlySet<string>, id: string): Set<string> {
  const next = new Set(set)
  if (!next.delete(id)) next.add(id)
  return next
}

/** Batches by their ids, as an address names them: one or several, with commas. */
export function batchesNamed(batches: readonly Batch[], ids: string): Batch[] {
  const named = new Set(ids.split(','))
  return batches.filter(({ id }) => named.has(id))
}

export function batchesFor(batches: readonly Batch[], which: Which, monday: number, day: number): Batch[] {
  return batches
    .filter(({ sow, stays, progress }) => {
      if (sow === undefined || progress?.standing === 'gone') return false
      if (which !== 'sow' && progress?.asks) return false
      if (which === 'sow') return sow >= monday && sow < monday + 7
      if (which === 'pot-up')
        return stays.some(({ potted, from }) => potted && from > sow && from >= monday && from < monday + 7)
      return stays.some(({ from, until }) => from <= day && day < until)
    })
    .sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
}

export type Which = LabelsFor

export function likeWords(one: Candidate, format: Format): string {
  if (one.differs.length === 0) return format.t('labels.agreesWithAllOfThat')
  const [first, ...rest] = one.differs.map((what) => differsWords(what, one, format))
  return list(format, [first!.replace(/^./, (letter) => letter.toUpperCase()), ...rest])
}

/** What speaks against a batch being the tray in hand. */
function differsWords(what: Candidate['differs'][number], { up, leaves }: Candidate, format: Format): string {
  switch (what) {
    case 'place':
      return format.t('labels.shouldStandElsewhere')
    case 'up':
      return up ? format.t('labels.shouldBeUpByNow') : format.t('labels.shouldNotBeUpYet')
    case 'leaves':
      return format.t('labels.shouldHaveAboutLeaves', { leaves: count(format, Math.floor(leaves ?? 0), 'leaf') })
  }
}
