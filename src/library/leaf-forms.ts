/** What a seedling looks like: the form of its seed leaves and of its true leaves, by its family, or by its kind where it differs. */
import type { Crop } from '../season/schema'

export const SEED_LEAVES = ['oval', 'round', 'notched', 'narrow', 'strap', 'loop', 'blade', 'below'] as const
export type SeedLeaves = (typeof SEED_LEAVES)[number]

export const TRUE_LEAVES = ['oval', 'lance', 'toothed', 'lobed', 'palm', 'compound', 'feathery', 'three', 'blade', 'tube'] as const // prettier-ignore
export type TrueLeaves = (typeof TRUE_LEAVES)[number]

/** Form of its seed leaves (`below`: they stay in the ground) and of its true leaves. */
export interface LeafForms {
  seed: SeedLeaves
  leaf: TrueLeaves
  /** Whether true leaves come two at a time. */
  pairs?: boolean
}

const FAMILIES: Readonly<Record<string, LeafForms>> = {
  Asteraceae: { seed: 'oval', leaf: 'toothed' },
  Amaranthaceae: { seed: 'narrow', leaf: 'oval' },
  Caprifoliaceae: { seed: 'oval', leaf: 'oval', pairs: true },
  Portulacaceae: { seed: 'oval', leaf: 'oval', pairs: true },
  Asparagaceae: { seed: 'below', leaf: 'feathery' },
  Brassicaceae: { seed: 'notched', leaf: 'lobed' },
  Apiaceae: { seed: 'strap', leaf: 'feathery' },
  Amaryllidaceae: { seed: 'loop', leaf: 'tube' },
  Solanaceae: { seed: 'narrow', leaf: 'oval' },
  Malvaceae: { seed: 'round', leaf: 'palm' },
  Cucurbitaceae: { seed: 'oval', leaf: 'palm' },
  Fabaceae: { seed: 'below', leaf: 'compound' },
  Poaceae: { seed: 'blade', leaf: 'blade' },
  Lamiaceae: { seed: 'round', leaf: 'oval', pairs: true },
  Boraginaceae: { seed: 'round', leaf: 'oval' },
  Plantaginaceae: { seed: 'oval', leaf: 'lance', pairs: true },
  Ranunculaceae: { seed: 'oval', leaf: 'feathery' },
  Geraniaceae: { seed: 'round', leaf: 'palm' },
  Begoniaceae: { seed: 'round', leaf: 'toothed' },
  Caryophyllaceae: { seed: 'narrow', leaf: 'lance', pairs: true },
  Papaveraceae: { seed: 'narrow', leaf: 'lobed' },
  Violaceae: { seed: 'round', leaf: 'toothed' },
  Verbenaceae: { seed: 'oval', leaf: 'toothed', pairs: true },
  Cleomaceae: { seed: 'oval', leaf: 'palm' },
  Araliaceae: { seed: 'oval', leaf: 'palm' },
  Polemoniaceae: { seed: 'oval', leaf: 'lance', pairs: true },
  Gentianaceae: { seed: 'oval', leaf: 'oval', pairs: true },
}

const KINDS: Readonly<Record<string, LeafForms>> = {
  lettuce: { seed: 'oval', leaf: 'oval' },
  sunflower: { seed: 'oval', leaf: 'toothed', pairs: true },
  zinnia: { seed: 'oval', leaf: 'oval', pairs: true },
  dahlia: { seed: 'oval', leaf: 'toothed', pairs: true },
  marigold: { seed: 'narrow', leaf: 'compound', pairs: true },
  cosmos: { seed: 'strap', leaf: 'feathery', pairs: true },
  cornflower: { seed: 'oval', leaf: 'lance' },
  strawflower: { seed: 'oval', leaf: 'lance' },
  coreopsis: { seed: 'oval', leaf: 'lance' },
  craspedia: { seed: 'oval', leaf: 'lance' },
  achillea: { seed: 'oval', leaf: 'feathery' },
  feverfew: { seed: 'oval', leaf: 'lobed' },
  tomato: { seed: 'narrow', leaf: 'compound' },
  celery: { seed: 'oval', leaf: 'palm' },
  celeriac: { seed: 'oval', leaf: 'palm' },
  lovage: { seed: 'strap', leaf: 'palm' },
  parsley: { seed: 'strap', leaf: 'palm' },
  bupleurum: { seed: 'strap', leaf: 'oval' },
  leek: { seed: 'loop', leaf: 'blade' },
  stock: { seed: 'notched', leaf: 'lance' },
  alyssum: { seed: 'oval', leaf: 'lance' },
  scabiosa: { seed: 'oval', leaf: 'toothed', pairs: true },
  'french-bean': { seed: 'oval', leaf: 'three' },
  'runner-bean': { seed: 'below', leaf: 'three' },
  lupin: { seed: 'oval', leaf: 'palm' },
  lavender: { seed: 'round', leaf: 'lance', pairs: true },
  rosemary: { seed: 'round', leaf: 'lance', pairs: true },
  thyme: { seed: 'round', leaf: 'oval', pairs: true },
  'iceland-poppy': { seed: 'narrow', leaf: 'lobed' },
}

const USUAL: LeafForms = { seed: 'oval', leaf: 'oval' }

/** Forms of a kind; of what nobody has drawn an oval leaf. */
export const leafForms = ({
  key,
  kind,
  family,
}: Pick<Crop, 'key' | 'kind' | 'family'>): LeafForms & { known: boolean } => {
  const own = KINDS[kind ?? key] ?? (family === undefined ? undefined : FAMILIES[family])
  return { ...(own ?? USUAL), known: own !== undefined }
}
