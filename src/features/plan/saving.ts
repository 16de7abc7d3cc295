/** What is saved of the plan, and how it is named in the journal. */
import type { Planting, Season } from '../../season/schema'
import { count, type Format } from '../../words/format'

/** A planting to add (`version` null), change, or remove (`to` null). */
export interface PlantingEdit {
  key: string
  to: Planting | null
  version: number | null
}

/** What was done, for the journal and the undo button. */
export function summaryOf(
  edits: readonly PlantingEdit[],
  season: Pick<Season, 'plantings' | 'varieties'>,
  f: Format,
): string {
  const [first] = edits
  const what = first!.to === null ? 'removed' : first!.version === null ? 'added' : 'changed'
  if (edits.length > 1) return f.t('plan.doneTo', { name: count(f, edits.length, 'planting'), what })
  const { key, to } = first!
  const planting = to ?? season.plantings.find((one) => one.key === key)
  if (!planting) return f.t('plan.doneTo', { name: key, what })
  const variety = season.varieties.find((one) => one.key === planting.variety)
  return f.t('plan.doneTo', { name: `${planting.code} ${variety?.name ?? planting.variety}`, what })
}
