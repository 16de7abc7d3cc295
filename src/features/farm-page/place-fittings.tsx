/** What a place is fitted with: how its lamp hangs, how it is watered, and what it draws. */
'use client'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import type { Place } from '../../season/schema'
import { NumberField } from '../../ui/fields'
import './words'

/** How far over the leaves a lamp is hung, and whether it can be turned down. */
export function LampHanging({
  lamp,
  put,
  error,
}: {
  lamp: Place['lamp']
  put: (lamp: Place['lamp']) => void
  error: string | undefined
}) {
  const t = useTranslations('farmPage')
  return (
    <>
      <NumberField
        label={t('lampOverLeaves')}
        quantity="length"
        value={lamp?.above}
        disabled={!lamp}
        onChange={(above) => lamp && put(withFigure(lamp, 'above', above))}
        error={error}
      />
      <FormControlLabel
        control={
          <Checkbox
            checked={lamp?.dims ?? false}
            disabled={!lamp}
            onChange={(_, dims) => lamp && put(withFigure(lamp, 'dims', dims || undefined))}
          />
        }
        label={t('lampDims')}
      />
    </>
  )
}

/** What mats, lamps or a heater draw, and for how long. */
export function Power({
  power,
  put,
  at,
}: {
  power: Place['power']
  put: (power: Place['power']) => void
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('farmPage')
  return (
    <>
      <NumberField
        label={t('drawsWatts')}
        unit="W"
        value={power?.watts}
        onChange={(watts) => put(watts === undefined ? undefined : { hours: 24, ...power, watts })}
        error={at('power.watts')}
      />
      <NumberField
        label={t('drawsHours')}
        unit="h"
        value={power?.hours}
        disabled={!power}
        onChange={(hours) => power && hours !== undefined && put({ ...power, hours })}
        error={at('power.hours')}
      />
    </>
  )
}

/** How it is watered there, and how often where that is not left to be calculated. */
export function Water({
  water,
  put,
  at,
}: {
  water: Place['water']
  put: (water: Place['water']) => void
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('farmPage')
  const set = (next: NonNullable<Place['water']>) => put(Object.keys(next).length === 0 ? undefined : next)
  return (
    <>
      <NumberField
        label={t('wateredEvery')}
        unit={t('daysUnit')}
        value={water?.days}
        onChange={(days) => set(withFigure(water ?? {}, 'days', days))}
        error={at('water.days')}
        help={t('emptyReckoned')}
      />
      <FormControlLabel
        control={
          <Checkbox
            checked={water?.below ?? false}
            onChange={(_, below) => set(withFigure(water ?? {}, 'below', below || undefined))}
          />
        }
        label={t('wateredFromBelow')}
      />
    </>
  )
}
