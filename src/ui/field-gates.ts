/** The weather ahead and the gates for planting out, as views ask for them. */
'use client'
import { useMemo } from 'react'
import type { Day } from '../core/calendar/day'
import type { Forecast } from '../core/weather/forecast'
import { gatesBetween, type Gated } from '../core/field/gates'
import { seasonAir } from '../core/field/anchor'
import { forecastOf } from '../standins/forecast'
import { useSeason } from './season-context'

/** The weather ahead of a day, where a source is switched on. */
export function useForecast(day: Day): Forecast | undefined {
  const { season } = useSeason()
  return useMemo(() => forecastOf(season.site, day), [season.site, day])
}

/** Gates of what is planted in [from, until), judged on a day. */
export function useGates(today: Day, from: Day, until: Day): Gated[] {
  const { season, plan } = useSeason()
  const forecast = useForecast(today)
  return useMemo(
    () =>
      gatesBetween(plan.inField, plan.beds.clashesOf, from, until, { season, air: seasonAir(season), forecast, today }),
    [season, plan, forecast, today, from, until],
  )
}
