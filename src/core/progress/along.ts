/** The way with the route a batch really takes. */
import type { Climate } from '../climate/climate'
import { conditionsOf } from '../batch/conditions'
import { trayPlacesIn, traysIn, type Way } from '../batch/ways'
import type { Route } from '../schedule/route'
import { inFlats } from '../sowing/policies'

/** The way with the route a batch really takes; what it shares with the planned way stays shared. */
export function along(way: Way, route: Route, climate: Climate, sharesTray = false): Way {
  const own = Object.create(way) as { -readonly [Part in keyof Way]: Way[Part] }
  const define = (part: keyof Way, value: unknown) =>
    Object.defineProperty(own, part, { value, enumerable: true, configurable: true })
  define('route', route)
  if (route.steps.some((step, i) => step !== way.route.steps[i])) {
    const flats = inFlats(way.method)
    define('traysOf', (step: number, cells: number) =>
      traysIn(route.steps[step]!.container, cells, flats && step === 0),
    )
    define('trayPlacesOf', (step: number, cells: number) =>
      trayPlacesIn(route.steps[step]!.container, cells, flats && step === 0),
    )
  }
  if (sharesTray) {
    // Rows of a tray that holds other sowings take their part of its place.
    const usual = own.trayPlacesOf
    define('trayPlacesOf', (step: number, cells: number) => {
      const { container } = route.steps[step]!
      return step === 0 ? (cells / container.cells) * container.trayPlaces : usual(step, cells)
    })
  }
  if (climate !== way.route.climate) define('conditions', conditionsOf(climate, way.crop))
  return own
}
