/** Made-up daily minima from a seed: a plausible climate for trying out, never a real record. */
import { civil, inYear, type Day } from '../core/calendar/day'
import { outdoorMean } from '../core/climate/outdoor'
import { seeded } from '../core/statistics/random'

const BELOW_MEAN = 9 // °C a still night falls below the day's mean
const SPREAD = 2.7 // °C of weather about that
const LASTING = 0.72 // share of yesterday's weather that is left today

/**
 * Daily minima of whole years: the monthly means, less the night's fall, with weather that lasts some days.
 *
 * @param monthlyMeans °C, January first
 * @param firstYear first calendar year
 */
export function madeUpMinima(
  monthlyMeans: readonly number[],
  firstYear: number,
  years: number,
  seed: number,
): [Day, number][] {
  const random = seeded(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const minima: [Day, number][] = []
  let weather = 0
  for (let day = inYear('01-01', firstYear); civil(day).year < firstYear + years; day++) {
    weather = LASTING * weather + Math.sqrt(1 - LASTING ** 2) * SPREAD * normal()
    minima.push([day, Math.round((outdoorMean(monthlyMeans, day) - BELOW_MEAN + weather) * 10) / 10])
  }
  return minima
}
