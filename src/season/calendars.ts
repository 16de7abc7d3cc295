/** A calendar that somebody's own calendar program reads again and again: which work is in it, and what it reminds of. */
import { z } from 'zod'

/** Kinds of work that are chosen together. */
export const CALENDAR_WORK = ['prepare', 'sow', 'pot', 'move', 'care', 'plant', 'field'] as const
export type CalendarWork = (typeof CALENDAR_WORK)[number]

export const REMIND_OF = ['nothing', 'what-cannot-wait', 'everything'] as const

const EARLIEST = 0
const LATEST = 23 * 60 + 59 // minutes

export const CalendarFacts = z.strictObject({
  name: z.string().trim().min(1).max(60),
  work: z.array(z.enum(CALENDAR_WORK)).min(1).max(CALENDAR_WORK.length).optional().describe('all unless said'),
  places: z.array(z.string().min(1).max(120)).min(1).max(200).optional().describe('keys of places; all unless said'),
  remind: z.enum(REMIND_OF),
  remindAt: z.int().min(EARLIEST).max(LATEST).describe('minutes after midnight of the day'),
})

export type CalendarFacts = z.infer<typeof CalendarFacts>

/** An entry of a calendar as it was last told to a program. */
export interface Told {
  id: string
  /** Days since 1 January 1970. */
  day: number
  title: string
  /** Of its text, which is not kept. */
  digest: string
  /** From 0; one more with every change. */
  sequence: number
  changed: Date
  /** When it was no longer to be done; it is told as cancelled from then on. */
  gone: Date | undefined
}

/** A calendar as its person sees it: its address is not told again. */
export interface CalendarShown extends CalendarFacts {
  id: string
  /** When a program last read it, ISO. */
  read: string | undefined
}
