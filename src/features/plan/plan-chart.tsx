/** Rows of stairs on a shared time axis, with the working day across them and the load of one place beneath. */
'use client'
import Box from '@mui/material/Box'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useLayoutEffect, useMemo, useRef, type KeyboardEvent } from 'react'
import { useTranslations } from 'next-intl'
import { ArrowList } from '../../ui/arrow-list'
import { dayScale } from '../../ui/chart/scale'
import type { Ticks } from '../../ui/many/use-ticks'
import { useRehearsed } from '../../ui/rehearsed'
import { useSeason } from '../../ui/season-context'
import { TrialWords, useDragging, useStairKeys } from './stair-drag'
import { LoadStrip, STRIP_HEIGHT } from './load-strip'
import type { PlanRow } from './model'
import { Axis, Grid } from './chart-axis'
import { GroupRow, StandRow, BatchRow } from './chart-rows'
import { DayLine, useDayInView } from './chart-day'
import { ROW, GROUP, AXIS } from './chart-sizes'

/** Ids of the rows under each heading. */
function rowsByGroup(rows: readonly PlanRow[]): Map<string, string[]> {
  const groups = new Map<string, string[]>()
  let own: string[] = []
  for (const row of rows)
    if (row.kind === 'group') groups.set(row.id, (own = []))
    else own.push(row.id)
  return groups
}

export interface PlanChartProps {
  rows: readonly PlanRow[]
  chosen: string | null
  onChoose: (id: string) => void
  /** Rows that are ticked, while rows are ticked and not looked at. */
  ticks: Ticks | undefined
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
  ticks,
  pixelsPerDay,
  names,
  underCrop,
  stripPlace,
  onStripPlace,
}: PlanChartProps) {
  const t = useTranslations('plan')
  const { span, plan, season, today, format, workingDay } = useSeason()
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
  const rehearsed = useRehearsed()
  // What was rehearsed of another season, or on another day, is no longer so.
  const outlooks = useMemo(() => {
    const isOfNow = rehearsed?.season === season && rehearsed.today === today
    return new Map(isOfNow ? rehearsed.said.batches.map((one) => [one.id, one] as const) : [])
  }, [rehearsed, season, today])
  const stairKeys = useStairKeys()
  const onKeyDown = (event: KeyboardEvent) => {
    const here = (document.activeElement as HTMLElement | null)?.dataset.row
    const row = rows.find(({ id }) => id === here)
    stairKeys(event, row?.kind === 'batch' ? row.batch : undefined)
  }

  const press = ticks ? ticks.toggle : onChoose
  const groups = useMemo(() => (ticks ? rowsByGroup(rows) : undefined), [ticks, rows])
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
          <ArrowList>
            <Box role="list" aria-label={t('batches2')} sx={{ position: 'relative', height: total, flex: '1 0 auto' }}>
              <Grid x={x} left={names} width={width} />
              {virtual.getVirtualItems().map((item) => {
                const row = rows[item.index]!
                const top = item.start - AXIS
                return row.kind === 'group' ? (
                  <GroupRow
                    key={row.id}
                    row={row}
                    top={top}
                    format={format}
                    onTickAll={ticks && (() => ticks.toggleAll(groups!.get(row.id) ?? []))}
                  />
                ) : row.kind === 'stand' ? (
                  <StandRow
                    key={row.id}
                    stand={row.stand}
                    top={top}
                    chosen={ticks ? ticks.has(row.id) : chosen === row.id}
                    onChoose={press}
                    ticked={ticks?.has(row.id)}
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
                    outlook={outlooks.get(row.id)}
                    short={shortOfSeed.has(row.id)}
                    top={top}
                    chosen={ticks ? ticks.has(row.id) : chosen === row.id}
                    onChoose={press}
                    ticked={ticks?.has(row.id)}
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
          </ArrowList>
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
