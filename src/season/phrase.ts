/** Turns schema issues into plain sentences with a path a grower or programmer can follow. */
import type { z } from 'zod'
import type { Problem } from './problem'

type Issue = z.core.$ZodIssue

/** `['plantings', 3, 'on']` as `plantings[3].on`. */
function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, part) => (typeof part === 'number' ? `${text}[${part}]` : text ? `${text}.${String(part)}` : String(part)),
    '',
  )
}

/**
 * Problems in plain words for one schema issue.
 *
 * @param issue as the schema reports it
 * @param root the whole value that was read, to quote what was found
 */
export function phraseIssue(issue: Issue, root: unknown): Problem[] {
  const path = pathText(issue.path)
  if (issue.code === 'unrecognized_keys') {
    return issue.keys.map((unknown) => ({
      path: pathText([...issue.path, unknown]),
      message: `"${unknown}" is not known here; check its spelling or take it out.`,
    }))
  }
  if (issue.code === 'invalid_union') {
    if (issue.path.at(-1) === 'leaveHeatAt') return [{ path, message: 'must be 0.1, 0.5 or 0.9.' }]
    if (issue.path.at(-1) === 'when') {
      return [{ path, message: 'must hold just one of age, leaf or daysBeforePlanting, as a number above 0.' }]
    }
    if (issue.path.at(-1) === 'to') {
      const words =
        issue.path.at(-2) === 'anchor'
          ? '"last-frost", "first-frost", "harvest", "event", "bed" or "warmth"'
          : '"bed", "customer", "sale" or "spare"'
      return [{ path, message: `must be ${words}.` }]
    }
    if (issue.path.at(-1) === 'from') return [{ path, message: 'must be "stand-in" or "file".' }]
    if (issue.path.at(-1) === 'policy')
      return [{ path, message: 'must be "single", "thin", "clump", "flat", "divide", "bought" or "in-place".' }]
  }
  return [{ path, message: sentence(issue, valueAt(root, issue.path)) }]
}

function sentence(issue: Issue, found: unknown): string {
  switch (issue.code) {
    case 'invalid_type':
      if (found === undefined) return 'is missing.'
      if (issue.expected === 'int') return `must be a whole number; it is ${quote(found)}.`
      return `must be ${article(issue.expected)}; it is ${quote(found)}.`
    case 'too_small':
      if (issue.origin === 'array')
        return `needs at least ${issue.minimum} entries${exactly(issue)}; it has ${lengthOf(found)}.`
      if (issue.origin === 'string') return found === '' ? 'must not be empty.' : `is too short: ${quote(found)}.`
      return `must be ${issue.inclusive === false ? 'above' : 'at least'} ${issue.minimum}; it is ${quote(found)}.`
    case 'too_big':
      if (issue.origin === 'array')
        return `may have at most ${issue.maximum} entries${exactly(issue)}; it has ${lengthOf(found)}.`
      if (issue.origin === 'string') return `is too long: at most ${issue.maximum} letters.`
      return `must be ${issue.inclusive === false ? 'below' : 'at most'} ${issue.maximum}; it is ${quote(found)}.`
    case 'invalid_format':
      if (issue.format === 'date') return `must be a real date written YYYY-MM-DD; it is ${quote(found)}.`
      return `is ${quote(found)}: ${issue.message}.`
    case 'invalid_value':
      return `must be ${issue.values.map((value) => JSON.stringify(value)).join(' or ')}; it is ${quote(found)}.`
    default:
      return `${issue.message}.`
  }
}

const exactly = (issue: { exact?: boolean }) => (issue.exact ? ' and no more' : '')
const lengthOf = (found: unknown) => (Array.isArray(found) ? found.length : 0)

function article(expected: string): string {
  const words: Record<string, string> = {
    string: 'text in quotes',
    number: 'a number',
    boolean: 'true or false',
    array: 'a list [ … ]',
    object: 'a group { … }',
  }
  return words[expected] ?? expected
}

function quote(found: unknown): string {
  if (found === undefined) return 'missing'
  if (Array.isArray(found)) return 'a list'
  if (typeof found === 'object' && found !== null) return 'a group'
  const text = JSON.stringify(found)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

function valueAt(root: unknown, path: readonly PropertyKey[]): unknown {
  let value = root
  for (const part of path) {
    if (typeof value !== 'object' || value === null) return undefined
    value = (value as Record<PropertyKey, unknown>)[part]
  }
  return value
}
