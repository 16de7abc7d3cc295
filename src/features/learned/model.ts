/** What taking suggestions comes to. */
import type { ThingEdit } from '../../actions/change-season'
import type { Suggestion } from '../../core/advice/learned'
import { withFigure } from '../../season/figures'
import type { Crop, Method, Season } from '../../season/schema'
import { anchoredMoves, movedPlanting } from '../../core/field/anchor'
import type { Plan } from '../../core/plan/plan'
import { nextSeason } from '../../core/plan/next-season'
import { cropOfPlanting, nurseryDays } from '../../ui/moves'

/** A crop or method with a suggestion taken; what the figure was before stays known, so that the same season is not learned from twice. */
export function taught<T extends Crop | Method>(of: T, { path, to, prior, seen }: Suggestion): T {
  return { ...withFigure(of, path, to), learned: { ...of.learned, [path]: { from: prior, seen } } }
}

/** The edits that suggestions come to: one for each crop and method. */
export function taughtEdits(season: Season, chosen: readonly Suggestion[]): ThingEdit[] {
  const edits = new Map<string, ThingEdit>()
  for (const one of chosen) {
    const { of, key } = one
    const before = season[of].find((thing) => thing.key === key)!
    const edit = edits.get(`${of}/${key}`) ?? { of, key, from: before, to: before }
    edits.set(`${of}/${key}`, { ...edit, to: taught(edit.to as Crop | Method, one) })
  }
  return [...edits.values()]
}

/** The next season with everything that hangs on something hung on the new calendar. */
export function rehung(season: Season, plan: Plan): Season {
  const next = nextSeason(season, new Map(plan.lots.map(({ lot, used, toSow }) => [lot.key, used + toSow])))
  const moves = new Map(
    anchoredMoves(next, cropOfPlanting(next), nurseryDays(plan)).map((moved) => [
      moved.planting.key,
      movedPlanting(moved),
    ]),
  )
  return { ...next, plantings: next.plantings.map((planting) => moves.get(planting.key) ?? planting) }
}
