/** Cautions, short and calm, at the crops and the work they belong to. */
import type { Task } from '../core/batch/tasks'
import type { Crop } from '../season/schema'
import type { Format } from './format'

/** Cautions of a crop in one line; empty when there are none. */
export function cropCautionWords(crop: Crop, f: Format): string {
  if (crop.cautions.length === 0) return ''
  const said = crop.cautions.map((one) => f.t(`words.cautions.caution.${one}`)).join('; ')
  return f.t('words.cautions.followTheLabelAndLocal', { crop: crop.name, said })
}

/** Cautions that belong to the work of a day, each once, in the order the work comes; follow the label and local rules with every one. */
export function cautionsFor(tasks: readonly Task[], f: Format): string[] {
  const said = new Set<string>()
  for (const task of tasks) {
    const { crop } = task.batch.way
    switch (task.kind) {
      case 'prepare':
        said.add(f.t('words.cautions.work.preparing'))
        break
      case 'sow':
        said.add(f.t('words.cautions.work.mix'))
        if (task.batch.seed.lot?.treated) said.add(f.t('words.cautions.work.treated'))
        if (crop.cautions.includes('hot-seed')) said.add(f.t('words.cautions.work.hot-seed'))
        if (task.batch.stays[0]?.kind === 'germinate') said.add(f.t('words.cautions.work.heat'))
        break
      case 'leave-heat':
        said.add(f.t('words.cautions.work.closed-cover'))
        break
      case 'thin':
      case 'pinch':
        said.add(f.t('words.cautions.work.knife'))
        break
      case 'feed':
        said.add(f.t('words.cautions.work.feed'))
        break
      case 'pot-up':
        said.add(f.t('words.cautions.work.mix'))
        break
      case 'move':
      case 'harden':
      case 'plant':
        said.add(f.t('words.cautions.work.lift'))
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
