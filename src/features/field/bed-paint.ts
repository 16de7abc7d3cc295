/** How what stands in a bed is painted. */
import type { BedUse } from '../../core/field/beds'

/** How a stretch is painted. */
export const paintOf = (use: BedUse) =>
  use.stand ? (PAINT[use.stand.crop.group ?? 'other'] ?? PAINT.other!) : use.cover ? COVER : STANDING

/** What stands in a bed, by kind of crop: told apart by colour, and what is not of this season by its hatch. */
export const PAINT: Record<string, { light: string; dark: string }> = {
  vegetable: { light: '#C3D3B4', dark: '#4D6A4A' },
  herb: { light: '#DCE3B0', dark: '#5F6631' },
  'cut-flower': { light: '#E9C3CE', dark: '#703F56' },
  other: { light: '#DFCDB3', dark: '#5C4A33' },
}

export const STANDING = {
  light: 'repeating-linear-gradient(45deg, #E4DED2 0 5px, #CFC7B7 5px 7px)',
  dark: 'repeating-linear-gradient(45deg, #3A434B 0 5px, #566069 5px 7px)',
}

/** What covers and feeds the ground. */
export const COVER = {
  light: 'repeating-linear-gradient(45deg, #DDE6CC 0 5px, #B4C79A 5px 7px)',
  dark: 'repeating-linear-gradient(45deg, #37452F 0 5px, #5C7350 5px 7px)',
}
