/** Crops and varieties of the demo farm, in rows that a person can check. Figures are made up but plausible. */
import type { SeasonInput } from '../../src/season/schema'

type CropInput = NonNullable<SeasonInput['crops']>[number]

type Row = [
  key: string,
  name: string,
  family: string,
  tenderness: 'hardy' | 'half-hardy' | 'tender',
  germination: [base: number, optimum: number, ceiling: number, thermalTime: number, usualShare: number],
  growth: [base: number, optimum: number, leafInterval: number],
  points: [ml: number, ready: number, limit: number][],
  more?: Partial<Pick<CropInput, 'pauseDays' | 'minNight' | 'stressAbove' | 'preparation'>> & {
    light?: 'light' | 'dark'
    depth?: number
    goodFrom?: number
  },
]

const ROWS: Row[] = [
  ['lettuce', 'Lettuce', 'Asteraceae', 'half-hardy', [3.5, 21, 28, 71, 0.9], [4, 22, 38], [[25, 264, 408]], { pauseDays: 1, stressAbove: 34, depth: 0.3, goodFrom: 10 }],
  ['cabbage', 'Cabbage', 'Brassicaceae', 'hardy', [1, 25, 35, 92, 0.9], [4, 22, 55], [[22, 290, 520], [45, 350, 640]], { pauseDays: 1, depth: 1, goodFrom: 10 }],
  ['kale', 'Kale', 'Brassicaceae', 'hardy', [1, 25, 35, 90, 0.9], [4, 22, 55], [[22, 280, 520], [45, 340, 650]], { pauseDays: 1, depth: 1, goodFrom: 10 }],
  ['broccoli', 'Broccoli', 'Brassicaceae', 'hardy', [1, 25, 35, 90, 0.88], [4, 22, 55], [[22, 280, 460], [45, 330, 540]], { pauseDays: 1, depth: 1, goodFrom: 10 }],
  ['fennel', 'Fennel', 'Apiaceae', 'half-hardy', [4, 22, 32, 130, 0.8], [5, 22, 60], [[22, 300, 450], [45, 350, 520]], { goodFrom: 12, pauseDays: 2, depth: 1 }],
  ['leek', 'Leek', 'Amaryllidaceae', 'hardy', [2, 20, 30, 210, 0.82], [3, 20, 95], [[13, 500, 900], [45, 650, 1200]], { goodFrom: 9, depth: 1 }],
  ['onion', 'Onion', 'Amaryllidaceae', 'hardy', [2, 20, 30, 215, 0.85], [3, 20, 95], [[13, 480, 850], [45, 600, 1050]], { goodFrom: 9, depth: 1 }],
  ['celeriac', 'Celeriac', 'Apiaceae', 'half-hardy', [5, 22, 29, 170, 0.78], [5, 22, 75], [[6, 330, 520], [45, 560, 860]], { goodFrom: 13, light: 'light', depth: 0, minNight: 5 }],
  ['tomato', 'Tomato', 'Solanaceae', 'tender', [8.7, 27, 35, 88, 0.9], [6, 26, 52], [[30, 288, 432], [90, 384, 576], [500, 504, 816]], { minNight: 4, stressAbove: 38, depth: 0.6 }],
  ['pepper', 'Pepper', 'Solanaceae', 'tender', [10, 29, 38, 130, 0.85], [8, 27, 55], [[13, 250, 400], [45, 340, 520], [350, 470, 760]], { minNight: 6, depth: 0.6 }],
  ['aubergine', 'Aubergine', 'Solanaceae', 'tender', [11, 29, 38, 125, 0.8], [9, 28, 55], [[13, 250, 390], [45, 330, 500], [350, 450, 720]], { minNight: 7, depth: 0.6 }],
  ['courgette', 'Courgette', 'Cucurbitaceae', 'tender', [11, 30, 38, 62, 0.92], [8, 28, 48], [[350, 180, 288], [700, 215, 350]], { pauseDays: 2, minNight: 4, depth: 2 }],
  ['squash', 'Squash', 'Cucurbitaceae', 'tender', [11, 30, 38, 66, 0.9], [8, 28, 48], [[350, 190, 300], [700, 225, 365]], { pauseDays: 2, minNight: 4, depth: 2 }],
  ['cucumber', 'Cucumber', 'Cucurbitaceae', 'tender', [12, 30, 38, 60, 0.9], [9, 28, 45], [[350, 185, 285], [700, 215, 340]], { pauseDays: 3, minNight: 8, depth: 1.5 }],
  ['basil', 'Basil', 'Lamiaceae', 'tender', [10, 27, 36, 75, 0.8], [9, 27, 60], [[22, 220, 380], [45, 270, 460]], { minNight: 7, depth: 0.3 }],
  ['parsley', 'Parsley', 'Apiaceae', 'hardy', [2, 22, 32, 210, 0.75], [4, 22, 70], [[22, 380, 640], [45, 450, 760]], { goodFrom: 10, preparation: [{ what: 'Soak', days: 1 }], depth: 0.6 }],
  ['chard', 'Chard', 'Amaranthaceae', 'half-hardy', [4, 26, 35, 90, 0.85], [4, 22, 55], [[22, 250, 420], [45, 300, 520]], { goodFrom: 10, depth: 1.5 }],
  ['snapdragon', 'Snapdragon', 'Plantaginaceae', 'half-hardy', [5, 23, 30, 150, 0.8], [4, 22, 60], [[6, 360, 528], [28, 528, 744], [75, 648, 960]], { goodFrom: 13, pauseDays: 3, light: 'light', depth: 0 }],
  ['lisianthus', 'Lisianthus', 'Gentianaceae', 'half-hardy', [8, 24, 30, 190, 0.78], [6, 23, 110], [[6, 620, 900], [13, 720, 1050], [45, 900, 1300]], { pauseDays: 3, light: 'light', depth: 0 }],
  ['stock', 'Stock', 'Brassicaceae', 'hardy', [3, 20, 28, 85, 0.82], [4, 20, 55], [[13, 260, 420], [22, 300, 470]], { goodFrom: 9, pauseDays: 2, depth: 0.3, stressAbove: 33 }],
  ['statice', 'Statice', 'Plumbaginaceae', 'half-hardy', [5, 22, 30, 120, 0.78], [4, 22, 60], [[22, 330, 560], [45, 390, 660]], { goodFrom: 11, depth: 0.5 }],
  ['scabiosa', 'Scabiosa', 'Caprifoliaceae', 'hardy', [5, 22, 30, 150, 0.7], [4, 22, 65], [[22, 360, 600], [45, 430, 700]], { goodFrom: 11, depth: 0.6 }],
  ['rudbeckia', 'Rudbeckia', 'Asteraceae', 'half-hardy', [6, 23, 31, 130, 0.75], [5, 23, 65], [[22, 360, 600], [45, 430, 720]], { goodFrom: 13, light: 'light', depth: 0.1 }],
  ['ageratum', 'Ageratum', 'Asteraceae', 'tender', [8, 24, 32, 100, 0.78], [7, 24, 60], [[13, 260, 420], [45, 360, 560]], { light: 'light', depth: 0, minNight: 4 }],
  ['cosmos', 'Cosmos', 'Asteraceae', 'tender', [6, 25, 33, 70, 0.8], [6, 24, 45], [[22, 210, 340], [45, 250, 410]], { goodFrom: 13, minNight: 3, depth: 0.6 }],
  ['zinnia', 'Zinnia', 'Asteraceae', 'tender', [8, 26, 35, 60, 0.85], [8, 26, 45], [[22, 190, 310], [45, 230, 380]], { goodFrom: 15, minNight: 5, depth: 0.6 }],
  ['sunflower', 'Sunflower', 'Asteraceae', 'tender', [6, 27, 36, 70, 0.9], [6, 26, 40], [[45, 150, 240], [110, 180, 290]], { goodFrom: 12, minNight: 3, depth: 1.5 }],
  ['celosia', 'Celosia', 'Amaranthaceae', 'tender', [10, 27, 35, 75, 0.72], [9, 27, 55], [[13, 220, 340], [22, 250, 390], [45, 300, 470]], { light: 'light', minNight: 7, depth: 0.1 }],
  ['aster', 'China aster', 'Asteraceae', 'half-hardy', [6, 23, 31, 95, 0.78], [5, 23, 55], [[22, 290, 460], [45, 340, 540]], { goodFrom: 13, depth: 0.4 }],
  ['sweet-pea', 'Sweet pea', 'Fabaceae', 'hardy', [3, 18, 27, 150, 0.8], [3, 18, 50], [[110, 420, 760]], { goodFrom: 8, pauseDays: 2, depth: 2, preparation: [{ what: 'Nick and soak', days: 1 }] }],
  ['dahlia', 'Dahlia from seed', 'Asteraceae', 'tender', [7, 24, 32, 95, 0.75], [6, 24, 60], [[45, 320, 520], [350, 460, 760]], { minNight: 3, depth: 0.5 }],
]

export const crops: CropInput[] = ROWS.map(([key, name, family, tenderness, g, growth, points, more = {}]) => {
  const { light, depth, goodFrom, ...rest } = more
  const [base, optimum, ceiling, thermalTime, usualShare] = g
  return {
    key,
    name,
    family,
    tenderness,
    germination: { base, optimum, ceiling, thermalTime, usualShare, light: light ?? 'either', ...(depth === undefined ? {} : { depth }), ...(goodFrom === undefined ? {} : { goodFrom }) },
    growth: {
      base: growth[0],
      optimum: growth[1],
      leafInterval: growth[2],
      points: points.map(([ml, ready, limit]) => ({ ml, ready, limit })),
    },
    ...rest,
  }
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
]
