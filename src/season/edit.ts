/** Editing a season: single things put in the place of others, and everything that would then be wrong. */
import { withEdits, type Edit } from './apply-edits'
import { phraseIssue } from './phrase'
import type { Problem } from './problem'
import { readSeason } from './read'
import { referenceProblems } from './references'
import { COLLECTIONS, Season, type Collection } from './schema'

/** The season as it would be; or every problem, of a single edited thing by the path inside it. */
export type Edited = { ok: true; season: Season } | { ok: false; problems: Problem[] }

/**
 * A season with edits made, if it reads. Only what is edited is read anew, and what refers to it is checked again: the
 * rest has been read before.
 */
export function editSeason(season: Season, edits: readonly Edit[]): Edited {
  const { document, edited, head } = withEdits(season, edits)
  const places = edited.map(({ of, at }) => `${of}[${at}]`)
  const grew = COLLECTIONS.some((of) => (document[of] as unknown[]).length > season[of].length)
  if (head || edited.length > FEW || (grew && hasFullList(document))) {
    const read = readSeason(document)
    return read.ok ? read : { ok: false, problems: inside(read.problems, places) }
  }
  const problems: Problem[] = []
  for (const { of, at } of edited) {
    const list = document[of] as unknown[]
    const parsed = Season.shape[of].unwrap().element.safeParse(list[at])
    if (parsed.success) list[at] = parsed.data
    else
      for (const issue of parsed.error.issues)
        problems.push(...phraseIssue({ ...issue, path: [of, at, ...issue.path] }, document))
  }
  problems.push(...referenceProblems(document, season))
  return problems.length === 0
    ? { ok: true, season: document as unknown as Season }
    : { ok: false, problems: inside(once(problems), places) }
}

const FEW = 200 // edits from which reading everything at once is as quick

/** Whether a list may hold more than the format allows: then it is read as a whole, which says so. */
const hasFullList = (document: Record<string, unknown>): boolean =>
  COLLECTIONS.some((of) => (document[of] as unknown[]).length > mostOf(of))

/** The most a list may hold. */
function mostOf(of: Collection): number {
  const checks = Season.shape[of].unwrap()._zod.def.checks ?? []
  return Math.min(Infinity, ...checks.map(({ _zod: { def } }) => ('maximum' in def ? Number(def.maximum) : Infinity)))
}

/** Problems of the only edited thing by the path inside it; others by their whole path. */
function inside(problems: Problem[], places: readonly string[]): Problem[] {
  if (places.length !== 1) return problems
  const own = places[0]!
  return problems.map((problem) =>
    problem.path.startsWith(own) ? { ...problem, path: problem.path.slice(own.length).replace(/^\./, '') } : problem,
  )
}

function once(problems: Problem[]): Problem[] {
  const seen = new Set<string>()
  return problems.filter(({ path, message }) => {
    const id = `${path}\n${message}`
    return !seen.has(id) && seen.add(id)
  })
}
