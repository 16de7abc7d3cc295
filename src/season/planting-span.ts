/** Days a season's plantings may have: far outside it they are slips of the pen. */

/** A day shifted, both as they are written. */
export const shiftWritten = (iso: string, days: number): string =>
  new Date(Date.parse(iso) + days * 86_400_000).toISOString().slice(0, 10)

/** From 60 days before the season to 200 after: ample for everything that is planted. */
export const plantingSpan = ({ from, to }: { from: string; to: string }): { earliest: string; latest: string } => ({
  earliest: shiftWritten(from, -60),
  latest: shiftWritten(to, 200),
})

/** Plantings one series may have. */
export const MOST_OF_SERIES = 400
