/** A share below, half, and above: of a hundred years the fifth, the fiftieth and the ninety-fifth. */
export type Spread = readonly [low: number, middle: number, high: number]

const at = (sorted: Float64Array, share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!

/** How values are spread. */
export function spreadIn(values: Float64Array): Spread {
  const sorted = Float64Array.from(values).sort()
  return [at(sorted, 0.05), at(sorted, 0.5), at(sorted, 0.95)]
}
