/** The farm's name and season, where it is, how cold it is outdoors, and the dates it gets ready for. */
'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { Path, PathValue } from 'react-hook-form'
import { useTranslations } from 'next-intl'
import type { Season } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { freeKeyIn } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { monthNames } from '../../words/farm'
import { stillGuessed } from './model'
import './words'

export type Head = Pick<Season, 'farm' | 'season' | 'site' | 'habits'>

/** Sets a figure of the head by its path; `undefined` takes it out. */
export type PutHead = <At extends Path<Head>>(path: At, value: PathValue<Head, At> | undefined) => void

const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const

export function SiteFields({ head, put, at }: { head: Head; put: PutHead; at: (path: string) => string | undefined }) {
  const t = useTranslations('farmPage')
  const { season, format } = useSeason()
  const { site } = head
  const currencies = new Intl.DisplayNames(format.locale, { type: 'currency' })
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
      <WordField
        label={t('farm')}
        value={head.farm.name}
        onChange={(name) => put('farm.name', name)}
        error={at('farm.name')}
      />
      <Box sx={two}>
        <DayField
          label={t('recordsKeptFrom')}
          value={head.farm.recordsFrom ?? ''}
          onChange={(on) => put('farm.recordsFrom', on === '' ? undefined : on)}
          error={at('farm.recordsFrom')}
          help={t('sowingsDueBeforeItAre')}
        />
        <ChoiceField
          label={t('namesOfKinds')}
          value={head.farm.region ?? 'uk'}
          options={[
            ['uk', t('britishCourgette')],
            ['us', t('americanZucchini')],
          ]}
          onChange={(region) => put('farm.region', region === '' ? undefined : region)}
        />
        <ChoiceField
          label={t('unitsOfTheFarm')}
          value={head.farm.units ?? 'metric'}
          options={[
            ['metric', t('cLitresCm')],
            ['us', t('fGallonsInches')],
          ]}
          onChange={(units) => put('farm.units', units === '' ? undefined : units)}
        />
        <Autocomplete
          options={Intl.supportedValuesOf('currency')}
          value={head.farm.currency ?? null}
          getOptionLabel={(code) => `${code} ${currencies.of(code) ?? ''}`}
          onChange={(_, code) => put('farm.currency', code ?? undefined)}
          renderInput={(params) => (
            <TextField
              {...params}
              label={t('currency')}
              error={at('farm.currency') !== undefined}
              helperText={at('farm.currency') ?? t('allPricesAreInIt')}
            />
          )}
        />
        <Autocomplete
          options={Intl.supportedValuesOf('timeZone')}
          value={head.farm.timeZone ?? null}
          // One under another of its names stays as it is.
          isOptionEqualToValue={(zone, now) => zone === now}
          freeSolo={head.farm.timeZone !== undefined}
          onChange={(_, zone) => put('farm.timeZone', zone ?? undefined)}
          renderInput={(params) => (
            <TextField
              {...params}
              label={t('timeZone')}
              error={at('farm.timeZone') !== undefined}
              helperText={at('farm.timeZone') ?? t('aDayBeginsAtItsMidnight')}
            />
          )}
        />
        <WordField
          label={t('season')}
          value={head.season.name}
          onChange={(name) => put('season.name', name)}
          error={at('season.name')}
        />
        <DayField
          label={t('opensOn')}
          value={head.season.opensOn ?? ''}
          onChange={(on) => put('season.opensOn', on === '' ? undefined : on)}
          error={at('season.opensOn')}
          help={t('emptyToday')}
        />
        <DayField
          label={t('from2')}
          value={head.season.from}
          onChange={(on) => put('season.from', on)}
          error={at('season.from')}
        />
        <DayField
          label={t('to2')}
          value={head.season.to}
          onChange={(on) => put('season.to', on)}
          error={at('season.to')}
        />
        <NumberField
          label={t('latitude')}
          unit={t('north2')}
          value={site.latitude}
          onChange={(x) => x !== undefined && put('site.latitude', x)}
          error={at('site.latitude')}
          help={t('southIsBelow0')}
        />
        <NumberField
          label={t('clearnessOfTheSky')}
          value={site.clearness}
          onChange={(x) => x !== undefined && put('site.clearness', x)}
          error={at('site.clearness')}
          help={t('n05IsUsual')}
        />
      </Box>
      <Typography variant="h3">{t('outdoorsMeanOfEachMonth')}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1 }}>
        {monthNames(format).map((month, i) => (
          <NumberField
            key={month}
            label={month}
            quantity="temperature"
            value={site.outdoorMonthlyMeans[i]}
            onChange={(x) => {
              if (x === undefined) return
              put(
                'site.outdoorMonthlyMeans',
                site.outdoorMonthlyMeans.map((other, at) => (at === i ? x : other)),
              )
              put('site.guessed', stillGuessed(site, 'temperatures'))
            }}
            error={at(`site.outdoorMonthlyMeans[${i}]`)}
          />
        ))}
      </Box>
      <Typography variant="h3">{t('marketDaysWeddingsAndOther')}</Typography>
      <Rows
        value={site.events}
        onChange={(events) => put('site.events', events)}
        columns={t('n11fr115fr')}
        keyOf={({ key }) => key}
        kept={({ key }) =>
          season.plantings.some(({ anchor }) => anchor?.to === 'event' && anchor.event === key)
            ? t('plantingsHangOnIt')
            : undefined
        }
        fields={(event, set, i) => (
          <>
            <WordField
              label={t('event')}
              value={event.name}
              onChange={(name) => set({ name })}
              error={at(`site.events[${i}].name`)}
            />
            <DayField
              label={t('on')}
              value={event.on}
              onChange={(on) => set({ on })}
              error={at(`site.events[${i}].on`)}
            />
          </>
        )}
        add={{
          label: t('addADate'),
          make: () => ({ key: freeKeyIn(site.events, 'event'), name: t('market'), on: head.season.from }),
        }}
      />
    </Box>
  )
}
