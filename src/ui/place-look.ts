/** How places are told apart: a colour and a hatch each, so that grey print and colour-blind eyes can too. */
import type { Place, PlaceKind } from '../season/schema'

export type Hatch = 'rising' | 'dots' | 'plain' | 'level' | 'upright' | 'cross' | 'falling' | 'grains'

/** Colours of a place: the tread and the lines of its hatch, on paper and in the dark. */
export interface PlaceLook {
  hatch: Hatch
  fill: string
  line: string
  darkFill: string
  darkLine: string
}

const LOOKS: Record<Hatch, PlaceLook> = {
  rising: { hatch: 'rising', fill: '#EFAE93', line: '#B24F33', darkFill: '#7C4330', darkLine: '#F0A88B' },
  dots: { hatch: 'dots', fill: '#F3DF9C', line: '#94721C', darkFill: '#665425', darkLine: '#F1D98C' },
  plain: { hatch: 'plain', fill: '#AFC6A1', line: '#6A895D', darkFill: '#4D6A4A', darkLine: '#A9CBA0' },
  level: { hatch: 'level', fill: '#BAD6E0', line: '#4F8399', darkFill: '#34586A', darkLine: '#9CC9DB' },
  upright: { hatch: 'upright', fill: '#D3D2DF', line: '#73768F', darkFill: '#4B4D62', darkLine: '#BFC1D8' },
  cross: { hatch: 'cross', fill: '#DFCDB3', line: '#846542', darkFill: '#5C4A33', darkLine: '#DDC19A' },
  falling: { hatch: 'falling', fill: '#E6BFCC', line: '#93466A', darkFill: '#65384E', darkLine: '#E5A8C1' },
  grains: { hatch: 'grains', fill: '#CFDCBE', line: '#5C7433', darkFill: '#4A5A34', darkLine: '#C0D69B' },
}

const USUAL: Record<PlaceKind, Hatch> = {
  'heat-mat': 'rising',
  'germination-cabinet': 'falling',
  'lit-shelf': 'dots',
  bench: 'plain',
  tunnel: 'level',
  'cold-frame': 'upright',
  'hardening-area': 'cross',
}

const ORDER = Object.keys(LOOKS) as Hatch[]

/** A look for every place: the usual one of its kind, or the next one free when two places share a kind. */
export function placeLooks(places: readonly Pick<Place, 'kind'>[]): PlaceLook[] {
  const used = new Set<Hatch>()
  return places.map(({ kind }, i) => {
    const usual = USUAL[kind]
    const wanted = new Set(places.slice(i + 1).map((place) => USUAL[place.kind]))
    const free = (hatch: Hatch) => !used.has(hatch)
    const hatch = free(usual) ? usual : (ORDER.find((h) => free(h) && !wanted.has(h)) ?? ORDER.find(free) ?? usual)
    used.add(hatch)
    return LOOKS[hatch]
  })
}
