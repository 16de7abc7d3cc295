/** Which backups are kept: all of two days, every day of a week, every week of two months, every month of two years. */

const DAY_MS = 86_400_000

/** Everything of so long is kept: on a bad day several are made. */
const ALL_OF = 2 * DAY_MS

/** How many of each are kept. */
const KEPT = { days: 7, weeks: 8, months: 24 } as const

/**
 * Backups that are no longer kept. Of every day, week and month the newest stands for it; the newest of all always stays.
 *
 * @param made when each was made, ms
 * @param now ms
 */
export function toDrop(made: readonly number[], now: number): number[] {
  const sorted = [...made].sort((a, b) => b - a)
  const kept = new Set<number>([...sorted.slice(0, 1), ...sorted.filter((at) => now - at < ALL_OF)])
  const keepNewestOf = (nameOf: (at: number) => number, count: number) => {
    const seen = new Set<number>()
    for (const at of sorted) {
      const name = nameOf(at)
      if (at > now || seen.has(name) || nameOf(now) - name >= count) continue
      seen.add(name)
      kept.add(at)
    }
  }
  keepNewestOf((at) => Math.floor(at / DAY_MS), KEPT.days)
  // The first of January 1970 was a Thursday: weeks begin on Mondays.
  keepNewestOf((at) => Math.floor((Math.floor(at / DAY_MS) + 3) / 7), KEPT.weeks)
  keepNewestOf((at) => new Date(at).getUTCFullYear() * 12 + new Date(at).getUTCMonth(), KEPT.months)
  return sorted.filter((at) => at <= now && !kept.has(at))
}
