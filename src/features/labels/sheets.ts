/** The sheets and rolls that can be chosen; their measures are with the PDF. */
export const SHEET_NAMES = ['a4-24', 'a4-14', 'letter-30', 'stakes', 'roll-62', 'roll-51'] as const
export type SheetName = (typeof SHEET_NAMES)[number]

/** The sheet a farm is likeliest to have: of the paper that is sold where it is. */
export const usualSheet = (region: 'uk' | 'us' | undefined): SheetName => (region === 'us' ? 'letter-30' : 'a4-24')
