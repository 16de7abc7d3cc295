/** Puts single things of a season in the place of others, whatever they are. */
import type { Collection, Season } from './schema'

/** A thing to put in the place of what stands under its key; `to` null takes it away. `head` is the season's own facts. */
export interface Edit {
  of: Collection | 'head'
  key: string
  to: unknown
}

/** The document as it would be, read by nobody yet, and where in it each edited thing stands. */
export function withEdits(season: Season, edits: readonly Edit[]) {
  const document: Record<string, unknown> = { ...season }
  const edited = new Map<string, { of: Collection; key: string }>()
  let head = false
  for (const { of, key, to } of edits) {
    if (of === 'head') {
      Object.assign(document, to)
      head = true
      continue
    }
    const list = document[of] === season[of] ? [...season[of]] : (document[of] as { key: string }[])
    const at = list.findIndex((thing) => thing.key === key)
    if (to === null || to === undefined) {
      if (at >= 0) list.splice(at, 1)
      edited.delete(`${of}/${key}`)
    } else {
      const thing = typeof to === 'object' ? { ...to, key } : (to as { key: string })
      if (at >= 0) list[at] = thing as { key: string }
      else list.push(thing as { key: string })
      edited.set(`${of}/${key}`, { of, key })
    }
    document[of] = list
  }
  const placed = [...edited.values()].map(({ of, key }) => ({
    of,
    at: (document[of] as { key?: unknown }[]).findIndex((thing) => thing?.key === key),
  }))
  return { document, edited: placed.filter(({ at }) => at >= 0), head }
}
