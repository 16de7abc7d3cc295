/** For a batch that cannot work as it stands: the nearest things that would. */
import type { Container, Method, Place, Planting, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import { latestSowing } from '../schedule/count-back'
import { isWorkDay } from '../schedule/work-days'
import type { Batch } from '../batch/batch'
import { isStop } from '../batch/marks'
import type { Planner } from './plan'

/** One change that makes a batch work. */
export type Remedy =
  | { kind: 'sow-on'; day: Day }
  | { kind: 'plant-on'; day: Day; sow: Day | undefined }
  | { kind: 'germinate-at'; place: Place; sow: Day }
  | { kind: 'container'; container: Container; sow: Day }

const FARTHEST = 150 // days a planting is looked for later

/**
 * Nearest changes that would make a batch work, each tried on its own.
 *
 * @returns at most one of each kind: another sowing day, a later planting day, another place to germinate, another container
 */
export function nearestThatWorks(planner: Planner, season: Season, batch: Batch): Remedy[] {
  const remedies: Remedy[] = []
  const late = batch.marks.find((mark) => mark.kind === 'past-limit')
  if (!batch.marks.some(isStop) && !late) return remedies
  if (batch.sowOn !== undefined && batch.counted !== undefined) remedies.push({ kind: 'sow-on', day: batch.counted })
  if (late && batch.limit !== undefined) remedies.push({ kind: 'plant-on', day: batch.limit, sow: batch.sow })
  const single: Planting = { ...batch.planting, plants: batch.plants, changes: [] }
  delete single.series
  delete single.sowOn
  const { way } = batch
  if (way.refused.length === 0 && !late) {
    const last = way.table.from + way.table.days - 1
    for (let day = batch.plantOn + 1; day <= Math.min(last, batch.plantOn + FARTHEST); day++) {
      if (!isWorkDay(day, way.route.plantingDays)) continue
      const sow = latestSowing(way.table, day, batch.agePoint)
      if (sow === undefined) continue
      remedies.push({ kind: 'plant-on', day, sow })
      break
    }
  }
  const works = (method: Method): Day | undefined => {
    const [tried] = planner.previewBy(season, { ...single, on: batch.planting.on }, method, batch.plantOn)
    return tried && !tried.marks.some(isStop) ? tried.sow : undefined
  }
  if (batch.marks.some((mark) => mark.kind === 'never-emerges' || mark.kind === 'no-germination')) {
    const [first, ...rest] = way.method.stages
    for (const place of season.places) {
      const sow = works({ ...way.method, stages: [{ ...first!, germinateAt: place.key }, ...rest] })
      if (sow === undefined) continue
      remedies.push({ kind: 'germinate-at', place, sow })
      break
    }
  }
  if (way.refused.length > 0 || batch.marks.some((mark) => mark.kind === 'no-time')) {
    const refused = new Set(way.refused.map(({ container }) => container.key))
    const larger = season.containers
      .filter((container) => container.kind !== 'open-flat')
      .sort((a, b) => a.cellVolume - b.cellVolume)
    for (const container of larger) {
      const stages = way.method.stages.map((stage, i) =>
        stage.container !== undefined && (refused.has(stage.container) || (refused.size === 0 && i === 0))
          ? { ...stage, container: container.key }
          : stage,
      )
      const sow = works({ ...way.method, stages })
      if (sow === undefined) continue
      remedies.push({ kind: 'container', container, sow })
      break
    }
  }
  return remedies
}

/**
 * Day from which a batch can be planted when it is sown no earlier than on a day.
 *
 * @returns planting and sowing day; `undefined` when no planting day of the next months works
 */
export function plantableFrom(
  { way, plantOn, agePoint }: Pick<Batch, 'way' | 'plantOn' | 'agePoint'>,
  sowFrom: Day,
): { plantOn: Day; sow: Day } | undefined {
  if (way.refused.length > 0) return undefined
  const last = way.table.from + way.table.days - 1
  for (let day = Math.max(plantOn, sowFrom + 1); day <= Math.min(last, plantOn + FARTHEST); day++) {
    if (!isWorkDay(day, way.route.plantingDays)) continue
    const sow = latestSowing(way.table, day, agePoint)
    if (sow !== undefined && sow >= sowFrom) return { plantOn: day, sow }
  }
  return undefined
}
