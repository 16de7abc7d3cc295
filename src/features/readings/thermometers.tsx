/** Thermometers that send by themselves: how each stands, and adding and changing them. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { deleteThermometer, newThermometerKey } from '../../actions/thermometers'
import type { ThermometerShown } from '../../season/thermometers'
import { callServer, troubleWords } from '../../ui/call-server'
import { useMay } from '../../ui/may'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { useThermometers } from '../../ui/use-thermometers'
import { clockWords } from '../../words/alarms'
import { count, list, type Format } from '../../words/format'
import { BrokerPart } from './broker'
import { faultCounts } from './model'
import { TellDevice } from './tell-device'
import { ThermometerForm } from './thermometer-form'
import { ThermometerKey, type MadeKey } from './thermometer-key'

const EVERY = 15_000 // ms: whoever sets one up looks whether it has come

export function Thermometers() {
  const t = useTranslations('thermometers')
  const { data, season } = useSeason()
  const plans = useMay('plan') && data.whatIf === null
  const owns = useMay('own') && data.whatIf === null
  const { shown, failed, again } = useThermometers(true, EVERY)
  const [open, setOpen] = useState<ThermometerShown | 'new'>()
  const [made, setMade] = useState<MadeKey>()
  if (!shown)
    return failed ? (
      <Alert severity="info" sx={{ mt: 3 }}>
        {t('loadFailed')}
      </Alert>
    ) : null
  const { thermometers, broker, addresses, now } = shown
  return (
    <Box component="section" aria-label={t('title')} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t('title')}
      </Typography>
      <Box component="p" sx={{ m: 0, mb: 1.5, maxWidth: 720, color: 'text.secondary', fontSize: 15 }}>
        {t('how')}
      </Box>
      {thermometers.length === 0 && !plans && <Box sx={{ color: 'text.secondary' }}>{t('none')}</Box>}
      {/* Above the list: one that is added later would move its button away from under the finger. */}
      {made && (
        <ThermometerKey
          key={made.key}
          made={made}
          addresses={addresses}
          broker={broker?.address}
          onDone={() => setMade(undefined)}
        />
      )}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxWidth: 860 }}>
        {thermometers.map((one) => (
          <OneThermometer
            key={one.id}
            one={one}
            now={now}
            plans={plans}
            onChange={() => setOpen(one)}
            onKey={(key) => setMade({ name: one.name, key, topic: one.topic })}
            again={again}
          />
        ))}
      </Box>
      {plans && season.places.length > 0 && (
        <Button variant="outlined" color="inherit" onClick={() => setOpen('new')} sx={{ mt: 1.5, minHeight: 44 }}>
          {t('add')}
        </Button>
      )}
      {open && (
        <ThermometerForm
          of={open === 'new' ? undefined : open}
          onAdded={setMade}
          onClose={() => {
            setOpen(undefined)
            void again()
          }}
        />
      )}
      {(thermometers.length > 0 || broker !== undefined) && <TellDevice />}
      {(owns || broker) && (thermometers.length > 0 || broker !== undefined) && (
        <BrokerPart broker={broker} owns={owns} again={again} />
      )}
    </Box>
  )
}

function OneThermometer({
  one,
  now,
  plans,
  onChange,
  onKey,
  again,
}: {
  one: ThermometerShown
  now: number
  plans: boolean
  onChange: () => void
  onKey: (key: string) => void
  again: () => Promise<void>
}) {
  const t = useTranslations('thermometers')
  const { season, format, data } = useSeason()
  const notice = useNotice()
  const [busy, start] = useTransition()
  const zone = season.farm.timeZone
  const place = season.places.find(({ key }) => key === one.place)
  const ask = <T,>(call: () => Promise<T>, then: (answer: T) => void) =>
    start(async () => {
      const called = await callServer(call)
      if (!called.ok) return notice({ tone: 'error', text: troubleWords(called, format) })
      then(called.answer)
      await again()
    })
  const faults = faultWords(format, one.faults)
  return (
    <Box
      component="li"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.5, py: 1, borderTop: 1, borderColor: 'divider' }}
    >
      <Box sx={{ flex: '1 1 340px', minWidth: 0, overflowWrap: 'anywhere' }}>
        <b>{one.name}</b> {place && t('inPlace', { place: place.name })}
        <Box component="span" sx={{ ml: 1.5, fontWeight: 650, color: one.alarm ? 'error.main' : 'text.primary' }}>
          {one.last
            ? t('last', {
                temperature: format.temperature(one.last.celsius),
                time: clockWords(format, one.last.at, zone, now),
              })
            : t('never')}
        </Box>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{limitWords(format, one)}</Box>
        {!place && <Box sx={{ fontSize: 14.5, color: 'error.main' }}>{t('placeGone')}</Box>}
        {one.silent && (
          <Box sx={{ fontSize: 14.5, color: 'error.main' }}>
            {t('silent', { time: clockWords(format, one.last!.at, zone, now) })}
          </Box>
        )}
        {faults && <Box sx={{ fontSize: 14.5 }}>{t('faults', { list: faults })}</Box>}
        {one.refused && (
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
            {t('refused', { time: clockWords(format, one.refused.at, zone, now), why: one.refused.why })}
          </Box>
        )}
      </Box>
      {plans && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, alignItems: 'center' }}>
          <Button color="inherit" disabled={busy} aria-label={t('changeNamed', { name: one.name })} onClick={onChange}>
            {t('change')}
          </Button>
          <Button
            color="inherit"
            disabled={busy}
            aria-label={t('newKeyFor', { name: one.name })}
            onClick={() =>
              ask(
                () => newThermometerKey(data.own, one.id),
                (key) => key && onKey(key),
              )
            }
          >
            {t('newKey')}
          </Button>
          <Button
            color="inherit"
            disabled={busy}
            aria-label={t('deleteNamed', { name: one.name })}
            onClick={() =>
              ask(
                () => deleteThermometer(data.own, one.id),
                () => notice({ text: t('deleted', { name: one.name }) }),
              )
            }
          >
            {t('delete')}
          </Button>
        </Box>
      )}
    </Box>
  )
}

function limitWords(f: Format, { below, above }: ThermometerShown): string {
  if (below !== undefined && above !== undefined)
    return f.t('thermometers.limits', { below: f.temperature(below), above: f.temperature(above) })
  if (below !== undefined) return f.t('thermometers.limitBelow', { below: f.temperature(below) })
  return above === undefined
    ? f.t('thermometers.noLimits')
    : f.t('thermometers.limitAbove', { above: f.temperature(above) })
}

/** What was wrong in the last two weeks; nothing where nothing was. */
function faultWords(f: Format, faults: ThermometerShown['faults']): string | undefined {
  const { gap, impossible, stuck } = faultCounts(faults)
  const said = [
    ...(gap > 0 ? [f.t('thermometers.gapHours', { hours: count(f, gap, 'hour') })] : []),
    ...(impossible > 0 ? [f.t('thermometers.impossibleHours', { hours: count(f, impossible, 'hour') })] : []),
    ...(stuck > 0 ? [f.t('thermometers.stuckDays', { days: count(f, stuck, 'day') })] : []),
  ]
  return said.length === 0 ? undefined : list(f, said)
}
