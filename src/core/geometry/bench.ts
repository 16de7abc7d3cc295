/** Trays on a bench. */
import { SLACK, STANDARD_FLAT } from './container'

/** Where trays lie on a bench: all one way round. */
export interface BenchTrays {
  along: number
  across: number
  tray: { length: number; width: number }
}

/** Standard flats on one level of a bench, turned whichever way takes more. */
export function traysOnBench({ length, width }: { length: number; width: number }): BenchTrays {
  const { length: l, width: w } = STANDARD_FLAT
  const one = {
    along: Math.floor(length / l + SLACK),
    across: Math.floor(width / w + SLACK),
    tray: { length: l, width: w },
  }
  const turned = {
    along: Math.floor(length / w + SLACK),
    across: Math.floor(width / l + SLACK),
    tray: { length: w, width: l },
  }
  return turned.along * turned.across > one.along * one.across ? turned : one
}

/** Tray places of benches with their levels. */
export function trayPlacesOf(benches: readonly { length: number; width: number; levels: number }[]): number {
  return benches.reduce((sum, bench) => {
    const { along, across } = traysOnBench(bench)
    return sum + along * across * bench.levels
  }, 0)
}
