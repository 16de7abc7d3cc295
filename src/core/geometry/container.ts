/** Geometry of containers and benches: volume of a cell, pots in a carrier, trays on a bench. Lengths cm, volumes ml. */
import type { Container } from '../../season/schema'

/** The footprint of one standard flat, cm. */
export const STANDARD_FLAT = { length: 54, width: 28 } as const

/**
 * Volume of a cell or pot that narrows evenly from top to bottom, filled to the rim.
 *
 * @returns ml
 * @see volume of a frustum: h/3·(A + √(A·B) + B)
 */
export function cellVolumeFrom({ shape, top, bottom, depth }: NonNullable<Container['measures']>): number {
  const area = (across: number) => (shape === 'round' ? (Math.PI * across * across) / 4 : across * across)
  const [a, b] = [area(top), area(bottom)]
  return (depth / 3) * (a + Math.sqrt(a * b) + b)
}

/** Pots in a carrier, and where their middles stand. */
export interface Fit {
  count: number
  middles: { x: number; y: number }[]
  /** Share of the carrier that pots cover. */
  covered: number
}

/**
 * Round pots that stand in a carrier: in square rows or staggered, along or across, whichever takes most.
 * Square pots stand in rows.
 */
export function potsThatFit(
  outline: { length: number; width: number },
  across: number,
  shape: 'square' | 'round',
): Fit {
  const options = [rows(outline, across)]
  if (shape === 'round') {
    options.push(staggered(outline, across))
    const turned = staggered({ length: outline.width, width: outline.length }, across)
    options.push(turned.map(({ x, y }) => ({ x: y, y: x })))
  }
  const middles = options.reduce((most, one) => (one.length > most.length ? one : most))
  const one = shape === 'round' ? (Math.PI * across * across) / 4 : across * across
  return { count: middles.length, middles, covered: (middles.length * one) / (outline.length * outline.width) }
}

export const SLACK = 1e-9

function rows({ length, width }: { length: number; width: number }, across: number): { x: number; y: number }[] {
  const [along, over] = [Math.floor(length / across + SLACK), Math.floor(width / across + SLACK)]
  return Array.from({ length: along * over }, (_, i) => ({
    x: ((i % along) + 0.5) * across,
    y: (Math.floor(i / along) + 0.5) * across,
  }))
}

function staggered({ length, width }: { length: number; width: number }, across: number): { x: number; y: number }[] {
  const middles: { x: number; y: number }[] = []
  const step = (across * Math.sqrt(3)) / 2
  for (let row = 0, y = across / 2; y + across / 2 <= width + SLACK; row++, y += step) {
    for (let x = across / 2 + (row % 2 === 1 ? across / 2 : 0); x + across / 2 <= length + SLACK; x += across)
      middles.push({ x, y })
  }
  return middles
}
