/** The demo farm: Sallow Ferry, season 2027. Nothing here is a real farm, person or variety. */
import { recordOf } from '../../src/core/frost/frost'
import { frostSeasons } from '../../src/core/frost/record'
import { madeUpMinima } from '../../src/standins/minima'
import type { SeasonInput } from '../../src/season/schema'
import { readSeason } from '../../src/season/read'
import { crops, VARIETIES } from './crops'
import { beds, blocks, events, whoGetsWhat, withGoes } from './field'

type MethodInput = NonNullable<SeasonInput['methods']>[number]
type PlantingInput = NonNullable<SeasonInput['plantings']>[number]
type StageInput = MethodInput['stages'][number]

const places: SeasonInput['places'] = [
  { key: 'mats', name: 'Heat mats', kind: 'heat-mat', trayPlaces: 8, temperature: { held: 24 }, stock: [{ what: 'Heat mats', count: 2 }, { what: 'Domes', count: 8 }] },
  { key: 'lit-rack', name: 'Lit rack', kind: 'lit-shelf', trayPlaces: 18, temperature: { held: 20 }, lamp: { ppfd: 180, hours: 16 }, layout: { benches: [{ name: 'Rack', length: 170, width: 60, levels: 3 }], headroom: 42, lampHeight: 30 } },
  { key: 'warm-bench', name: 'Warm bench', kind: 'bench', trayPlaces: 40, temperature: { lift: 5, halfRange: 4, floor: 14, ceiling: 28 }, layout: { benches: [{ name: 'South bench', length: 550, width: 60, levels: 1 }, { name: 'North bench', length: 550, width: 60, levels: 1 }] } },
  { key: 'tunnel', name: 'Long tunnel', kind: 'tunnel', trayPlaces: 120, temperature: { lift: 4, halfRange: 7, floor: 5, ceiling: 32 }, open: { from: '03-01', until: '12-01' }, layout: { benches: [{ name: 'Left bench', length: 840, width: 115, levels: 1 }, { name: 'Right bench', length: 840, width: 115, levels: 1 }] } },
  { key: 'frames', name: 'Cold frames', kind: 'cold-frame', trayPlaces: 36, temperature: { lift: 1, floor: -2 } },
  { key: 'standing-out', name: 'Standing-out ground', kind: 'hardening-area', trayPlaces: 60, temperature: { lift: 0, halfRange: 6 }, open: { from: '04-15', until: '11-01' } },
]

const containers: SeasonInput['containers'] = [
  { key: 'open-flat', name: 'Open flat', kind: 'open-flat', cells: 1, cellVolume: 6000, trayPlaces: 1, owned: 20, washDays: 2 },
  { key: 'cells-200', name: '200-cell tray', kind: 'cell-tray', cells: 200, cellVolume: 13, trayPlaces: 1, rowCells: 10, owned: 30, washDays: 2 },
  { key: 'cells-128', name: '128-cell tray', kind: 'cell-tray', cells: 128, cellVolume: 22, trayPlaces: 1, rowCells: 8, owned: 100, washDays: 2 },
  { key: 'cells-72', name: '72-cell tray', kind: 'cell-tray', cells: 72, cellVolume: 45, trayPlaces: 1, rowCells: 6, owned: 60, washDays: 2, measures: { shape: 'square', top: 3.9, bottom: 2.6, depth: 4.3 }, outline: { length: 54, width: 28 } },
  { key: 'cells-50-deep', name: '50-cell deep tray', kind: 'cell-tray', cells: 50, cellVolume: 110, trayPlaces: 1, rowCells: 5, owned: 40, washDays: 2 },
  { key: 'blocks', name: 'Soil-block sheet', kind: 'block-sheet', cells: 35, cellVolume: 100, trayPlaces: 1, rowCells: 5, owned: 30, plantable: true, washDays: 1 },
  { key: 'pots-9', name: '9 cm pots in a carrier', kind: 'pots', cells: 18, cellVolume: 350, trayPlaces: 1, rowCells: 3, owned: 40, washDays: 3, measures: { shape: 'round', top: 9, bottom: 6.6, depth: 7.3 }, outline: { length: 54, width: 28 } },
  { key: 'pots-13-plantable', name: '13 cm plantable pots in a carrier', kind: 'pots', cells: 8, cellVolume: 700, trayPlaces: 1.25, rowCells: 2, owned: 15, plantable: true },
]

const single = { policy: 'single' } as const
const thin = (seedsPerCell: number) => ({ policy: 'thin', seedsPerCell, keep: 1 }) as const
const stage = (container: string, place: string, survival = 0.97, germinateAt?: string): StageInput => ({
  container,
  place,
  survival,
  ...(germinateAt ? { germinateAt } : {}),
})
const move = (place: string, daysBeforePlanting: number): StageInput => ({ place, when: { daysBeforePlanting } })
const harden = (days: number, place = 'frames') => ({ days, place })

const rows = (crop: string, seedsPerMetre: number, thinTo: number): MethodInput => ({ key: `${crop}-rows`, crop, name: 'Sown in rows', sowing: { policy: 'in-place', seedsPerMetre, thinTo, thinLeaf: 2 }, stages: [] })

const methods: MethodInput[] = [
  rows('carrot', 70, 3),
  rows('radish', 45, 3),
  rows('beetroot', 30, 8),
  { key: 'lettuce-128-bench', crop: 'lettuce', name: '128-cells on the warm bench', sowing: single, stages: [stage('cells-128', 'warm-bench')], hardening: harden(5) },
  { key: 'lettuce-128-tunnel', crop: 'lettuce', name: '128-cells, rack then tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.97, 'lit-rack')], hardening: harden(4, 'standing-out') },
  { key: 'cabbage-72', crop: 'cabbage', name: '72-cells, bench then tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.96, 'warm-bench')], hardening: harden(7) },
  { key: 'cabbage-128', crop: 'cabbage', name: '128-cells in the tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.96)], hardening: harden(4, 'standing-out') },
  { key: 'kale-128', crop: 'kale', name: '128-cells in the tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.96)], hardening: harden(5, 'standing-out') },
  { key: 'broccoli-72', crop: 'broccoli', name: '72-cells, bench then tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.96, 'warm-bench')], hardening: harden(6) },
  { key: 'fennel-128', crop: 'fennel', name: '128-cells, two and thin', sowing: thin(2), stages: [stage('cells-128', 'tunnel', 0.96, 'warm-bench')], hardening: harden(4, 'standing-out') },
  { key: 'leek-200', crop: 'leek', name: '200-cells in the tunnel', sowing: single, stages: [stage('cells-200', 'tunnel', 0.95)], hardening: harden(7, 'standing-out') },
  { key: 'onion-clump', crop: 'onion', name: '128-cells, four seeds, keep three', sowing: { policy: 'thin', seedsPerCell: 4, keep: 3 }, stages: [stage('cells-128', 'tunnel', 0.97, 'warm-bench')], hardening: harden(7) },
  { key: 'celeriac-200-72', crop: 'celeriac', name: '200-cells on the rack, potted into 72', sowing: thin(2), stages: [stage('cells-200', 'lit-rack', 0.96), stage('cells-72', 'tunnel', 0.97)], hardening: harden(10, 'standing-out') },
  { key: 'tomato-128-pots', crop: 'tomato', name: '128-cells, potted into 9 cm', sowing: single, stages: [stage('cells-128', 'lit-rack', 0.97, 'mats'), stage('pots-9', 'warm-bench', 0.98)], hardening: harden(7, 'standing-out') },
  { key: 'tomato-blocks', crop: 'tomato', name: 'Soil blocks, mat then tunnel', sowing: single, stages: [stage('blocks', 'tunnel', 0.97, 'mats')], hardening: harden(7) },
  { key: 'pepper-200-pots', crop: 'pepper', name: '200-cells, potted into 9 cm', sowing: single, stages: [stage('cells-200', 'lit-rack', 0.95, 'mats'), stage('pots-9', 'tunnel', 0.97)], hardening: harden(8, 'standing-out') },
  { key: 'pepper-72', crop: 'pepper', name: 'Straight into 72-cells', sowing: thin(2), stages: [stage('cells-72', 'warm-bench', 0.96, 'mats')], hardening: harden(7) },
  { key: 'aubergine-200-pots', crop: 'aubergine', name: '200-cells, potted into 9 cm', sowing: single, stages: [stage('cells-200', 'lit-rack', 0.95, 'mats'), stage('pots-9', 'warm-bench', 0.97)], hardening: harden(7) },
  { key: 'courgette-plantable', crop: 'courgette', name: '13 cm plantable pots', sowing: single, stages: [stage('pots-13-plantable', 'tunnel', 0.97, 'mats')], hardening: harden(4) },
  { key: 'courgette-pots-9', crop: 'courgette', name: '9 cm pots', sowing: single, stages: [stage('pots-9', 'tunnel', 0.97, 'mats')], hardening: harden(4) },
  { key: 'squash-plantable', crop: 'squash', name: '13 cm plantable pots', sowing: single, stages: [stage('pots-13-plantable', 'tunnel', 0.97, 'mats')], hardening: harden(5) },
  { key: 'cucumber-pots-9', crop: 'cucumber', name: '9 cm pots', sowing: single, stages: [stage('pots-9', 'warm-bench', 0.95, 'mats')], hardening: harden(3) },
  { key: 'basil-128', crop: 'basil', name: '128-cells, three and thin', sowing: thin(3), stages: [stage('cells-128', 'warm-bench', 0.96, 'mats')], hardening: harden(4) },
  { key: 'parsley-128', crop: 'parsley', name: '128-cells, three and thin', sowing: thin(3), stages: [stage('cells-128', 'tunnel', 0.96, 'warm-bench')], hardening: harden(6) },
  { key: 'chard-128', crop: 'chard', name: '128-cells in the tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.97)], hardening: harden(4, 'standing-out') },
  { key: 'snapdragon-200-72', crop: 'snapdragon', name: '200-cells on the rack, potted into 72', sowing: single, stages: [stage('cells-200', 'lit-rack', 0.95), stage('cells-72', 'tunnel', 0.97)], hardening: harden(7) },
  { key: 'snapdragon-128', crop: 'snapdragon', name: 'Straight into 128-cells', sowing: single, stages: [stage('cells-128', 'tunnel', 0.94, 'lit-rack')], hardening: harden(7) },
  { key: 'lisianthus-bought', crop: 'lisianthus', name: 'Plugs bought in, into 72-cells', sowing: { policy: 'bought', age: 620, good: 0.97, orderDays: 70, price: 0.28 }, stages: [stage('cells-200', 'lit-rack', 0.98), stage('cells-72', 'warm-bench', 0.98)], hardening: harden(10) },
  { key: 'snapdragon-flat-72', crop: 'snapdragon', name: 'In a flat, pricked out into 72-cells', sowing: { policy: 'flat', seedsPerFlat: 500 }, stages: [stage('open-flat', 'lit-rack', 0.95), stage('cells-72', 'warm-bench', 0.97), move('tunnel', 35)], hardening: harden(7) },
  { key: 'spring-onion-clump', crop: 'onion', name: '200-cells, clumps of four kept', sowing: { policy: 'clump', seedsPerCell: 4 }, stages: [stage('cells-200', 'tunnel', 0.96)], hardening: harden(7, 'standing-out') },
  { key: 'lisianthus-200', crop: 'lisianthus', name: '200-cells on the rack, then the warm bench', sowing: single, stages: [stage('cells-200', 'lit-rack', 0.93), { place: 'warm-bench', when: { leaf: 3 } }], hardening: harden(10) },
  { key: 'stock-128', crop: 'stock', name: '128-cells, bench then tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.96, 'warm-bench')], hardening: harden(7) },
  { key: 'statice-128', crop: 'statice', name: '128-cells in the tunnel', sowing: single, stages: [stage('cells-128', 'tunnel', 0.95, 'warm-bench')], hardening: harden(7, 'standing-out') },
  { key: 'scabiosa-128', crop: 'scabiosa', name: '128-cells, two and thin', sowing: thin(2), stages: [stage('cells-128', 'tunnel', 0.95, 'warm-bench')], hardening: harden(7) },
  { key: 'rudbeckia-72', crop: 'rudbeckia', name: '72-cells, rack then tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.95, 'lit-rack')], hardening: harden(7, 'standing-out') },
  { key: 'ageratum-200-72', crop: 'ageratum', name: '200-cells on the rack, potted into 72', sowing: single, stages: [stage('cells-200', 'lit-rack', 0.94, 'mats'), stage('cells-72', 'warm-bench', 0.97)], hardening: harden(7) },
  { key: 'cosmos-72', crop: 'cosmos', name: '72-cells in the tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.96, 'warm-bench')], hardening: harden(5, 'standing-out') },
  { key: 'zinnia-72', crop: 'zinnia', name: '72-cells, bench then tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.96, 'warm-bench')], hardening: harden(4, 'standing-out') },
  { key: 'sunflower-72', crop: 'sunflower', name: '72-cells in the tunnel', sowing: single, stages: [stage('cells-72', 'tunnel', 0.97)], hardening: harden(3, 'standing-out') },
  { key: 'celosia-128', crop: 'celosia', name: '128-cells, two and thin', sowing: thin(2), stages: [stage('cells-128', 'warm-bench', 0.94, 'mats')], hardening: harden(6) },
  { key: 'aster-128', crop: 'aster', name: '128-cells in the tunnel', sowing: single, stages: [stage('cells-128', 'warm-bench', 0.95), move('tunnel', 21)], hardening: harden(6, 'standing-out') },
  { key: 'sweet-pea-50', crop: 'sweet-pea', name: '50-cell deep trays, two and keep both', sowing: { policy: 'thin', seedsPerCell: 2, keep: 2 }, stages: [stage('cells-50-deep', 'frames', 0.97, 'warm-bench')] },
  { key: 'dahlia-72-pots', crop: 'dahlia', name: '72-cells, potted into 9 cm', sowing: single, stages: [stage('cells-72', 'warm-bench', 0.94, 'mats'), stage('pots-9', 'tunnel', 0.97)], hardening: harden(7, 'standing-out') },
]

type Row = [code: string, variety: string, method: string, plants: number, on: string, more?: Partial<PlantingInput>]

const series = (every: number, last: string) => ({ series: { every, last } })

const ROWS: Row[] = [
  ['LA', 'lettuce-red-oak', 'lettuce-128-bench', 420, '2027-04-05', { series: { every: 10, count: 4 }, changes: [{ n: 3, on: '2027-04-27' }], note: 'The third waits for the bed of the leeks.' }],
  ['KC', 'carrot-blunt', 'carrot-rows', 3000, '2027-04-20', { series: { every: 30, count: 3 } }],
  ['RD', 'radish-round', 'radish-rows', 1500, '2027-04-15', { series: { every: 14, count: 5 } }],
  ['BE', 'beetroot-dark', 'beetroot-rows', 1200, '2027-05-08', {}],
  ['LB', 'lettuce-red-oak', 'lettuce-128-tunnel', 360, '2027-05-15', series(10, '2027-09-02')],
  ['LC', 'lettuce-green-butter', 'lettuce-128-tunnel', 240, '2027-04-24', series(14, '2027-08-28')],
  ['LE', 'lettuce-crisp-green', 'lettuce-128-tunnel', 180, '2027-05-10', { ...series(21, '2027-08-02'), note: 'Old pelleted seed: slow, and tested again in January.' }],
  ['LM', 'lettuce-red-oak', 'lettuce-128-tunnel', 45, '2027-06-11', { series: { every: 28, count: 2 }, note: 'A few of each for the mixed boxes, in one tray.' }],
  ['LN', 'lettuce-green-butter', 'lettuce-128-tunnel', 45, '2027-06-11', { series: { every: 28, count: 2 } }],
  ['CA', 'cabbage-pointed', 'cabbage-72', 420, '2027-05-01'],
  ['CB', 'cabbage-pointed', 'cabbage-128', 300, '2027-07-05', { anchor: { to: 'bed', bed: 'r1', days: 3 } }],
  ['CR', 'cabbage-red', 'cabbage-72', 320, '2027-05-20'],
  ['KA', 'kale-curly', 'kale-128', 260, '2027-05-03'],
  ['KB', 'kale-curly', 'kale-128', 300, '2027-07-20'],
  ['KL', 'kale-black', 'kale-128', 220, '2027-05-06'],
  ['BR', 'broccoli-early', 'broccoli-72', 260, '2027-04-29', { series: { every: 18, count: 3 } }],
  ['BS', 'broccoli-early', 'broccoli-72', 280, '2027-07-12', { series: { every: 14, count: 2 } }],
  ['FE', 'fennel-round', 'fennel-128', 240, '2027-05-08', series(21, '2027-07-31')],
  ['LK', 'leek-autumn', 'leek-200', 1600, '2027-06-02', { note: 'Goes in after the overwintered garlic.' }],
  ['LW', 'leek-winter', 'leek-200', 1200, '2027-06-21'],
  ['ON', 'onion-yellow', 'onion-clump', 1500, '2027-05-04'],
  ['OR', 'onion-red', 'onion-clump', 750, '2027-05-06'],
  ['CE', 'celeriac-smooth', 'celeriac-200-72', 300, '2027-05-10'],
  ['TR', 'tomato-red-slicer', 'tomato-128-pots', 120, '2027-05-14', { note: 'Tunnel tomatoes.', worth: { by: 'money', amount: 1500 } }],
  ['TP', 'tomato-small-plum', 'tomato-blocks', 160, '2027-05-24'],
  ['TY', 'tomato-yellow-cherry', 'tomato-128-pots', 72, '2027-05-18'],
  ['PL', 'pepper-long-sweet', 'pepper-200-pots', 160, '2027-05-28'],
  ['PH', 'pepper-small-hot', 'pepper-72', 100, '2027-05-30'],
  ['AU', 'aubergine-dark', 'aubergine-200-pots', 72, '2027-05-26'],
  ['QS', 'courgette-striped', 'courgette-plantable', 36, '2027-05-12', { series: { every: 24, count: 4 }, may: { methods: ['courgette-pots-9'] } }],
  ['QY', 'courgette-yellow', 'courgette-pots-9', 60, '2027-05-22', { series: { every: 28, count: 2 }, changes: [{ n: 1, sowOn: '2027-04-02' }], note: 'The first was sown in hope of an early spring; its pots will not hold it so long.' }],
  ['SQ', 'squash-orange', 'squash-plantable', 40, '2027-06-01', { anchor: { to: 'last-frost', days: 23 } }],
  ['UR', 'cucumber-ridge', 'cucumber-pots-9', 54, '2027-06-04', { series: { every: 30, count: 2 } }],
  ['BA', 'basil-large-leaf', 'basil-128', 240, '2027-05-26', series(21, '2027-07-28')],
  ['BP', 'basil-purple', 'basil-128', 120, '2027-06-02', { anchor: { to: 'harvest', on: '2027-07-26' }, spacing: { between: true } }],
  ['PY', 'parsley-flat', 'parsley-128', 260, '2027-05-03', { series: { every: 40, count: 3 } }],
  ['CH', 'chard-mixed', 'chard-128', 200, '2027-05-01', { series: { every: 45, count: 3 } }],
  ['SD', 'snapdragon-pale', 'snapdragon-200-72', 480, '2027-04-20'],
  ['SR', 'snapdragon-red', 'snapdragon-200-72', 320, '2027-05-04', { worth: { by: 'promise' }, note: 'Promised for the first weddings.' }],
  ['SW', 'snapdragon-white', 'snapdragon-128', 280, '2027-05-20', { series: { every: 21, count: 2 } }],
  ['EW', 'lisianthus-white', 'lisianthus-200', 600, '2027-05-03'],
  ['EP', 'lisianthus-pink', 'lisianthus-bought', 400, '2027-05-17', { note: 'Ordered as plugs: the rack is full in February.' }],
  ['KW', 'stock-white', 'stock-128', 360, '2027-04-26', { series: { every: 14, count: 2 } }],
  ['KR', 'stock-rose', 'stock-128', 260, '2027-05-02'],
  ['TA', 'statice-mixed', 'statice-128', 280, '2027-05-05'],
  ['TB', 'statice-mixed', 'statice-128', 200, '2027-06-05'],
  ['CD', 'scabiosa-dark', 'scabiosa-128', 240, '2027-05-12', { series: { every: 28, count: 2 } }],
  ['CP', 'scabiosa-pale', 'scabiosa-128', 180, '2027-05-12'],
  ['RG', 'rudbeckia-gold', 'rudbeckia-72', 260, '2027-05-20'],
  ['AG', 'ageratum-blue', 'ageratum-200-72', 260, '2027-05-20'],
  ['CW', 'cosmos-white', 'cosmos-72', 200, '2027-05-16', { series: { every: 25, count: 3 } }],
  ['CS', 'cosmos-shell', 'cosmos-72', 140, '2027-05-20'],
  ['ZM', 'zinnia-mixed', 'zinnia-72', 280, '2027-05-24', { series: { every: 21, count: 4 }, anchor: { to: 'last-frost', days: 15 } }],
  ['ZL', 'zinnia-lime', 'zinnia-72', 140, '2027-05-28', { series: { every: 28, count: 2 } }],
  ['SF', 'sunflower-gold', 'sunflower-72', 200, '2027-05-10', series(10, '2027-07-29')],
  ['CL', 'celosia-plume', 'celosia-128', 280, '2027-06-02', { note: 'A poor lot: watch the stand.' }],
  ['CM', 'celosia-plume', 'celosia-128', 200, '2027-06-24'],
  ['AS', 'aster-lilac', 'aster-128', 220, '2027-05-14', { series: { every: 18, count: 4 } }],
  ['SP', 'sweet-pea-mixed', 'sweet-pea-50', 300, '2027-04-10', { stand: { on: '2027-04-08', plants: 291 }, leaves: { on: '2027-04-09', firm: true, dark: true } }],
  ['DA', 'dahlia-mixed', 'dahlia-72-pots', 72, '2027-05-25'],
]

type LotMore = Partial<NonNullable<SeasonInput['lots']>[number]>

/** Seed in the box: counted where it is dear, and what is to be watched. */
const STORE: Record<string, LotMore> = {
  'lettuce-red-oak': { seeds: 10_000, packetSeeds: 5000, packetPrice: 21 },
  'lettuce-green-butter': { seeds: 5000, packetSeeds: 5000, packetPrice: 19 },
  'lettuce-crisp-green': { seeds: 2500, name: 'Lettuce, crisp green, lot of 2024', year: 2024, germination: 0.9, testedOn: '2024-02-01', testedSeeds: 100, stored: 'room', homeTests: [{ on: '2027-01-16', sown: 50, up: 39 }] },
  'celosia-plume': { seeds: 1500, homeTests: [{ on: '2027-01-20', sown: 50, up: 21 }], packetSeeds: 500, packetPrice: 7.5 },
  'lisianthus-white': { seeds: 2000, packetSeeds: 1000, packetPrice: 46 },
  'tomato-red-slicer': { seeds: 250, packetSeeds: 100, packetPrice: 24 },
  'tomato-yellow-cherry': { seeds: 100, packetSeeds: 50, packetPrice: 16 },
  'pepper-long-sweet': { seeds: 200, packetSeeds: 100, packetPrice: 19 },
  'sunflower-gold': { seeds: 2000, treated: true, packetSeeds: 1000, packetPrice: 29 },
  'snapdragon-pale': { seeds: 1000, packetSeeds: 1000, packetPrice: 18 },
  'leek-autumn': { grams: 10, packetSeeds: 2500, packetPrice: 9 },
}

/** Grams of each kind's usual lot. */
const GRAMS: Record<string, number> = { sunflower: 120, squash: 40, courgette: 40, chard: 40, 'sweet-pea': 60, fennel: 25, cucumber: 10, zinnia: 25, onion: 40, leek: 15, parsley: 15 }

const MEANS = [-1.0, 0.2, 4.6, 9.3, 14.2, 17.8, 19.9, 19.4, 15.1, 9.8, 4.1, 0.3]

const farm: SeasonInput = {
  format: 1,
  farm: { name: 'Sallow Ferry' },
  season: { name: '2027', from: '2027-01-01', to: '2027-12-31', opensOn: '2027-04-12' },
  site: {
    latitude: 45.3,
    elevation: 240,
    clearness: 0.5,
    outdoorMonthlyMeans: MEANS,
    frost: {
      lastSpring: { median: '05-04', spreadDays: 15 },
      firstAutumn: { median: '10-09', spreadDays: 12 },
      trustedChance: 0.2,
      marginDays: 0,
      record: recordOf('25 years of nights', frostSeasons(madeUpMinima(MEANS, 2001, 26, 11), 45.3).seasons, true),
    },
    events,
    forecast: { from: 'stand-in', seed: 12 },
    thermometer: { from: 'stand-in', seed: 12 },
  },
  habits: { confidence: 0.9, agePoint: 0.3, handling: 0.03, rounding: 'cells', costs: { hour: 19, mixLitre: 0.11, heatedTrayDay: 0.06 }, crew: { hours: 24, parts: [{ from: '04-26', until: '06-07', hours: 30 }] }, shareTrays: true, mix: { name: 'Home mix', parts: [{ what: 'Sieved compost', parts: 3 }, { what: 'Coir', parts: 3 }, { what: 'Perlite', parts: 2 }], additives: [{ what: 'Bone meal', amount: 20, unit: 'g' }, { what: 'Kelp meal', amount: 10, unit: 'g' }], water: 0.35 } },
  places,
  containers,
  crops,
  varieties: VARIETIES.map(([key, crop, name]) => ({ key, crop, name })),
  lots: VARIETIES.map(([key, crop, name, [germination, testedSeeds, form = 'raw', pace = 1]]) => ({
    key: `${key}-lot`,
    variety: key,
    name: `${name}, lot of 2026`,
    germination,
    testedSeeds,
    form,
    pace,
    testedOn: '2027-01-12',
    stored: 'cool-dry' as const,
    ...STORE[key],
    ...(STORE[key] ? {} : { grams: GRAMS[crop] ?? 5 }),
  })),
  methods,
  blocks,
  beds,
  plantings: ROWS.map(([code, variety, method, plants, on, more = {}]) => ({
    key: code.toLowerCase(),
    code,
    variety,
    method,
    plants,
    on,
    ...more,
  })),
}

/** The farm with every planting given its beds, orders and sales. */
function withField(document: SeasonInput): SeasonInput {
  const read = readSeason(document)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  const goes = whoGetsWhat(read.season)
  return { ...document, plantings: document.plantings!.map((planting) => withGoes(planting, goes)) }
}

export const sallowFerry: SeasonInput = withField(farm)
