/** What the seed page says of a lot, without drawing it. */
import type { LotUse } from '../../core/seed/lot-use'
import type { ThingEdit } from '../../actions/change-season'
import type { Lot, Season } from '../../season/schema'
import { present, sameValue } from '../../season/values'
import { count, type Format } from '../../words/format'

export function shortWords(use: LotUse, f: Format): string {
  return f.t('seed.short', {
    short: f.number(use.short),
    extra: use.runsOut ? f.t('seed.from', { day: f.date(use.runsOut.day) }) : '',
  })
}

/** What is still needed of a lot, whether it is there, and what would do instead. */
export function needWords(lot: Pick<Lot, 'packetSeeds'>, use: LotUse, f: Format): string {
  if (use.needed === 0) return f.t('seed.noPlantingDrawsFromThis')
  const left = use.left === undefined ? '' : f.t('seed.leftOfLeft', { left: f.number(use.left) })
  const needed = f.t('seed.stillNeededThisSeasonHandling', { seeds: count(f, use.needed, 'seed'), left })
  const short =
    use.short > 0 ? ` ${shortWords(use, f)}${use.runsOut ? f.t('seed.at', { runsOut: use.runsOut.code }) : ''}.` : ''
  const packets =
    lot.packetSeeds && use.short > 0
      ? f.t('seed.thatIsMore', { packets: count(f, Math.ceil(use.short / lot.packetSeeds), 'packet') })
      : ''
  return `${needed}${short}${packets}${use.instead ? f.t('seed.hasEnough', { instead: use.instead.name }) : ''}`
}

/** What may be said of many lots at once; what is not there stays as it is. */
export type LotsChange = { [Part in 'stored' | 'form' | 'year']?: Lot[Part] | undefined }

/**
 * Edits that change lots alike, or take them out; lots that are so already are left alone.
 *
 * @param versions of the lots as they were seen, by `lots/key`
 */
export function changedLots(
  { lots }: Pick<Season, 'lots'>,
  keys: readonly string[],
  change: LotsChange | 'delete',
  versions: Record<string, number>,
): ThingEdit[] {
  const wanted = new Set(keys)
  return lots
    .filter(({ key }) => wanted.has(key))
    .flatMap((lot): ThingEdit[] => {
      const to = change === 'delete' ? null : { ...lot, ...present(change) }
      const edit = { of: 'lots' as const, key: lot.key, to, version: versions[`lots/${lot.key}`] ?? null }
      return to && sameValue(to, lot) ? [] : [edit]
    })
}
