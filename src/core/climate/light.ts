/** Daylight, lamp light and how much of it a seedling can use. */
import type { Day } from '../calendar/day'
import { dayLength, sun } from './day-length'

const SOLAR_CONSTANT = 0.082 // MJ/m²·min, FAO-56 eq. 21
const MOL_PER_MJ = 2.06 // mol of photosynthetic light per MJ of sunshine
const ENOUGH_LIGHT = 10 // mol/m²·day above which light no longer limits a seedling
const LEAST_FACTOR = 0.1

/**
 * Sunshine above the air on a day (Ra).
 *
 * @param latitude degrees, south negative
 * @returns MJ/m²·day
 * @see FAO Irrigation and Drainage Paper 56, eq. 21–25
 */
export function extraterrestrialRadiation(day: Day, latitude: number): number {
  const { declination, sunset, phi, j } = sun(day, latitude)
  const distance = 1 + 0.033 * Math.cos((2 * Math.PI * j) / 365)
  return (
    ((24 * 60) / Math.PI) *
    SOLAR_CONSTANT *
    distance *
    (sunset * Math.sin(phi) * Math.sin(declination) + Math.cos(phi) * Math.cos(declination) * Math.sin(sunset))
  )
}

/** What light a place has. Neither transmission nor lamp: light is taken as enough. */
export interface PlaceLight {
  /** Share of outdoor light that reaches the plants. */
  transmission?: number | undefined
  /** Lamp at plant height: µmol/m²·s, hours a day. */
  lamp?: { ppfd: number; hours: number } | undefined
}

/**
 * Light on the plants of a place.
 *
 * @param clearness share of the sunshine above the air that reaches the ground
 * @returns mol/m²·day, or `undefined` where the place gives neither transmission nor lamp
 */
export function lightOn(place: PlaceLight, day: Day, latitude: number, clearness: number): number | undefined {
  return lightInside(place, place.transmission === undefined ? 0 : daylightOn(day, { latitude, clearness }))
}

/** Light of the sky outdoors on a day, mol/m²·day. */
export const daylightOn = (day: Day, { latitude, clearness }: { latitude: number; clearness: number }): number =>
  MOL_PER_MJ * clearness * extraterrestrialRadiation(day, latitude)

/**
 * Light on the plants of a place under so much light of the sky.
 *
 * @param outside mol/m²·day
 * @returns mol/m²·day, or `undefined` where the place gives neither transmission nor lamp
 */
export function lightInside({ transmission, lamp }: PlaceLight, outside: number): number | undefined {
  if (transmission === undefined && !lamp) return undefined
  return (transmission ?? 0) * outside + (lamp ? lamp.ppfd * lamp.hours * 0.0036 : 0)
}

/** What a place's lamps do on a day. */
export interface LampDay {
  /** Hours of daylight. */
  daylight: number
  /** Light on the plants with the lamps as they run, mol/m²·day. */
  light: number
  /** Hours of lamp that would make the light enough; 0 where daylight is, and `undefined` where a day is too short for it. */
  enough: number | undefined
}

/**
 * Lamp hours of a lit place: what they give, and how many would be enough.
 *
 * @returns `undefined` where the place has no lamp
 */
export function lampDay(place: PlaceLight, day: Day, latitude: number, clearness: number): LampDay | undefined {
  const { lamp } = place
  if (!lamp) return undefined
  const sun =
    place.transmission === undefined ? 0 : lightOn({ transmission: place.transmission }, day, latitude, clearness)!
  const missing = Math.max(0, ENOUGH_LIGHT - sun)
  const hours = lamp.ppfd > 0 ? missing / (lamp.ppfd * 0.0036) : Infinity
  return {
    daylight: dayLength(day, latitude),
    light: lightOn(place, day, latitude, clearness)!,
    enough: missing === 0 ? 0 : hours <= 24 ? hours : undefined,
  }
}

/**
 * Share of full growth the light allows: light / 10 mol, at most 1 and at least 0.1.
 *
 * @param light mol/m²·day; `undefined` counts as enough
 */
export function lightFactor(light: number | undefined): number {
  return light === undefined ? 1 : Math.max(LEAST_FACTOR, Math.min(1, light / ENOUGH_LIGHT))
}
