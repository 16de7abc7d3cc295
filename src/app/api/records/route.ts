import { z } from 'zod'
import { database, rowsOf } from '../../../data/database'
import { keepRecords, type Kept, type SentEntry } from '../../../data/record-repository'
import { handsOf } from '../../../data/phone-repository'
import { createRecordWriter, type Keep } from '../../../data/record-writer'
import { ownSeason } from '../../../data/season-repository'
import { readBounded, TooLong } from '../../../actions/bounded-body'
import { allowed, asker } from '../../../actions/asker'
import { guarded } from '../../../actions/guard'
import { seasonAsked } from '../../../actions/season-in-view'
import type { Asker } from '../../../season/roles'
import { Entry } from '../../../season/schema'

export const dynamic = 'force-dynamic'

/** `season`: id of the one it happened in; the one looked at last where none is named. */
const Sent = z.strictObject({ season: z.uuid().optional(), records: z.array(z.unknown()).min(1).max(500) })

class NoSeason extends Error {}

const writers = new Map<string, Keep>()

/** One writer for each season, so that what comes in at once is written together. */
function writerOf(season: string): Keep {
  const known = writers.get(season)
  if (known) return known
  const writer = createRecordWriter(async (entries) => {
    const id = await ownSeason(database(), season)
    if (!id) throw new NoSeason()
    return keepRecords(rowsOf(id), id, entries)
  })
  writers.set(season, writer)
  return writer
}

/** Says by whom each record is: who has signed in, whatever name the device says; on a shared phone who works with it. */
async function signer(one: Asker): Promise<(entry: Entry) => Partial<SentEntry>> {
  if (one.kind === 'person') return () => ({ who: one.name, person: one.id })
  if (one.kind !== 'phone') return () => ({})
  const hands = new Map((await handsOf(database(), one.farm)).map((hand) => [hand.name, hand]))
  return ({ who }) => {
    const hand = hands.get(who)
    return { who: hand?.name ?? one.name, person: hand?.person ?? undefined, phone: one.id }
  }
}

const MOST_BYTES = 8_000_000 // 500 records with the longest notes

/** What was sent; nothing where it is no JSON. */
async function bodyOf(request: Request): Promise<unknown> {
  try {
    return JSON.parse(new TextDecoder().decode(await readBounded(request, MOST_BYTES)))
  } catch (error) {
    if (error instanceof TooLong) return 'too-long'
    if (error instanceof SyntaxError) return undefined
    throw error
  }
}

/**
 * Takes records from a device. What can be is written before this answers; the rest comes back with its reason.
 * Sent twice, a record is written once. It is written to the season it happened in, also when another is open by now.
 */
export const POST = guarded(
  allowed(async (request: Request) => {
    const body = await bodyOf(request)
    if (body === 'too-long') return Response.json({ problem: 'Send at most 8 MB at once.' }, { status: 413 })
    const sent = Sent.safeParse(body)
    if (!sent.success)
      return Response.json(
        { problem: 'Send { "season": id, "records": [ … ] } with 1 to 500 records.' },
        { status: 400 },
      )
    const { records } = sent.data
    const named = sent.data.season
    const found = await seasonAsked(named ?? null, 'record')
    // One that is gone, or that its sender may not see, is told with each record: a device keeps what it cannot send.
    const season = named ?? found?.base.season_id
    if (season === undefined) return Response.json({ problem: 'There is no season open.' }, { status: 409 })
    const read = records.map((record) => ({ record, parsed: Entry.safeParse(record) }))
    const wrong = read.flatMap(({ record, parsed }) =>
      parsed.success
        ? []
        : [
            {
              id: String((record as { id?: unknown } | null)?.id ?? ''),
              ok: false as const,
              reason: {
                kind: 'malformed' as const,
                problems: parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`),
              },
            },
          ],
    )
    const signed = await signer(await asker())
    const good = read.flatMap(({ parsed }) => (parsed.success ? [{ ...parsed.data, ...signed(parsed.data) }] : []))
    if (good.length === 0) return Response.json({ kept: wrong })
    try {
      if (!found) throw new NoSeason()
      const { kept, revision } = await writerOf(season)(good)
      return Response.json({ kept: [...kept, ...wrong], revision })
    } catch (error) {
      if (!(error instanceof NoSeason)) throw error
      writers.delete(season)
      return Response.json({
        kept: [...good.map(({ id }): Kept => ({ id, ok: false, reason: { kind: 'no-such-season' } })), ...wrong],
      })
    }
  }),
)
