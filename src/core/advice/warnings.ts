/** Nights too cold, and days too hot, that were measured: where, and for which trays. */
import { parseDay, type Day } from '../calendar/day'
import { checksUnder } from '../growth/cold'
import type { Batch } from '../batch/batch'
import { measuredOf } from '../climate/measured'
import type { Plan } from '../plan/plan'
import { isSown } from './rounds'

/** Heat or cold beyond what plants in a place bear. */
export interface Warning {
  /** Place by number in the season. */
  place: number
  day: Day
  kind: 'cold' | 'heat'
  /** °C measured, and the limit that it passed furthest. */
  measured: number
  limit: number
  batches: Batch[]
  trays: number
}

/** °C under which a night checks a batch where it stands on a day. */
function bearsOn({ way, stays }: Batch, place: number, day: Day): number {
  const hardens = stays.some(
    (stay) => stay.place === place && stay.kind === 'harden' && stay.from <= day && day < stay.until,
  )
  return checksUnder(way.cold, hardens ? 'hardening' : 'soft')
}

/** What was measured over [from, until) beyond the limits of what stood there, the latest first. */
export function warningsOf(plan: Plan, from: Day, until: Day): Warning[] {
  const warnings: Warning[] = []
  const { places } = plan.season
  for (const { place: key, days } of measuredOf(plan.season)) {
    const place = places.findIndex((one) => one.key === key)
    if (place < 0) continue
    for (let i = days.length - 1; i >= 0; i--) {
      const { on, low, high } = days[i]!
      const day = parseDay(on)
      if (day < from) break
      if (day >= until) continue
      const here = plan.batches.flatMap((batch) => {
        const stay = batch.stays.find((one) => one.place === place && one.from <= day && day < one.until)
        // Seed that is not up bears more than a seedling does; what nobody sowed was not there.
        return stay && batch.pass && batch.pass.emergence <= day && isSown(batch, plan, day)
          ? [{ batch, trays: stay.trays }]
          : []
      })
      const add = (
        kind: Warning['kind'],
        measured: number,
        limitOf: (batch: Batch) => number | undefined,
        beyond: (limit: number) => boolean,
      ) => {
        const hurt = here.filter(({ batch }) => limitOf(batch) !== undefined && beyond(limitOf(batch)!))
        if (hurt.length === 0) return
        const limits = hurt.map(({ batch }) => limitOf(batch)!)
        warnings.push({
          place,
          day,
          kind,
          measured,
          limit: kind === 'cold' ? Math.max(...limits) : Math.min(...limits),
          batches: hurt.map(({ batch }) => batch),
          trays: hurt.reduce((sum, { trays }) => sum + trays, 0),
        })
      }
      if (low !== undefined)
        add(
          'cold',
          low,
          (batch) => bearsOn(batch, place, day),
          (limit) => low < limit,
        )
      if (high !== undefined)
        add(
          'heat',
          high,
          ({ way }) => way.crop.stressAbove,
          (limit) => high > limit,
        )
    }
  }
  return warnings.sort((a, b) => b.day - a.day || a.place - b.place)
}
