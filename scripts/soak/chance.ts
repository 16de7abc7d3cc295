/** Chance that is the same every time for the same seed. @returns numbers of 0 to below 1, evenly spread */
export function chanceOf(seed: number): () => number {
  let last = (seed % 2147483646) + 1
  const next = () => (last = (last * 16807) % 2147483647) / 2147483647
  for (let i = 0; i < 5; i++) next() // small seeds begin alike
  return next
}
