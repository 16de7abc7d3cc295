/** Things of a season (places, crops, lots …) and its own facts: read and written by their lists, as `collections.ts` declares them. */
import { sql, type Transaction } from 'kysely'
import { COLLECTIONS, Season, type Collection } from '../season/schema'
import { oneLine, type SetAside } from '../season/set-aside'
import { FACTS_COLUMNS, TABLES } from './collections'
import type { Db } from './database'
import { childRows, childTables, copyOf, partOf, putChildren, rowOf, type Row, type Rows } from './parts'
import type { Database, SeasonId } from './schema'

/** What belongs to the season itself and not to a list. */
export type SeasonFacts = Pick<Season, 'farm' | 'season' | 'site' | 'habits'>

/** The lists of a season. */
export type Lists = Pick<Season, Collection>

/** A thing by its list and key; `head` is the season's own facts. */
export interface ThingRef {
  of: Collection | 'head'
  key: string
}

/** A thing as it stands; `null` when there is none. */
export interface ThingState extends ThingRef {
  value: unknown
  position: number
}

/** A thing as it stands, with the revision that last changed it; `null` when there is none. */
export interface StoredThing extends ThingState {
  version: number | null
}

/** A season's own facts. */
export const factsOf = ({ farm, season, site, habits }: Season): SeasonFacts => ({ farm, season, site, habits })

const Facts = Season.pick({ farm: true, season: true, site: true, habits: true })

/** The schema of a thing of a list. */
export const schemaOf = (of: Collection) => Season.shape[of].unwrap().element

/** Tables are named by what declares them; columns are checked where they are declared. */
const inTable = (db: Db, table: string, id: SeasonId) =>
  db
    .selectFrom(table as 'place')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)

async function readRows(
  db: Db,
  table: string,
  id: SeasonId,
  only?: readonly [column: string, keys: readonly string[]],
) {
  const all = inTable(db, table, id)
  const some = only ? all.where(sql.ref(only[0]), 'in', only[1]) : all
  return (await some.execute()) as unknown as Row[]
}

/** Things of a list in their order; all of them, or those of some keys. What cannot be understood is left out, and said in `aside`. */
export async function readList(
  db: Db,
  id: SeasonId,
  of: Collection,
  keys?: readonly string[],
  aside: SetAside[] = [],
): Promise<{ value: { key: string }; position: number; version: number }[]> {
  if (keys?.length === 0) return []
  const { table, owner, columns, children } = TABLES[of]
  const rows = await readRows(db, table, id, keys && ['key', keys])
  if (rows.length === 0) return []
  const owned = new Map<string, Map<string, Row[]>>()
  for (const child of childTables(children)) {
    const byOwner = new Map<string, Row[]>()
    for (const row of await readRows(db, child, id, keys && [owner, keys])) {
      const list = byOwner.get(row[owner] as string)
      if (list) list.push(row)
      else byOwner.set(row[owner] as string, [row])
    }
    owned.set(child, byOwner)
  }
  const schema = schemaOf(of)
  return rows
    .flatMap((row) => {
      const key = row.key as string
      const part = { ...partOf(row, columns), key }
      putChildren(part, children, key, {}, owned)
      const read = schema.safeParse(part)
      if (!read.success) {
        aside.push({ of, key, problem: oneLine(read.error), value: part })
        return []
      }
      return [{ value: read.data as { key: string }, position: row.position as number, version: row.version as number }]
    })
    .sort((a, b) => a.position - b.position || (a.value.key < b.value.key ? -1 : 1))
}

/**
 * The season's own facts, from its row and the name of its farm. Parts that cannot be understood are left out, so that
 * what is usual stands for them, and said in `aside`.
 *
 * @throws ZodError when what has no usual value (latitude, first and last day) cannot be understood
 */
export function factsFrom(row: object, farm: string, aside: SetAside[] = []): SeasonFacts {
  const part = copyOf(partOf({ ...row } as Row, FACTS_COLUMNS))
  const whole = { ...part, farm: { ...(part.farm as object | undefined), name: farm } }
  for (let tries = 0; tries < MOST_LEFT_OUT; tries++) {
    const read = Facts.safeParse(whole)
    if (read.success) return read.data
    const issue = read.error.issues.find(({ path }) => path.length > 0)
    const value = issue && leaveOut(whole, issue.path)
    if (!issue || value === undefined) break
    aside.push({ of: 'head', key: issue.path.join('.'), problem: issue.message, value })
  }
  return Facts.parse(whole)
}

const MOST_LEFT_OUT = 50

/** Takes the part at a path out of a value, or the nearest that is there; gives back what was taken. */
function leaveOut(whole: unknown, path: readonly PropertyKey[]): unknown {
  const [name, ...rest] = path
  if (typeof whole !== 'object' || whole === null || name === undefined || !(name in whole)) return undefined
  const group = whole as Record<PropertyKey, unknown>
  const inner = rest.length > 0 ? leaveOut(group[name], rest) : undefined
  if (inner !== undefined) return inner
  const value = group[name]
  if (Array.isArray(group)) group.splice(Number(name), 1)
  else delete group[name]
  return value
}

/** Columns of a season row that hold its own facts. The farm's name is kept with the farm. */
export function factsRow(facts: SeasonFacts): Row {
  const part = copyOf(facts)
  const { name: _, ...farm } = part.farm as { name: string }
  const { season, site, habits } = part
  return rowOf({ season, site, habits, ...(Object.keys(farm).length > 0 ? { farm } : {}) }, FACTS_COLUMNS)
}

/** Writes the season's own facts. */
async function writeFacts(trx: Transaction<Database>, id: SeasonId, facts: SeasonFacts, version: number) {
  await trx.updateTable('farm').set({ name: facts.farm.name }).where('farm_id', '=', id.farm_id).execute()
  await trx
    .updateTable('season')
    .set({ ...factsRow(facts), facts_version: version })
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .execute()
}

/** Reads things as they stand, new ones at the end of their lists. Only what is asked for is read. */
export async function readThings(
  trx: Transaction<Database>,
  id: SeasonId,
  refs: readonly ThingRef[],
): Promise<StoredThing[]> {
  const found = new Map<string, StoredThing>()
  const name = ({ of, key }: ThingRef) => `${of}/${key}`
  for (const of of COLLECTIONS) {
    const keys = [...new Set(refs.filter((ref) => ref.of === of).map(({ key }) => key))]
    if (keys.length === 0) continue
    for (const { value, position, version } of await readList(trx, id, of, keys))
      found.set(`${of}/${value.key}`, { of, key: value.key, value, position, version })
    const missing = keys.filter((key) => !found.has(`${of}/${key}`))
    if (missing.length === 0) continue
    let next = await endOf(trx, id, of)
    for (const key of missing) found.set(`${of}/${key}`, { of, key, value: null, position: next++, version: null })
  }
  if (refs.some(({ of }) => of === 'head')) {
    const row = await inTable(trx, 'season', id).executeTakeFirstOrThrow()
    const farm = await trx.selectFrom('farm').select('name').where('farm_id', '=', id.farm_id).executeTakeFirstOrThrow()
    const { facts_version: version } = row as unknown as { facts_version: number }
    for (const { key } of refs.filter(({ of }) => of === 'head'))
      found.set(`head/${key}`, { of: 'head', key, value: factsFrom(row, farm.name), position: 0, version })
  }
  return refs.map((ref) => found.get(name(ref))!)
}

/** The first position no thing of a list has yet. */
async function endOf(trx: Transaction<Database>, id: SeasonId, of: Collection): Promise<number> {
  const { last } = await trx
    .selectFrom(TABLES[of].table as 'place')
    .select(({ fn }) => fn.max('position').as('last'))
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .executeTakeFirstOrThrow()
  return (last ?? -1) + 1
}

/** Puts things in the place of what stands under their keys; references are checked when the transaction ends. */
export async function writeThings(
  trx: Transaction<Database>,
  id: SeasonId,
  states: readonly ThingState[],
  version: number,
): Promise<void> {
  for (const of of COLLECTIONS) {
    const own = states.filter((state) => state.of === of)
    if (own.length === 0) continue
    await trx
      .deleteFrom(TABLES[of].table as 'place')
      .where('farm_id', '=', id.farm_id)
      .where('season_id', '=', id.season_id)
      .where(
        'key',
        'in',
        own.map(({ key }) => key),
      )
      .execute()
    await insertThings(
      trx,
      id,
      of,
      own.filter(({ value }) => value !== null),
      version,
    )
  }
  for (const { of, value } of states) if (of === 'head') await writeFacts(trx, id, value as SeasonFacts, version)
}

/** Adds things to a list. */
export async function insertThings(
  trx: Transaction<Database>,
  id: SeasonId,
  of: Collection,
  things: readonly { value: unknown; position: number }[],
  version: number,
): Promise<void> {
  const { table, owner, columns, children } = TABLES[of]
  const schema = schemaOf(of)
  const rows: Rows = new Map([[table, []]])
  for (const { value, position } of things) {
    const { key, ...part } = copyOf(schema.parse(value)) as { key: string }
    childRows(part, children, { ...id, [owner]: key }, rows)
    rows.get(table)!.push({ ...id, key, position, version, ...rowOf(part, columns) })
  }
  for (const [name, list] of rows) await insertAll(trx, name, list)
}

const ROWS_AT_ONCE = 500 // PostgreSQL takes at most 65,535 values in one statement

/** Inserts any number of rows, so many at a time. */
export async function insertAll(trx: Transaction<Database>, table: string, rows: readonly object[]): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_AT_ONCE)
    await trx
      .insertInto(table as 'place')
      .values(rows.slice(i, i + ROWS_AT_ONCE) as never)
      .execute()
}
