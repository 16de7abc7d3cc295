/** Three small made-up farms that are not the demo farm: south, a loft with one rack, and a single unheated tunnel. */
import { begin, type Answers } from '../../src/library/begin'
import type { SeasonInput } from '../../src/season/schema'

const wish = (crop: string, plants: number, more: Partial<Answers['plantings'][number]> = {}) => ({
  crop,
  plants,
  ...more,
})

/** What each farm answered to begin with, by the name of its file. */
export const OTHER_FARMS: Readonly<Record<string, Answers>> = {
  'kestrel-flat-2027': {
    farm: 'Kestrel Flat',
    region: 'uk',
    year: 2027,
    latitude: -42,
    coldest: 7,
    warmest: 17,
    lastFrost: '10-05',
    firstFrost: '05-10',
    places: { 'warm-bench': 30, tunnel: 80, outside: 40 },
    containers: { 'cells-128': 40, 'cells-72': 40, 'pots-9': 20 },
    crops: [],
    plantings: [
      wish('lettuce', 240, { every: 14, count: 6 }),
      wish('broccoli', 300, { every: 21, count: 4 }),
      wish('onion', 2000),
      wish('leek', 1200),
      wish('celery', 300),
      wish('tomato', 120),
      wish('courgette', 60),
      wish('parsley', 150),
    ],
    today: '2027-07-05',
  },
  'loft-and-porch-2027': {
    farm: 'Loft and Porch',
    region: 'us',
    units: 'us',
    year: 2027,
    latitude: 47.6,
    coldest: -9,
    warmest: 21,
    lastFrost: '05-18',
    firstFrost: '09-24',
    places: { mats: 2, 'lit-rack': 12, outside: 12 },
    containers: { 'cells-128': 8, 'cells-72': 12, 'pots-9': 8 },
    crops: [],
    plantings: [
      wish('zucchini', 24),
      wish('eggplant', 18),
      wish('arugula', 120),
      wish('scallion', 200),
      wish('cilantro', 80),
      wish('bell pepper', 36),
      wish('tomato', 40),
      wish('bok choy', 90),
      wish('Swiss chard', 60),
      wish('rutabaga', 80),
      wish('green bean', 60),
      wish('yarrow', 40),
      wish('snapdragon', 120),
      wish('basil', 72),
    ],
    today: '2026-11-28',
  },
  'one-tunnel-2027': {
    farm: 'One Tunnel',
    region: 'uk',
    year: 2027,
    latitude: 45.3,
    coldest: -6,
    warmest: 20,
    lastFrost: '05-04',
    firstFrost: '10-09',
    places: { tunnel: 40 },
    containers: { 'cells-128': 20, 'cells-72': 30 },
    crops: [],
    plantings: [
      wish('snapdragon', 300, { on: '2027-04-27' }),
      wish('lisianthus', 200, { on: '2027-05-10' }),
      wish('zinnia', 200),
      wish('cosmos', 120),
      wish('celosia', 150, { on: '2027-05-20' }),
      wish('stock', 300),
      wish('statice', 150),
      wish('cornflower', 200),
    ],
    today: '2027-01-04',
  },
}

/** The season document of one of them. */
export function otherFarm(name: string): SeasonInput {
  const begun = begin(OTHER_FARMS[name])
  if (!begun.ok) throw new Error(begun.problems.map(({ path, message }) => `${path}: ${message}`).join('\n'))
  return begun.document
}
