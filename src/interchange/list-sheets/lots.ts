/** Seed lots as rows of a sheet. */
import type { Lot, Season } from '../../season/schema'
import { present } from '../../season/values'
import { bringVariety, ownName } from '../plan-sheet/bring'
import { plainNumber, plainText } from '../sheet-file/plain-text'
import type { Said } from '../sheet-file/table'
import { readChoice, readDayCell, readNumber, readShare, readWhole, type CellRead } from './cells'
import { LOT_COLUMNS, type LotColumn } from './lists'
import type { ListProblem, ListReading, RowRead } from './read-list'

const FORMS = {
  raw: ['raw', 'plain', 'bare', 'natural', 'none'],
  pelleted: ['pelleted', 'pellet', 'pellets', 'coated', 'pildorada'],
  primed: ['primed', 'primada'],
} as const
const STORED = {
  'cool-dry': ['cool and dry', 'fridge', 'cool', 'jar', 'freezer'],
  room: ['room', 'at room temperature', 'house', 'indoors'],
  'warm-damp': ['warm and damp', 'warm', 'shed', 'greenhouse'],
} as const

const GRAMS: Readonly<Record<string, number>> = { g: 1, grams: 1, gram: 1, mg: 0.001, kg: 1000, oz: 28.35, lb: 453.6 }

/** `12`, `12 g`, `0.5 oz`: a weight in grams. */
function readGrams(text: string): CellRead<number> {
  const found = /^([\d.,\s~]*\d)\s*([a-z]*)$/.exec(text.trim().toLowerCase())
  const factor = found ? GRAMS[found[2] === '' ? 'g' : found[2]!] : undefined
  if (text.trim() === '') return { value: undefined }
  const { value } = found ? readNumber(found[1]!, 'grams') : { value: undefined }
  return value !== undefined && factor !== undefined
    ? { value: Number((value * factor).toFixed(3)) }
    : { value: undefined, problem: { column: 'grams', what: 'no-number' } }
}

/** Reads one row: the lot of that name of that variety, or a new one. */
export function readLot(row: Said<string>, reading: ListReading): RowRead {
  const said = row as Said<LotColumn>
  const problems: ListProblem[] = []
  const take = <T>({ value, problem }: CellRead<T>): T | undefined => {
    if (problem) problems.push(problem)
    return value
  }
  const found = bringVariety(said.kind, said.variety, reading)
  const figures = {
    year: take(readWhole(said.year, 'year')),
    seeds: take(readWhole(said.seeds, 'seeds')),
    grams: take(readGrams(said.grams)),
    germination: take(readShare(said.comesUp, 'comesUp')),
    testedOn: take(readDayCell(said.testedOn, 'testedOn', reading)),
    form: take(readChoice(said.form, 'form', FORMS)),
    stored: take(readChoice(said.stored, 'stored', STORED)),
    packetSeeds: take(readWhole(said.packetSeeds, 'packetSeeds')),
    packetPrice: take(readNumber(said.packetPrice, 'packetPrice')),
  }
  if (!found.ok) {
    problems.push({ column: found.column, what: 'unknown', like: found.like })
    return {
      name: `${said.kind} ${said.variety} ${said.lot}`.trim(),
      problems,
      brings: undefined,
      base: undefined,
      draft: undefined,
    }
  }
  const { variety, brings } = found
  const own = reading.season.lots.filter((lot) => lot.variety === variety.key)
  const wanted = plainText(said.lot)
  const base = wanted === '' ? undefined : own.find(({ name }) => plainText(name) === wanted)
  const name = base?.name ?? (said.lot.trim() || usualName(variety.name, figures.year))
  const start = base ?? { key: 'new', variety: variety.key, name: name.slice(0, 120) }
  const draft = { ...start, ...present(figures) } as Lot
  return { name: name.includes(variety.name) ? name : `${variety.name}, ${name}`, problems, brings, base, draft }
}

/** A lot without a name goes by its variety and year. */
const usualName = (variety: string, year: number | undefined) => (year === undefined ? variety : `${variety} ${year}`)

const text = (n: number | undefined) => (n === undefined ? '' : plainNumber(n))

/** Every lot as a row. */
export function lotRows(season: Season): Said<LotColumn>[] {
  const varieties = new Map(season.varieties.map((one) => [one.key, one]))
  const crops = new Map(season.crops.map((one) => [one.key, one]))
  return season.lots.map((lot) => {
    const variety = varieties.get(lot.variety)
    const crop = crops.get(variety?.crop ?? '')
    return {
      ...(Object.fromEntries(LOT_COLUMNS.map((column) => [column, ''])) as Said<LotColumn>),
      kind: crop?.name ?? '',
      variety: ownName(crop, variety?.name ?? ''),
      lot: lot.name,
      year: text(lot.year),
      seeds: text(lot.seeds),
      grams: text(lot.grams),
      comesUp: lot.germination === undefined ? '' : `${plainNumber(Number((lot.germination * 100).toFixed(4)))}%`,
      testedOn: lot.testedOn ?? '',
      form: lot.form,
      stored: lot.stored ?? '',
      packetSeeds: text(lot.packetSeeds),
      packetPrice: text(lot.packetPrice),
    }
  })
}
