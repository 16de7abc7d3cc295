/** Crops and varieties of the demo farm: kinds of the library, with what this farm has found different. */
import { libraryKind } from '../../src/library/library'
import type { Crop } from '../../src/season/schema'
import { withFigure } from '../../src/season/figures'

const KINDS = [
  'lettuce',
  'cabbage',
  'kale',
  'broccoli',
  'fennel',
  'leek',
  'onion',
  'celeriac',
  'tomato',
  'pepper',
  'aubergine',
  'courgette',
  'squash',
  'cucumber',
  'basil',
  'parsley',
  'chard',
  'snapdragon',
  'lisianthus',
  'stock',
  'statice',
  'scabiosa',
  'rudbeckia',
  'ageratum',
  'cosmos',
  'zinnia',
  'sunflower',
  'celosia',
  'aster',
  'sweet-pea',
  'dahlia',
  'carrot',
  'radish',
  'beetroot',
]

/** What the farm changed after its own seasons. */
const OWN: [kind: string, figure: string, value: unknown][] = [
  ['cabbage', 'germination.thermalTime', 110],
  ['leek', 'field.hardeningDays', 10],
  ['celosia', 'germination.usualShare', 0.72],
  ['sunflower', 'care.feedAtLeaf', undefined],
  [
    'tomato',
    'field.hole',
    [
      { what: 'Compost', amount: 0.5, unit: 'l' },
      { what: 'Wood ash', amount: 1, unit: 'handful' },
    ],
  ],
  ['squash', 'field.hole', [{ what: 'Compost', amount: 2, unit: 'l' }]],
  ['onion', 'field.atSpot', 3],
]

export const crops: Crop[] = KINDS.map((key) => {
  const { crop } = libraryKind(key)!
  return OWN.filter(([kind]) => kind === key).reduce((own, [, figure, value]) => withFigure(own, figure, value), crop)
})

/** Varieties: crop, plain name, and what its seed lot does (share up, seeds tested, form, pace). */
type LotRow = [share: number, tested: number, form?: 'raw' | 'pelleted' | 'primed', pace?: number]

export const VARIETIES: [key: string, crop: string, name: string, lot: LotRow][] = [
  ['lettuce-red-oak', 'lettuce', 'Lettuce, red oak', [0.93, 100, 'pelleted']],
  ['lettuce-green-butter', 'lettuce', 'Lettuce, green butter', [0.95, 100, 'pelleted']],
  ['lettuce-crisp-green', 'lettuce', 'Lettuce, crisp green', [0.78, 50, 'pelleted', 1.25]],
  ['cabbage-pointed', 'cabbage', 'Cabbage, pointed', [0.92, 100]],
  ['cabbage-red', 'cabbage', 'Cabbage, red storage', [0.9, 100]],
  ['kale-curly', 'kale', 'Kale, curly green', [0.93, 100]],
  ['kale-black', 'kale', 'Kale, long black', [0.9, 100]],
  ['broccoli-early', 'broccoli', 'Broccoli, early', [0.9, 100]],
  ['fennel-round', 'fennel', 'Fennel, round', [0.82, 100]],
  ['leek-autumn', 'leek', 'Leek, autumn', [0.84, 100]],
  ['leek-winter', 'leek', 'Leek, winter blue', [0.82, 100]],
  ['onion-yellow', 'onion', 'Onion, yellow storage', [0.88, 100]],
  ['onion-red', 'onion', 'Onion, red', [0.85, 100]],
  ['celeriac-smooth', 'celeriac', 'Celeriac, smooth', [0.8, 100]],
  ['tomato-red-slicer', 'tomato', 'Tomato, red slicer', [0.92, 100]],
  ['tomato-small-plum', 'tomato', 'Tomato, small plum', [0.9, 100]],
  ['tomato-yellow-cherry', 'tomato', 'Tomato, yellow cherry', [0.9, 50]],
  ['pepper-long-sweet', 'pepper', 'Pepper, long sweet', [0.86, 100]],
  ['pepper-small-hot', 'pepper', 'Pepper, small hot', [0.82, 50]],
  ['aubergine-dark', 'aubergine', 'Aubergine, dark oval', [0.84, 100]],
  ['courgette-striped', 'courgette', 'Courgette, striped', [0.94, 100]],
  ['courgette-yellow', 'courgette', 'Courgette, yellow', [0.92, 100]],
  ['squash-orange', 'squash', 'Squash, small orange', [0.9, 100]],
  ['cucumber-ridge', 'cucumber', 'Cucumber, ridge', [0.9, 100]],
  ['basil-large-leaf', 'basil', 'Basil, large leaf', [0.82, 100]],
  ['basil-purple', 'basil', 'Basil, purple', [0.78, 50]],
  ['parsley-flat', 'parsley', 'Parsley, flat leaf', [0.78, 100]],
  ['chard-mixed', 'chard', 'Chard, mixed stems', [0.88, 100]],
  ['snapdragon-pale', 'snapdragon', 'Snapdragon, pale, mid-season', [0.82, 100, 'pelleted']],
  ['snapdragon-red', 'snapdragon', 'Snapdragon, red', [0.8, 100]],
  ['snapdragon-white', 'snapdragon', 'Snapdragon, white, late', [0.8, 100, 'pelleted']],
  ['lisianthus-white', 'lisianthus', 'Lisianthus, double white', [0.85, 100, 'pelleted']],
  ['lisianthus-pink', 'lisianthus', 'Lisianthus, double pink', [0.84, 100, 'pelleted']],
  ['stock-white', 'stock', 'Stock, white', [0.85, 100]],
  ['stock-rose', 'stock', 'Stock, rose', [0.82, 100]],
  ['statice-mixed', 'statice', 'Statice, mixed', [0.8, 100]],
  ['scabiosa-dark', 'scabiosa', 'Scabiosa, dark', [0.7, 100]],
  ['scabiosa-pale', 'scabiosa', 'Scabiosa, pale blue', [0.72, 100]],
  ['rudbeckia-gold', 'rudbeckia', 'Rudbeckia, gold', [0.76, 100]],
  ['ageratum-blue', 'ageratum', 'Ageratum, tall blue', [0.8, 100]],
  ['cosmos-white', 'cosmos', 'Cosmos, white', [0.82, 100]],
  ['cosmos-shell', 'cosmos', 'Cosmos, pale shell', [0.8, 100]],
  ['zinnia-mixed', 'zinnia', 'Zinnia, tall mixed', [0.88, 100]],
  ['zinnia-lime', 'zinnia', 'Zinnia, lime', [0.85, 100]],
  ['sunflower-gold', 'sunflower', 'Sunflower, single gold', [0.94, 100]],
  ['celosia-plume', 'celosia', 'Celosia, rose plume', [0.46, 50, 'raw', 1.2]],
  ['aster-lilac', 'aster', 'China aster, lilac', [0.8, 100]],
  ['sweet-pea-mixed', 'sweet-pea', 'Sweet pea, long stems, mixed', [0.85, 100]],
  ['dahlia-mixed', 'dahlia', 'Dahlia from seed, mixed', [0.75, 100]],
  ['carrot-blunt', 'carrot', 'Carrot, blunt orange', [0.76, 100]],
  ['radish-round', 'radish', 'Radish, round red', [0.92, 100]],
  ['beetroot-dark', 'beetroot', 'Beetroot, dark round', [0.82, 100]],
]
