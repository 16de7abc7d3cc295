/** When hardening off begins, and where: so many days before planting, in the place the method names. */
import type { Method } from '../../season/schema'
import type { TailLeg } from './route'

/** The change of place with which hardening begins; `undefined` where the method hardens nowhere. */
export function hardeningLeg(
  { hardening: { days, place } }: Pick<Method, 'hardening'>,
  placeNumber: ReadonlyMap<string, number>,
): TailLeg | undefined {
  if (days <= 0 || place === undefined) return undefined
  return { place: placeNumber.get(place)!, daysBefore: days, stage: 'hardening' }
}
