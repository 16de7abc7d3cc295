import { z } from 'zod'
import { database } from '../../../data/database'
import { keepRecords } from '../../../data/record-repository'
import { createRecordWriter } from '../../../data/record-writer'
import { openSeason } from '../../../data/season-repository'
import { Entry } from '../../../season/schema'

export const dynamic = 'force-dynamic'

const Sent = z.strictObject({ records: z.array(z.unknown()).min(1).max(500) })

class NoSeason extends Error {}

/** Into the open season, whichever that is when they are written. */
const write = createRecordWriter(async (entries) => {
  const id = await openSeason(database())
  if (!id) throw new NoSeason('there is no season open')
  return keepRecords(database(), id, entries)
})

/**
 * Takes records from a device. What can be is written before this answers; the rest comes back with its reason.
 * Sent twice, a record is written once.
 */
export async function POST(request: Request) {
  const sent = Sent.safeParse(await request.json().catch(() => undefined))
  if (!sent.success) return Response.json({ problem: 'Send { "records": [ … ] } with 1 to 500 records.' }, { status: 400 })
  const read = sent.data.records.map((record) => ({ record, parsed: Entry.safeParse(record) }))
  const wrong = read.flatMap(({ record, parsed }) =>
    parsed.success ? [] : [{ id: String((record as { id?: unknown } | null)?.id ?? ''), ok: false as const, reason: { kind: 'malformed' as const, problems: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`) } }],
  )
  const good = read.flatMap(({ parsed }) => (parsed.success ? [parsed.data] : []))
  if (good.length === 0) return Response.json({ kept: wrong })
  try {
    const { kept, revision } = await write(good)
    return Response.json({ kept: [...kept, ...wrong], revision })
  } catch (error) {
    if (error instanceof NoSeason) return Response.json({ problem: 'There is no season open.' }, { status: 409 })
    throw error
  }
}
