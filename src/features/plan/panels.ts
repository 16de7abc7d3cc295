/** What the panels beside the plan begin from and say. */
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import type { Planting, Season } from '../../season/schema'
import type { ChangeResult } from '../../actions/change-season'
import type { Remedy } from '../../core/plan/nearest'
import { freeCode } from '../../season/keys'
import type { Format, Units } from '../../words/format'
import { emptyForm, formOf, oneForm, withOneChanged, type PlantingForm } from './planting-form'
import type { PlantingEdit } from './saving'
import type { Batch } from '../../core/batch/batch'
import { withSaid } from '../../core/batch/one-of-series'
import { expandPlanting } from '../../core/batch/expand'

/** A planting day to begin from: some weeks on from the working day. */
const nextWeekOf = (day: Day) => day + 42

/** What someone else changed meanwhile, so that nothing is lost silently. */
export function staleWords(
  result: Extract<ChangeResult, { reason: 'stale' }>,
  edits: PlantingEdit[],
  season: { plantings: readonly Planting[] },
  f: Format,
): string {
  const [{ key, now: there } = { key: '', now: null }] = result.stale
  const now = there as Planting | null
  const mine = edits.find((edit) => edit.key === key)?.to
  if (!now) return f.t('plan.someoneElseRemovedIt')
  const said = season.plantings.find((planting) => planting.key === key) ?? mine
  const differences: string[] = []
  if (said && said.plants !== now.plants) differences.push(f.t('plan.plantsNow', { plants: f.number(now.plants) }))
  if (said && said.on !== now.on) differences.push(f.t('plan.plantingDayNow', { day: f.date(parseDay(now.on)) }))
  if (said && said.method !== now.method) differences.push(f.t('plan.howItIsRaised'))
  return f.t('plan.someoneElseChangedIt', {
    what: differences.length > 0 ? ` (${differences.join('; ')})` : '',
  })
}

export function firstBatch(planting: Planting): string | undefined {
  return expandPlanting(planting)[0]?.id
}

/** The planting with a batch on the day that puts it right; `undefined` where more than a day has to change. */
export function remedied(batch: Batch, remedy: Remedy): Planting | undefined {
  if (remedy.kind !== 'plant-on' && remedy.kind !== 'sow-on') return undefined
  const on = formatDay(remedy.kind === 'plant-on' ? remedy.day : batch.plantOn)
  const { planting, n } = batch
  return n > 0
    ? withOneChanged(planting, n, { ...oneForm(batch), on, sowOn: '' })
    : withSaid(planting, 0, { on, sowOn: undefined })
}

/** What a new planting begins from: another like one there is, or nothing but the first free code. */
export function newForm(season: Season, source: Planting | undefined, day: Day, units: Units): PlantingForm {
  return source
    ? { ...formOf(source, units), code: freeCode(season, source.code) }
    : emptyForm(season, freeCode(season), nextWeekOf(day))
}
