/** Between parts of a season document and the rows they are kept in: columns take what is theirs, the rest stays as it is. */
import type { ChildTable, Columns } from './collections'

/** A group of a document. */
export type Part = Record<string, unknown>

/** A row by its columns. */
export type Row = Record<string, unknown>

/** Rows by table, ready to be written. */
export type Rows = Map<string, Row[]>

const isPart = (value: unknown): value is Part => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A part that can be taken apart; what is `undefined` is not there. */
export const copyOf = (value: unknown): Part => JSON.parse(JSON.stringify(value)) as Part

/** Takes what stands at a path out of a part; groups that are empty then go with it. */
function take(part: Part, [first, ...more]: readonly string[]): unknown {
  const inner = part[first!]
  if (more.length === 0) {
    delete part[first!]
    return inner
  }
  if (!isPart(inner)) return undefined
  const taken = take(inner, more)
  if (taken !== undefined && Object.keys(inner).length === 0) delete part[first!]
  return taken
}

/** Puts something at a path of a part, making the groups on the way. */
function put(part: Part, [first, ...more]: readonly string[], value: unknown): void {
  if (more.length === 0) part[first!] = value
  else {
    if (!isPart(part[first!])) part[first!] = {}
    put(part[first!] as Part, more, value)
  }
}

/** A rule stands where the key of a thing might. */
const isRule = (value: unknown) => typeof value === 'string' && value.startsWith('@')

/** A row of a part: columns take what is theirs, `rest` keeps what is left. The part is used up. */
export function rowOf(part: Part, columns: Columns, rules: readonly string[] = []): Row {
  const row: Row = {}
  for (const [column, path] of Object.entries(columns)) {
    const at = path.split('.')
    const value = take(part, at)
    const rule = isRule(value) && rules.includes(column)
    if (rule) put(part, at, value)
    row[column] = value === undefined || rule ? null : value
  }
  row.rest = JSON.stringify(part)
  return row
}

/** The part a row was made of. */
export function partOf(row: Row, columns: Columns): Part {
  const part = isPart(row.rest) ? row.rest : {}
  for (const [column, path] of Object.entries(columns))
    if (row[column] !== null && row[column] !== undefined) put(part, path.split('.'), row[column])
  return part
}

/**
 * Takes the lists out of a part, as rows. A list that is there but empty stays in the part: it is not the same as none.
 *
 * @param owner columns that name what the rows belong to
 */
export function childRows(part: Part, children: readonly ChildTable[], owner: Row, rows: Rows): void {
  for (const child of children) {
    const path = child.path.split('.')
    const list = take(part, path)
    if (!Array.isArray(list) || list.length === 0) {
      if (list !== undefined) put(part, path, list)
      continue
    }
    const table = rows.get(child.table) ?? []
    rows.set(child.table, table)
    list.forEach((item: Part, position) => {
      const by: Row = child.by === undefined ? {} : { [child.by]: take(item, [child.by]) }
      const own = { ...owner, ...child.fixed, ...by }
      childRows(item, child.children ?? [], own, rows)
      table.push({
        ...own,
        ...(child.by === undefined ? { position } : {}),
        ...rowOf(item, child.columns, child.rules),
      })
    })
  }
}

/** Rows of the lists of things, by table and by the thing they belong to. */
export type OwnedRows = ReadonlyMap<string, ReadonlyMap<string, Row[]>>

/** Puts the lists back into the part they were taken from. */
export function putChildren(
  part: Part,
  children: readonly ChildTable[],
  key: string,
  owner: Row,
  rows: OwnedRows,
): void {
  for (const child of children) {
    const fixed = { ...owner, ...child.fixed }
    const own = (rows.get(child.table)?.get(key) ?? []).filter((row) =>
      Object.entries(fixed).every(([column, value]) => row[column] === value),
    )
    if (own.length === 0) continue
    const order = child.by ?? 'position'
    own.sort((a, b) => (a[order] as number) - (b[order] as number))
    put(
      part,
      child.path.split('.'),
      own.map((row) => {
        const by: Row = child.by === undefined ? {} : { [child.by]: row[child.by] }
        const item = { ...partOf(row, child.columns), ...by }
        putChildren(item, child.children ?? [], key, { ...fixed, ...by }, rows)
        return item
      }),
    )
  }
}

/** Every table of lists inside a thing, whatever lies inside what. */
export const childTables = (children: readonly ChildTable[]): string[] => [
  ...new Set(children.flatMap((child) => [child.table, ...childTables(child.children ?? [])])),
]
