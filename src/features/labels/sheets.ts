/** The sheets and rolls that can be chosen; their measures are with the PDF. */
export const SHEET_NAMES = [
  ['a4-24', 'A4, 24 labels of 70 × 37 mm'],
  ['a4-14', 'A4, 14 labels of 99 × 38 mm'],
  ['letter-30', 'Letter, 30 labels of 2⅝ × 1 in'],
  ['stakes', 'A4, 26 stakes of 190 × 11 mm to cut'],
  ['roll-62', 'Roll, 62 × 29 mm'],
  ['roll-51', 'Roll, 51 × 25 mm'],
] as const
export type SheetName = (typeof SHEET_NAMES)[number][0]
