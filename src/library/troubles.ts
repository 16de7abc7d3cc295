/** From what is seen on the bench to what it may be and what to do, tied to stage and kind. Short and calm. */
import type { Crop } from '../season/schema'

/** When it is seen. */
export type TroubleStage = 'germinating' | 'seedlings' | 'growing-on' | 'hardening'

export interface Cause {
  cause: string
  /** How to tell it from the others. */
  sign: string
  act: string
}

export interface Trouble {
  key: string
  /** What is seen. */
  see: string
  /** What people call it. */
  called: readonly string[]
  /** How it does not come to it another time. */
  prevent: string
  stages: readonly TroubleStage[]
  causes: readonly Cause[]
  /** Kinds it is most often seen in; all when left out. */
  kinds?: (crop: Crop) => boolean
}

export const STAGE_WORDS: Record<TroubleStage, string> = {
  germinating: 'while it germinates',
  seedlings: 'on seedlings',
  'growing-on': 'growing on',
  hardening: 'while hardening',
}

const ALL = [
  {
    key: 'nothing-up',
    see: 'Nothing up',
    called: ['not coming up', 'no germination', 'empty tray', 'failed'],
    prevent: 'Sow a fresh lot in mix of the right warmth, keep it moist, and look on the day half should be up.',
    stages: ['germinating'],
    causes: [
      {
        cause: 'Too cold',
        sign: 'The mix, not the air, is under the base of the kind; the plan says when half should be up.',
        act: 'Warm the mix from below; measure in a cell, not on the wall.',
      },
      {
        cause: 'Too hot',
        sign: 'Cool-season kinds under cover in sun, or on a mat with no thermostat.',
        act: 'Shade, vent, take the mat away; lettuce and spinach in a cool room at night.',
      },
      {
        cause: 'Weak or old lot',
        sign: 'A few up, far apart in time.',
        act: 'Dig out three seeds: firm and swollen may still come, soft will not. Test twenty on damp paper; resow from another lot while there is time.',
      },
      {
        cause: 'Light or dark wrong',
        sign: 'Fine seed buried, or a dark germinator left in light.',
        act: 'Sow on the surface and press in, or cover with an opaque sheet until green shows.',
      },
      {
        cause: 'Dried out once',
        sign: 'Crusted or pale top of the cells at the edges.',
        act: 'Start again: a swollen seed that dries is dead. Cover, mist, and look twice a day.',
      },
      {
        cause: 'Preparation left out',
        sign: 'Kinds that need chilling, soaking or nicking.',
        act: 'Give it now: two to four weeks moist in the cold, then warmth again.',
      },
    ],
  },
  {
    key: 'patchy',
    see: 'Patchy: blanks in rows or corners',
    called: ['gaps', 'blanks', 'uneven', 'holes'],
    prevent: 'Level trays, one depth for all cells, water from below, lids where mice come.',
    stages: ['germinating', 'seedlings'],
    causes: [
      {
        cause: 'Uneven water or heat',
        sign: 'Blanks follow the edge of the tray or the mat.',
        act: 'Turn trays daily; water from below; lay a board between mat and tray.',
      },
      {
        cause: 'Mice or slugs',
        sign: 'Empty holes, cut stems, slime.',
        act: 'Lids with mesh; raise the bench legs; traps. Count what is left and resow blanks the same day.',
      },
      {
        cause: 'Depth uneven',
        sign: 'Late ones come up bent, from deep.',
        act: 'Dibble all cells alike; for fine seed, press and do not cover.',
      },
    ],
  },
  {
    key: 'pinched-stem',
    see: 'Stems pinched at the soil line, seedlings fall over',
    called: ['damping off', 'damped off', 'falling over', 'keeled over', 'collapsed', 'rotting at the base'],
    prevent: 'Clean trays, thin sowing, a dry surface by evening, moving air.',
    stages: ['seedlings'],
    causes: [
      {
        cause: 'Damping off',
        sign: 'Water-soaked, thread-thin stem; spreads in rings.',
        act: 'Take the patch out, mix and all. Let the surface dry, move air, warm the mix, water from below in the morning. Clean trays next time; sow thinner.',
      },
      {
        cause: 'Scald',
        sign: 'Brown collar on the sunny side only.',
        act: 'Shade at noon; keep dark covers off warm mix.',
      },
    ],
  },
  {
    key: 'green-film',
    see: 'Green film or crust on the mix',
    called: ['algae', 'slime', 'moss', 'liverwort'],
    prevent: 'Let the surface dry between waterings; cover slow kinds with vermiculite.',
    stages: ['germinating', 'seedlings', 'growing-on'],
    causes: [
      {
        cause: 'Always wet, fed and lit',
        sign: 'Algae and liverwort on slow kinds under mist.',
        act: 'Let the surface dry between; a thin layer of vermiculite or grit; hold the feed until the first true leaf.',
      },
    ],
  },
  {
    key: 'white-fuzz',
    see: 'White fuzz on the mix',
    called: ['white mould', 'white mold', 'fluff', 'fungus', 'cotton'],
    prevent: 'Uncover as soon as half are up; water from below in the morning; move air.',
    stages: ['germinating', 'seedlings'],
    causes: [
      {
        cause: 'Mould that lives on the mix',
        sign: 'Loose white threads over compost or wood in the mix; seedlings stand firm.',
        act: 'Stir the surface, let it dry, air under the cover. It does no harm by itself.',
      },
      {
        cause: 'Rotting seed',
        sign: 'Tufts only where a seed lies; nothing comes up there.',
        act: 'Dig one out: if it is soft, it is dead. Warmer, drier, or fresher seed; resow the blanks.',
      },
    ],
  },
  {
    key: 'small-flies',
    see: 'Small dark flies over the trays',
    called: ['gnats', 'fungus gnats', 'flies', 'maggots'],
    prevent: 'No standing water, a surface that dries, yellow cards from the first day.',
    stages: ['seedlings', 'growing-on'],
    causes: [
      {
        cause: 'Fungus gnats',
        sign: 'Weak runners; clear larvae with dark heads in wet mix gnaw roots.',
        act: 'Let the surface dry; yellow cards to count them; nematodes or a bacterial drench by the label. No puddles under the bench.',
      },
      {
        cause: 'Shore flies',
        sign: 'Stout, like tiny house flies; live on algae and harm little.',
        act: 'Take away the algae: see green film.',
      },
    ],
  },
  {
    key: 'long-pale',
    see: 'Long, pale, leaning stems',
    called: ['leggy', 'stretched', 'spindly', 'lanky', 'drawn'],
    prevent: 'Heat and cover off at the first green; lamp close; room between plants; cool nights.',
    stages: ['seedlings', 'growing-on'],
    causes: [
      {
        cause: 'Too little light for the warmth',
        sign: 'Stem longer than the seed leaves are wide within two days of coming up.',
        act: 'Take heat and cover away at the first green; lower the lamp; longer hours; cooler by 3 to 5 degrees.',
      },
      {
        cause: 'Crowded',
        sign: 'Worst in the middle of the tray.',
        act: 'Thin, prick out or space the trays; tomatoes may be potted deep.',
      },
      {
        cause: 'Warm nights',
        sign: 'Stretch in spite of good days.',
        act: 'Cool nights and a cool first two hours of the morning; brush or fan daily.',
      },
    ],
  },
  {
    key: 'yellow-lower',
    see: 'Lower leaves yellow',
    called: ['yellowing', 'starved', 'hungry'],
    prevent: 'Feed from the day the mix is spent; pot up before the cell is full.',
    stages: ['growing-on', 'hardening'],
    causes: [
      {
        cause: 'Hungry',
        sign: 'Even yellow from below, plug full of roots.',
        act: 'Feed at half strength, twice a week; pot up or plant. The plan shows when the cell is outgrown.',
      },
      {
        cause: 'Wet feet',
        sign: 'Yellow with brown root tips, sour smell.',
        act: 'Lift the tray, let it dry, air under it.',
      },
    ],
  },
  {
    key: 'pale-new',
    see: 'New leaves pale between green veins',
    called: ['chlorosis', 'iron', 'yellow between veins'],
    prevent: 'Test the mix and the water once a season.',
    stages: ['growing-on'],
    causes: [
      {
        cause: 'Iron or a high pH',
        sign: 'Hard water; petunia, pansy and snapdragon first.',
        act: 'Test pH of the mix; acidify the water a little; an iron feed by the label.',
      },
    ],
    kinds: (crop) => crop.group === 'bedding' || crop.group === 'cut-flower',
  },
  {
    key: 'purple',
    see: 'Purple or reddish undersides',
    called: ['purple leaves', 'red leaves', 'phosphorus'],
    prevent: 'Keep the mix warm through the first weeks; harden slowly.',
    stages: ['seedlings', 'growing-on', 'hardening'],
    causes: [
      {
        cause: 'Cold roots take no phosphorus',
        sign: 'After cold nights; tomato, cabbage family, corn.',
        act: 'Warmer mix, not more feed; it passes with warmth.',
      },
    ],
  },
  {
    key: 'dry-edges',
    see: 'Leaf edges brown and dry',
    called: ['burnt tips', 'tip burn', 'scorched', 'crispy', 'edge burn'],
    prevent: 'Water edge trays first and twice; begin hardening in shade, out of the wind.',
    stages: ['seedlings', 'growing-on', 'hardening'],
    causes: [
      {
        cause: 'Salt',
        sign: 'White crust on the mix, tips first.',
        act: 'Water through with clear water twice; feed weaker.',
      },
      {
        cause: 'Wind or sudden sun',
        sign: 'First days outdoors, on the windward side.',
        act: 'Back under shade; begin hardening with two hours, out of the wind.',
      },
      {
        cause: 'Missed water',
        sign: 'Edge trays and small cells first.',
        act: 'Turn trays, water the edges twice; set trays edge to edge.',
      },
    ],
  },
  {
    key: 'flower-buds',
    see: 'Flower buds in the cell',
    called: ['bolting', 'budding early', 'going to seed', 'in flower too soon'],
    prevent: 'Plant on time; a larger cell where the field may be late.',
    stages: ['growing-on', 'hardening'],
    causes: [
      {
        cause: 'Too long in too small a cell',
        sign: 'Celosia, zinnia, cauliflower, basil: short and budded.',
        act: 'Plant or pot at once; pinch what branches. Next time fewer weeks or a larger cell.',
      },
      {
        cause: 'Day length',
        sign: 'Short-day kinds raised early without long light; long-day kinds too late.',
        act: 'Light for 14 hours until planting, or choose another season group.',
      },
      {
        cause: 'Cold, then warmth',
        sign: 'Celery, beet, chard, Chinese cabbage, onions: bolting later.',
        act: 'Keep young plants over the kind’s least night; sow later instead of growing colder.',
      },
    ],
  },
  {
    key: 'roots-circle',
    see: 'Roots circle the plug or come out below',
    called: ['pot bound', 'root bound', 'rootbound', 'circling roots'],
    prevent: 'Plan the planting before the limit, or a potting up in between.',
    stages: ['growing-on', 'hardening'],
    causes: [
      {
        cause: 'Past its limit',
        sign: 'A white mat outside, dry within.',
        act: 'Plant now, or pot up a size; tease the outside open. A cooler place holds it some days.',
      },
    ],
  },
  {
    key: 'rosette',
    see: 'Rosettes that will not rise',
    called: ['stuck', 'not growing', 'rosetting'],
    prevent: 'Sow so that small plants miss the heat; cool nights.',
    stages: ['growing-on'],
    causes: [
      {
        cause: 'Heat on a seedling',
        sign: 'Lisianthus above 25 to 28 degrees while young; others in short days.',
        act: 'Cool nights, shade at noon; two to three cool weeks can release it. Sow so that small plants miss the heat.',
      },
    ],
    kinds: (crop) => crop.group === 'cut-flower' || crop.group === 'perennial',
  },
  {
    key: 'spots',
    see: 'Spots or mould on leaves',
    called: ['mould', 'mold', 'mildew', 'blight', 'spotty'],
    prevent: 'Water in the morning, room between leaves, clean seed.',
    stages: ['growing-on', 'hardening'],
    causes: [
      {
        cause: 'Grey mould',
        sign: 'Grey fur where leaves stay wet and touch.',
        act: 'Air, space, water in the morning; take out dead leaves.',
      },
      {
        cause: 'Leaf spot or blight carried on seed',
        sign: 'Dark water-soaked spots, tray by tray of one lot.',
        act: 'Set those trays apart; do not splash; keep a plant for a laboratory; discard if it spreads.',
      },
    ],
  },
  {
    key: 'wilt-wet',
    see: 'Wilting though the mix is wet',
    called: ['drooping', 'wilting', 'limp', 'overwatered'],
    prevent: 'Lift a tray before you water it: heavy ones wait.',
    stages: ['growing-on', 'hardening'],
    causes: [
      {
        cause: 'Drowned or rotted roots',
        sign: 'Brown, skin slips off the root.',
        act: 'Dry out; discard the worst; clean the trays.',
      },
      {
        cause: 'Cold mix, hot sun',
        sign: 'Recovers by evening.',
        act: 'Shade at noon; water with tepid water in the morning.',
      },
    ],
  },
] as const satisfies readonly Trouble[]

/** Name of one of the troubles. */
export type TroubleKey = (typeof ALL)[number]['key']

/** All of them, as they are looked for. */
export const TROUBLES: readonly (Trouble & { key: TroubleKey })[] = ALL

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Troubles that say every word asked for, by what is seen, what people call it, or what it may be. */
export function findTroubles(asked: string): readonly (Trouble & { key: TroubleKey })[] {
  const words = plain(asked).split(/\s+/).filter(Boolean)
  return TROUBLES.filter(({ see, called, causes }) => {
    const said = plain([see, ...called, ...causes.flatMap(({ cause, sign }) => [cause, sign])].join(' '))
    return words.every((word) => said.includes(word))
  })
}
