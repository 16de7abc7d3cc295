/** Choosing by numbers that are drawn. */

/** One of several, each as likely. @param random numbers in [0, 1) */
export const pick = <T>(from: readonly T[], random: () => number): T => from[Math.floor(random() * from.length)]!

/** The same in another order, every order as likely. @see Fisher and Yates */
export function shuffled<T>(all: readonly T[], random: () => number): T[] {
  const out = [...all]
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[out[i], out[j]] = [out[j]!, out[i]!]
  }
  return out
}
