/** Warmth and lamps of a place: what is given, and what it comes to through the year. */
'use client'
import Box from '@mui/material/Box'
import { useDeferredValue, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { createClimate } from '../../core/climate/climate'
import { lampDay } from '../../core/climate/light'
import { parseDay } from '../../core/calendar/day'
import { Place as PlaceSchema, type Place } from '../../season/schema'
import { present } from '../../season/values'
import { NumberField } from '../../ui/fields'
import { later } from '../../ui/later'
import { scaleOf } from '../../ui/measure'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { monthNames } from '../../words/farm'
import './words'

const LineChart = later(() => import('../../ui/chart/line-chart').then((module) => module.default), {
  onlyWhenDrawn: true,
  meanwhile: <Box sx={{ height: 190 }} />,
})

const YEAR = [1, 13, 2] as const

// January to January, every second month named
type Warmth = Omit<Place['temperature'], 'periods'>

/** What the lamps do on the working day, and how long they would have to be on. */
export function LampLine({ place }: { place: Place }) {
  const t = useTranslations('farmPage')
  const { season, format } = useSeason()
  const day = useWorkingDay()
  const { site } = season
  const lamps = lampDay(place, day, site.latitude, site.clearness)
  if (!lamps) return null
  const enough =
    lamps.enough === undefined
      ? t('noNumberOfHoursWould')
      : lamps.enough === 0
        ? t('daylightAloneIsEnough')
        : t('hoursWouldBeEnough', { enough: format.number(lamps.enough, 1) })
  return (
    <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
      {t('onTheDayHasHours', {
        day: format.date(day),
        daylight: format.number(lamps.daylight, 1),
        hours: format.number(place.lamp!.hours, 1),
        light: format.number(lamps.light, 1),
        enough,
      })}
    </Box>
  )
}

export function WarmthFields({
  value,
  at,
  onChange,
}: {
  value: Warmth
  at: (path: string) => string | undefined
  onChange: (value: Warmth) => void
}) {
  const t = useTranslations('farmPage')
  const set = (key: keyof Warmth, x: number | undefined) => {
    const next: Record<string, number | undefined> = {
      held: value.held,
      lift: value.lift,
      halfRange: value.halfRange,
      floor: value.floor,
      ceiling: value.ceiling,
      [key]: x,
    }
    onChange(present(next))
  }
  const field = (key: keyof Warmth, label: string, quantity: 'temperature' | 'difference') => (
    <NumberField label={label} quantity={quantity} value={value[key]} onChange={(x) => set(key, x)} error={at(key)} />
  )
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, alignItems: 'start' }}>
      {field('held', t('heldAt'), 'temperature')}
      {value.held === undefined && (
        <>
          {field('lift', t('overOutdoors'), 'difference')}
          {field('halfRange', t('dayOverMean'), 'difference')}
          {field('floor', t('notUnder'), 'temperature')}
          {field('ceiling', t('notOver'), 'temperature')}
        </>
      )}
    </Box>
  )
}

/** Daily mean of the place and outdoors, through the year of the season. */
export function WarmthCurve({ place, sound }: { place: Place; sound: boolean }) {
  const t = useTranslations('farmPage')
  const { season, format } = useSeason()
  const deferred = useDeferredValue(place)
  const { units } = format
  const curves = useMemo(() => {
    const outside = PlaceSchema.parse({
      key: 'outside',
      name: t('outdoors'),
      kind: 'bench',
      trayPlaces: 0,
      temperature: {},
    })
    const from = parseDay(`${season.season.from.slice(0, 4)}-01-01`)
    const parsed = PlaceSchema.safeParse(deferred)
    const places = parsed.success && sound ? [parsed.data, outside] : [outside]
    const climate = createClimate(season.site, places, from, from + 366)
    const { factor, offset } = scaleOf('temperature', units)
    const of = (i: number) => {
      const total = climate.temperature(i)
      return Array.from({ length: 53 }, (_, week) => {
        const day = Math.min(364, week * 7)
        return [Math.min(13, day / 30.4375 + 1), (total[day + 1]! - total[day]!) * factor + offset] as [number, number]
      })
    }
    return places.map((one, i) => ({
      name: one.name,
      points: of(i),
      tone: one === outside ? ('soft' as const) : ('ready' as const),
    }))
  }, [t, season.season.from, season.site, deferred, sound, units])
  const text = useMemo(
    () => ({
      x: (month: number) => monthNames(format)[(Math.floor(month + 1e-6) - 1) % 12]!,
      y: (t: number) => `${format.number(t, 1)} ${scaleOf('temperature', units).unit}`,
    }),
    [format, units],
  )
  return (
    <LineChart
      below
      xAxis={YEAR}
      curves={curves}
      xName="month"
      yName={t('meanOfTheDay', { unit: scaleOf('temperature', units).unit })}
      xText={text.x}
      yText={text.y}
      height={180}
      label={t('andOutdoorsMeanTemperatureThrough', { place: place.name })}
    />
  )
}
