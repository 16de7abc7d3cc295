/** Seed lots, beds, varieties and stores as tables: their columns, and the words that head them. */
import type { SheetKind } from '../sheet-file/table'

/** Lists that go out as a sheet and come in from one. */
export const LIST_NAMES = ['lots', 'beds', 'varieties', 'supplies'] as const
export type ListName = (typeof LIST_NAMES)[number]

export const LOT_COLUMNS = [
  'kind',
  'variety',
  'lot',
  'year',
  'seeds',
  'grams',
  'comesUp',
  'testedOn',
  'form',
  'stored',
  'packetSeeds',
  'packetPrice',
] as const
export type LotColumn = (typeof LOT_COLUMNS)[number]

export const BED_COLUMNS = ['block', 'bed', 'length', 'width'] as const
export type BedColumn = (typeof BED_COLUMNS)[number]

export const VARIETY_COLUMNS = ['kind', 'variety', 'seasonGroup', 'maturity', 'from', 'note'] as const
export type VarietyColumn = (typeof VARIETY_COLUMNS)[number]

export const SUPPLY_COLUMNS = [
  'thing',
  'unit',
  'inStore',
  'countedOn',
  'supplier',
  'size',
  'packPrice',
  'leadDays',
] as const
export type SupplyColumn = (typeof SUPPLY_COLUMNS)[number]

export type ListColumn = LotColumn | BedColumn | VarietyColumn | SupplyColumn

const KIND = ['kind', 'crop', 'vegetable', 'flower', 'species', 'cultivo', 'especie']
const VARIETY = ['variety', 'cultivar', 'variedad', 'type']

const LOT_FILE: SheetKind<LotColumn> = {
  columns: LOT_COLUMNS,
  headings: {
    kind: KIND,
    variety: VARIETY,
    lot: ['lot', 'lot number', 'lot no', 'lot name', 'batch', 'packet', 'name', 'lote'],
    year: ['year', 'packed for', 'packed', 'season', 'ano'],
    seeds: ['seeds left', 'seeds', 'count', 'quantity', 'how many', 'number', 'semillas'],
    grams: ['grams', 'weight', 'g', 'gramos', 'peso'],
    comesUp: ['comes up', 'germination', 'germ', 'germ %', 'germination %', 'test', 'germinacion'],
    testedOn: ['tested on', 'test date', 'tested', 'date', 'fecha'],
    form: ['form', 'coating', 'treatment', 'forma'],
    stored: ['kept', 'stored', 'storage', 'guardada'],
    packetSeeds: ['seeds in a packet', 'seeds per packet', 'packet size', 'packet seeds'],
    packetPrice: ['price of a packet', 'packet price', 'price', 'cost', 'precio'],
  },
  about: ['kind', 'variety'],
  days: ['testedOn'],
  numbers: ['year', 'seeds', 'grams', 'comesUp', 'packetSeeds', 'packetPrice'],
  long: ['variety', 'lot'],
  units: { grams: { kg: 'kg', oz: 'oz', lb: 'lb', mg: 'mg' } },
}

const LENGTHS = { m: 'm', metres: 'm', meters: 'm', cm: 'cm', ft: 'ft', feet: 'ft', in: 'in', inches: 'in' }

const BED_FILE: SheetKind<BedColumn> = {
  columns: BED_COLUMNS,
  headings: {
    block: ['block', 'field', 'plot', 'section', 'area', 'bloque', 'parcela'],
    bed: ['bed', 'bed name', 'name', 'row', 'bed number', 'bancal', 'cama'],
    length: ['length', 'long', 'bed length', 'largo'],
    width: ['width', 'wide', 'bed width', 'ancho'],
  },
  about: ['bed'],
  days: [],
  numbers: ['length', 'width'],
  long: [],
  units: { length: LENGTHS, width: LENGTHS },
}

const VARIETY_FILE: SheetKind<VarietyColumn> = {
  columns: VARIETY_COLUMNS,
  headings: {
    kind: KIND,
    variety: [...VARIETY, 'name'],
    seasonGroup: ['season group', 'group', 'season', 'slot', 'grupo'],
    maturity: ['days to harvest', 'days to maturity', 'maturity', 'dtm', 'days', 'dias'],
    from: ['counted from', 'from', 'since', 'desde'],
    note: ['note', 'notes', 'comment', 'comments', 'remark', 'nota', 'notas'],
  },
  about: ['kind', 'variety'],
  days: [],
  numbers: ['maturity'],
  long: ['variety', 'note'],
}

const SUPPLY_FILE: SheetKind<SupplyColumn> = {
  columns: SUPPLY_COLUMNS,
  headings: {
    thing: ['thing', 'what', 'item', 'name', 'material', 'supply', 'product', 'articulo', 'producto'],
    unit: ['unit', 'counted in', 'uom', 'unidad'],
    inStore: ['in store', 'in stock', 'stock', 'have', 'on hand', 'quantity', 'existencias'],
    countedOn: ['counted on', 'counted', 'date', 'stocktake', 'fecha'],
    supplier: ['supplier', 'merchant', 'vendor', 'from', 'shop', 'proveedor'],
    size: ['in one', 'size', 'pack', 'pack size', 'bag', 'contains', 'tamano'],
    packPrice: ['price', 'price of one', 'cost', 'precio'],
    leadDays: ['comes in', 'days', 'lead time', 'lead days', 'delivery', 'plazo'],
  },
  about: ['thing'],
  days: ['countedOn'],
  numbers: ['inStore', 'size', 'packPrice', 'leadDays'],
  long: ['thing', 'supplier'],
}

/** Each list as a table of a file. */
export const LIST_FILES = {
  lots: LOT_FILE,
  beds: BED_FILE,
  varieties: VARIETY_FILE,
  supplies: SUPPLY_FILE,
} as unknown as Readonly<Record<ListName, SheetKind<string>>>
