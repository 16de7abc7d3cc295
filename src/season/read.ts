/** Reads a season document from text or parsed JSON and reports every problem at once, by path. */
import { z } from 'zod'
import { phraseIssue } from './phrase'
import type { Problem } from './problem'
import { referenceProblems } from './references'
import { SEASON_FORMAT, Season } from './schema'

export type { Problem } from './problem'

export type ReadResult = { ok: true; season: Season } | { ok: false; problems: Problem[] }

/**
 * Season document from parsed JSON.
 *
 * @param value anything that came out of a JSON parser
 * @returns the season with defaults filled in, or every problem found, in document order
 */
export function readSeason(value: unknown): ReadResult {
  const newer = newerFormat(value)
  if (newer) return { ok: false, problems: [newer] }
  const parsed = Season.safeParse(value)
  const problems = [
    ...(parsed.success ? [] : parsed.error.issues.flatMap((issue) => phraseIssue(issue, value))),
    ...referenceProblems(value),
  ]
  if (parsed.success && problems.length === 0) return { ok: true, season: parsed.data }
  return { ok: false, problems: sortedOnce(problems) }
}

/** JSON Schema of the season document, made from the Zod schema. */
export function seasonJsonSchema(): unknown {
  return { title: 'Dove Step season document', ...z.toJSONSchema(Season, { io: 'input' }) }
}

function newerFormat(value: unknown): Problem | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return undefined
  const format = (value as { format?: unknown }).format
  if (typeof format === 'number' && format > SEASON_FORMAT) {
    return {
      path: 'format',
      message: `This file is season format ${format}; this version reads up to format ${SEASON_FORMAT}. Open it with a newer Dove Step.`,
    }
  }
  return undefined
}

function sortedOnce(problems: Problem[]): Problem[] {
  const seen = new Set<string>()
  return problems.filter(({ path, message }) => {
    const id = `${path}\n${message}`
    return !seen.has(id) && seen.add(id)
  })
}
