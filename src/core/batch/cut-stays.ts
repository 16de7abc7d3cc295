/** The stays of a batch that was split, merged, or ended early. */
import type { Day } from '../calendar/day'
import type { Stay } from './batch'

/** What cuts the stays of a batch. */
export interface Cuts {
  /** Days on which its cells changed within one container. */
  cuts: readonly { on: Day; cells: number }[]
  /** First day it stands anywhere for itself; first day it no longer does. */
  begins: Day
  ends: Day
}

/** Stays of a batch as it is: cut where cells left or came, and where it began or ended for itself. */
export function staysAsTheyAre(
  stays: readonly Stay[],
  { cuts, begins, ends }: Cuts,
  resize: (stay: Stay, cells: number) => Stay,
): Stay[] {
  let out: Stay[] = [...stays]
  for (const { on, cells } of cuts) {
    out = out.flatMap((stay) => {
      const own = stays.find(
        ({ containerNumber, from, until: to }) => containerNumber === stay.containerNumber && from <= on && on < to,
      )
      // A cut holds until the next container.
      if (stay.until <= on || !own || stay.containerNumber !== own.containerNumber) return [stay]
      if (stay.from >= on) return [resize(stay, cells)]
      return [{ ...stay, until: on }, resize({ ...stay, from: on, potted: false }, cells)]
    })
  }
  return out.flatMap((stay) => {
    const from = Math.max(stay.from, begins)
    const to = Math.min(stay.until, ends)
    return to > from && stay.cells > 0
      ? [from === stay.from && to === stay.until ? stay : { ...stay, from, until: to }]
      : []
  })
}
