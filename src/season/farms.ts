/** Farms, seasons and copies as they are listed, without what is in them. */

/** A season as it is listed with its farm. */
export interface SeasonListed {
  id: string
  name: string
  address: string
  archived: boolean
}

/** A farm with its seasons, the one opened last first; what is put away comes last. */
export interface FarmListed {
  id: string
  name: string
  address: string
  demo: boolean
  seasons: SeasonListed[]
}

/** A copy by its name. */
export interface WhatIf {
  id: string
  name: string
  /** Its part of the address. */
  address: string
}
