/** What the seed page says of a lot, without drawing it. */
import type { LotUse } from '../../core/seed/lot-use'
import type { Lot } from '../../season/schema'
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
