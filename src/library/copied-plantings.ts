/** Plantings of one season as another would have them, with whatever that season lacks to grow them. */
import type { Collection, Crop, Method, Otherwise, Planting, Season, Share, Variety } from '../season/schema'
import { freeCode, freeKeyIn } from '../season/keys'
import { present } from '../season/values'
import { parseDay } from '../core/calendar/day'
import { nextPlanting } from '../core/plan/next-season'

/** Something to be added to the other season. */
export interface Copied {
  of: Extract<Collection, 'crops' | 'varieties' | 'methods' | 'plantings'>
  to: { key: string }
}

const YEAR = 365.25 // days

/**
 * What another season gets so that it grows the same plantings.
 *
 * Dates move by the whole years that lie between the beginnings of the two seasons, and keep their day of the week. Kinds,
 * varieties and methods that are there under the same key and of the same kind are used; others come along. Beds, events
 * and places of single batches that the other season does not have are left out.
 *
 * @returns the things in the order they are to be added; or the places and containers the other season lacks, by name
 */
export function copiedPlantings(
  from: Season,
  into: Season,
  plantings: readonly Planting[],
): { ok: true; things: Copied[] } | { ok: false; needs: string[] } {
  const years = Math.round((parseDay(into.season.from) - parseDay(from.season.from)) / YEAR)
  const here = { crops: [...into.crops], varieties: [...into.varieties], methods: [...into.methods] }
  const made = [...into.plantings]
  const things: Copied[] = []
  const needs = new Set<string>()
  for (const planting of plantings) {
    const variety = from.varieties.find(({ key }) => key === planting.variety)!
    const crop = from.crops.find(({ key }) => key === variety.crop)!
    const method = from.methods.find(({ key }) => key === planting.method)!
    if (!here.crops.some(({ key }) => key === crop.key)) add(things, here.crops, 'crops', plainCrop(crop))
    const own = here.varieties.find(({ key, crop: of }) => key === variety.key && of === crop.key)
    const grown: Variety = own ?? { ...variety, key: freeKeyIn(here.varieties, variety.key) }
    if (!own) add(things, here.varieties, 'varieties', grown)
    const known = here.methods.find(({ key, crop: of }) => key === method.key && of === crop.key)
    const raised: Method = known ?? { ...plainMethod(method), key: freeKeyIn(here.methods, method.key) }
    if (!known) {
      for (const name of lackedBy(method, from, into)) needs.add(name)
      add(things, here.methods, 'methods', raised)
    }
    const code = made.some((one) => one.code === planting.code)
      ? freeCode({ plantings: made }, variety.name)
      : planting.code
    const next: Planting = {
      ...fitting(nextPlanting(planting, years), into),
      key: freeKeyIn(made, planting.key),
      code,
      variety: grown.key,
      method: raised.key,
    }
    add(things, made, 'plantings', next)
  }
  return needs.size > 0 ? { ok: false, needs: [...needs] } : { ok: true, things }
}

function add<T extends { key: string }>(things: Copied[], list: T[], of: Copied['of'], to: T): void {
  list.push(to)
  things.push({ of, to })
}

/** What was learned in one season is not known in another. */
const plainCrop = ({ learned: _, ...crop }: Crop): Crop => crop
const plainMethod = ({ learned: _, ...method }: Method): Method => method

/** Names of the places and containers of a method that a season does not have. */
function lackedBy({ stages, hardening }: Method, from: Season, into: Season): string[] {
  const rule = (key: string) => key.startsWith('@')
  const places = [...stages.flatMap(({ place, germinateAt }) => [place, germinateAt]), hardening.place]
  const containers = stages.map(({ container }) => container)
  const lacked = (
    keys: readonly (string | undefined)[],
    has: readonly { key: string }[],
    names: readonly { key: string; name: string }[],
  ) =>
    keys.flatMap((key) =>
      key === undefined || rule(key) || has.some((one) => one.key === key)
        ? []
        : [names.find((one) => one.key === key)?.name ?? key],
    )
  return [...lacked(places, into.places, from.places), ...lacked(containers, into.containers, from.containers)]
}

/** A planting without what refers to things a season does not have. */
function fitting(planting: Planting, into: Season): Planting {
  const beds = new Set(into.beds.map(({ key }) => key))
  const goes = (shares: readonly Share[] | undefined) => {
    const left = shares?.filter((share) => share.to !== 'bed' || beds.has(share.bed))
    return left && left.length > 0 ? left : undefined
  }
  const raised = (otherwise: Otherwise | undefined) => (otherwise && isThere(otherwise, into) ? otherwise : undefined)
  const { anchor } = planting
  const hangs =
    (anchor?.to === 'bed' && !beds.has(anchor.bed)) ||
    (anchor?.to === 'event' && !into.site.events.some(({ key }) => key === anchor.event)) ||
    ((anchor?.to === 'last-frost' || anchor?.to === 'first-frost') && !into.site.frost)
  const may = planting.may && {
    ...planting.may,
    methods: planting.may.methods?.filter((key) => into.methods.some((one) => one.key === key)),
  }
  return present({
    ...planting,
    anchor: hangs ? undefined : anchor,
    goes: goes(planting.goes),
    otherwise: raised(planting.otherwise),
    may: may && present(may),
    changes: planting.changes.flatMap((one) => {
      const next = present({ ...one, goes: goes(one.goes), otherwise: raised(one.otherwise) })
      return Object.keys(next).length > 1 ? [next as typeof one] : []
    }),
  }) as Planting
}

function isThere({ method, germinateAt, places, containers, hardenAt, hold }: Otherwise, into: Season): boolean {
  const has = (list: readonly { key: string }[], key: string | null | undefined) =>
    key == null || key.startsWith('@') || list.some((one) => one.key === key)
  return (
    has(into.methods, method) &&
    [germinateAt, hardenAt, hold?.place, ...(places ?? [])].every((key) => has(into.places, key)) &&
    (containers ?? []).every((key) => has(into.containers, key))
  )
}
