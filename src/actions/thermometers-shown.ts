/** What pages are told of a farm's thermometers. */
import { clockDay } from '../core/calendar/clock'
import { isSilent } from '../core/climate/alarm'
import { brokerOf } from '../data/broker-repository'
import { rowsOf } from '../data/database'
import type { SeasonId } from '../data/schema'
import { loadSeason } from '../data/season-repository'
import { faultsOf } from '../data/sample-repository'
import { thermometersOf } from '../data/thermometer-repository'
import type { ThermometersShown } from '../season/thermometers'
import { addressesFor } from './own-addresses'

const FAULTS_OF = 14 // days

/** @param withFaults whether the faults of the last two weeks are looked for, and the broker and the addresses are told */
export async function thermometersShown(id: SeasonId, head: Headers, withFaults: boolean): Promise<ThermometersShown> {
  const db = rowsOf(id)
  const now = Date.now()
  const all = await thermometersOf(db, id.farm_id)
  const shown = all.map((one) => ({ ...one, silent: isSilent(one.last?.at, now), faults: [] }))
  if (!withFaults) return { thermometers: shown, addresses: [], now }
  const season = all.length === 0 ? undefined : (await loadSeason(db, id))?.season
  const zone = season?.farm.timeZone
  const held = new Set(season?.places.filter(({ temperature }) => temperature.held !== undefined).map(({ key }) => key))
  const today = clockDay(now, zone)
  const faults = await Promise.all(
    all.map(({ id: own, place }) =>
      faultsOf(db, { farm: id.farm_id, id: own, zone, place, held: held.has(place) }, [today - FAULTS_OF, today]),
    ),
  )
  const protocol = process.env.DOVE_STEP_HTTPS === '1' ? 'https' : 'http'
  return {
    thermometers: shown.map((one, i) => ({ ...one, faults: faults[i]! })),
    broker: await brokerOf(db, id.farm_id),
    addresses: addressesFor(head.get('host'), protocol),
    now,
  }
}
