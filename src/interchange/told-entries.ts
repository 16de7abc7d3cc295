/** What a calendar program was told, and what it must be told next: RFC 5545 asks for a number that rises with each change. */
import { createHash } from 'node:crypto'
import type { Told } from '../season/calendars'
import type { CalendarEntry } from './calendar'

const CANCELLED_FOR = 60 // days that programs have to learn of it

const digestOf = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 16)

/**
 * What is told next: what is new from number 0 on, what changed under one number more, what is gone as cancelled, and what
 * has been cancelled for long no more. What did not change is the same object.
 *
 * @param before what was told last
 * @param now what is to be done
 * @param at moment it is told
 */
export function toldNext(before: readonly Told[], now: readonly CalendarEntry[], at: Date): Told[] {
  const old = new Map(before.map((one) => [one.id, one]))
  const seen = new Set<string>()
  const told: Told[] = []
  for (const { id, day, title, text } of now) {
    if (seen.has(id)) continue
    seen.add(id)
    const was = old.get(id)
    const digest = digestOf(text)
    if (was && was.gone === undefined && was.day === day && was.title === title && was.digest === digest) told.push(was)
    else told.push({ id, day, title, digest, sequence: was ? was.sequence + 1 : 0, changed: at, gone: undefined })
  }
  for (const was of before) {
    if (seen.has(was.id)) continue
    if (was.gone === undefined) told.push({ ...was, sequence: was.sequence + 1, changed: at, gone: at })
    else if (at.getTime() - was.gone.getTime() < CANCELLED_FOR * 86_400_000) told.push(was)
  }
  return told
}
