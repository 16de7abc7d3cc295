/** What trays look like in pictures: mixes, leaves, light and what is in the way. */
import type { Colour } from './canvas'

export interface Style {
  name: string
  mix: { colour: Colour; rough: number; flecks: Colour; share: number }
  plastic: Colour
  bench: { colour: Colour; kind: 'planks' | 'gravel' | 'cloth' | 'wire' }
  hole: 'square' | 'round'
  /** Share of a cell's width that is wall. */
  wall: number
  leaf: { shape: 'broad' | 'heart' | 'narrow' | 'blade' | 'leafy'; colour: Colour; edge?: Colour }
  /** Length of a leaf, in cells, the least and the most of a tray. */
  size: readonly [number, number]
  light: Colour
  /** How much darker the far side is, 0 to 1. */
  uneven: number
  glare: number
  film: number
  dead: number
  missing: number
  neighbour: boolean
  label: boolean
  hand: boolean
}

const PEAT = { colour: [64, 47, 37], rough: 26, flecks: [205, 200, 190], share: 0.015 } as const
const PALE = { colour: [176, 150, 108], rough: 44, flecks: [232, 214, 170], share: 0.06 } as const
const COIR = { colour: [112, 80, 56], rough: 34, flecks: [150, 120, 88], share: 0.05 } as const
const FINE = { colour: [88, 74, 62], rough: 18, flecks: [150, 146, 140], share: 0.01 } as const

const PLAIN: Omit<Style, 'name'> = {
  mix: PEAT,
  plastic: [34, 34, 36],
  bench: { colour: [150, 120, 88], kind: 'planks' },
  hole: 'square',
  wall: 0.16,
  leaf: { shape: 'broad', colour: [92, 150, 62] },
  size: [0.16, 0.26],
  light: [1, 1, 1],
  uneven: 0.15,
  glare: 0,
  film: 0,
  dead: 0.2,
  missing: 0.01,
  neighbour: false,
  label: false,
  hand: false,
}
const style = (name: string, own: Partial<Style>): Style => ({ ...PLAIN, ...own, name })

/** The styles by which the thresholds were set. */
export const SET_ON: readonly Style[] = [
  style('plain', {}),
  style('pale mix', { mix: PALE, leaf: { shape: 'heart', colour: [84, 138, 66] }, wall: 0.2 }),
  style('small', { size: [0.05, 0.1], mix: FINE, uneven: 0.3 }),
  style('purple lamps', { light: [1.05, 0.4, 1.1], leaf: { shape: 'leafy', colour: [80, 140, 60] } }),
  style('film', { film: 0.3, leaf: { shape: 'heart', colour: [110, 165, 70] } }),
  style('purple leaves', { leaf: { shape: 'heart', colour: [98, 52, 84] }, size: [0.2, 0.3] }),
  style('large leaves', { mix: COIR, size: [0.32, 0.46], leaf: { shape: 'heart', colour: [96, 150, 70] } }),
  style('lamps on pale mix', {
    mix: { colour: [150, 140, 120], rough: 40, flecks: [220, 214, 200], share: 0.05 },
    light: [1.15, 0.45, 1.2],
    leaf: { shape: 'broad', colour: [100, 160, 70] },
    dead: 0.5,
  }),
  style('round holes', { hole: 'round', wall: 0.2, plastic: [120, 112, 104], hand: true, mix: FINE }),
  style('neighbour', { neighbour: true, bench: { colour: [196, 196, 192], kind: 'wire' }, glare: 0.4 }),
]

/** Other styles, which no threshold was set by: the proof. */
export const PROOF: readonly Style[] = [
  style('dark leaves', {
    leaf: { shape: 'broad', colour: [50, 92, 44] },
    size: [0.18, 0.3],
    neighbour: true,
    glare: 0.3,
  }),
  style('pale leaves on vermiculite', {
    mix: PALE,
    leaf: { shape: 'narrow', colour: [164, 190, 96] },
    size: [0.22, 0.34],
    bench: { colour: [92, 90, 88], kind: 'gravel' },
  }),
  style('two pixels', { size: [0.045, 0.07], mix: PEAT, leaf: { shape: 'broad', colour: [120, 172, 80] }, dead: 0.1 }),
  style('blades on coir', {
    mix: COIR,
    leaf: { shape: 'blade', colour: [96, 156, 74] },
    size: [0.4, 0.6],
    label: true,
  }),
  style('large', { leaf: { shape: 'leafy', colour: [78, 142, 58] }, size: [0.4, 0.55], plastic: [52, 52, 54] }),
  style('wet, green film', {
    film: 0.45,
    glare: 0.7,
    mix: COIR,
    leaf: { shape: 'heart', colour: [90, 160, 66] },
    bench: { colour: [60, 62, 64], kind: 'cloth' },
  }),
  style('purple lamps, pale mix', {
    mix: PALE,
    light: [1.1, 0.36, 1.15],
    leaf: { shape: 'broad', colour: [86, 150, 60] },
  }),
  style('red leaves', {
    mix: FINE,
    leaf: { shape: 'leafy', colour: [116, 50, 70], edge: [84, 92, 60] },
    size: [0.18, 0.28],
  }),
  style('round holes, a hand', { hole: 'round', wall: 0.24, hand: true, plastic: [96, 96, 98], uneven: 0.35 }),
  style('label and low sun', { label: true, light: [1.15, 0.95, 0.72], uneven: 0.45, neighbour: true, dead: 0.4 }),
]
