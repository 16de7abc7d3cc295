/** Stores as rows of a sheet: how much there is of a thing, and what it is sold in. */
import type { Season, Supply } from '../../season/schema'
import { present } from '../../season/values'
import { plainNumber, plainText } from '../sheet-file/plain-text'
import type { Said } from '../sheet-file/table'
import { readDayCell, readNumber, readWhole, type CellRead } from './cells'
import { SUPPLY_COLUMNS, type SupplyColumn } from './lists'
import type { ListProblem, ListReading, RowRead } from './read-list'

type Of = Supply['of']
type MaterialUnit = Extract<Of, { what: 'material' }>['unit']

/** How units are written, each with the one it is kept in and how much of that it is. */
const UNITS: Readonly<Record<string, readonly [MaterialUnit, number]>> = {
  l: ['l', 1], litre: ['l', 1], litres: ['l', 1], liter: ['l', 1], liters: ['l', 1], litros: ['l', 1],
  gal: ['l', 3.785], gallon: ['l', 3.785], gallons: ['l', 3.785], qt: ['l', 0.946], quart: ['l', 0.946], quarts: ['l', 0.946],
  'cu ft': ['l', 28.317], 'cubic foot': ['l', 28.317], 'cubic feet': ['l', 28.317],
  g: ['g', 1], gram: ['g', 1], grams: ['g', 1], gramos: ['g', 1], kg: ['g', 1000],
  ml: ['ml', 1], oz: ['oz', 1], ounces: ['oz', 1], lb: ['oz', 16], lbs: ['oz', 16],
  tsp: ['tsp', 1], tbsp: ['tbsp', 1], cup: ['cup', 1], cups: ['cup', 1],
} // prettier-ignore

const LABELS = ['labels', 'label', 'tags', 'etiquetas']

/** What a row is of: something the season has by that name, or a material. */
function thingOf(name: string, unit: MaterialUnit, { season }: ListReading): Of {
  const plain = plainText(name)
  if (LABELS.includes(plain)) return { what: 'labels' }
  const container = season.containers.find((one) => plainText(one.name) === plain)
  if (container) return { what: 'container', container: container.key }
  const seed = plain.replace(/^(seed|seeds|semilla|semillas):? /, '')
  const variety = seed === plain ? undefined : season.varieties.find((one) => plainText(one.name) === seed)
  if (variety) return { what: 'seed', variety: variety.key }
  return { what: 'material', material: name.slice(0, 120), unit }
}

/** Reads one row: the supply of that name, or a new one; a size of the same supplier is changed, any other is added. */
export function readSupply(row: Said<string>, reading: ListReading): RowRead {
  const said = row as Said<SupplyColumn>
  const name = said.thing.trim()
  const problems: ListProblem[] = name === '' ? [{ column: 'thing', what: 'missing' }] : []
  const take = <T>({ value, problem }: CellRead<T>): T | undefined => {
    if (problem) problems.push(problem)
    return value
  }
  const base = reading.season.supplies.find((one) => plainText(one.name) === plainText(name))
  const unit = said.unit.trim().toLowerCase()
  const written = UNITS[unit]
  const of = base?.of ?? thingOf(name, written?.[0] ?? 'l', reading)
  if (of.what === 'material' && unit !== '' && written?.[0] !== of.unit)
    problems.push({ column: 'unit', what: 'no-choice' })
  const factor = of.what === 'material' ? (written?.[1] ?? 1) : 1
  const amount = (column: 'inStore' | 'size') => {
    const read = take(readNumber(said[column], column))
    return read === undefined ? undefined : Number((read * factor).toFixed(4))
  }
  const have = amount('inStore')
  const countedOn = take(readDayCell(said.countedOn, 'countedOn', reading))
  if (have !== undefined) problems.push(...countProblems(of, have !== base?.have && countedOn === undefined))
  const figures = { size: amount('size'), price: take(readNumber(said.packPrice, 'packPrice')), leadDays: take(readWhole(said.leadDays, 'leadDays')) } // prettier-ignore
  const offer = offerOf(said, base, figures)
  if (problems.length === 0) problems.push(...offer.problems)
  if (problems.length > 0) return { name, problems, brings: undefined, base, draft: undefined }
  const start = base ?? { key: 'new', name: name.slice(0, 120), of }
  const draft = { ...start, ...present({ have, countedOn }), offers: offer.offers } as Supply
  return { name, problems, brings: undefined, base, draft, ...present({ offer: offer.said }) }
}

/** What is wrong in a count: seed is counted by its lots, containers by how many are owned; any other is counted on a day. */
function countProblems({ what }: Of, noDay: boolean): ListProblem[] {
  if (what === 'seed' || what === 'container') return [{ column: 'inStore', what: 'refused' }]
  return noDay ? [{ column: 'countedOn', what: 'missing' }] : []
}

interface Figures {
  size: number | undefined
  price: number | undefined
  leadDays: number | undefined
}

/** What it is sold in, with what the row says of a size; what the row leaves out is as in its first. */
function offerOf(
  said: Said<SupplyColumn>,
  base: Supply | undefined,
  figures: Figures,
): { offers: Supply['offers']; problems: ListProblem[]; said?: Supply['offers'][number] } {
  const offers = base?.offers ?? []
  if ([said.supplier, said.size, said.packPrice, said.leadDays].every((cell) => cell.trim() === ''))
    return { offers, problems: [] }
  const [first] = offers
  const supplier = said.supplier.trim().slice(0, 120) || first?.supplier
  const size = figures.size ?? first?.size
  const same = offers.find((one) => one.supplier === supplier && one.size === size)
  const price = figures.price ?? same?.price
  const problems: ListProblem[] = []
  if (supplier === undefined) problems.push({ column: 'supplier', what: 'missing' })
  if (size === undefined || size <= 0) problems.push({ column: 'size', what: size === undefined ? 'missing' : 'refused' }) // prettier-ignore
  if (price === undefined) problems.push({ column: 'packPrice', what: 'missing' })
  if (problems.length > 0) return { offers, problems }
  const offer = { supplier: supplier!, size: size!, price: price!, leadDays: figures.leadDays ?? same?.leadDays ?? 7 }
  return {
    offers: same ? offers.map((one) => (one === same ? offer : one)) : [...offers, offer],
    problems,
    said: offer,
  }
}

const text = (n: number | undefined) => (n === undefined ? '' : plainNumber(n))

/** Every supply as a row, with the first size it is sold in; each other size as a row below, which only says the size. */
export function supplyRows({ supplies }: Season): Said<SupplyColumn>[] {
  return supplies.flatMap(({ name, of, have, countedOn, offers }) =>
    (offers.length > 0 ? offers : [undefined]).map((offer, i) => ({
      ...(Object.fromEntries(SUPPLY_COLUMNS.map((column) => [column, ''])) as Said<SupplyColumn>),
      thing: name,
      unit: of.what === 'material' ? of.unit : '',
      inStore: i === 0 ? text(have) : '',
      countedOn: i === 0 ? (countedOn ?? '') : '',
      supplier: offer?.supplier ?? '',
      size: text(offer?.size),
      packPrice: text(offer?.price),
      leadDays: text(offer?.leadDays),
    })),
  )
}
