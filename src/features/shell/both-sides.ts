/** Two changes of the same thing, side by side in words. */
import { parseDay } from '../../core/calendar/day'
import type { WaitingChange } from '../../ui/plan-changes/waiting'
import { present, sameValue } from '../../season/values'
import type { Season } from '../../season/schema'
import { count, type Format } from '../../words/format'

type Thing = Record<string, unknown>

/** A thing that two have changed: what it is called, and how each has it. */
export interface BothSides {
  name: string
  mine: string
  theirs: string
}

const isThing = (value: unknown): value is Thing => typeof value === 'object' && value !== null

/** What a waiting change and somebody else's made of the same things. */
export function bothSides({ edits, clash }: WaitingChange, season: Season, f: Format): BothSides[] {
  if (clash?.reason !== 'stale') return []
  return clash.stale.map(({ of, key, now }) => {
    const mine = edits.find((edit) => edit.of === of && edit.key === key)?.to
    const other = [mine, now].find(isThing)
    const parts = isThing(mine) && isThing(now) ? differing(mine, now) : undefined
    return {
      name: nameOf(other, key),
      mine: sideOf(mine, parts, season, f),
      theirs: sideOf(now, parts, season, f),
    }
  })
}

const nameOf = (thing: Thing | undefined, key: string): string =>
  [thing?.code, thing?.name].find((name): name is string => typeof name === 'string') ?? key

/** Parts in which two differ; what the server writes of itself is none of them. */
function differing(a: Thing, b: Thing): string[] {
  const names = new Set([...Object.keys(present(a)), ...Object.keys(present(b))])
  return [...names].filter((name) => name !== 'plannedOn' && !sameValue(a[name], b[name]))
}

function sideOf(side: unknown, parts: readonly string[] | undefined, season: Season, f: Format): string {
  if (!isThing(side)) return f.t('shell.isDeleted')
  const said = (parts ?? Object.keys(side)).map((name) => partWords(name, side[name], season, f))
  const plain = said.filter((text): text is string => text !== undefined)
  const other = said.length - plain.length
  const more = other > 0 ? [f.t('shell.otherParts', { n: other, text: f.number(other) })] : []
  return [...plain, ...(parts === undefined && plain.length > 0 ? [] : more)].join(', ')
}

/** One part in words, as far as it can be said in a few. */
function partWords(name: string, value: unknown, { varieties, methods, beds }: Season, f: Format): string | undefined {
  const called = (list: readonly { key: string; name: string }[]) => list.find(({ key }) => key === value)?.name
  if (name === 'plants' && typeof value === 'number') return count(f, value, 'plant')
  if ((name === 'on' || name === 'sowOn') && typeof value === 'string') return f.date(parseDay(value))
  if (name === 'variety') return called(varieties)
  if (name === 'method') return called(methods)
  if (name === 'bed') return called(beds)
  return (name === 'name' || name === 'note') && typeof value === 'string' ? value : undefined
}
