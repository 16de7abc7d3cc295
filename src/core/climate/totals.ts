/** Running totals of places, each made when something first stands there. */
import type { RunningTotal } from './climate'

/** A running total for every place by its number: a route walks few of the places it might stand in. */
export class Totals {
  readonly #byPlace: (RunningTotal | undefined)[] = []

  /** @param make total of a place, by number */
  constructor(private readonly make: (place: number) => RunningTotal) {}

  of(place: number): RunningTotal {
    return this.#byPlace[place] ?? (this.#byPlace[place] = this.make(place))
  }
}
