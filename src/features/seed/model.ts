/** What the seed page says of a lot, without drawing it. */
import type { LotUse } from '../../core/seed/lot-use'
import type { Lot } from '../../season/schema'
import { count, type Format } from '../../words/format'

export function shortWords(use: LotUse, f: Format): string {
  return `${f.number(use.short)} short${use.runsOut ? `, from ${f.date(use.runsOut.day)}` : ''}`
}

/** What is still needed of a lot, whether it is there, and what would do instead. */
export function needWords(lot: Pick<Lot, 'packetSeeds'>, use: LotUse, f: Format): string {
  if (use.needed === 0) return 'No planting draws from this lot.'
  const left = use.left === undefined ? '' : `; ${f.number(use.left)} left`
  const needed = `Still needed this season: ${count(f, use.needed, 'seed')}, handling included${left}.`
  const short = use.short > 0 ? ` ${shortWords(use, f)}${use.runsOut ? `, at ${use.runsOut.code}` : ''}.` : ''
  const packets =
    lot.packetSeeds && use.short > 0
      ? ` That is ${count(f, Math.ceil(use.short / lot.packetSeeds), 'packet')} more.`
      : ''
  return `${needed}${short}${packets}${use.instead ? ` ${use.instead.name} has enough.` : ''}`
}
