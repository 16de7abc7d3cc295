/** Every figure of a crop that a grower can see and change: where it stands, what it is called, and how it is written. */
import type { Crop } from '../../season/schema'
import type { Path } from 'react-hook-form'
import type { Quantity } from '../../ui/measure'

export type FigureKind =
  | { as: 'number'; quantity: Quantity; unit?: string }
  | { as: 'choice'; options: readonly (readonly [string, string])[] }
  | { as: 'points' }
  | { as: 'range'; quantity: Quantity }
  | { as: 'maturity' }
  | { as: 'yield' }
  | { as: 'pinch' }
  | { as: 'raise' }
  | { as: 'preparation' }
  | { as: 'groups' }
  | { as: 'cautions' }
  | { as: 'hole' }

export interface Figure {
  path: Path<Crop>
  name: string
  /** What it means, in a line. */
  help?: string
  kind: FigureKind
  /** A variety may have its own. */
  ofVariety?: true
}

export interface FigureSection {
  id: string
  title: string
  figures: readonly Figure[]
}

const temperature = { as: 'number', quantity: 'temperature' } as const
const length = { as: 'number', quantity: 'length' } as const
const number = (unit: string) => ({ as: 'number', quantity: 'number', unit }) as const
const bury = {
  as: 'choice',
  options: [
    ['never', 'never'],
    ['to-seed-leaves', 'up to the seed leaves'],
    ['deep', 'deep'],
  ],
} as const

export const SECTIONS: readonly FigureSection[] = [
  {
    id: 'germination',
    title: 'Coming up',
    figures: [
      {
        path: 'germination.thermalTime',
        name: 'Heat to come up',
        help: 'degree-days above the base until half are up',
        kind: number('°C·days'),
        ofVariety: true,
      },
      {
        path: 'germination.base',
        name: 'Base',
        help: 'nothing comes up at or below',
        kind: temperature,
        ofVariety: true,
      },
      { path: 'germination.optimum', name: 'Best from', kind: temperature, ofVariety: true },
      {
        path: 'germination.plateauTo',
        name: 'Best to',
        help: 'as quick up to here, then it stops within a few degrees',
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.ceiling',
        name: 'Ceiling',
        help: 'nothing comes up at or above',
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.goodFrom',
        name: 'In full from',
        help: 'cooler than this, fewer come up',
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.goodTo',
        name: 'In full to',
        help: 'warmer than this, fewer come up',
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.usualShare',
        name: 'Usually come up',
        kind: { as: 'number', quantity: 'share' },
        ofVariety: true,
      },
      {
        path: 'germination.spread',
        name: 'Scatter',
        help: 'of single seeds about the middle; 0.25 is usual',
        kind: number(''),
      },
      {
        path: 'germination.light',
        name: 'Light or dark',
        kind: {
          as: 'choice',
          options: [
            ['light', 'wants light'],
            ['dark', 'wants dark'],
            ['either', 'either'],
          ],
        },
        ofVariety: true,
      },
      { path: 'germination.depth', name: 'Depth', kind: length, ofVariety: true },
      {
        path: 'germination.cover',
        name: 'Cover',
        kind: {
          as: 'choice',
          options: [
            ['none', 'not covered'],
            ['thin', 'covered thinly'],
            ['full', 'covered'],
          ],
        },
      },
      { path: 'preparation', name: 'Before sowing', help: 'chill, soak, nick', kind: { as: 'preparation' } },
    ],
  },
  {
    id: 'growth',
    title: 'Growing on',
    figures: [
      {
        path: 'growth.points',
        name: 'How long a cell holds it',
        help: 'degree-days after coming up',
        kind: { as: 'points' },
        ofVariety: true,
      },
      { path: 'growth.base', name: 'Grows above', kind: temperature, ofVariety: true },
      { path: 'growth.optimum', name: 'Grows best at', kind: temperature, ofVariety: true },
      { path: 'growth.usual', name: 'Usually grown at', kind: { as: 'range', quantity: 'temperature' } },
      { path: 'growth.leafInterval', name: 'A true leaf every', kind: number('°C·days'), ofVariety: true },
      { path: 'pauseDays', name: 'Pause after potting', kind: number('days') },
      {
        path: 'chillsUnder',
        name: 'Checked by nights under',
        help: 'growth slows, or bolting is set off',
        kind: temperature,
        ofVariety: true,
      },
      { path: 'killsUnder', name: 'Killed by nights under', help: 'not hardened', kind: temperature, ofVariety: true },
      { path: 'killsHardenedUnder', name: 'Killed under, hardened', kind: temperature, ofVariety: true },
      { path: 'stressAbove', name: 'Heat damage above', kind: temperature, ofVariety: true },
    ],
  },
  {
    id: 'care',
    title: 'Care',
    figures: [
      {
        path: 'care.roots',
        name: 'Roots when moved',
        kind: {
          as: 'choice',
          options: [
            ['tough', 'take it well'],
            ['fair', 'take it fairly'],
            ['touchy', 'resent it'],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.buryAtPotting', name: 'Bury the stem, potting', kind: bury, ofVariety: true },
      { path: 'care.buryAtPlanting', name: 'Bury the stem, planting', kind: bury, ofVariety: true },
      { path: 'thinAtLeaf', name: 'Thin at true leaf', kind: number('') },
      {
        path: 'care.water',
        name: 'Mix while small',
        kind: {
          as: 'choice',
          options: [
            ['moist', 'kept moist'],
            ['dry-between', 'dry between waterings'],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.feedAtLeaf', name: 'First feed at true leaf', kind: number(''), ofVariety: true },
      { path: 'care.moveUpHeight', name: 'Move up at a height of', kind: number('pot widths'), ofVariety: true },
      { path: 'care.stretchedHeight', name: 'Stretched above', kind: number('pot widths'), ofVariety: true },
      {
        path: 'care.firstBud',
        name: 'First flower bud means',
        kind: {
          as: 'choice',
          options: [
            ['past-its-best', 'past its best'],
            ['time-to-plant', 'time to plant'],
            ['no-matter', 'nothing'],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.pinch', name: 'Pinching', kind: { as: 'pinch' }, ofVariety: true },
      {
        path: 'care.dayLength',
        name: 'Days that set it off',
        kind: {
          as: 'choice',
          options: [
            ['short', 'short days'],
            ['long', 'long days'],
            ['neutral', 'any'],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.criticalHours', name: 'Day length that does', kind: number('hours'), ofVariety: true },
      { path: 'seasonGroups', name: 'Season groups', kind: { as: 'groups' } },
    ],
  },
  {
    id: 'field',
    title: 'In the field',
    figures: [
      { path: 'raise', name: 'Direct or raised', kind: { as: 'raise' } },
      { path: 'field.hardeningDays', name: 'Hardening', kind: number('days'), ofVariety: true },
      {
        path: 'tenderness',
        name: 'Frost',
        kind: {
          as: 'choice',
          options: [
            ['hardy', 'hardy'],
            ['half-hardy', 'half-hardy'],
            ['tender', 'tender'],
          ],
        },
      },
      { path: 'field.nightAbove', name: 'Out when nights keep over', kind: temperature, ofVariety: true },
      { path: 'field.soilAbove', name: 'Out when soil is over', kind: temperature, ofVariety: true },
      { path: 'field.rowSpacing', name: 'Between rows', kind: length, ofVariety: true },
      { path: 'field.plantSpacing', name: 'In the row', kind: length, ofVariety: true },
      { path: 'field.maturity', name: 'First harvest', kind: { as: 'maturity' }, ofVariety: true },
      { path: 'field.harvestDays', name: 'Harvest lasts', kind: number('days'), ofVariety: true },
      { path: 'field.yield', name: 'Yield', kind: { as: 'yield' }, ofVariety: true },
      { path: 'field.atSpot', name: 'Plants at one spot', kind: number(''), ofVariety: true },
      { path: 'field.hole', name: 'Into each hole', kind: { as: 'hole' } },
      {
        path: 'field.support',
        name: 'Support',
        kind: {
          as: 'choice',
          options: [
            ['none', 'none'],
            ['stake', 'stakes'],
            ['cage', 'cages'],
            ['net', 'a net'],
            ['string', 'strings'],
            ['trellis', 'a trellis'],
          ],
        },
        ofVariety: true,
      },
    ],
  },
  {
    id: 'seed',
    title: 'Seed and cautions',
    figures: [
      { path: 'seed.perGram', name: 'Seeds in a gram', kind: number(''), ofVariety: true },
      { path: 'seed.perCell', name: 'Usually sown to a cell', kind: number('seeds'), ofVariety: true },
      {
        path: 'seed.keepsYears',
        name: 'Seed keeps',
        help: 'cool and dry, until half is left',
        kind: number('years'),
        ofVariety: true,
      },
      { path: 'cautions', name: 'Cautions', kind: { as: 'cautions' } },
    ],
  },
]
