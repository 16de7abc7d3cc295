import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { editSeason } from '../../season/edit'
import { readSeason } from '../../season/read'
import type { Bed, Lot, Season, SeasonInput, Supply, Variety } from '../../season/schema'
import { lists as words } from '../../words/messages/en/lists'
import { readSheetFile } from '../sheet-file/read-file'
import { findTable, rowsOf } from '../sheet-file/table'
import { sheetCsv, sheetXlsx } from '../sheet-file/write-cells'
import { LIST_FILES, LIST_NAMES, type ListName } from './lists'
import { readList, type ListRow } from './read-list'
import { listCells, listTemplate } from './write-list'

function seasonOf(document: SeasonInput): Season {
  const read = readSeason(document)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.season
}
const season = seasonOf(sallowFerry)
const american = { ...season, farm: { ...season.farm, units: 'us' as const } }
const bytes = (text: string) => new TextEncoder().encode(text)

async function tableOf(of: ListName, name: string, file: Uint8Array) {
  const found = await readSheetFile(name, file)
  if (!found.ok) throw new Error(found.fault)
  const table = findTable(found.cells, LIST_FILES[of])
  if (!table) throw new Error('no table')
  return { table, rows: rowsOf(table, table.guess, LIST_FILES[of]) }
}
const csv = async (of: ListName, text: string, into: Season = season) =>
  readList(of, (await tableOf(of, 'mine.csv', bytes(text))).rows, into, { order: 'dmy' })
const toOf = <T>(row: ListRow | undefined) => row?.to as T | undefined

/** The season with what rows come to. */
function taken(of: ListName, into: Season, { rows, additions }: ReturnType<typeof readList>): Season {
  const edits = [
    ...additions.map((one) => ({ of: one.of, key: one.key, to: one.to })),
    ...rows.flatMap(({ is, to }) => (to && (is === 'new' || is === 'changed') ? [{ of, key: to.key, to }] : [])),
  ]
  const made = editSeason(into, edits as Parameters<typeof editSeason>[1])
  if (!made.ok) throw new Error(JSON.stringify(made))
  return made.season
}

describe.each(LIST_NAMES)('%s as a sheet', (of) => {
  it.each([
    ['xlsx', season],
    ['csv', season],
    ['semicolon csv', american],
  ] as const)('come back from %s without a difference', async (form, farm) => {
    const cells = listCells(of, farm, words.columns)
    const xlsx = form === 'xlsx'
    const file = xlsx ? await sheetXlsx(cells, of, LIST_FILES[of]) : bytes(sheetCsv(cells, form !== 'csv'))
    const { table, rows } = await tableOf(of, xlsx ? 'a.xlsx' : 'a.csv', file)
    expect(table.guess).toEqual(LIST_FILES[of].columns)
    const read = readList(of, rows, farm, { order: 'dmy' })
    expect(read.rows.filter(({ is }) => is === 'wrong').map(({ name, problems }) => [name, problems])).toEqual([])
    expect(read.rows.filter(({ is }) => is !== 'same').map(({ name, changes }) => [name, changes])).toEqual([])
    expect(read.additions).toEqual([])
    expect(read.rows.filter(({ sizeOf }) => sizeOf === undefined)).toHaveLength(farm[of].length)
  })
  it('have an empty one to fill in, whose example reads', async () => {
    const cells = listTemplate(of, season, words.columns)
    const { rows } = await tableOf(of, 'a.xlsx', await sheetXlsx(cells, of, LIST_FILES[of]))
    const read = readList(of, rows, season, { order: 'dmy' })
    expect(read.rows.map(({ problems }) => problems)).toEqual([[]])
  })
  it('whatever stands in the cells, a row is taken whole or not at all, and what is taken makes a season', () => {
    const cell = fc.constantFrom(
      '',
      'Tomato',
      'red',
      '12',
      '85%',
      '4/5',
      '-3',
      '1e9',
      'x'.repeat(400),
      'North',
      'N1',
      '30 m',
      '\u0000',
    )
    const { columns } = LIST_FILES[of]
    const row = fc
      .tuple(...columns.map(() => cell))
      .map((cells) => Object.fromEntries(columns.map((one, i) => [one, cells[i]!])))
    fc.assert(
      fc.property(fc.array(row, { maxLength: 6 }), (rows) => {
        const read = readList(of, rows, season, { order: 'dmy' })
        expect(read.rows).toHaveLength(rows.length)
        for (const one of read.rows) expect(one.to === undefined).toBe(one.is === 'wrong')
        for (const one of read.rows) expect(one.problems.length > 0).toBe(one.is === 'wrong')
        const after = taken(of, season, read)
        const added = read.rows.filter(({ is }) => is === 'new').length
        expect(after[of]).toHaveLength(season[of].length + added + read.additions.filter((one) => one.of === of).length)
        // Reading the same again adds nothing more.
        const again = readList(of, rows, after, { order: 'dmy' })
        for (const [i, one] of read.rows.entries())
          if (one.is === 'new' && of !== 'lots') expect(again.rows[i]!.is, JSON.stringify(rows[i])).not.toBe('new')
      }),
      { numRuns: 60 },
    )
  })
})

describe('seed lots of somebody’s own sheet', () => {
  it('are read in the ways people write them, and bring their varieties along', async () => {
    const read = await csv(
      'lots',
      [
        'Seed box 2027;;;;;',
        'Crop;Variety;Lot number;Seeds left;Germination;Weight (oz);Tested',
        'Tomato;yellow pear;YP-26;1,200;0.92;;3/11/2026',
        'watermelons;;;~ 40 seeds;85;0,5;',
        'Tomatto;;X;10;50;;',
        'Tomato;red cherry;none;lots;120;;soon',
      ].join('\n'),
    )
    expect(read.rows.map(({ is }) => is)).toEqual(['new', 'new', 'wrong', 'wrong'])
    expect(toOf<Lot>(read.rows[0])).toMatchObject({
      name: 'YP-26',
      seeds: 1200,
      germination: 0.92,
      testedOn: '2026-11-03',
    })
    expect(toOf<Lot>(read.rows[1])).toMatchObject({ seeds: 40, germination: 0.85, grams: 14.175 })
    expect(read.rows[1]!.brings).toBe('Watermelon')
    expect(read.rows[2]!.problems[0]).toMatchObject({
      column: 'kind',
      what: 'unknown',
      like: expect.arrayContaining(['Tomato']),
    })
    expect(read.rows[3]!.problems.map(({ column, what }) => [column, what])).toEqual([
      ['seeds', 'no-number'],
      ['comesUp', 'no-number'],
      ['testedOn', 'no-day'],
    ])
    const after = taken('lots', season, read)
    expect(after.varieties.some(({ name }) => name === 'Tomato, yellow pear')).toBe(true)
  })
  it('change the lot of that name, and leave as it is what the file does not say', async () => {
    const lot = season.lots[0]!
    const variety = season.varieties.find(({ key }) => key === lot.variety)!
    const read = await csv('lots', `Variety,Lot,Seeds left\n"${variety.name}","${lot.name}",7`)
    expect(read.rows[0]).toMatchObject({ is: 'changed', changes: ['seeds'], problems: [] })
    expect(read.rows[0]!.to).toEqual({ ...lot, seeds: 7 })
  })
})

describe('beds of somebody’s own sheet', () => {
  it('are measured as their headings and their farm say, and bring their block along', async () => {
    const read = await csv(
      'beds',
      'Field,Bed,Length (ft),Width in\nFar,F1,100,30\nFar,F2,50 m,75 cm\nFar,F2,10,30\n,,5,',
    )
    expect(read.rows.map(({ is }) => is)).toEqual(['new', 'new', 'wrong', 'wrong'])
    expect(toOf<Bed>(read.rows[0])).toMatchObject({ name: 'F1', length: 3048, width: 76.2 })
    expect(toOf<Bed>(read.rows[1])).toMatchObject({ length: 5000, width: 75 })
    expect(read.rows[2]!.problems).toEqual([{ column: 'bed', what: 'twice', row: 1 }])
    expect(read.additions.map(({ of, to }) => [of, (to as { name?: string }).name])).toEqual([['blocks', 'Far']])
    const bare = await csv('beds', 'Bed,Length,Width\nZ1,30,0.75\nZ2,30,75')
    expect(bare.rows.map((row) => toOf<Bed>(row)?.width)).toEqual([75, 75])
    const us = await csv('beds', 'Bed,Length,Width\nZ1,100,30', american)
    expect(toOf<Bed>(us.rows[0])).toMatchObject({ length: 3048, width: 76.2 })
  })
})

describe('varieties of somebody’s own sheet', () => {
  it('come with their kind and days to harvest, each once', async () => {
    const read = await csv(
      'varieties',
      'Crop,Variety,Days to maturity,Counted from\nTomato,black plum,72,transplanting\nTomato,black plum,80,\nMelon,early,,\nKale,tall,55,moon',
    )
    expect(read.rows.map(({ is }) => is)).toEqual(['new', 'wrong', 'new', 'wrong'])
    expect(toOf<Variety>(read.rows[0])).toMatchObject({
      name: 'Tomato, black plum',
      overrides: { field: { maturity: { days: 72, from: 'planting' } } },
    })
    const after = taken('varieties', season, read)
    expect(after.varieties.filter(({ name }) => name === 'Tomato, black plum')).toHaveLength(1)
    expect(after.crops.some(({ name }) => name === 'Melon')).toBe(true)
  })
})

it('ten thousand unknown names are told, each with its row, and nothing is taken', () => {
  const rows = Array.from({ length: 10_000 }, (_, i) => ({ kind: `Nosuch ${i}`, variety: '', lot: `L${i}` }))
  const full = rows.map((row) => ({
    ...Object.fromEntries(LIST_FILES.lots.columns.map((column) => [column, ''])),
    ...row,
  }))
  const read = readList('lots', full, season, { order: 'dmy' })
  expect(read.rows.every(({ is }) => is === 'wrong')).toBe(true)
  expect(read.additions).toEqual([])
})

describe('stores from a sheet', () => {
  const one = async (text: string) => (await csv('supplies', text)).rows[0]!
  const HEAD = 'Thing;Unit;In store;Counted on;Supplier;In one;Price;Comes in'

  it('are new materials, in the units people buy in', async () => {
    const row = await one(`${HEAD}\nComposted bark;cu ft;4;2027-04-10;The merchant;2;11.50;5\n`)
    expect(row.is).toBe('new')
    expect(toOf<Supply>(row)).toMatchObject({
      of: { what: 'material', material: 'Composted bark', unit: 'l' },
      have: 113.268,
      countedOn: '2027-04-10',
      offers: [{ supplier: 'The merchant', size: 56.634, price: 11.5, leadDays: 5 }],
    })
  })
  it('are containers, seed and labels where the season has them', async () => {
    const [tray] = season.containers
    const [variety] = season.varieties
    const { rows } = await csv(
      'supplies',
      `${HEAD}\n${tray!.name};;;;A maker;10;14;\n"Seed: ${variety!.name}";;;;A seed house;500;6;\nFive-litre buckets of bark;;3;;;;;\n`,
    )
    expect(rows.map((row) => [row.is, row.problems.map(({ column, what }) => `${column} ${what}`)])).toEqual([
      [expect.any(String), []],
      [expect.any(String), []],
      ['wrong', ['countedOn missing']],
    ])
    const of = rows.map((row) => toOf<Supply>(row)?.of)
    expect(of[0]).toEqual({ what: 'container', container: tray!.key })
    expect(of[1]).toEqual({ what: 'seed', variety: variety!.key })
  })
  it('change the size of the same supplier, and add any other', async () => {
    const [known] = season.supplies.filter(({ offers }) => offers.length > 0)
    const [offer] = known!.offers
    const cheaper = await one(`${HEAD}\n${known!.name};;;;${offer!.supplier};${offer!.size};${offer!.price + 1};\n`)
    expect(cheaper).toMatchObject({ is: 'changed', changes: ['size'] })
    expect(toOf<Supply>(cheaper)!.offers.length).toBe(known!.offers.length)
    expect(toOf<Supply>(cheaper)!.offers[0]!.price).toBe(offer!.price + 1)
    const other = await one(`${HEAD}\n${known!.name};;;;Another;${offer!.size};1;\n`)
    expect(toOf<Supply>(other)!.offers.length).toBe(known!.offers.length + 1)
  })
  it('hold every size it is sold in, each in a row, and come back whole', async () => {
    const [shop, maker] = ['The merchant', 'A maker']
    const { rows } = await csv(
      'supplies',
      `${HEAD}\nBark;l;80;2027-04-10;${shop};40;9;5\nBark;l;;;${shop};70;14;\nbark;;;;${maker};1000;90;21\nBark;;;;${shop};70;12;\nBark;;90;2027-04-11;${shop};20;6;\n`,
    )
    expect(rows.map(({ is, sizeOf }) => [is, sizeOf])).toEqual([
      ['new', undefined],
      ['changed', 0],
      ['changed', 0],
      ['wrong', undefined],
      ['wrong', undefined],
    ])
    const bark = toOf<Supply>(rows[0]!)!
    expect(bark).toMatchObject({ have: 80, countedOn: '2027-04-10' })
    expect(bark.offers).toEqual([
      { supplier: shop, size: 40, price: 9, leadDays: 5 },
      { supplier: shop, size: 70, price: 14, leadDays: 7 },
      { supplier: maker, size: 1000, price: 90, leadDays: 21 },
    ])
    // Written and read again nothing changes, whatever the number of sizes.
    const many = { ...season, supplies: [...season.supplies, bark] }
    const cells = listCells('supplies', many, words.columns)
    expect(cells.filter(([thing]) => thing === 'Bark')).toHaveLength(3)
    const again = await csv(
      'supplies',
      `${cells.map((row) => row.map((cell) => `"${cell}"`).join(';')).join('\n')}\n`,
      many,
    )
    expect(again.rows.filter(({ is, sizeOf }) => is !== 'same' && sizeOf === undefined)).toEqual([])
    expect(again.rows.flatMap(({ problems }) => problems)).toEqual([])
  })
  it('say what is wrong where it stands', async () => {
    const problems = async (row: string) =>
      (await one(`${HEAD}\n${row}\n`)).problems.map(({ column, what }) => `${column} ${what}`)
    expect(await problems('Bark;trays;4;2027-04-10;;;;')).toEqual(['unit no-choice'])
    expect(await problems('Bark;l;-4;2027-04-10;;;;')).toEqual(['inStore no-number'])
    expect(await problems('Bark;l;;;The merchant;0;9;')).toEqual(['size refused'])
    expect(await problems('Bark;l;;;The merchant;40;;')).toEqual(['packPrice missing'])
    expect(await problems('Bark;l;;;;40;9 zł;')).toEqual(['packPrice no-number'])
    expect(await problems(`${season.containers[0]!.name};;4;2027-04-10;;;;`)).toEqual(['inStore refused'])
  })
})
