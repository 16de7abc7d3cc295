/** The farm's name and season, where it is, how cold it is outdoors, and the dates it gets ready for. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { Path, PathValue } from 'react-hook-form'
import type { Season } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { freeKeyIn } from '../../ui/keys'
import { useSeason } from '../../ui/season-context'
import { MONTHS } from '../../words/farm'

export type Head = Pick<Season, 'farm' | 'season' | 'site' | 'habits'>

/** Sets a figure of the head by its path; `undefined` takes it out. */
export type PutHead = <At extends Path<Head>>(path: At, value: PathValue<Head, At> | undefined) => void

const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const

export function SiteFields({ head, put, at }: { head: Head; put: PutHead; at: (path: string) => string | undefined }) {
  const { season } = useSeason()
  const { site } = head
  return (
    <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
      <WordField
        label="Farm"
        value={head.farm.name}
        onChange={(name) => put('farm.name', name)}
        error={at('farm.name')}
      />
      <Box sx={two}>
        <WordField
          label="Records kept from"
          type="date"
          value={head.farm.recordsFrom ?? ''}
          onChange={(on) => put('farm.recordsFrom', on === '' ? undefined : on)}
          error={at('farm.recordsFrom')}
          help="sowings due before it are asked about"
        />
        <ChoiceField
          label="Names of kinds"
          value={head.farm.region ?? 'uk'}
          options={[
            ['uk', 'British (courgette)'],
            ['us', 'American (zucchini)'],
          ]}
          onChange={(region) => put('farm.region', region === '' ? undefined : region)}
        />
        <ChoiceField
          label="Units of the farm"
          value={head.farm.units ?? 'metric'}
          options={[
            ['metric', '°C, litres, cm'],
            ['us', '°F, gallons, inches'],
          ]}
          onChange={(units) => put('farm.units', units === '' ? undefined : units)}
        />
        <WordField
          label="Season"
          value={head.season.name}
          onChange={(name) => put('season.name', name)}
          error={at('season.name')}
        />
        <WordField
          label="Opens on"
          type="date"
          value={head.season.opensOn ?? ''}
          onChange={(on) => put('season.opensOn', on === '' ? undefined : on)}
          error={at('season.opensOn')}
          help="empty: today"
        />
        <WordField
          label="From"
          type="date"
          value={head.season.from}
          onChange={(on) => put('season.from', on)}
          error={at('season.from')}
        />
        <WordField
          label="To"
          type="date"
          value={head.season.to}
          onChange={(on) => put('season.to', on)}
          error={at('season.to')}
        />
        <NumberField
          label="Latitude"
          unit="° north"
          value={site.latitude}
          onChange={(x) => x !== undefined && put('site.latitude', x)}
          error={at('site.latitude')}
          help="south is below 0"
        />
        <NumberField
          label="Clearness of the sky"
          value={site.clearness}
          onChange={(x) => x !== undefined && put('site.clearness', x)}
          error={at('site.clearness')}
          help="0.5 is usual"
        />
      </Box>
      <Typography variant="h3">Outdoors, mean of each month</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1 }}>
        {MONTHS.map((month, i) => (
          <NumberField
            key={month}
            label={month}
            quantity="temperature"
            value={site.outdoorMonthlyMeans[i]}
            onChange={(x) =>
              x !== undefined &&
              put(
                'site.outdoorMonthlyMeans',
                site.outdoorMonthlyMeans.map((other, at) => (at === i ? x : other)),
              )
            }
            error={at(`site.outdoorMonthlyMeans[${i}]`)}
          />
        ))}
      </Box>
      <Typography variant="h3">Market days, weddings and other dates to be ready for</Typography>
      <Rows
        value={site.events}
        onChange={(events) => put('site.events', events)}
        columns="1.1fr 1.15fr"
        keyOf={({ key }) => key}
        kept={({ key }) =>
          season.plantings.some(({ anchor }) => anchor?.to === 'event' && anchor.event === key)
            ? 'Plantings hang on it'
            : undefined
        }
        fields={(event, set, i) => (
          <>
            <WordField
              label="Event"
              value={event.name}
              onChange={(name) => set({ name })}
              error={at(`site.events[${i}].name`)}
            />
            <WordField
              label="On"
              type="date"
              value={event.on}
              onChange={(on) => set({ on })}
              error={at(`site.events[${i}].on`)}
            />
          </>
        )}
        add={{
          label: 'Add a date',
          make: () => ({ key: freeKeyIn(site.events, 'event'), name: 'Market', on: head.season.from }),
        }}
      />
    </Box>
  )
}
