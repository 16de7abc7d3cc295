/** Directions by name, as a compass has them. */
export const HEADINGS = [
  'n', 'nne', 'ne', 'ene', 'e', 'ese', 'se', 'sse', 's', 'ssw', 'sw', 'wsw', 'w', 'wnw', 'nw', 'nnw',
] as const // prettier-ignore
export type Heading = (typeof HEADINGS)[number]

const STEP = 360 / HEADINGS.length

/** Degrees from north, by way of east. */
export const degreesOf = (heading: Heading): number => HEADINGS.indexOf(heading) * STEP

/** The direction that is nearest to so many degrees. */
export const headingOf = (degrees: number): Heading => HEADINGS[Math.round(degrees / STEP) % HEADINGS.length]!
