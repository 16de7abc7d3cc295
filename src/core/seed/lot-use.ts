/** Seed as stock: what each lot had, what really went of it, what is left, and how far that reaches through what is still to be sown. */
import type { Entry, Lot, Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { standing } from '../ledger/records'
import { seedToHave } from './handling'
import { seedsLeft } from './ageing'

/** Seed taken from a lot on one day, or to be taken. */
export interface Draw {
  id: string
  code: string
  lot: Lot
  day: Day
  seeds: number
  /** Whether it is sown, so that it really took its seed. */
  done: boolean
}

/** What became of one lot, and what a plan still asks of it. */
export interface LotUse {
  lot: Lot
  /** Seeds there were, with those delivered since; `undefined` when it is not known. */
  had: number | undefined
  /** Seeds really sown, and those spilled while sowing. */
  used: number
  /** Seeds spilled otherwise, given away or thrown away. */
  gone: number
  /** Seeds left now; `undefined` when it is not known. */
  left: number | undefined
  /** Seeds that went since the last count beyond what there was: the number there was is wrong. */
  beyond: number
  /** Seeds still to be sown, and with the allowance for handling. */
  toSow: number
  needed: number
  /** Seeds that are missing; 0 when it reaches or is not known. */
  short: number
  /** The sowing at which it runs out. */
  runsOut: Draw | undefined
  /** Batches it does not reach for, by id. */
  without: ReadonlySet<string>
  /** Another lot of its variety that has enough to spare for what is missing. */
  instead: Lot | undefined
}

type Moved = { day: Day; at: string; change: number; to?: number; what: 'used' | 'gone' | 'came' | 'counted' }

const RANK: Record<Moved['what'], number> = { came: 0, used: 1, gone: 2, counted: 3 }

/**
 * What every lot of a season had, gave, has left and is asked for, in their order.
 *
 * What is already sown took what was recorded, whatever had been planned; only what is still to be sown is needed. A
 * stocktake holds from the evening of its day on.
 *
 * @param records of the season; those of seed that came, went or was counted are read
 */
export function lotUses(draws: readonly Draw[], season: Season, records: readonly Entry[] = []): LotUse[] {
  const byLot = new Map<string, Draw[]>()
  for (const draw of draws) {
    const own = byLot.get(draw.lot.key)
    if (own) own.push(draw)
    else byLot.set(draw.lot.key, [draw])
  }
  const moves = movesByLot(records)
  const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
  const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
  const uses = season.lots.map((lot): LotUse => {
    const own = (byLot.get(lot.key) ?? []).sort((a, b) => a.day - b.day || (a.code < b.code ? -1 : 1))
    const first = seedsLeft(lot, crops.get(cropOf.get(lot.variety)!)!)
    const stock = stockOf(first, own, moves.get(lot.key) ?? [])
    const without = new Set<string>()
    let toSow = 0
    let runsOut: LotUse['runsOut']
    for (const draw of own) {
      if (draw.done) continue
      toSow += draw.seeds
      if (stock.left === undefined || seedToHave(toSow, season.habits.handling) <= stock.left) continue
      runsOut ??= draw
      without.add(draw.id)
    }
    const needed = toSow === 0 ? 0 : seedToHave(toSow, season.habits.handling)
    const short = stock.left === undefined ? 0 : Math.max(0, needed - stock.left)
    return { lot, ...stock, toSow, needed, short, runsOut, without, instead: undefined }
  })
  for (const use of uses)
    if (use.short > 0)
      use.instead = uses.find(
        ({ lot, left, needed }) =>
          lot !== use.lot && lot.variety === use.lot.variety && (left === undefined || left - needed >= use.short),
      )?.lot
  return uses
}

function stockOf(first: number | undefined, draws: readonly Draw[], moves: readonly Moved[]) {
  const all: Moved[] = [
    ...moves,
    ...draws
      .filter(({ done }) => done)
      .map(({ day, seeds, id }) => ({ day, at: id, change: -seeds, what: 'used' as const })),
  ].sort((a, b) => a.day - b.day || RANK[a.what] - RANK[b.what] || (a.at < b.at ? -1 : 1))
  let had = first
  let left = first
  let used = 0
  let gone = 0
  let beyond = 0
  for (const { change, to, what } of all) {
    if (what === 'used') used -= change
    if (what === 'gone') gone -= change
    if (what === 'came') had = (had ?? 0) + change
    // Where more was sown than there was, there is none left: the number there was is wrong, and a stocktake puts it right.
    if (what === 'counted') {
      left = to
      beyond = 0
    } else if (left !== undefined || what === 'came') {
      const then = (left ?? 0) + change
      left = Math.max(0, then)
      beyond += left - then
    }
  }
  return { had, used, gone, left, beyond }
}

function movesByLot(records: readonly Entry[]): Map<string, Moved[]> {
  const byLot = new Map<string, Moved[]>()
  for (const { what, on, at } of standing(records)) {
    if (what.did !== 'seed') continue
    const { how, seeds } = what
    const move: Moved =
      how === 'counted'
        ? { day: parseDay(on), at, change: 0, to: seeds, what: 'counted' }
        : {
            day: parseDay(on),
            at,
            change: how === 'delivered' ? seeds : -seeds,
            what: how === 'delivered' ? 'came' : 'gone',
          }
    byLot.set(what.lot, [...(byLot.get(what.lot) ?? []), move])
  }
  return byLot
}
