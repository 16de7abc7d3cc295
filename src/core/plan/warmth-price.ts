/** What warmth and light of a place cost. */
import type { Habits, Place } from '../../season/schema'

const HEATED: ReadonlySet<Place['kind']> = new Set(['heat-mat', 'germination-cabinet', 'lit-shelf'])

/**
 * Warmth and light for one tray place and day: by what the place draws and the price of energy, where both are known;
 * else the farm's price of a heated or lit tray place. Nothing on a bench that draws nothing.
 *
 * @returns in the farm's money; `undefined` where it is heated or lit and no price is known
 */
export function warmthPrice(
  { kind, power, trayPlaces }: Pick<Place, 'kind' | 'power' | 'trayPlaces'>,
  { kwh, heatedTrayDay }: Habits['costs'],
): number | undefined {
  if (power && kwh !== undefined && trayPlaces > 0) return ((power.watts / 1000) * power.hours * kwh) / trayPlaces
  // What draws energy costs something, though nobody knows what.
  return HEATED.has(kind) ? heatedTrayDay : power ? undefined : 0
}
