/** What the field pages write and show, without drawing it. */
import type { Day } from '../../core/calendar/day'
import { changeOf, withFound, type Found } from '../../core/batch/one-of-series'
import { sameValue } from '../../season/values'
import type { Planting, Bed, Season, Share } from '../../season/schema'
import type { Gated } from '../../core/field/gates'
import type { Cover } from '../../core/field/cover'
import type { Format } from '../../words/format'

export interface Draft extends Found {
  spacing?: Planting['spacing']
}

/** The planting a draft makes. */
export function plantingOf(planting: Planting, n: number, { spacing, ...found }: Draft): Planting {
  // What one of a series has from the whole of it is not written down again.
  const inherits = n > 0 && changeOf(planting, n).goes === undefined && sameValue(found.goes, planting.goes)
  const { spacing: _spacing, ...rest } = withFound(planting, n, inherits ? { ...found, goes: undefined } : found)
  return spacing && Object.keys(spacing).length > 0 ? { ...rest, spacing } : rest
}

export const withBed = (season: Season, bed: Bed): Season => ({
  ...season,
  beds: season.beds.map((other) => (other.key === bed.key ? bed : other)),
})

/** What a bed without a cover of its own is under. */
export function coverNone(season: Season, bed: Bed, format: Format): string {
  const cover = season.blocks.find(({ key }) => key === bed.block)?.covers?.[0]
  return cover
    ? format.t('field.asItsBlock', { cover: format.t(`field.covers.${cover.kind}`).toLowerCase() })
    : format.t('field.noneOpenField')
}

/** What goes out, by weeks from a day; a week of which nothing goes out is left away. */
export function byWeek(gated: readonly Gated[], day: Day) {
  const parts = [
    ['over', (from: Day) => from < day],
    ['next', (from: Day) => from >= day && from < day + 7],
    ['after', (from: Day) => from >= day + 7 && from < day + 14],
    ['third', (from: Day) => from >= day + 14],
  ] as const
  return parts.flatMap(([week, within]) => {
    const list = gated.filter(({ stand }) => within(stand.from))
    return list.length > 0 ? [{ week, list }] : []
  })
}

export const swapped = (goes: readonly Share[], i: number, j: number): Share[] => {
  const next = [...goes]
  ;[next[i], next[j]] = [next[j]!, next[i]!]
  return next
}

export const COVERS = ['fleece', 'low-tunnel', 'tunnel', 'glasshouse'] as const satisfies readonly Cover['kind'][]
