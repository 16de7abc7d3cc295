/** Allowance for what handling loses of seed. */

/** Seed to have in hand: what is sown and a share for handling. */
export function seedToHave(seeds: number, handling: number): number {
  return Math.ceil(seeds * (1 + handling) - 1e-9)
}
