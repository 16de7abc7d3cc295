/** Thermometers that send by themselves, as pages are told of them. */

/** What a grower says of a thermometer. */
export interface ThermometerFacts {
  name: string
  /** Key of the place it hangs in. */
  place: string
  unit: 'C' | 'F'
  /** °C below and above which somebody wants to be told. */
  below?: number | undefined
  above?: number | undefined
  /** Where it speaks through a broker: the topic. */
  topic?: string | undefined
}

/** One, and how it stands. Instants are ms since the beginning of 1970 in UTC. */
export interface ThermometerShown extends ThermometerFacts {
  id: string
  last?: { at: number; celsius: number } | undefined
  alarm?: { kind: 'cold' | 'heat'; since: number; worst: number } | undefined
  /** Whether it has said nothing for too long. */
  silent: boolean
  refused?: { why: string; at: number } | undefined
  /** Gaps, and what cannot be, of the last two weeks; only where they were asked for. */
  faults: { on: string; kind: 'gap' | 'impossible' | 'stuck'; hours: number }[]
}

/** All of a farm. */
export interface ThermometersShown {
  thermometers: ThermometerShown[]
  broker?:
    | {
        address: string
        username?: string | undefined
        heard: 'asked' | 'connected' | 'failed'
        problem?: string | undefined
      }
    | undefined
  /** By which addresses other devices reach this server; none where they do not. */
  addresses: string[]
  /** When this was so. */
  now: number
}
