/** Calendars that somebody's own program reads: a person makes and ends their own. */
'use server'
import { headers } from 'next/headers'
import { z } from 'zod'
import {
  addCalendar,
  calendarsOf,
  changeCalendar,
  removeCalendar,
  renewCalendar,
  type CalendarRef,
} from '../data/calendar-repository'
import { rowsOf } from '../data/database'
import type { SeasonFound } from '../data/farm-repository'
import { CalendarFacts, type CalendarShown } from '../season/calendars'
import type { Asker } from '../season/roles'
import { asker } from './asker'
import { addressesFor } from './own-addresses'
import { seasonNamed } from './season-in-view'

/** Whose calendars are asked about; nobody's where nobody has to sign in, and none on a phone that a crew shares. */
function mine(found: SeasonFound | undefined, one: Asker) {
  if (!found || one.kind === 'phone') return undefined
  return { rows: rowsOf(found.id), farm: found.id.farm_id, person: one.kind === 'person' ? one.id : null }
}

const refOf = ({ farm, person }: { farm: string; person: string | null }, id: string): CalendarRef => ({
  farm,
  person,
  id: z.uuid().parse(id),
})

/** One's own calendars on the farm of a season, and by which addresses programs elsewhere reach them. @returns nothing where there can be none */
export async function myCalendars(
  seen: string,
): Promise<{ calendars: CalendarShown[]; addresses: string[] } | undefined> {
  const own = mine(await seasonNamed(seen, 'read'), await asker())
  if (!own) return undefined
  const head = await headers()
  const addresses = addressesFor(head.get('host'), head.get('x-forwarded-proto') ?? 'http')
  return { calendars: await calendarsOf(own.rows, own.farm, own.person), addresses }
}

const Reader = z.strictObject({
  locale: z.string().regex(/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/),
  units: z.enum(['metric', 'us']),
})

/** Makes one. @returns the token of its address: it is not told again */
export async function newCalendar(
  seen: string,
  facts: unknown,
  reader: unknown,
): Promise<{ id: string; token: string } | 'too-many' | undefined> {
  const own = mine(await seasonNamed(seen, 'read'), await asker())
  return (
    own && addCalendar(own.rows, own.farm, own.person, { facts: CalendarFacts.parse(facts), ...Reader.parse(reader) })
  )
}

/** Changes what is in one; its address stays. */
export async function editCalendar(seen: string, id: string, facts: unknown): Promise<boolean> {
  const own = mine(await seasonNamed(seen, 'read'), await asker())
  return own !== undefined && changeCalendar(own.rows, refOf(own, id), CalendarFacts.parse(facts))
}

/** Gives one another address. @returns its token; it is not told again */
export async function newCalendarAddress(seen: string, id: string): Promise<string | undefined> {
  const own = mine(await seasonNamed(seen, 'read'), await asker())
  return own && renewCalendar(own.rows, refOf(own, id))
}

/** Deletes one; its address is answered no more. */
export async function deleteCalendar(seen: string, id: string): Promise<void> {
  const own = mine(await seasonNamed(seen, 'read'), await asker())
  if (own) await removeCalendar(own.rows, refOf(own, id))
}
