/** Cautions, short and calm, at the crops and the work they belong to. */
import type { Task } from '../core/batch/tasks'
import { WORK_CAUTIONS } from '../library/troubles'
import type { Crop } from '../season/schema'
import type { Format } from './format'

/** Cautions of a crop in one line; empty when there are none. */
export function cropCautionWords(crop: Crop, f: Format): string {
  if (crop.cautions.length === 0) return ''
  const said = crop.cautions.map((one) => f.t(`words.cautions.caution.${one}`)).join('; ')
  return f.t('words.cautions.followTheLabelAndLocal', { crop: crop.name, said })
}

/** Cautions that belong to the work of a day, each once, in the order the work comes. */
export function cautionsFor(tasks: readonly Task[], f: Format): string[] {
  const said = new Set<string>()
  for (const task of tasks) {
    const { crop } = task.batch.way
    switch (task.kind) {
      case 'prepare':
        said.add(WORK_CAUTIONS.preparing.text)
        break
      case 'sow':
        said.add(WORK_CAUTIONS.mix.text)
        if (task.batch.seed.lot?.treated) said.add(WORK_CAUTIONS.treated.text)
        if (crop.cautions.includes('hot-seed')) said.add(WORK_CAUTIONS['hot-seed'].text)
        if (task.batch.stays[0]?.kind === 'germinate') said.add(WORK_CAUTIONS.heat.text)
        break
      case 'leave-heat':
        said.add(WORK_CAUTIONS['closed-cover'].text)
        break
      case 'thin':
      case 'pinch':
        said.add(WORK_CAUTIONS.knife.text)
        break
      case 'feed':
        said.add(WORK_CAUTIONS.feed.text)
        break
      case 'pot-up':
        said.add(WORK_CAUTIONS.mix.text)
        break
      case 'move':
      case 'harden':
      case 'plant':
        said.add(WORK_CAUTIONS.lift.text)
        break
      default:
    }
    if (task.kind !== 'order' && (crop.cautions.includes('irritant') || crop.cautions.includes('poisonous'))) {
      said.add(
        `${crop.name}: ${crop.cautions
          .filter((one) => one !== 'hot-seed')
          .map((one) => f.t(`words.cautions.caution.${one}`))
          .join('; ')}.`,
      )
    }
  }
  return [...said]
}
