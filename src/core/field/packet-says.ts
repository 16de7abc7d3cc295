/** What a packet says of its dates, beside what is computed here: the same spring, and why they differ. */
import type { Crop, Season } from '../../season/schema'
import { civil, inYear, parseDay, type Day } from '../calendar/day'
import { springFrost } from './anchor'

export type Packet = NonNullable<Crop['packet']>

/** A stretch of days: both ends belong to it. */
export interface Span {
  from: Day
  until: Day
}

/** The sentences of a packet as days of one season. */
export interface PacketDays {
  frost: Day
  indoors: Span | undefined
  out: Span | undefined
  direct: Span | undefined
  by: Day | undefined
}

/**
 * Days that a packet's sentences come to in the spring of a season.
 *
 * @returns `undefined` where no frost is known that they could be counted from
 */
export function packetDays(packet: Packet, season: Pick<Season, 'site' | 'season'>): PacketDays | undefined {
  if (!season.site.frost) return undefined
  const frost = springFrost(season, packet.from === 'average')
  const span = (weeks: readonly [number, number] | undefined): Span | undefined => {
    if (!weeks) return undefined
    const days = weeks.map((before) => frost - Math.round(before * 7))
    return { from: Math.min(...days), until: Math.max(...days) }
  }
  const { year } = civil(parseDay(season.season.from))
  const by = packet.by === undefined ? undefined : [year, year + 1].map((one) => inYear(packet.by!, one))
  return {
    frost,
    indoors: span(packet.indoors),
    out: span(packet.out),
    direct: span(packet.direct),
    by: by?.find((day) => day >= frost),
  }
}

/** Why a sowing here is on another day than the packet's, in days; the parts add up to the whole. */
export interface PacketDifference {
  /** From the middle of the packet's days to the sowing here; above 0 it is sown later here. */
  days: number
  /** Of it for the day it is planted: another frost date, or a day of one's own. */
  planting: number
  /** Of it for the time it is raised: above 0 it is raised shorter here than the packet allows. */
  raising: number
  /** Days raised here, and by the packet. */
  raised: number
  packetRaised: number
}

const middle = ({ from, until }: Span): Day => Math.round((from + until) / 2)

/**
 * The sowing of a batch beside the packet's.
 *
 * @param sow, plantOn its days here
 * @returns `undefined` where the packet does not say when it is sown under cover and set out
 */
export function packetDifference({ indoors, out }: PacketDays, sow: Day, plantOn: Day): PacketDifference | undefined {
  if (!indoors || !out) return undefined
  const [packetSow, packetOut] = [middle(indoors), middle(out)]
  const raised = plantOn - sow
  const packetRaised = packetOut - packetSow
  return {
    days: sow - packetSow,
    planting: plantOn - packetOut,
    raising: packetRaised - raised,
    raised,
    packetRaised,
  }
}
