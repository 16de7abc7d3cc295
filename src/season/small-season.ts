/** Test helper: a small season that works, as a file would hold it, to be bent in tests. */
import type { SeasonInput } from './schema'
import { readSeason } from './read'
import type { Season } from './schema'

/** A season document with no part left out. */
export type SmallSeason = { [Part in keyof SeasonInput]-?: NonNullable<SeasonInput[Part]> }

/** A fresh document: two crops, three places, four plantings. */
export function smallSeason(): SmallSeason {
  return {
    format: 1,
    farm: { name: 'Test farm' },
    season: { name: '2027', from: '2027-01-01', to: '2027-12-31', opensOn: '2027-04-12' },
    site: {
      latitude: 45.3,
      outdoorMonthlyMeans: [-1, 0.2, 4.6, 9.3, 14.2, 17.8, 19.9, 19.4, 15.1, 9.8, 4.1, 0.3],
      frost: { lastSpring: { median: '05-04', spreadDays: 15 }, firstAutumn: { median: '10-09', spreadDays: 12 } },
    },
    habits: {},
    places: [
      { key: 'mat', name: 'Heat mat', kind: 'heat-mat', trayPlaces: 4, temperature: { held: 24 } },
      {
        key: 'bench',
        name: 'Warm bench',
        kind: 'bench',
        trayPlaces: 12,
        temperature: { lift: 5, halfRange: 4, floor: 14, ceiling: 26 },
      },
      {
        key: 'frame',
        name: 'Frame',
        kind: 'cold-frame',
        trayPlaces: 10,
        temperature: { lift: 1, periods: [{ from: '11-01', until: '03-01', floor: 0 }] },
      },
    ],
    containers: [
      {
        key: 'cells-128',
        name: '128-cell tray',
        kind: 'cell-tray',
        cells: 128,
        cellVolume: 25,
        trayPlaces: 1,
        owned: 10,
        washDays: 2,
      },
      { key: 'pots', name: '9 cm pots', kind: 'pots', cells: 18, cellVolume: 350, trayPlaces: 1 },
    ],
    mixes: [],
    crops: [
      {
        key: 'lettuce',
        name: 'Lettuce',
        germination: { base: 3.5, optimum: 21, ceiling: 28, thermalTime: 71 },
        growth: { base: 4, optimum: 22, points: [{ ml: 25, ready: 264, limit: 408 }], leafInterval: 38 },
        pauseDays: 1,
      },
      {
        key: 'tomato',
        name: 'Tomato',
        tenderness: 'tender',
        germination: { base: 8.7, optimum: 27, ceiling: 35, thermalTime: 88 },
        growth: {
          base: 6,
          optimum: 26,
          points: [
            { ml: 30, ready: 288, limit: 432 },
            { ml: 500, ready: 504, limit: 816 },
          ],
          leafInterval: 52,
        },
        minNight: 4,
        preparation: [{ what: 'Soak', days: 1 }],
      },
    ],
    varieties: [
      { key: 'lettuce-red', crop: 'lettuce', name: 'Lettuce, red' },
      { key: 'tomato-plum', crop: 'tomato', name: 'Tomato, plum' },
    ],
    lots: [
      {
        key: 'lettuce-lot',
        variety: 'lettuce-red',
        name: 'Lettuce lot',
        germination: 0.9,
        testedSeeds: 100,
        testedOn: '2027-01-10',
        seeds: 5000,
      },
    ],
    supplies: [],
    orders: [],
    methods: [
      {
        key: 'lettuce-cells',
        crop: 'lettuce',
        name: 'Cells on the bench',
        sowing: { policy: 'single' },
        stages: [{ place: 'bench', container: 'cells-128', survival: 0.97 }],
        hardening: { days: 5, place: 'frame' },
      },
      {
        key: 'tomato-pots',
        crop: 'tomato',
        name: 'Cells, then pots',
        sowing: { policy: 'thin', seedsPerCell: 2, keep: 1 },
        stages: [
          { place: 'bench', container: 'cells-128', germinateAt: 'mat', survival: 0.97 },
          { place: 'bench', container: 'pots', survival: 0.98 },
        ],
        hardening: { days: 7, place: 'frame' },
      },
    ],
    blocks: [],
    beds: [],
    plantings: [
      { key: 'a', code: 'A', variety: 'lettuce-red', method: 'lettuce-cells', plants: 200, on: '2027-04-20' },
      {
        key: 'b',
        code: 'B',
        variety: 'lettuce-red',
        lot: 'lettuce-lot',
        method: 'lettuce-cells',
        plants: 150,
        on: '2027-05-01',
        series: { every: 10, count: 4 },
        changes: [
          { n: 2, plants: 90 },
          { n: 3, dropped: true },
        ],
      },
      {
        key: 't',
        code: 'T',
        variety: 'tomato-plum',
        method: 'tomato-pots',
        plants: 60,
        on: '2027-05-20',
        note: 'In the tunnel.',
      },
      {
        key: 'h',
        code: 'H',
        variety: 'lettuce-red',
        method: 'lettuce-cells',
        plants: 80,
        on: '2027-06-01',
        sowOn: '2027-05-02',
        confidence: 0.8,
        agePoint: 0.7,
      },
    ],
    records: [],
    readings: [],
  }
}

/** The small season, read; bent first when wished. */
export function readSmall(bend: (season: SmallSeason) => void = () => undefined): Season {
  const document = smallSeason()
  bend(document)
  const read = readSeason(document)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.season
}
