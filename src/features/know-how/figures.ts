/** Every figure of a crop that a grower can see and change: where it stands, what it is called, and how it is written. */
import type { Crop } from '../../season/schema'
import type { Path } from 'react-hook-form'
import type { Quantity } from '../../ui/measure'
import type { Format } from '../../words/format'
import './words'

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
const bury = (f: Format) =>
  ({
    as: 'choice',
    options: [
      ['never', f.t('knowHow.never')],
      ['to-seed-leaves', f.t('knowHow.upToTheSeedLeaves')],
      ['deep', f.t('knowHow.deep')],
    ],
  }) as const

/** All figures in their sections, named in the language of the reader. */
export const figureSections = (f: Format): readonly FigureSection[] => [
  {
    id: 'germination',
    title: f.t('knowHow.comingUp'),
    figures: [
      {
        path: 'germination.thermalTime',
        name: f.t('knowHow.heatToComeUp'),
        help: f.t('knowHow.degreeDaysAboveTheBase'),
        kind: number('°C·days'),
        ofVariety: true,
      },
      {
        path: 'germination.base',
        name: f.t('knowHow.base'),
        help: f.t('knowHow.nothingComesUpAtOr'),
        kind: temperature,
        ofVariety: true,
      },
      { path: 'germination.optimum', name: f.t('knowHow.bestFrom'), kind: temperature, ofVariety: true },
      {
        path: 'germination.plateauTo',
        name: f.t('knowHow.bestTo'),
        help: f.t('knowHow.asQuickUpToHere'),
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.ceiling',
        name: f.t('knowHow.ceiling'),
        help: f.t('knowHow.nothingComesUpAtOr2'),
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.goodFrom',
        name: f.t('knowHow.inFullFrom'),
        help: f.t('knowHow.coolerThanThisFewerCome'),
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.goodTo',
        name: f.t('knowHow.inFullTo'),
        help: f.t('knowHow.warmerThanThisFewerCome'),
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'germination.usualShare',
        name: f.t('knowHow.usuallyComeUp'),
        kind: { as: 'number', quantity: 'share' },
        ofVariety: true,
      },
      {
        path: 'germination.spread',
        name: f.t('knowHow.scatter'),
        help: f.t('knowHow.ofSingleSeedsAboutThe'),
        kind: number(''),
      },
      {
        path: 'germination.light',
        name: f.t('knowHow.lightOrDark'),
        kind: {
          as: 'choice',
          options: [
            ['light', f.t('knowHow.wantsLight')],
            ['dark', f.t('knowHow.wantsDark')],
            ['either', f.t('knowHow.either')],
          ],
        },
        ofVariety: true,
      },
      { path: 'germination.depth', name: f.t('knowHow.depth'), kind: length, ofVariety: true },
      {
        path: 'germination.cover',
        name: f.t('knowHow.cover'),
        kind: {
          as: 'choice',
          options: [
            ['none', f.t('knowHow.notCovered')],
            ['thin', f.t('knowHow.coveredThinly')],
            ['full', f.t('knowHow.covered')],
          ],
        },
      },
      {
        path: 'preparation',
        name: f.t('knowHow.beforeSowing'),
        help: f.t('knowHow.chillSoakNick'),
        kind: { as: 'preparation' },
      },
    ],
  },
  {
    id: 'growth',
    title: f.t('knowHow.growingOn'),
    figures: [
      {
        path: 'growth.points',
        name: f.t('knowHow.howLongACellHolds'),
        help: f.t('knowHow.degreeDaysAfterComingUp'),
        kind: { as: 'points' },
        ofVariety: true,
      },
      { path: 'growth.base', name: f.t('knowHow.growsAbove'), kind: temperature, ofVariety: true },
      { path: 'growth.optimum', name: f.t('knowHow.growsBestAt'), kind: temperature, ofVariety: true },
      { path: 'growth.usual', name: f.t('knowHow.usuallyGrownAt'), kind: { as: 'range', quantity: 'temperature' } },
      { path: 'growth.leafInterval', name: f.t('knowHow.aTrueLeafEvery'), kind: number('°C·days'), ofVariety: true },
      { path: 'pauseDays', name: f.t('knowHow.pauseAfterPotting'), kind: number(f.t('knowHow.days2')) },
      {
        path: 'chillsUnder',
        name: f.t('knowHow.checkedByNightsUnder'),
        help: f.t('knowHow.growthSlowsOrBoltingIs'),
        kind: temperature,
        ofVariety: true,
      },
      {
        path: 'killsUnder',
        name: f.t('knowHow.killedByNightsUnder'),
        help: f.t('knowHow.notHardened'),
        kind: temperature,
        ofVariety: true,
      },
      { path: 'killsHardenedUnder', name: f.t('knowHow.killedUnderHardened'), kind: temperature, ofVariety: true },
      { path: 'stressAbove', name: f.t('knowHow.heatDamageAbove'), kind: temperature, ofVariety: true },
    ],
  },
  {
    id: 'care',
    title: f.t('knowHow.care'),
    figures: [
      {
        path: 'care.roots',
        name: f.t('knowHow.rootsWhenMoved'),
        kind: {
          as: 'choice',
          options: [
            ['tough', f.t('knowHow.takeItWell')],
            ['fair', f.t('knowHow.takeItFairly')],
            ['touchy', f.t('knowHow.resentIt')],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.buryAtPotting', name: f.t('knowHow.buryTheStemPotting'), kind: bury(f), ofVariety: true },
      { path: 'care.buryAtPlanting', name: f.t('knowHow.buryTheStemPlanting'), kind: bury(f), ofVariety: true },
      { path: 'thinAtLeaf', name: f.t('knowHow.thinAtTrueLeaf'), kind: number('') },
      {
        path: 'care.water',
        name: f.t('knowHow.mixWhileSmall'),
        kind: {
          as: 'choice',
          options: [
            ['moist', f.t('knowHow.keptMoist')],
            ['dry-between', f.t('knowHow.dryBetweenWaterings')],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.feedAtLeaf', name: f.t('knowHow.firstFeedAtTrueLeaf'), kind: number(''), ofVariety: true },
      { path: 'care.feedEvery', name: f.t('knowHow.fedEvery'), kind: number(f.t('knowHow.days2')), ofVariety: true },
      {
        path: 'care.feedStrength',
        name: f.t('knowHow.feedStrength'),
        kind: { as: 'number', quantity: 'share' },
        ofVariety: true,
      },
      {
        path: 'care.moveUpHeight',
        name: f.t('knowHow.moveUpAtAHeight'),
        kind: number(f.t('knowHow.potWidths')),
        ofVariety: true,
      },
      {
        path: 'care.leafHeight',
        name: f.t('knowHow.growsWithEachLeaf'),
        kind: length,
        ofVariety: true,
      },
      {
        path: 'care.stretchedHeight',
        name: f.t('knowHow.stretchedAbove'),
        kind: number(f.t('knowHow.potWidths')),
        ofVariety: true,
      },
      {
        path: 'care.firstBud',
        name: f.t('knowHow.firstFlowerBudMeans'),
        kind: {
          as: 'choice',
          options: [
            ['past-its-best', f.t('knowHow.pastItsBest')],
            ['time-to-plant', f.t('knowHow.timeToPlant')],
            ['no-matter', f.t('knowHow.nothing')],
          ],
        },
        ofVariety: true,
      },
      { path: 'care.pinch', name: f.t('knowHow.pinching'), kind: { as: 'pinch' }, ofVariety: true },
      {
        path: 'care.dayLength',
        name: f.t('knowHow.daysThatSetItOff'),
        kind: {
          as: 'choice',
          options: [
            ['short', f.t('knowHow.shortDays')],
            ['long', f.t('knowHow.longDays')],
            ['neutral', f.t('knowHow.any')],
          ],
        },
        ofVariety: true,
      },
      {
        path: 'care.criticalHours',
        name: f.t('knowHow.dayLengthThatDoes'),
        kind: number(f.t('knowHow.hours')),
        ofVariety: true,
      },
      { path: 'seasonGroups', name: f.t('knowHow.seasonGroups'), kind: { as: 'groups' } },
    ],
  },
  {
    id: 'field',
    title: f.t('knowHow.inTheField'),
    figures: [
      { path: 'raise', name: f.t('knowHow.directOrRaised'), kind: { as: 'raise' } },
      {
        path: 'field.hardeningDays',
        name: f.t('knowHow.hardening'),
        kind: number(f.t('knowHow.days2')),
        ofVariety: true,
      },
      {
        path: 'tenderness',
        name: f.t('knowHow.frost'),
        kind: {
          as: 'choice',
          options: [
            ['hardy', f.t('knowHow.hardy')],
            ['half-hardy', f.t('knowHow.halfHardy')],
            ['tender', f.t('knowHow.tender')],
          ],
        },
      },
      { path: 'field.nightAbove', name: f.t('knowHow.outWhenNightsKeepOver'), kind: temperature, ofVariety: true },
      { path: 'field.soilAbove', name: f.t('knowHow.outWhenSoilIsOver'), kind: temperature, ofVariety: true },
      { path: 'field.rowSpacing', name: f.t('knowHow.betweenRows'), kind: length, ofVariety: true },
      { path: 'field.plantSpacing', name: f.t('knowHow.inTheRow'), kind: length, ofVariety: true },
      { path: 'field.maturity', name: f.t('knowHow.firstHarvest'), kind: { as: 'maturity' }, ofVariety: true },
      {
        path: 'field.harvestDays',
        name: f.t('knowHow.harvestLasts'),
        kind: number(f.t('knowHow.days2')),
        ofVariety: true,
      },
      { path: 'field.yield', name: f.t('knowHow.yield'), kind: { as: 'yield' }, ofVariety: true },
      { path: 'field.atSpot', name: f.t('knowHow.plantsAtOneSpot'), kind: number(''), ofVariety: true },
      { path: 'field.hole', name: f.t('knowHow.intoEachHole'), kind: { as: 'hole' } },
      {
        path: 'field.support',
        name: f.t('knowHow.support'),
        kind: {
          as: 'choice',
          options: [
            ['none', f.t('knowHow.none')],
            ['stake', f.t('knowHow.stakes')],
            ['cage', f.t('knowHow.cages')],
            ['net', f.t('knowHow.aNet')],
            ['string', f.t('knowHow.strings')],
            ['trellis', f.t('knowHow.aTrellis')],
          ],
        },
        ofVariety: true,
      },
    ],
  },
  {
    id: 'prices',
    title: f.t('knowHow.prices'),
    figures: [
      { path: 'prices.plant', name: f.t('knowHow.priceOfAPlant'), kind: number('') },
      { path: 'prices.harvest', name: f.t('knowHow.priceOfHarvest'), kind: number('') },
    ],
  },
  {
    id: 'seed',
    title: f.t('knowHow.seedAndCautions'),
    figures: [
      { path: 'seed.perGram', name: f.t('knowHow.seedsInAGram'), kind: number(''), ofVariety: true },
      {
        path: 'seed.perCell',
        name: f.t('knowHow.usuallySownToACell'),
        kind: number(f.t('knowHow.seeds')),
        ofVariety: true,
      },
      {
        path: 'seed.keepsYears',
        name: f.t('knowHow.seedKeeps'),
        help: f.t('knowHow.coolAndDryUntilHalf'),
        kind: number(f.t('knowHow.years')),
        ofVariety: true,
      },
      { path: 'cautions', name: f.t('knowHow.cautions'), kind: { as: 'cautions' } },
    ],
  },
]
