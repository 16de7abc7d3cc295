/** Keeps what did not change as the same objects, so that what was computed from it need not be again. */

/** A copy of `next` in which every part that says the same as in `previous` is the previous object. */
export function shareUnchanged<T>(previous: T, next: T): T {
  if (Object.is(previous, next)) return previous
  if (!isGroup(previous) || !isGroup(next)) return next
  if (Array.isArray(next)) {
    if (!Array.isArray(previous)) return next
    const byKey = new Map(previous.map((item: unknown) => [keyOf(item), item]))
    const shared = next.map((item: unknown, i) => {
      const key = keyOf(item)
      return shareUnchanged(key === undefined ? previous[i] : byKey.get(key), item)
    })
    const same = shared.length === previous.length && shared.every((item, i) => item === previous[i])
    return (same ? previous : shared) as T
  }
  const shared: Record<string, unknown> = {}
  let same = Object.keys(next).length === Object.keys(previous).length
  for (const [field, value] of Object.entries(next)) {
    shared[field] = shareUnchanged((previous as Record<string, unknown>)[field], value)
    if (shared[field] !== (previous as Record<string, unknown>)[field] || !(field in previous)) same = false
  }
  return (same ? previous : shared) as T
}

const isGroup = (value: unknown): value is object => typeof value === 'object' && value !== null
const keyOf = (item: unknown) =>
  isGroup(item) ? ('key' in item ? item.key : 'id' in item ? item.id : undefined) : undefined
