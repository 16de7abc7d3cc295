/** Rows of stairs on a shared time axis, with the working day across them and the load of one place beneath. */
'use client'
import WarningIcon from '@mui/icons-material/ReportProblemOutlined'
import Box from '@mui/material/Box'
import { useVirtualizer } from '@tanstack/react-virtual'
import {
  memo,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  type KeyboardEvent,
  type ReactNode,
  type RefObject,
} from 'react'
import { monthStarts, type Day } from '../../core/calendar/day'
import { lastFrostFor } from '../../core/frost/working-date'
import { workingFrostDate } from '../../core/frost/working-date'
import type { FieldCrop } from '../../core/field/field-crop'
import { outlookOf } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import type { Format } from '../../words/format'
import { markTag } from '../../words/marks'
import { outlookWords } from '../../ui/records/words'
import { dayScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { Stair } from '../../ui/stair/stair'
import { Grip, TrialWords, useDragging, useStairKeys } from './stair-drag'
import { LoadStrip, STRIP_HEIGHT } from './load-strip'
import { standing, type PlanRow, type Standing } from './model'

const ROW = 39 // px
const GROUP = 34
const AXIS = 38
const STAIR = 28 // highest tread, px

export interface PlanChartProps {
  rows: readonly PlanRow[]
  chosen: string | null
  onChoose: (id: string) => void
  pixelsPerDay: number
  /** Width of the names, px. */
  names: number
  /** Under a crop's heading the crop need not be said again. */
  underCrop: boolean
  stripPlace: number
  onStripPlace: (place: number) => void
}

export function PlanChart({
  rows,
  chosen,
  onChoose,
  pixelsPerDay,
  names,
  underCrop,
  stripPlace,
  onStripPlace,
}: PlanChartProps) {
  const { span, plan, format, workingDay } = useSeason()
  const { shortOfSeed } = plan
  const scroller = useRef<HTMLDivElement>(null)
  const width = Math.ceil((span.last - span.first) * pixelsPerDay) + 90
  const x = useMemo(
    () => dayScale(span.first, span.last, 0, (span.last - span.first) * pixelsPerDay),
    [span.first, span.last, pixelsPerDay],
  )
  const most = useMemo(
    () => Math.max(4, ...plan.batches.flatMap((batch) => batch.stays.map((stay) => stay.trayPlaces))),
    [plan],
  )
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoized by the compiler
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (rows[i]!.kind === 'group' ? GROUP : ROW),
    getItemKey: (i) => rows[i]!.id,
    overscan: 10,
    initialRect: { width: 1000, height: 560 },
    scrollMargin: AXIS,
    // The axis lies over the first pixels and the load strip over the last: a row there is not in view.
    scrollPaddingStart: AXIS + GROUP,
    scrollPaddingEnd: STRIP_HEIGHT,
  })
  // Rows change height when they change kind at the same place in the list.
  useLayoutEffect(() => virtual.measure(), [rows, virtual])
  useDayInView(scroller, x, names)
  // A batch chosen by a link, or moved by a change, is brought into view.
  const chosenRow = rows.findIndex((row) => row.id === chosen)
  useEffect(() => {
    if (chosenRow >= 0) virtual.scrollToIndex(chosenRow, { align: 'auto' })
  }, [chosenRow, virtual])

  const { trial } = useDragging()
  const stairKeys = useStairKeys()
  const focusRow = (i: number) => {
    const row = rows[i]
    if (!row || row.kind === 'group') return
    virtual.scrollToIndex(i)
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-row="${CSS.escape(row.id)}"]`)?.focus(),
    )
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const here = (document.activeElement as HTMLElement | null)?.dataset.row
    const from = rows.findIndex((row) => row.id === here)
    const row = rows[from]
    if (stairKeys(event, row?.kind === 'batch' ? row.batch : undefined)) return
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (from < 0 || step === 0) return
    event.preventDefault()
    let to = from + step
    while (rows[to]?.kind === 'group') to += step
    focusRow(to)
  }

  const total = virtual.getTotalSize()
  return (
    <Box sx={{ flex: 1, minHeight: 0, display: 'flex', position: 'relative' }}>
      <Box
        ref={scroller}
        tabIndex={-1}
        onKeyDown={onKeyDown}
        data-testid="plan-scroller"
        sx={{
          flex: 1,
          minHeight: 0,
          overflow: 'auto',
          position: 'relative',
          outline: 'none',
          '@media print': { overflow: 'visible' },
        }}
      >
        <Box
          sx={{
            position: 'relative',
            width: names + width,
            minHeight: '100%',
            display: 'flex',
            flexDirection: 'column',
          }}
        >
          <Axis x={x} names={names} width={width} format={format} />
          <Box role="list" aria-label="Batches" sx={{ position: 'relative', height: total, flex: '1 0 auto' }}>
            <Grid x={x} left={names} width={width} />
            {virtual.getVirtualItems().map((item) => {
              const row = rows[item.index]!
              const top = item.start - AXIS
              return row.kind === 'group' ? (
                <GroupRow key={row.id} row={row} top={top} format={format} />
              ) : row.kind === 'stand' ? (
                <StandRow
                  key={row.id}
                  stand={row.stand}
                  top={top}
                  chosen={chosen === row.id}
                  onChoose={onChoose}
                  x={x}
                  names={names}
                  underCrop={underCrop}
                  width={width}
                  format={format}
                />
              ) : (
                <BatchRow
                  key={row.id}
                  batch={row.batch}
                  next={trial?.before === row.batch ? trial.next : undefined}
                  short={shortOfSeed.has(row.id)}
                  top={top}
                  chosen={chosen === row.id}
                  onChoose={onChoose}
                  x={x}
                  most={most}
                  names={names}
                  underCrop={underCrop}
                  width={width}
                  format={format}
                />
              )
            })}
          </Box>
          <DayLine names={names} x={x} />
          <LoadStrip
            x={x}
            names={names}
            width={width}
            place={stripPlace}
            onPlace={onStripPlace}
            workingDay={workingDay}
            trial={trial?.plan}
          />
        </Box>
      </Box>
      <TrialWords />
    </Box>
  )
}

const Axis = memo(function Axis({
  x,
  names,
  width,
  format,
}: {
  x: (day: Day) => number
  names: number
  width: number
  format: Format
}) {
  const { span, season } = useSeason()
  const months = monthStarts(span.first, span.last)
  const { frost, latitude } = season.site
  const springs = frost ? springsIn(span.first, span.last, (day) => lastFrostFor(frost, latitude, day, 0.5)) : []
  return (
    <Box
      sx={{
        position: 'sticky',
        top: 0,
        height: AXIS,
        zIndex: 4,
        bgcolor: 'background.default',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      <Box
        sx={{
          position: 'sticky',
          left: 0,
          width: names,
          height: AXIS - 1,
          zIndex: 2,
          bgcolor: 'background.default',
          float: 'left',
        }}
      />
      {months.map((day, i) => (
        <Box
          key={day}
          sx={{
            position: 'absolute',
            left: names + x(day),
            width: x(months[i + 1] ?? span.last) - x(day),
            top: 3,
            fontSize: 13.5,
            color: 'text.secondary',
            pointerEvents: 'none',
          }}
        >
          <Box
            component="span"
            sx={{ position: 'sticky', left: names + 6, display: 'inline-block', pl: 0.75, whiteSpace: 'nowrap' }}
          >
            {x(1) - x(0) < 2 ? format.month(day).slice(0, 3) : format.month(day)}
          </Box>
        </Box>
      ))}
      {frost &&
        springs.map((median) => (
          <Box
            key={median}
            component="span"
            sx={{
              position: 'absolute',
              left: names + x(median),
              top: 21,
              fontSize: 11.5,
              lineHeight: 1.2,
              color: 'text.secondary',
              px: 0.25,
              whiteSpace: 'nowrap',
            }}
          >
            frost 1 in 2 → 1 in {Math.round(1 / frost.trustedChance)}
          </Box>
        ))}
      <Box sx={{ width }} />
    </Box>
  )
})

/** Spring frost dates that fall inside the span. */
function springsIn(first: Day, last: Day, median: (day: Day) => Day): Day[] {
  const found = new Set<Day>()
  for (let day = first; day < last; day += 90) found.add(median(day))
  return [...found].filter((day) => day >= first && day < last)
}

const Grid = memo(function Grid({ x, left, width }: { x: (day: Day) => number; left: number; width: number }) {
  const { span, season } = useSeason()
  const { frost, latitude } = season.site
  const springs = frost ? springsIn(span.first, span.last, (day) => lastFrostFor(frost, latitude, day, 0.5)) : []
  return (
    <svg width={width} height="100%" aria-hidden="true" style={{ position: 'absolute', left, top: 0 }}>
      {frost &&
        springs.map((median) => {
          const trusted = workingFrostDate(frost, latitude, median)
          return (
            <rect
              key={median}
              x={x(median)}
              y={0}
              width={Math.max(2, x(trusted) - x(median))}
              height="100%"
              fill="var(--frost)"
              opacity={0.13}
            />
          )
        })}
      {monthStarts(span.first, span.last).map((day) => (
        <line key={day} x1={x(day)} x2={x(day)} y1={0} y2="100%" stroke="var(--mui-palette-divider)" />
      ))}
    </svg>
  )
})

function GroupRow({ row, top, format }: { row: Extract<PlanRow, { kind: 'group' }>; top: number; format: Format }) {
  const title = row.week === undefined ? row.title : `${row.title}, from ${format.date(row.week)}`
  return (
    <Box
      role="listitem"
      sx={{ position: 'absolute', top, left: 0, right: 0, height: GROUP, pointerEvents: 'none', zIndex: 3 }}
    >
      <Box
        sx={{
          position: 'sticky',
          left: 0,
          display: 'inline-flex',
          alignItems: 'baseline',
          gap: 1.5,
          pt: 1,
          pl: { xs: 1, md: 2.5 },
          pr: 2,
          maxWidth: '90vw',
        }}
      >
        <Box component="span" sx={{ fontFamily: 'var(--heading)', fontSize: 17 }}>
          {title}
        </Box>
        <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
          {row.batches} {row.batches === 1 ? 'batch' : 'batches'} · {format.number(row.plants)} plants
        </Box>
      </Box>
    </Box>
  )
}

interface BatchRowProps {
  batch: Batch
  /** It as it would be, while it is dragged. */
  next?: Batch | undefined
  /** Its seed lot does not reach for it. */
  short: boolean
  top: number
  chosen: boolean
  onChoose: (id: string) => void
  x: (day: Day) => number
  most: number
  names: number
  underCrop: boolean
  width: number
  format: Format
}

/** What is sown in its place: a line along the ground from sowing to the day it is clear, with its leaves. */
const StandRow = memo(function StandRow({
  stand,
  top,
  chosen,
  onChoose,
  x,
  names,
  underCrop,
  width,
  format,
}: { stand: FieldCrop } & Omit<BatchRowProps, 'batch' | 'next' | 'short' | 'most'>) {
  const { inPlace, from, until, harvest } = stand
  const words = `${stand.code} ${stand.variety.name}, ${format.number(stand.plants)} plants, sow in place ${format.date(from)}`
  const ground = ROW - 7
  const end = harvest ?? until
  const up = inPlace!.up ?? from
  const leaves = Array.from({ length: Math.max(0, Math.floor((x(end) - x(up)) / 14)) }, (_, i) => x(up) + 7 + i * 14)
  return (
    <RowFrame id={stand.id} words={words} top={top} chosen={chosen} onChoose={onChoose}>
      <RowName
        code={stand.code}
        name={underCrop ? shortName(stand.variety.name, stand.crop.name) : stand.variety.name}
        plants={format.number(stand.plants)}
        chosen={chosen}
        names={names}
        state={inPlace!.up === undefined ? 'doubtful' : 'fine'}
      />
      <svg width={width} height={ROW} aria-hidden="true" style={{ display: 'block', flex: 'none' }}>
        <path d={`M${x(from)} ${ground}H${x(until)}`} stroke="currentColor" strokeWidth="1.6" />
        <circle cx={x(from)} cy={ground} r="3" fill="currentColor" />
        <path
          d={leaves.map((at) => `M${at} ${ground}v-7m-3 -3l3 3l3 -3`).join('')}
          stroke="var(--mui-palette-success-main)"
          strokeWidth="1.3"
          fill="none"
        />
        <path
          d={`M${x(end)} ${ground - 3}H${x(until)}`}
          stroke="var(--mui-palette-success-main)"
          strokeWidth="5"
          opacity="0.45"
        />
        <text x={x(until) + 8} y={ROW - 8} fontSize={12.5} fontWeight={700} fill="var(--mui-palette-success-main)">
          sown {format.shortDate(from)}
        </text>
      </svg>
    </RowFrame>
  )
})

/** The button a row is. */
function RowFrame({
  id,
  words,
  top,
  chosen,
  onChoose,
  children,
}: {
  id: string
  words: string
  top: number
  chosen: boolean
  onChoose: (id: string) => void
  children: ReactNode
}) {
  return (
    <Box role="listitem" sx={{ position: 'absolute', top, left: 0, width: '100%', height: ROW }}>
      <Box
        component="button"
        type="button"
        data-row={id}
        aria-label={words}
        aria-pressed={chosen}
        onClick={() => onChoose(id)}
        sx={{
          all: 'unset',
          position: 'absolute',
          inset: 0,
          display: 'flex',
          cursor: 'pointer',
          bgcolor: chosen ? 'var(--row-chosen)' : 'transparent',
          borderBottom: '1px solid',
          borderColor: 'divider',
          '&:hover': { bgcolor: 'var(--row-chosen)' },
          '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 },
        }}
      >
        {children}
      </Box>
    </Box>
  )
}

/** Code, name and plants, which stay in view while the days are scrolled. */
function RowName({
  code,
  name,
  plants,
  chosen,
  names,
  state,
}: {
  code: string
  name: string
  plants: string
  chosen: boolean
  names: number
  state: Standing
}) {
  return (
    <Box
      sx={{
        position: 'sticky',
        left: 0,
        zIndex: 3,
        width: names,
        flex: 'none',
        boxSizing: 'border-box',
        pl: { xs: 1, md: 2.5 },
        pr: 1,
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        bgcolor: chosen ? 'var(--row-chosen)' : 'background.default',
        borderLeft: 4,
        borderColor: chosen ? 'secondary.main' : 'transparent',
        fontSize: 14,
      }}
    >
      <Box component="span" sx={{ flex: 'none', width: 46, fontWeight: 700, color: 'text.secondary', fontSize: 13 }}>
        {code}
      </Box>
      <Box
        component="span"
        sx={{
          flex: 1,
          minWidth: 0,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
          fontWeight: chosen ? 750 : 450,
        }}
      >
        {name}
      </Box>
      {state !== 'fine' && (
        <WarningIcon sx={{ fontSize: 16, color: state === 'cannot' ? 'error.main' : 'warning.main' }} />
      )}
      <Box component="span" sx={{ flex: 'none', textAlign: 'right', display: { xs: 'none', sm: 'inline' } }}>
        {plants}
      </Box>
    </Box>
  )
}

const BatchRow = memo(function BatchRow({
  batch,
  next,
  short,
  top,
  chosen,
  onChoose,
  x,
  most,
  names,
  underCrop,
  width,
  format,
}: BatchRowProps) {
  const state = standing(batch)
  const outlook = outlookOf(batch)
  const tags = [
    ...batch.marks.map(markTag),
    ...(short ? ['short of seed'] : []),
    ...(outlook && outlook.kind !== 'on-time' ? [outlookWords(outlook, format)] : []),
  ]
  const words = `${batch.code} ${batch.variety.name}, ${format.number(batch.plants)} plants, ${
    batch.sow === undefined ? 'no sowing day works' : `sow ${format.date(batch.sow)}`
  }, plant ${format.date(batch.plantOn)}${tags.length > 0 ? `; ${tags.join(', ')}` : ''}`
  return (
    <RowFrame id={batch.id} words={words} top={top} chosen={chosen} onChoose={onChoose}>
      <RowName
        code={batch.code}
        name={underCrop ? shortName(batch.variety.name, batch.way.crop.name) : batch.variety.name}
        plants={format.number(batch.plants)}
        chosen={chosen}
        names={names}
        state={state}
      />
      <svg width={width} height={ROW} aria-hidden="true" style={{ display: 'block', flex: 'none' }}>
        <Grip batch={batch} x={x} row={ROW}>
          <g opacity={next ? 0.3 : 1}>
            <Stair batch={batch} x={x} most={most} height={STAIR} base={ROW - 5} />
          </g>
        </Grip>
        {(batch.progress?.planned ?? batch).pinned && (
          <circle cx={x(batch.sow ?? batch.plantOn) - 7} cy={ROW - 12} r={3.2} fill="var(--mui-palette-text-primary)" />
        )}
        {next && (
          <g pointerEvents="none">
            <Stair batch={next} x={x} most={most} height={STAIR} base={ROW - 5} />
          </g>
        )}
        <PlantDate
          batch={next ?? batch}
          short={short}
          x={x}
          format={format}
          cannot={standing(next ?? batch) === 'cannot'}
        />
      </svg>
    </RowFrame>
  )
})

/** A variety's name without its crop: "red oak" under the heading Lettuce. */
function shortName(variety: string, crop: string): string {
  const rest = variety.startsWith(`${crop}, `) ? variety.slice(crop.length + 2) : ''
  return rest === '' ? variety : rest[0]!.toUpperCase() + rest.slice(1)
}

function PlantDate({
  batch,
  short,
  x,
  format,
  cannot,
}: {
  batch: Batch
  short: boolean
  x: (day: Day) => number
  format: Format
  cannot: boolean
}) {
  const worst = batch.marks[0]
  const known = outlookOf(batch)
  const outlook = known && known.kind !== 'on-time' ? known : undefined
  const color = cannot ? 'var(--mui-palette-error-main)' : 'var(--mui-palette-success-main)'
  const late = batch.ready !== undefined && batch.ready > batch.plantOn ? x(batch.ready) - x(batch.plantOn) : 0
  return (
    <text x={x(batch.plantOn) + 11 + late} y={ROW - 8} fontSize={12.5} fontWeight={700} fill={color}>
      {format.shortDate(batch.plantOn)}
      {cannot && worst ? ` · ${markTag(worst)}` : ''}
      {short && <tspan fill="var(--mui-palette-warning-main)"> · short of seed</tspan>}
      {outlook && !cannot && (
        <tspan fill={outlook.kind === 'early' ? 'var(--mui-palette-warning-main)' : 'var(--mui-palette-error-main)'}>
          {' '}
          · {outlookWords(outlook, format)}
        </tspan>
      )}
    </text>
  )
}

/** The working day across all rows; what lies before it is paler. Moves without drawing anything else again. */
function DayLine({ names, x }: { names: number; x: (day: Day) => number }) {
  const { workingDay } = useSeason()
  const veil = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const place = () => {
      if (veil.current) veil.current.style.transform = `translateX(${names + x(workingDay.get())}px)`
    }
    place()
    return workingDay.subscribe(place)
  }, [workingDay, names, x])
  return (
    <Box
      aria-hidden="true"
      sx={{
        position: 'absolute',
        inset: 0,
        overflow: 'hidden',
        pointerEvents: 'none',
        zIndex: 2,
        '@media print': { display: 'none' },
      }}
    >
      <Box
        ref={veil}
        sx={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          left: 0,
          width: 2,
          bgcolor: 'secondary.main',
          '&::before': {
            content: '""',
            position: 'absolute',
            top: 0,
            bottom: 0,
            right: 2,
            width: 6000,
            bgcolor: 'var(--veil)',
          },
        }}
      />
    </Box>
  )
}

/** Scrolls along when the working day leaves what can be seen. */
function useDayInView(scroller: RefObject<HTMLDivElement | null>, x: (day: Day) => number, names: number): void {
  const { workingDay } = useSeason()
  useEffect(() => {
    const follow = (always: boolean) => {
      const box = scroller.current
      if (!box) return
      const at = x(workingDay.get())
      const room = box.clientWidth - names
      if (always || at < box.scrollLeft + 20 || at > box.scrollLeft + room - 60)
        box.scrollTo({ left: Math.max(0, at - room * 0.42) })
    }
    follow(true)
    return workingDay.subscribe(() => follow(false))
  }, [scroller, x, names, workingDay])
}
