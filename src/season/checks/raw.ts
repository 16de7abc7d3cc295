/** Raw parts of a document, as they are checked before anything is known of them. */

export type Raw = Record<string, unknown>

export type Say = (path: string, message: string) => void

export const isGroup = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

export const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value)

export const isDate = (value: unknown): value is string =>
  typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value) && !Number.isNaN(Date.parse(value))

export function entries(value: Raw, list: string): [Raw, string][] {
  const items = value[list]
  if (!Array.isArray(items)) return []
  return items.flatMap((item: unknown, i): [Raw, string][] => (isGroup(item) ? [[item, `${list}[${i}]`]] : []))
}

export function keyed(list: string, items: [Raw, string][], say: Say): Map<string, Raw> {
  const byKey = new Map<string, Raw>()
  for (const [item, at] of items) {
    if (typeof item.key !== 'string') continue
    if (byKey.has(item.key)) say(`${at}.key`, `the key "${item.key}" is used twice in ${list}.`)
    else byKey.set(item.key, item)
  }
  return byKey
}

export function checkMonthDay(value: unknown, path: string, say: Say): void {
  if (typeof value !== 'string' || !/^\d\d-\d\d$/.test(value)) return
  const date = new Date(`2024-${value}T00:00:00Z`)
  if (Number.isNaN(date.getTime()) || date.toISOString().slice(5, 10) !== value)
    say(path, `there is no ${value} in any year.`)
}

/** Parts of a year are real days. */
export function checkParts(parts: unknown, at: string, say: Say): void {
  if (!Array.isArray(parts)) return
  parts.forEach((part: unknown, i) => {
    if (!isGroup(part)) return
    checkMonthDay(part.from, `${at}[${i}].from`, say)
    checkMonthDay(part.until, `${at}[${i}].until`, say)
  })
}
