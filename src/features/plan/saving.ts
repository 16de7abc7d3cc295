/** What is saved of the plan, and how it is named in the journal. */
import type { Planting, Season } from '../../season/schema'

/** A planting to add (`version` null), change, or remove (`to` null). */
export interface PlantingEdit {
  key: string
  to: Planting | null
  version: number | null
}

/** What was done, for the journal and the undo button. */
export function summaryOf(edits: readonly PlantingEdit[], season: Pick<Season, 'plantings' | 'varieties'>): string {
  const [first] = edits
  const what = first!.to === null ? 'removed' : first!.version === null ? 'added' : 'changed'
  if (edits.length > 1) return `${edits.length} plantings ${what}`
  const { key, to } = first!
  const planting = to ?? season.plantings.find((one) => one.key === key)
  if (!planting) return `${key} ${what}`
  const variety = season.varieties.find((one) => one.key === planting.variety)
  return `${planting.code} ${variety?.name ?? planting.variety} ${what}`
}
