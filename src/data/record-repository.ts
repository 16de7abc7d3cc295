/** What happened: written once however often it is sent, checked against what is known of its batch, never changed after. */
import { sql, type Kysely, type Transaction } from 'kysely'
import { clockDay } from '../core/calendar/clock'
import { formatDay } from '../core/calendar/day'
import { ledgerOf, type Impossible, type Meant } from '../core/ledger/ledger'
import { meantBy } from '../core/ledger/meant'
import { standing, rootOf } from '../core/ledger/records'
import { Entry, type Method } from '../season/schema'
import { oneLine, type SetAside } from '../season/set-aside'
import { sameValue } from '../season/values'
import type { Db } from './database'
import { ofSeason, type Database, type RecordTable, type SeasonId } from './schema'
import type { Insertable, Selectable } from 'kysely'

/** What became of one record that was sent. */
export type Kept =
  | { id: string; ok: true; again?: { who: string; at: string; on: string } }
  | {
      id: string
      ok: false
      reason:
        | Impossible['reason']
        | { kind: 'unknown-batch' }
        | { kind: 'other-record' }
        | { kind: 'nothing-to-correct' }
        | { kind: 'no-such-season' }
        | { kind: 'ahead'; today: string }
    }

/** A record as it stands in the database; it was checked on its way in. */
function entryOf(row: Selectable<RecordTable>): Entry {
  return {
    id: row.id,
    on: row.on_day,
    at: row.at.toISOString(),
    who: row.who,
    what: row.what as Entry['what'],
    ...(row.batch === null ? {} : { batch: row.batch }),
    ...(row.place === null ? {} : { place: row.place }),
    ...(row.note === null ? {} : { note: row.note }),
    ...(row.photos.length === 0 ? {} : { photos: row.photos }),
    ...(row.instead === null ? {} : { instead: row.instead }),
    ...(row.void ? { void: true } : {}),
  }
}

/** A record as it was sent, and by which person and from which shared phone, where people sign in. */
export type SentEntry = Entry & { person?: string | undefined; phone?: string | undefined }

/** A record as a row. */
export function recordRow(id: SeasonId, entry: SentEntry): Insertable<RecordTable> {
  return {
    ...id,
    id: entry.id,
    on_day: entry.on,
    at: entry.at,
    who: entry.who,
    batch: entry.batch ?? null,
    root: entry.batch === undefined ? null : rootOf(entry.batch),
    place: entry.place ?? null,
    what: JSON.stringify(entry.what),
    note: entry.note ?? null,
    photos: JSON.stringify(entry.photos ?? []),
    instead: entry.instead ?? null,
    void: entry.void ?? false,
    person_id: entry.person ?? null,
    phone_id: entry.phone ?? null,
  }
}

const MOST_UNDERSTOOD = 400_000

/** What to read of the records of a season. */
interface RecordsAsked {
  /** Where what cannot be understood is said. */
  aside?: SetAside[]
  /** Records never change: what was understood once is noted here, and not looked at again. */
  understood?: Set<string> | undefined
  /** Only those that came in after this one. */
  after?: string | undefined
}

/** Records of a season in the order they came in; what cannot be understood is left out. */
export async function readRecords(
  db: Db,
  id: SeasonId,
  { aside = [], understood = new Set(), after }: RecordsAsked = {},
): Promise<Entry[]> {
  const all = ofSeason(db.selectFrom('record').selectAll(), id).orderBy('seq')
  const rows = await (after === undefined ? all : all.where('seq', '>', after)).execute()
  return rows.flatMap((row) => {
    const name = `${id.season_id}/${row.id}`
    try {
      const entry = entryOf(row)
      if (understood.has(name)) return [entry]
      const read = Entry.safeParse(entry)
      if (read.success) {
        if (understood.size >= MOST_UNDERSTOOD) understood.clear()
        understood.add(name)
        return [entry]
      }
      aside.push({ of: 'records', key: row.id, problem: oneLine(read.error), value: entry })
    } catch (error) {
      aside.push({ of: 'records', key: row.id, problem: String(error), value: row })
    }
    return []
  })
}

/**
 * Writes records in the order given, each for itself: one that cannot be is refused with its reason, and the others stand.
 * A record that is there already is not written again; what another person already wrote is kept beside it and said so.
 *
 * @returns for each what became of it, and the revision after
 */
export async function keepRecords(
  db: Kysely<Database>,
  id: SeasonId,
  entries: readonly SentEntry[],
): Promise<{ kept: Kept[]; revision: number }> {
  return db.transaction().execute(async (trx) => {
    const roots = [...new Set(entries.flatMap(({ batch }) => (batch === undefined ? [] : [rootOf(batch)])))].sort()
    // Two who record the same tray wait for each other; all others do not.
    if (roots.length > 0)
      await sql`select pg_advisory_xact_lock(hashtextextended(root, 0)) from unnest(${roots.map((root) => `${id.season_id}/${root}`)}::text[]) as root`.execute(
        trx,
      )
    const known = await knownBatches(trx, id, roots)
    const last = await lastDay(trx, id)
    const meant = await meantOf(trx, id, roots)
    const stored = await recordsOf(
      trx,
      id,
      roots,
      entries.map((entry) => entry.id),
      entries.flatMap(({ instead }) => instead ?? []),
    )
    const kept: Kept[] = []
    const rows: Insertable<RecordTable>[] = []
    for (const entry of entries) {
      const own = stored.get(entry.id)
      if (own) {
        kept.push(
          sameRecord(own, entry)
            ? { id: entry.id, ok: true }
            : { id: entry.id, ok: false, reason: { kind: 'other-record' } },
        )
        continue
      }
      // A device whose clock is ahead would put its records behind all others.
      if (entry.on > last) {
        kept.push({ id: entry.id, ok: false, reason: { kind: 'ahead', today: last } })
        continue
      }
      if (entry.batch !== undefined && !known(rootOf(entry.batch))) {
        kept.push({ id: entry.id, ok: false, reason: { kind: 'unknown-batch' } })
        continue
      }
      if (entry.instead !== undefined && !stored.has(entry.instead)) {
        kept.push({ id: entry.id, ok: false, reason: { kind: 'nothing-to-correct' } })
        continue
      }
      const verdict = judge(entry, [...stored.values()], meant)
      kept.push(verdict)
      if (!verdict.ok) continue
      stored.set(entry.id, entry)
      rows.push(recordRow(id, entry))
    }
    if (rows.length > 0) await trx.insertInto('record').values(rows).execute()
    // The season's own row last: it is held for a moment only.
    const season = trx.updateTable('season').where('farm_id', '=', id.farm_id).where('season_id', '=', id.season_id)
    const { revision } = await (
      rows.length > 0
        ? season.set(({ eb }) => ({ revision: eb('revision', '+', 1) }))
        : season.set(({ ref }) => ({ revision: ref('revision') }))
    )
      .returning('revision')
      .executeTakeFirstOrThrow()
    return { kept, revision }
  })
}

/** Whether a record can stand beside those of its batch. */
function judge(entry: Entry, stored: readonly Entry[], meant: (root: string) => Meant | undefined): Kept {
  if (entry.batch === undefined) return { id: entry.id, ok: true }
  const root = rootOf(entry.batch)
  const ledger = (all: readonly Entry[]) =>
    ledgerOf(
      root,
      standing(all).filter(({ batch }) => batch !== undefined && rootOf(batch) === root),
      meant(root),
    )
  const before = new Set(ledger(stored).impossible.map((one) => one.entry.id))
  const after = ledger([...stored, entry])
  // What it makes impossible counts against it, be it itself or what others wrote.
  const broken =
    after.impossible.find((one) => one.entry.id === entry.id) ??
    after.impossible.find((one) => !before.has(one.entry.id))
  if (broken) return { id: entry.id, ok: false, reason: broken.reason }
  // Of two that say the same either may come first in their order: the one that was here already is told of.
  const again = after.again.find((one) => one.entry.id === entry.id || one.first.id === entry.id)
  const other = again && (again.entry.id === entry.id ? again.first : again.entry)
  return other
    ? { id: entry.id, ok: true, again: { who: other.who, at: other.at, on: other.on } }
    : { id: entry.id, ok: true }
}

const sameRecord = (a: Entry, b: Entry): boolean => a.on === b.on && a.batch === b.batch && sameValue(a.what, b.what)

async function recordsOf(
  trx: Transaction<Database>,
  id: SeasonId,
  roots: readonly string[],
  ids: readonly string[],
  corrected: readonly string[],
): Promise<Map<string, Entry>> {
  const rows = await trx
    .selectFrom('record')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where((where) =>
      where.or([where('id', 'in', [...ids, ...corrected]), ...(roots.length > 0 ? [where('root', 'in', roots)] : [])]),
    )
    .orderBy('seq')
    .execute()
  return new Map(rows.map((row) => [row.id, entryOf(row)]))
}

/** Tells whether a batch is one of the season's plantings. */
async function knownBatches(
  trx: Transaction<Database>,
  id: SeasonId,
  roots: readonly string[],
): Promise<(root: string) => boolean> {
  if (roots.length === 0) return () => true
  const keys = [...new Set(roots.map((root) => root.split('.')[0]!))]
  const rows = await trx
    .selectFrom('planting')
    .select('key')
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('key', 'in', keys)
    .execute()
  const known = new Set(rows.map(({ key }) => key))
  return (root) => known.has(root.split('.')[0]!)
}

/** Last day something can have happened: tomorrow where the farm is, for devices east of there; of a season that opens on a day of its own, any day of it. */
async function lastDay(trx: Transaction<Database>, id: SeasonId): Promise<string> {
  const { opens_on, ends_on, zone } = await trx
    .selectFrom('season')
    .select(['opens_on', 'ends_on', sql<string | null>`rest -> 'farm' ->> 'timeZone'`.as('zone')])
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .executeTakeFirstOrThrow()
  const tomorrow = formatDay(clockDay(Date.now(), zone ?? undefined) + 1)
  return opens_on === null ? tomorrow : ends_on > tomorrow ? ends_on : tomorrow
}

/** What is counted of each batch, by the method of its planting; unknown where one of a series is raised by another. */
async function meantOf(
  trx: Transaction<Database>,
  id: SeasonId,
  roots: readonly string[],
): Promise<(root: string) => Meant | undefined> {
  if (roots.length === 0) return () => undefined
  const keys = [...new Set(roots.map((root) => root.split('.')[0]!))]
  const rows = await trx
    .selectFrom('planting as p')
    .innerJoin('method as m', (join) =>
      join
        .onRef('m.farm_id', '=', 'p.farm_id')
        .onRef('m.season_id', '=', 'p.season_id')
        .onRef('m.key', '=', 'p.method'),
    )
    .select(['p.key', 'm.policy', 'm.rest', 'm.key as method'])
    .where('p.farm_id', '=', id.farm_id)
    .where('p.season_id', '=', id.season_id)
    .where('p.key', 'in', keys)
    .where(sql<boolean>`p.rest -> 'otherwise' ->> 'method' is null`)
    .where((where) =>
      where.not(
        where.exists(
          where
            .selectFrom('series_change as c')
            .select('c.planting')
            .whereRef('c.farm_id', '=', 'p.farm_id')
            .whereRef('c.season_id', '=', 'p.season_id')
            .whereRef('c.planting', '=', 'p.key')
            .where(sql<boolean>`c.rest -> 'otherwise' ->> 'method' is not null`),
        ),
      ),
    )
    .execute()
  if (rows.length === 0) return () => undefined
  const stages = await trx
    .selectFrom('stage')
    .select(['method', 'divide'])
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('method', 'in', [...new Set(rows.map(({ method }) => method))])
    .execute()
  const meant = new Map(
    rows.map(({ key, method, policy, rest }) => [
      key,
      meantBy({
        sowing: { policy, ...(rest as { sowing?: object }).sowing } as Method['sowing'],
        stages: stages
          .filter((stage) => stage.method === method)
          .map(({ divide }) => (divide === null ? {} : { divide })),
      }),
    ]),
  )
  return (root) => meant.get(root.split('.')[0]!)
}

/** A photo, already made small. */
export interface Photo {
  id: string
  type: 'image/jpeg' | 'image/webp'
  width: number
  height: number
  bytes: Buffer
}

/** Stores a photo; one that is there already stays. */
export async function keepPhoto(db: Db, id: SeasonId, photo: Photo): Promise<void> {
  await db
    .insertInto('photo')
    .values({ ...id, ...photo })
    .onConflict((conflict) => conflict.doNothing())
    .execute()
}

export async function findPhoto(db: Db, id: SeasonId, photo: string): Promise<Photo | undefined> {
  return db
    .selectFrom('photo')
    .select(['id', 'type', 'width', 'height', 'bytes'])
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('id', '=', photo)
    .executeTakeFirst()
}
