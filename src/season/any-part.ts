/** Test helper: anything at all that a schema allows, made from the schema itself, so that no property can be forgotten. */
import fc from 'fast-check'
import type { z } from 'zod'
import { present } from './values'

type Schema = z.core.$ZodType
type Def = { type: string } & Record<string, unknown>

const defOf = (schema: Schema): Def => schema._zod.def as unknown as Def

const DAYS = ['2027-01-31', '2027-02-28', '2028-02-29', '2026-12-31', '2027-07-01']
const WORDS = ['Red', 'Pale “mid”', 'Long, sweet', "O'Dell", 'Zürich ½', '=2+3', 'x', '120']
const KEYS = ['a', 'b-2', 'long-bench', '7th']
const MONTH_DAYS = ['01-01', '02-28', '03-01', '06-15', '12-31']
const PATTERNS: readonly string[] = [...KEYS, ...MONTH_DAYS, '@usual-pace', 'ABC12', 'EUR', 'Red']

/** Strings that a schema takes, of many that might be. */
function anyText(schema: Schema): fc.Arbitrary<string> {
  const candidates = [
    ...DAYS,
    ...PATTERNS,
    ...WORDS,
    '2027-03-04T05:06:07.000Z',
    '00000000-0000-4000-8000-000000000001',
  ]
  const fitting = candidates.filter((text) => (schema as z.ZodType).safeParse(text).data === text)
  if (fitting.length === 0) throw new Error(`no text is known that fits ${JSON.stringify(defOf(schema))}`)
  return fc.constantFrom(...fitting)
}

interface Check {
  check: string
  value?: number
  minimum?: number
  maximum?: number
  length?: number
}

/** What a schema says of a value beside its type. */
const checksOf = (schema: Schema): Check[] =>
  [schema, ...((defOf(schema).checks ?? []) as Schema[])].map(({ _zod: { def } }) => def as unknown as Check)

function anyNumber(schema: Schema): fc.Arbitrary<number> {
  const checks = checksOf(schema)
  const bounds = (check: string) => checks.flatMap((one) => (one.check === check ? [one.value!] : []))
  const low = Math.max(-1e6, ...bounds('greater_than'))
  const high = Math.min(1e6, ...bounds('less_than'))
  const whole = checks.some(({ check }) => check === 'number_format')
  const inside = (n: number) => (schema as z.ZodType).safeParse(n).success
  // Halves and quarters are held by every column for what they are.
  const parts = whole ? 1 : high - low < 2 ? 64 : 4
  return fc
    .integer({ min: Math.ceil(low * parts), max: Math.floor(high * parts) })
    .map((n) => n / parts)
    .filter(inside)
}

/** How short and how long a list may be. */
function lengthOf(schema: Schema): { least: number; most: number } {
  const checks = checksOf(schema)
  return {
    least: Math.max(0, ...checks.map(({ minimum, length }) => length ?? minimum ?? 0)),
    most: Math.min(Infinity, ...checks.map(({ maximum, length }) => length ?? maximum ?? Infinity)),
  }
}

/** Anything a schema allows, as it is once it has been read. */
export function anyOf(schema: Schema): fc.Arbitrary<unknown> {
  const def = defOf(schema)
  const inner = () => def.innerType as Schema
  switch (def.type) {
    case 'object': {
      const shape = def.shape as Record<string, Schema>
      const required: Record<string, fc.Arbitrary<unknown>> = {}
      for (const [name, part] of Object.entries(shape)) required[name] = anyOf(part)
      return fc.record(required).map(present)
    }
    case 'optional':
      return fc.option(anyOf(inner()), { nil: undefined, freq: 2 })
    case 'nullable':
      return fc.option(anyOf(inner()), { nil: null })
    case 'default':
    case 'prefault':
    case 'readonly':
    case 'nonoptional':
      return anyOf(inner())
    case 'array': {
      const { least, most } = lengthOf(schema)
      return fc.array(anyOf(def.element as Schema), { minLength: least, maxLength: Math.max(least, Math.min(3, most)) })
    }
    case 'tuple':
      return fc.tuple(...(def.items as Schema[]).map(anyOf))
    case 'record':
      return fc.dictionary(fc.constantFrom('growth.base', 'germination.spread'), anyOf(def.valueType as Schema), {
        maxKeys: 2,
      })
    case 'union':
      return fc.oneof(...(def.options as Schema[]).map(anyOf))
    case 'literal':
      return fc.constantFrom(...(def.values as unknown[]))
    case 'enum':
      return fc.constantFrom(...Object.values(def.entries as object))
    case 'boolean':
      return fc.boolean()
    case 'number':
      return anyNumber(schema)
    case 'string':
      return anyText(schema)
    case 'pipe':
      return anyOf(def.in as Schema)
    default:
      throw new Error(`nothing is known of ${def.type}`)
  }
}

/** Every property a schema names, by its path; `[]` stands for any of a list. */
export function propertiesOf(schema: Schema, at = ''): string[] {
  const def = defOf(schema)
  switch (def.type) {
    case 'object':
      return Object.entries(def.shape as Record<string, Schema>).flatMap(([name, part]) => {
        const path = at === '' ? name : `${at}.${name}`
        return [path, ...propertiesOf(part, path)]
      })
    case 'array':
      return propertiesOf(def.element as Schema, `${at}[]`)
    case 'union':
      return [...new Set((def.options as Schema[]).flatMap((option) => propertiesOf(option, at)))]
    default:
      return 'innerType' in def ? propertiesOf(def.innerType as Schema, at) : []
  }
}

/** Every property that a value has, by its path. */
export function propertiesIn(value: unknown, at = ''): string[] {
  if (Array.isArray(value)) return value.flatMap((one) => propertiesIn(one, `${at}[]`))
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([name, part]) => {
    const path = at === '' ? name : `${at}.${name}`
    return [path, ...propertiesIn(part, path)]
  })
}
