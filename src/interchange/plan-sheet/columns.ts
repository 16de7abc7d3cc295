/** The columns of the plan as a sheet, and the headings they go by. */

/** What a row says, in the order of the sheet. */
export const SHEET_COLUMNS = [
  'kind',
  'variety',
  'quantity',
  'unit',
  'on',
  'every',
  'times',
  'method',
  'goes',
  'note',
] as const

export type SheetColumn = (typeof SHEET_COLUMNS)[number]

/** A row as it is typed; what is not said is empty. */
export type SheetRow = Readonly<Record<SheetColumn, string>>

export const EMPTY_ROW: SheetRow = {
  kind: '',
  variety: '',
  quantity: '',
  unit: '',
  on: '',
  every: '',
  times: '',
  method: '',
  goes: '',
  note: '',
}

/** Whether nothing was typed in a row. */
export const isEmptyRow = (row: SheetRow): boolean => SHEET_COLUMNS.every((column) => row[column].trim() === '')

/** What a quantity is counted in. */
export const SHEET_UNITS = ['plants', 'cells', 'trays', 'seeds', 'metres'] as const
export type SheetUnit = (typeof SHEET_UNITS)[number]

/** Words a unit goes by, in English and Spanish, in small letters. */
export const UNIT_WORDS: Readonly<Record<SheetUnit, readonly string[]>> = {
  plants: ['plants', 'plant', 'plantas', 'planta', 'pl', 'pcs', ''],
  cells: ['cells', 'cell', 'celdas', 'celda', 'plugs', 'plug', 'alveolos'],
  trays: ['trays', 'tray', 'flats', 'flat', 'bandejas', 'bandeja'],
  seeds: ['seeds', 'seed', 'semillas', 'semilla'],
  metres: [
    'm',
    'metres',
    'meters',
    'metre',
    'meter',
    'metros',
    'ft',
    'feet',
    'foot',
    'bed ft',
    'bed feet',
    'bed m',
    'm of bed',
    'metres of bed',
    'meters of bed',
    'ft of bed',
    'feet of bed',
  ],
}

/** Words a heading holds, the surest first; in small letters without accents. */
export const HEADINGS: Readonly<Record<SheetColumn, readonly string[]>> = {
  kind: ['kind', 'crop', 'vegetable', 'flower', 'species', 'plant name', 'what', 'cultivo', 'especie', 'name'],
  variety: ['variety', 'cultivar', 'variedad', 'type'],
  quantity: [
    'quantity',
    'plants wanted',
    'plants',
    'amount',
    'qty',
    'how many',
    'number',
    'count',
    'cantidad',
    'plantas',
  ],
  unit: ['unit', 'of what', 'unidad'],
  on: [
    'planting date',
    'plant out',
    'transplant',
    'set out',
    'planting',
    'first date',
    'field date',
    'date',
    'week',
    'when',
    'fecha',
    'semana',
  ],
  every: ['every', 'interval', 'days between', 'succession', 'cada'],
  times: ['times', 'successions', 'plantings', 'repeat', 'until', 'veces'],
  method: ['method', 'raised', 'container', 'tray size', 'metodo'],
  goes: ['bed or buyer', 'bed', 'buyer', 'customer', 'location', 'goes to', 'bancal', 'cliente', 'where'],
  note: ['note', 'notes', 'comment', 'comments', 'remark', 'remarks', 'nota', 'notas'],
}
