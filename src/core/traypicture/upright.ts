/** A tray seen at a slant, and set upright: where a point of the tray lies in the picture. */
import type { Point } from './picture'

/** Corners of a tray's cells in the picture, from the first cell's along the first row and around. */
export type Corners = readonly [Point, Point, Point, Point]

/** Leads from a point of the tray (0 to 1 along its rows, 0 to 1 down them) to the picture. */
export type ToPicture = (u: number, v: number) => Point

/**
 * The way from a square to four corners that a camera sees it at.
 *
 * @throws RangeError where three of the corners lie on one line
 * @see the projective map of the unit square to a quadrilateral: x = (a·u + b·v + c) / (g·u + h·v + 1)
 */
export function toPicture(corners: Corners): ToPicture {
  const [p, q, r, s] = corners
  const [dx1, dx2, dx3] = [q.x - r.x, s.x - r.x, p.x - q.x + r.x - s.x]
  const [dy1, dy2, dy3] = [q.y - r.y, s.y - r.y, p.y - q.y + r.y - s.y]
  const det = dx1 * dy2 - dx2 * dy1
  if (Math.abs(det) < 1e-9) throw new RangeError('Three corners of a tray lie on one line.')
  const g = (dx3 * dy2 - dx2 * dy3) / det
  const h = (dx1 * dy3 - dx3 * dy1) / det
  const [a, b] = [q.x - p.x + g * q.x, s.x - p.x + h * s.x]
  const [d, e] = [q.y - p.y + g * q.y, s.y - p.y + h * s.y]
  return (u, v) => {
    const w = g * u + h * v + 1
    return { x: (a * u + b * v + p.x) / w, y: (d * u + e * v + p.y) / w }
  }
}
