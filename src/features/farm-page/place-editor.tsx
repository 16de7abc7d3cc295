/** A place: its room drawn to scale, its light, its warmth through the year, and what is counted there. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import { useDeferredValue, useMemo } from 'react'
import { createClimate } from '../../core/climate/climate'
import { lampDay } from '../../core/climate/light'
import { parseDay } from '../../core/calendar/day'
import { trayPlacesOf } from '../../core/geometry/bench'
import { traysOnBench } from '../../core/geometry/bench'
import { Place as PlaceSchema, type Place } from '../../season/schema'
import { present } from '../../season/values'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { scaleOf } from '../../ui/measure'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { count } from '../../words/format'
import { MONTHS, PLACE_KIND_WORDS } from '../../words/farm'
import { PanelHead } from './panel-head'

const LineChart = dynamic(() => import('../../ui/chart/line-chart'), {
  ssr: false,
  loading: () => <Box sx={{ height: 190 }} />,
})
const KINDS = Object.entries(PLACE_KIND_WORDS) as [Place['kind'], string][]
const YEAR = [1, 13, 2] as const // January to January, every second month named
type Warmth = Omit<Place['temperature'], 'periods'>

export function PlaceEditor({
  stored,
  isNew = false,
  onDone,
}: {
  stored: Place
  isNew?: boolean
  onDone?: (key: string) => void
}) {
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
            Remove
          </Button>
        )
      }
    >
      <WarmthCurve place={place} sound={problems.length === 0} />
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
        <WordField label="Name" value={place.name} onChange={(name) => put('name', name)} error={at('name')} />
        <Box sx={two}>
          <ChoiceField label="Kind" value={place.kind} options={KINDS} onChange={(kind) => kind && put('kind', kind)} />
          <NumberField
            label="Room"
            unit="tray places"
            value={place.trayPlaces}
            onChange={(n) => n !== undefined && put('trayPlaces', n)}
            error={at('trayPlaces')}
          />
        </Box>
        <Head>Warmth</Head>
        <WarmthFields
          value={place.temperature}
          at={(path) => at(`temperature.${path}`)}
          onChange={(next) => put('temperature', { ...next, periods })}
        />
        {periods.map((period, i) => (
          <Box key={i} sx={{ pl: 1.5, borderLeft: 2, borderColor: 'divider', display: 'grid', gap: 1.25 }}>
            <Box sx={two}>
              <WordField
                label="From, MM-DD"
                value={period.from}
                onChange={(from) => setPeriods(periods.map((other, at) => (at === i ? { ...other, from } : other)))}
                error={at(`temperature.periods[${i}].from`)}
              />
              <WordField
                label="Until, MM-DD"
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
              Take this part of the year out
            </Button>
          </Box>
        ))}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() => setPeriods([...periods, { from: '11-01', until: '03-01', floor: 2 }])}
        >
          A part of the year that differs
        </Button>
        <Head>Light</Head>
        <Box sx={two}>
          <NumberField
            label="Daylight that reaches it"
            quantity="share"
            value={place.transmission}
            onChange={(x) => put('transmission', x)}
            error={at('transmission')}
          />
          <NumberField
            label="Headroom"
            quantity="length"
            value={place.layout?.headroom}
            onChange={(x) => put('layout', { benches, ...place.layout, headroom: x })}
            error={at('layout.headroom')}
          />
          <NumberField
            label="Lamp strength"
            unit="µmol/m²s"
            value={place.lamp?.ppfd}
            onChange={(ppfd) => put('lamp', ppfd === undefined ? undefined : { hours: 16, ...place.lamp, ppfd })}
            error={at('lamp.ppfd')}
          />
          <NumberField
            label="Lamp hours"
            unit="h"
            value={place.lamp?.hours}
            onChange={(hours) => place.lamp && hours !== undefined && put('lamp', { ...place.lamp, hours })}
            error={at('lamp.hours')}
          />
          <NumberField
            label="Lamp height over trays"
            quantity="length"
            value={place.layout?.lampHeight}
            onChange={(x) => put('layout', { benches, ...place.layout, lampHeight: x })}
            error={at('layout.lampHeight')}
          />
        </Box>
        <LampLine place={place} />
        <Head>Open part of the year</Head>
        <Box sx={two}>
          <WordField
            label="Open from, MM-DD"
            value={place.open?.from ?? ''}
            placeholder="all year"
            onChange={(from) => put('open', from === '' ? undefined : { until: '12-31', ...place.open, from })}
            error={at('open.from')}
          />
          <WordField
            label="Until, MM-DD"
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
              <WordField
                label="From, MM-DD"
                value={part.from}
                onChange={(from) => set({ from })}
                error={at(`rooms[${i}].from`)}
              />
              <WordField
                label="Until, MM-DD"
                value={part.until}
                onChange={(until) => set({ until })}
                error={at(`rooms[${i}].until`)}
              />
              <NumberField
                label="Tray places"
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
                Take out
              </Button>
              <Box sx={{ gridColumn: '1 / -1' }}>
                <WordField label="Why" value={part.why ?? ''} onChange={(why) => set({ why })} />
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
          A part of the year with other room
        </Button>
        <Head>Benches and levels</Head>
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
                label="Bench"
                value={bench.name}
                onChange={(name) => set({ name })}
                error={at(`layout.benches[${i}].name`)}
              />
              <NumberField
                label="Length"
                quantity="length"
                value={bench.length}
                onChange={(length) => length !== undefined && set({ length })}
                error={at(`layout.benches[${i}].length`)}
              />
              <NumberField
                label="Width"
                quantity="length"
                value={bench.width}
                onChange={(width) => width !== undefined && set({ width })}
                error={at(`layout.benches[${i}].width`)}
              />
              <NumberField
                label="Levels"
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
                benches: [...benches, { name: `Bench ${benches.length + 1}`, length: 600, width: 120, levels: 1 }],
              })
            }
          >
            Add a bench
          </Button>
          {benches.length > 0 && (
            <Button
              size="small"
              color="inherit"
              onClick={() => put('layout', { ...place.layout, benches: benches.slice(0, -1) })}
            >
              Take the last one out
            </Button>
          )}
          {room > 0 && room !== place.trayPlaces && (
            <Button size="small" variant="outlined" onClick={() => put('trayPlaces', room)}>
              Take {count(format, room, 'tray place')}
            </Button>
          )}
        </Box>
        <Head>Counted there</Head>
        {place.stock.map((item, i) => (
          <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1.6fr 1fr auto', gap: 1 }}>
            <WordField
              label="What"
              value={item.what}
              onChange={(what) =>
                put(
                  'stock',
                  place.stock.map((other, at) => (at === i ? { ...other, what } : other)),
                )
              }
            />
            <NumberField
              label="How many"
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
              label="Gives"
              value={item.gives ?? ''}
              none="nothing that runs out"
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
                label="One serves"
                unit="tray places"
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
              Take out
            </Button>
          </Box>
        ))}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() => put('stock', [...place.stock, { what: 'Covers', count: 1 }])}
        >
          Mats, covers, reservoirs …
        </Button>
      </Box>
      {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut="Choose another place there first." />}
    </EditorFrame>
  )
}

const Head = ({ children }: { children: string }) => (
  <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
    {children}
  </Typography>
)

/** What the lamps do on the working day, and how long they would have to be on. */
function LampLine({ place }: { place: Place }) {
  const { season, format } = useSeason()
  const day = useWorkingDay()
  const { site } = season
  const lamps = lampDay(place, day, site.latitude, site.clearness)
  if (!lamps) return null
  const enough =
    lamps.enough === undefined
      ? 'no number of hours would be enough'
      : lamps.enough === 0
        ? 'daylight alone is enough'
        : `${format.number(lamps.enough, 1)} hours would be enough`
  return (
    <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
      On {format.date(day)} the day has {format.number(lamps.daylight, 1)} hours. With the lamps on for{' '}
      {format.number(place.lamp!.hours, 1)} hours plants get {format.number(lamps.light, 1)} mol of light; {enough}.
    </Box>
  )
}

function WarmthFields({
  value,
  at,
  onChange,
}: {
  value: Warmth
  at: (path: string) => string | undefined
  onChange: (value: Warmth) => void
}) {
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
      {field('held', 'Held at', 'temperature')}
      {value.held === undefined && (
        <>
          {field('lift', 'Over outdoors', 'difference')}
          {field('halfRange', 'Day over mean', 'difference')}
          {field('floor', 'Not under', 'temperature')}
          {field('ceiling', 'Not over', 'temperature')}
        </>
      )}
    </Box>
  )
}

/** Daily mean of the place and outdoors, through the year of the season. */
function WarmthCurve({ place, sound }: { place: Place; sound: boolean }) {
  const { season, format } = useSeason()
  const deferred = useDeferredValue(place)
  const { units } = format
  const curves = useMemo(() => {
    const outside = PlaceSchema.parse({
      key: 'outside',
      name: 'Outdoors',
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
  }, [season, deferred, sound, units])
  const text = useMemo(
    () => ({
      x: (month: number) => MONTHS[(Math.floor(month + 1e-6) - 1) % 12]!,
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
      yName={`mean of the day, ${scaleOf('temperature', units).unit}`}
      xText={text.x}
      yText={text.y}
      height={180}
      label={`${place.name} and outdoors: mean temperature through the year`}
    />
  )
}

/** Every bench from above, with the trays it takes, all in one scale. */
function BenchDrawing({ benches }: { benches: NonNullable<Place['layout']>['benches'] }) {
  if (benches.length === 0) return null
  const longest = Math.max(...benches.map(({ length }) => length))
  const scale = 360 / longest
  const height = (bench: (typeof benches)[number]) => bench.width * scale + 22
  const drawn = benches.map((bench, i) => ({
    bench,
    top: benches.slice(0, i).reduce((sum, other) => sum + height(other), 0),
  }))
  const y = benches.reduce((sum, bench) => sum + height(bench), 0)
  return (
    <svg width="100%" viewBox={`0 0 372 ${y}`} role="img" aria-label="Benches drawn to scale with the trays they take">
      {drawn.map(({ bench, top }, i) => {
        const { along, across, tray } = traysOnBench(bench)
        return (
          <g key={i} transform={`translate(2 ${top + 2})`}>
            <rect
              width={bench.length * scale}
              height={bench.width * scale}
              fill="none"
              stroke="currentColor"
              strokeWidth={1.5}
            />
            {Array.from({ length: Math.min(600, along * across) }, (_, n) => (
              <rect
                key={n}
                x={(n % along) * tray.length * scale + 0.75}
                y={Math.floor(n / along) * tray.width * scale + 0.75}
                width={Math.max(0.5, tray.length * scale - 1.5)}
                height={Math.max(0.5, tray.width * scale - 1.5)}
                fill="var(--ribbon)"
                stroke="currentColor"
                strokeWidth={0.4}
              />
            ))}
            <text y={bench.width * scale + 14} fontSize={12} fill="currentColor">
              {bench.name}: {along * across * bench.levels} tray places
              {bench.levels > 1 ? ` on ${bench.levels} levels` : ''}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
