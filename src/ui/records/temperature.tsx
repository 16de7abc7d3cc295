/** A thermometer read: the low of the night and the high of the day, of one place. */
'use client'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import * as z from 'zod/mini'
import { NumberField } from '../fields'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'
import { useKept } from '../use-kept'
import { EntryForm } from './entry-form'
import { temperaturesSaid, type HighOf } from './temperature-said'
import { useRecord } from './use-record'

const Key = z.string()
const NOON = 14 // h from which the highest of the day has been

export function Temperature({ onClose }: { onClose: () => void }) {
  const t = useTranslations('records')
  const { season, today, data, format } = useSeason()
  const { record } = useRecord()
  const [last, setLast] = useKept(`thermometer ${data.own}`, Key, '')
  const [place, setPlace] = useState(() => placeAtFirst(season.places, last))
  const [low, setLow] = useState<number>()
  const [high, setHigh] = useState<number>()
  const [highOf, setHighOf] = useState<HighOf>(() => (new Date().getHours() < NOON ? 'yesterday' : 'today'))
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    const said = temperaturesSaid({ place, low, high, highOf }, today)
    if (!said.ok) return setProblem(t(`temperature.wrong.${said.reason}`))
    setLast(place)
    const name = season.places.find(({ key }) => key === place)!.name
    await record(said.said, t('temperature.saved', { place: name }))
    onClose()
  }
  return (
    <Sheet name={t('temperature.title')} onClose={onClose}>
      <EntryForm title={t('temperature.title')} problem={problem} onWrite={() => void write()} onClose={onClose}>
        <ToggleButtonGroup
          exclusive
          value={place}
          onChange={(_, next: string | null) => next !== null && setPlace(next)}
          aria-label={t('temperature.place')}
          color="primary"
          sx={{
            flexWrap: 'wrap',
            gap: 1,
            '& .MuiToggleButtonGroup-grouped': {
              minHeight: 44,
              m: 0,
              border: 1,
              borderColor: 'divider',
              borderRadius: 1,
              color: 'text.primary',
            },
            '& .Mui-selected': { borderColor: 'primary.main', fontWeight: 750 },
          }}
        >
          {season.places.map(({ key, name }) => (
            <ToggleButton key={key} value={key}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <NumberField
          label={t('temperature.low', { day: format.date(today) })}
          value={low}
          quantity="temperature"
          onChange={setLow}
        />
        <Box sx={{ display: 'grid', gap: 1 }}>
          <NumberField
            label={t('temperature.high', { day: format.date(highOf === 'today' ? today : today - 1) })}
            value={high}
            quantity="temperature"
            onChange={setHigh}
          />
          <ToggleButtonGroup
            exclusive
            value={highOf}
            onChange={(_, next: HighOf | null) => next && setHighOf(next)}
            aria-label={t('temperature.highOf')}
          >
            <ToggleButton value="yesterday" sx={{ minHeight: 44 }}>
              {t('temperature.yesterday')}
            </ToggleButton>
            <ToggleButton value="today" sx={{ minHeight: 44 }}>
              {t('temperature.today')}
            </ToggleButton>
          </ToggleButtonGroup>
        </Box>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('temperature.how')}</Box>
      </EntryForm>
    </Sheet>
  )
}

/** The place that was read last on this device, else the only one, else none. */
const placeAtFirst = (places: readonly { key: string }[], last: string): string =>
  places.some(({ key }) => key === last) ? last : places.length === 1 ? places[0]!.key : ''
