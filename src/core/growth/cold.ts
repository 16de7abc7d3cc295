/** Nights a plant bears: under which its growth is checked, and under which it dies, soft and hardened. */

type Tenderness = 'hardy' | 'half-hardy' | 'tender'

/** What a crop says of cold; what it leaves out is taken from its tenderness. */
export interface ColdFacts {
  tenderness: Tenderness
  minNight?: number | undefined
  chillsUnder?: number | undefined
  killsUnder?: number | undefined
  killsHardenedUnder?: number | undefined
}

/** Three nights, °C of their coldest hour. */
export interface Cold {
  chills: number
  kills: number
  killsHardened: number
}

/** By tenderness alone: estimates for kinds of which nothing better is known. */
const BY_TENDERNESS: Record<Tenderness, Cold> = {
  hardy: { chills: -1, kills: -4, killsHardened: -8 },
  'half-hardy': { chills: 2, kills: -1.5, killsHardened: -3.5 },
  tender: { chills: 6, kills: 1, killsHardened: 0 },
}

/**
 * The three nights of a kind. They never stand in the wrong order: what kills a hardened plant kills a soft one, and
 * what kills also checks.
 */
export function coldOf({ tenderness, minNight, chillsUnder, killsUnder, killsHardenedUnder }: ColdFacts): Cold {
  const usual = BY_TENDERNESS[tenderness]
  const chillsSaid = chillsUnder ?? minNight
  const kills = killsUnder ?? Math.min(usual.kills, chillsSaid ?? Infinity)
  return {
    chills: Math.max(chillsSaid ?? usual.chills, kills),
    kills,
    killsHardened: Math.min(killsHardenedUnder ?? usual.killsHardened, kills),
  }
}

/** How hard a plant is: grown under cover, on its way out, or used to the open. */
export type Hardness = 'soft' | 'hardening' | 'hardened'

/** °C under which a night checks a plant of so much hardness; one that hardens bears half of what separates the two. */
export function checksUnder(cold: Cold, hardness: Hardness): number {
  if (hardness === 'soft') return cold.chills
  return hardness === 'hardened' ? cold.killsHardened : (cold.chills + cold.killsHardened) / 2
}

/** °C under which a night kills a plant of so much hardness. */
export function killsUnder(cold: Cold, hardness: Hardness): number {
  if (hardness === 'soft') return cold.kills
  return hardness === 'hardened' ? cold.killsHardened : (cold.kills + cold.killsHardened) / 2
}
