/** A place: its room drawn to scale, its light, its warmth through the year, and what is counted there. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { trayPlacesOf } from '../../core/geometry/bench'
import { PLACE_KINDS, type Place } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { count } from '../../words/format'
import { PanelHead } from './panel-head'
import { LampHanging, Power, Water } from './place-fittings'
import { LampLine, WarmthFields, WarmthCurve } from './place-warmth'
import { BenchDrawing } from './bench-plan'
import { YearDayField } from '../../ui/year-day-field'
import './words'

export function PlaceEditor({
  stored,
  isNew = false,
  onDone,
}: {
  stored: Place
  isNew?: boolean
  onDone?: (key: string) => void
}) {
  const t = useTranslations('farmPage')
  const { format } = useSeason()
  const {
    now: place,
    put,
    at,
    frame,
    problems,
    remove,
    uses,
  } = useThingEditor('places', stored, '/farm', { isNew, onDone })
  const benches = place.layout?.benches ?? []
  const room = trayPlacesOf(benches)
  const { periods } = place.temperature
  const setPeriods = (next: Place['temperature']['periods']) => put('temperature.periods', next)
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={place.name} />}
      {...frame}
      more={
        !isNew && (
          <Button color="error" size="small" onClick={remove}>
            {t('delete')}
          </Button>
        )
      }
    >
      <WarmthCurve place={place} sound={problems.length === 0} />
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
        <WordField label={t('name')} value={place.name} onChange={(name) => put('name', name)} error={at('name')} />
        <Box sx={two}>
          <ChoiceField
            label={t('kind')}
            value={place.kind}
            options={PLACE_KINDS.map((kind) => [kind, format.t(`words.farm.placeKind.${kind}`)] as const)}
            onChange={(kind) => kind && put('kind', kind)}
          />
          <NumberField
            label={t('room')}
            unit={t('trayPlaces3')}
            value={place.trayPlaces}
            onChange={(n) => n !== undefined && put('trayPlaces', n)}
            error={at('trayPlaces')}
          />
        </Box>
        <Head>{t('warmth')}</Head>
        <WarmthFields
          value={place.temperature}
          at={(path) => at(`temperature.${path}`)}
          onChange={(next) => put('temperature', { ...next, periods })}
        />
        {periods.map((period, i) => (
          <Box key={i} sx={{ pl: 1.5, borderLeft: 2, borderColor: 'divider', display: 'grid', gap: 1.25 }}>
            <Box sx={two}>
              <YearDayField
                label={t('fromDay')}
                value={period.from}
                onChange={(from) => setPeriods(periods.map((other, at) => (at === i ? { ...other, from } : other)))}
                error={at(`temperature.periods[${i}].from`)}
              />
              <YearDayField
                label={t('untilDay')}
                value={period.until}
                onChange={(until) => setPeriods(periods.map((other, at) => (at === i ? { ...other, until } : other)))}
                error={at(`temperature.periods[${i}].until`)}
              />
            </Box>
            <WarmthFields
              value={period}
              at={(path) => at(`temperature.periods[${i}].${path}`)}
              onChange={(next) =>
                setPeriods(
                  periods.map((other, at) => (at === i ? { ...next, from: other.from, until: other.until } : other)),
                )
              }
            />
            <Button
              size="small"
              color="inherit"
              sx={{ justifySelf: 'start' }}
              onClick={() => setPeriods(periods.filter((_, other) => other !== i))}
            >
              {t('deleteThisPartOfThe')}
            </Button>
          </Box>
        ))}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() => setPeriods([...periods, { from: '11-01', until: '03-01', floor: 2 }])}
        >
          {t('aPartOfTheYear2')}
        </Button>
        <Head>{t('light')}</Head>
        <Box sx={two}>
          <NumberField
            label={t('daylightThatReachesIt')}
            quantity="share"
            value={place.transmission}
            onChange={(x) => put('transmission', x)}
            error={at('transmission')}
          />
          <NumberField
            label={t('headroom')}
            quantity="length"
            value={place.layout?.headroom}
            onChange={(x) => put('layout', { benches, ...place.layout, headroom: x })}
            error={at('layout.headroom')}
          />
          <NumberField
            label={t('lampStrength')}
            unit={t('molMS')}
            value={place.lamp?.ppfd}
            onChange={(ppfd) => put('lamp', ppfd === undefined ? undefined : { hours: 16, ...place.lamp, ppfd })}
            error={at('lamp.ppfd')}
          />
          <NumberField
            label={t('lampHours')}
            unit="h"
            value={place.lamp?.hours}
            onChange={(hours) => place.lamp && hours !== undefined && put('lamp', { ...place.lamp, hours })}
            error={at('lamp.hours')}
          />
          <NumberField
            label={t('lampHeightOverTrays')}
            quantity="length"
            value={place.layout?.lampHeight}
            onChange={(x) => put('layout', { benches, ...place.layout, lampHeight: x })}
            error={at('layout.lampHeight')}
          />
          <LampHanging lamp={place.lamp} put={(lamp) => put('lamp', lamp)} error={at('lamp.above')} />
          <Water water={place.water} put={(water) => put('water', water)} at={at} />
          <Power power={place.power} put={(power) => put('power', power)} at={at} />
        </Box>
        <LampLine place={place} />
        <Head>{t('openPartOfTheYear')}</Head>
        <Box sx={two}>
          <YearDayField
            label={t('openFromDay')}
            value={place.open?.from ?? ''}
            placeholder={t('allYear')}
            onChange={(from) => put('open', from === '' ? undefined : { until: '12-31', ...place.open, from })}
            error={at('open.from')}
          />
          <YearDayField
            label={t('untilDay')}
            value={place.open?.until ?? ''}
            onChange={(until) => place.open && put('open', { ...place.open, until })}
            error={at('open.until')}
          />
        </Box>
        {(place.rooms ?? []).map((part, i) => {
          const set = (one: Partial<typeof part>) =>
            put(
              'rooms',
              place.rooms!.map((other, j) => (j === i ? { ...other, ...one } : other)),
            )
          return (
            <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr auto', gap: 1, alignItems: 'start' }}>
              <YearDayField
                label={t('fromDay')}
                value={part.from}
                onChange={(from) => set({ from })}
                error={at(`rooms[${i}].from`)}
              />
              <YearDayField
                label={t('untilDay')}
                value={part.until}
                onChange={(until) => set({ until })}
                error={at(`rooms[${i}].until`)}
              />
              <NumberField
                label={t('trayPlaces2')}
                value={part.trayPlaces}
                onChange={(n) => n !== undefined && set({ trayPlaces: n })}
                error={at(`rooms[${i}].trayPlaces`)}
              />
              <Button
                size="small"
                color="inherit"
                onClick={() =>
                  put('rooms', place.rooms!.length > 1 ? place.rooms!.filter((_, j) => j !== i) : undefined)
                }
              >
                {t('delete')}
              </Button>
              <Box sx={{ gridColumn: '1 / -1' }}>
                <WordField label={t('why')} value={part.why ?? ''} onChange={(why) => set({ why })} />
              </Box>
            </Box>
          )
        })}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() =>
            put('rooms', [
              ...(place.rooms ?? []),
              { from: '05-01', until: '07-01', trayPlaces: Math.round(place.trayPlaces / 2) },
            ])
          }
        >
          {t('aPartOfTheYear3')}
        </Button>
        <Head>{t('benchesAndLevels')}</Head>
        <BenchDrawing benches={benches} />
        {benches.map((bench, i) => {
          const set = (part: Partial<typeof bench>) =>
            put('layout', {
              ...place.layout,
              benches: benches.map((other, at) => (at === i ? { ...other, ...part } : other)),
            })
          return (
            <Box
              key={i}
              sx={{ display: 'grid', gridTemplateColumns: '1.4fr 1fr 1fr .8fr', gap: 1, alignItems: 'start' }}
            >
              <WordField
                label={t('bench')}
                value={bench.name}
                onChange={(name) => set({ name })}
                error={at(`layout.benches[${i}].name`)}
              />
              <NumberField
                label={t('length')}
                quantity="length"
                value={bench.length}
                onChange={(length) => length !== undefined && set({ length })}
                error={at(`layout.benches[${i}].length`)}
              />
              <NumberField
                label={t('width')}
                quantity="length"
                value={bench.width}
                onChange={(width) => width !== undefined && set({ width })}
                error={at(`layout.benches[${i}].width`)}
              />
              <NumberField
                label={t('levels')}
                value={bench.levels}
                onChange={(levels) => levels !== undefined && set({ levels })}
                error={at(`layout.benches[${i}].levels`)}
              />
            </Box>
          )
        })}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <Button
            size="small"
            startIcon={<AddIcon />}
            onClick={() =>
              put('layout', {
                ...place.layout,
                benches: [
                  ...benches,
                  {
                    name: t('benchOfBenches', { benches: String(benches.length + 1) }),
                    length: 600,
                    width: 120,
                    levels: 1,
                  },
                ],
              })
            }
          >
            {t('addABench')}
          </Button>
          {benches.length > 0 && (
            <Button
              size="small"
              color="inherit"
              onClick={() => put('layout', { ...place.layout, benches: benches.slice(0, -1) })}
            >
              {t('takeTheLastOneOut')}
            </Button>
          )}
          {room > 0 && room !== place.trayPlaces && (
            <Button size="small" variant="outlined" onClick={() => put('trayPlaces', room)}>
              {t('use', { trayPlaces: count(format, room, 'trayPlace') })}
            </Button>
          )}
        </Box>
        <Head>{t('countedThere')}</Head>
        {place.stock.map((item, i) => (
          <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1.6fr 1fr auto', gap: 1 }}>
            <WordField
              label={t('what')}
              value={item.what}
              onChange={(what) =>
                put(
                  'stock',
                  place.stock.map((other, at) => (at === i ? { ...other, what } : other)),
                )
              }
            />
            <NumberField
              label={t('howMany')}
              value={item.count}
              onChange={(n) =>
                n !== undefined &&
                put(
                  'stock',
                  place.stock.map((other, at) => (at === i ? { ...other, count: n } : other)),
                )
              }
            />
            <ChoiceField
              label={t('gives')}
              value={item.gives ?? ''}
              none={t('nothingThatRunsOut')}
              options={[
                ['heat', 'heat'],
                ['light', 'light'],
                ['cover', 'cover'],
              ]}
              onChange={(gives) =>
                put(
                  'stock',
                  place.stock.map((other, at) =>
                    at === i
                      ? gives === ''
                        ? { what: other.what, count: other.count }
                        : { ...other, gives, serves: other.serves ?? 4 }
                      : other,
                  ),
                )
              }
            />
            {item.gives && (
              <NumberField
                label={t('oneServes')}
                unit={t('trayPlaces3')}
                value={item.serves}
                onChange={(serves) =>
                  put(
                    'stock',
                    place.stock.map((other, at) => (at === i ? { ...other, serves } : other)),
                  )
                }
                error={at(`stock[${i}].serves`)}
              />
            )}
            <Button
              size="small"
              color="inherit"
              onClick={() =>
                put(
                  'stock',
                  place.stock.filter((_, other) => other !== i),
                )
              }
            >
              {t('delete')}
            </Button>
          </Box>
        ))}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() => put('stock', [...place.stock, { what: t('covers'), count: 1 }])}
        >
          {t('matsCoversReservoirs')}
        </Button>
      </Box>
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherPlaceThereFirst')} />}
    </EditorFrame>
  )
}

const Head = ({ children }: { children: string }) => (
  <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
    {children}
  </Typography>
)
