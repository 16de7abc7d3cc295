/** One figure in words, with its source. */
'use client'
import Box from '@mui/material/Box'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { Crop } from '../../season/schema'
import { scaleOf, shownText, type Quantity } from '../../ui/measure'
import { useUnits } from '../../ui/units'
import { useSeason } from '../../ui/season-context'
import type { About } from '../../library/entry'
import type { Format } from '../../words/format'
import { sourceWords } from '../../words/figures'
import type { Figure } from './figures'
import './words'

export function Source({ figure, about }: { figure: Figure; about: About | undefined }) {
  const t = useTranslations('knowHow')
  const { format } = useSeason()
  const units = useUnits()
  const estimate = about?.source === 'estimate'
  const quantity: Quantity = figure.kind.as === 'number' ? figure.kind.quantity : 'number'
  return (
    <>
      <Box component="span" sx={estimate ? { color: 'warning.main', fontWeight: 650 } : {}}>
        {sourceWords(about, format)}
      </Box>
      {about?.range && (
        <>
          <br />
          {t('likelyTo', {
            shownText: shownText(about.range[0], quantity, units),
            shownText2: shownText(about.range[1], quantity, units),
          })}
        </>
      )}
    </>
  )
}

/** A figure in words, where it cannot be changed. */
export function FigureText({ figure, value }: { figure: Figure; value: unknown }): ReactNode {
  const t = useTranslations('knowHow')
  const units = useUnits()
  const { format } = useSeason()
  const { kind } = figure
  if (value === undefined || (Array.isArray(value) && value.length === 0)) return t('notGiven')
  switch (kind.as) {
    case 'number':
      return `${shownText(value as number, kind.quantity, units)} ${kind.unit ?? scaleOf(kind.quantity, units).unit}`
    case 'choice':
      return kind.options.find(([key]) => key === value)?.[1] ?? String(value)
    case 'range': {
      const [a, b] = value as [number, number]
      return t('toOfShownText', {
        shownText: shownText(a, kind.quantity, units),
        shownText2: shownText(b, kind.quantity, units),
        unit: scaleOf(kind.quantity, units).unit,
      })
    }
    case 'points':
      return (value as Crop['growth']['points'])
        .map((p) => `${format.volume(p.ml)}: ${format.number(p.ready)}–${format.number(p.limit)}`)
        .join('; ')
    case 'maturity': {
      const { days, from, at } = value as NonNullable<Crop['field']['maturity']>
      return t('daysFrom', { days: String(days), from, at: atWords(at, format) })
    }
    case 'yield': {
      const { amount, unit, per } = value as NonNullable<Crop['field']['yield']>
      return t('aPlantOfAmount', { amount: format.number(amount, 2), unit, per: per === 'plant-week' ? 'yes' : 'no' })
    }
    case 'pinch': {
      const { leaf, delayDays, stems } = value as NonNullable<Crop['care']['pinch']>
      return t('atLeafDaysLaterStems', {
        leaf: String(leaf),
        delayDays: String(delayDays),
        stems: format.number(stems, 1),
      })
    }
    case 'raise': {
      const { way, why } = value as NonNullable<Crop['raise']>
      return `${way}. ${why}`
    }
    case 'preparation':
      return (value as Crop['preparation'])
        .map(({ what, days }) => t('daysOfWhat', { what, days: String(days) }))
        .join('; ')
    case 'groups':
      return (value as Crop['seasonGroups']).map((group) => groupWords(group, format)).join('. ')
    case 'hole':
      return (value as NonNullable<Crop['field']['hole']>)
        .map(({ what, amount, unit }) => `${what}, ${format.number(amount, 1)} ${unit}`)
        .join('; ')
    case 'cautions':
      return (value as Crop['cautions']).map((one) => format.t(`words.cautions.caution.${one}`)).join('; ')
  }
}

function groupWords({ name, note, days, hours, warmth }: Crop['seasonGroups'][number], f: Format): string {
  const figures = [
    days === undefined ? undefined : f.t('knowHow.daysToHarvest', { days: String(days) }),
    hours === undefined ? undefined : f.t('knowHow.fromDaysOfH', { hours: f.number(hours, 1) }),
    warmth === undefined
      ? undefined
      : f.t('knowHow.bestAtTo', { temperature: f.temperature(warmth[0]), temperature2: f.temperature(warmth[1]) }),
  ].filter((part) => part !== undefined)
  return `${name}: ${note}${figures.length > 0 ? ` (${figures.join(', ')})` : ''}`
}

const atWords = (at: number | undefined, f: Format) =>
  at === undefined ? '' : f.t('knowHow.atOfTemperature', { temperature: f.temperature(at) })
