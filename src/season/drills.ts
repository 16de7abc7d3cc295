/** An answer to a drill, as a device sends it. */
import { z } from 'zod'

/** Most that are sent at once. */
export const MOST_ANSWERS = 200

export const DrillAnswer = z.strictObject({
  id: z.uuid(),
  card: z
    .string()
    .max(80)
    .regex(/^[a-z-]+(\/[a-z0-9-]+)?$/),
  right: z.boolean(),
  at: z.int().min(0).describe('ms since 1 January 1970'),
})

export type DrillAnswer = z.infer<typeof DrillAnswer>

/** Somebody's practice of one kind of question. */
export interface Practised {
  /** Tells people of one name apart. */
  whose: string
  who: string
  /** Kind of question: the first part of its card. */
  kind: string
  answers: number
  right: number
  /** When it was answered last, ISO. */
  last: string
}
