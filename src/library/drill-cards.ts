/** What drills are drawn from beside a farm's own season: signs of trouble, looks of seedlings, and what is dangerous. */
import type { Surroundings } from '../core/drills/drill'
import { leafForms } from './leaf-forms'
import type { TroubleKey } from './troubles'

/** What is done first about each: those that are met alike are never asked for beside each other. */
const FIRST: Readonly<Record<TroubleKey, string>> = {
  'nothing-up': 'look',
  patchy: 'even',
  'pinched-stem': 'dry',
  'green-film': 'dry',
  'white-fuzz': 'dry',
  'small-flies': 'dry',
  'long-pale': 'light',
  'yellow-lower': 'feed',
  'pale-new': 'iron',
  purple: 'warm',
  'dry-edges': 'water',
  'flower-buds': 'plant',
  'roots-circle': 'plant',
  rosette: 'cool',
  spots: 'apart',
  'wilt-wet': 'dry',
}

const DANGERS = ['boiling-water', 'electricity', 'heater', 'dust', 'lifting', 'treated-seed'] as const

export const SURROUNDINGS: Surroundings = {
  look: (crop) => {
    const { known, seed, leaf } = leafForms(crop)
    return known ? `${seed} ${leaf}` : undefined
  },
  symptoms: Object.entries(FIRST).map(([key, first]) => ({ key, first })),
  dangers: DANGERS,
}
