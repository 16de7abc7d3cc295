/** The benches of a place from above, to scale, with the trays where they stand on the working day. Trays are dragged to pin them. */
'use client'
import Box from '@mui/material/Box'
import { useDrag } from '@use-gesture/react'
import { Fragment, useMemo, useRef, useState, type KeyboardEvent } from 'react'
import { useTranslations } from 'next-intl'
import * as z from 'zod/mini'
import type { Day } from '../../core/calendar/day'
import { piecesOn, rectanglesOf, slotAt, withPin, type Piece, type Placement } from '../../core/benches/placement'
import { withSaid } from '../../core/batch/one-of-series'
import type { Place, StandsAt } from '../../season/schema'
import { ArrowList, ArrowRow } from '../../ui/arrow-list'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { useKept, type Reads } from '../../ui/use-kept'
import { nextStep, TINTED_BY, type NextStep, type TintedBy } from './model'
import { TintLegend } from './tint-legend'
import { TrayCard } from './tray-card'
import { drawn, WIDE } from '../../ui/bench-outline'
import { TINTS, TraysOf } from './bench-trays'

const TintedByKept = z.enum(TINTED_BY) as unknown as Reads<TintedBy>

/** Tints for what is next, by their number. */
const NEXT_TINTS: Record<NextStep, number> = { 'pot-up': 6, move: 1, harden: 3, plant: 0 }

export interface BenchDrawingProps {
  place: Place
  number: number
  placement: Placement
  day: Day
  /** On paper nothing can be chosen or dragged. */
  still?: boolean
}

export function BenchDrawing({ place, number, placement, day, still = false }: BenchDrawingProps) {
  const t = useTranslations('benches')
  const { format } = useSeason()
  const { rows, height } = useMemo(() => drawn(place, placement.levels), [place, placement.levels])
  const pieces = useMemo(() => piecesOn(placement, day), [placement, day])
  // A colour for a crop, so that its trays are found at a glance; the code says which batch.
  const tints = useMemo(() => {
    const crops = [...new Set(placement.pieces.map(({ standing }) => standing.batch.way.crop.key))]
    return new Map(crops.map((crop, i) => [crop, i % TINTS.length]))
  }, [placement])
  const [by, setBy] = useKept<TintedBy>('bench-tints', TintedByKept, 'crop')
  const tintOf = ({ standing: { batch, until } }: Piece) =>
    by === 'crop' ? tints.get(batch.way.crop.key)! : NEXT_TINTS[nextStep(batch, until)]
  const nameOf = ({ standing: { batch, until } }: Piece) =>
    by === 'crop' ? batch.way.crop.name : t(`nextSteps.${nextStep(batch, until)}`)
  const legend = [...new Map(pieces.map((one) => [nameOf(one), tintOf(one)]))]
    .map(([name, tint]) => ({ name, tint }))
    .sort((a, b) => a.name.localeCompare(b.name))
  const [chosen, setChosen] = useState<string>()
  const [dragged, setDragged] = useState<{ piece: Piece; dx: number; dy: number }>()
  const svg = useRef<SVGSVGElement>(null)
  const { busy: saving, change, failure } = useChange()
  // A change that is saved shows when the plan comes back with it; until then nothing is moved from where it was.
  const [saved, setSaved] = useState<Placement>()
  const busy = saving || saved === placement
  const piece = pieces.find(({ standing }) => standing.batch.id === chosen)
  // Chosen first, then put where a free place is tapped: the way of those who cannot drag.
  const movable = still || busy || piece?.standing.shared ? undefined : piece
  const without = placement.without.filter(({ from, until }) => from <= day && day < until)

  const pin = async (of: Piece, to: Omit<StandsAt, 'place'> | undefined) => {
    const { batch } = of.standing
    const stands = withPin(batch, place.key, to)
    const done = await change(
      [
        {
          of: 'plantings',
          key: batch.planting.key,
          from: batch.planting,
          to: withSaid(batch.planting, batch.n, { stands }),
        },
      ],
      to ? t('standsWhereItWasPut', { batch: batch.code }) : t('standsWhereItFits', { batch: batch.code }),
    )
    if (done) setSaved(placement)
  }
  /** Where a piece that is dragged so far would stand; on whole tray places, inside the bench. */
  const target = (of: Piece, dx: number, dy: number): Omit<StandsAt, 'place'> | undefined => {
    const from = rows[of.level]!
    const [first] = rectanglesOf(from.level, of.at, Math.min(1, of.length))
    const x = first!.x * from.slot.width + from.slot.width / 2 + dx
    const y = from.top + first!.y * from.slot.height + from.slot.height / 2 + dy
    const row = rows.find(
      ({ top, height: high, width }) => y >= top - 4 && y <= top + high + 4 && x >= -8 && x <= width + 8,
    )
    if (!row) return undefined
    const along = Math.min(row.level.along - 1, Math.max(0, Math.floor(x / row.slot.width)))
    const across = Math.min(row.level.across - 1, Math.max(0, Math.floor((y - row.top) / row.slot.height)))
    const at = Math.max(
      0,
      Math.min(slotAt(row.level, along, across), Math.floor(row.level.size - of.standing.size + 1e-9)),
    )
    return { bench: row.level.bench, level: row.level.level, at }
  }
  const bind = useDrag(
    ({ args: [of], movement: [mx, my], last, tap, event }) => {
      const target_ = of as Piece
      event.stopPropagation()
      if (tap) {
        setChosen((now) => (now === target_.standing.batch.id ? undefined : target_.standing.batch.id))
        setDragged(undefined)
        return
      }
      const scale = WIDE / (svg.current?.getBoundingClientRect().width ?? WIDE)
      const [dx, dy] = [mx * scale, my * scale]
      if (!last) {
        setDragged({ piece: target_, dx, dy })
        return
      }
      setDragged(undefined)
      const to = target(target_, dx, dy)
      if (to) void pin(target_, to)
    },
    { filterTaps: true, enabled: !still && !busy, pointer: { touch: true }, delay: 0, preventScroll: 180 },
  )
  /** Arrow keys move the tray that is chosen a tray place, or to the next level. */
  const onKey = (event: KeyboardEvent, of: Piece) => {
    const { level, at } = of
    const own = placement.levels[level]!
    const steps: Record<string, number> = { ArrowLeft: -own.across, ArrowRight: own.across, ArrowUp: -1, ArrowDown: 1 }
    if (event.key === 'Enter' || event.key === ' ') setChosen(of.standing.batch.id)
    else if (busy || of.standing.shared) return
    else if (event.altKey && steps[event.key] !== undefined) {
      const next = Math.max(
        0,
        Math.min(Math.floor(own.size - of.standing.size + 1e-9), Math.floor(at) + steps[event.key]!),
      )
      void pin(of, { bench: own.bench, level: own.level, at: next })
    } else if (event.altKey && (event.key === 'PageDown' || event.key === 'PageUp')) {
      const other = placement.levels[level + (event.key === 'PageDown' ? 1 : -1)]
      if (other) void pin(of, { bench: other.bench, level: other.level, at: 0 })
    } else return
    event.preventDefault()
  }
  const ghost = dragged && target(dragged.piece, dragged.dx, dragged.dy)
  const ghostRow = ghost && rows.find(({ level }) => level.bench === ghost.bench && level.level === ghost.level)
  return (
    <Box>
      <Box
        sx={{ overflowX: 'auto', '& > svg': { minWidth: still ? 0 : { xs: 620, sm: 0 } } }}
        {...(still ? {} : { tabIndex: 0, role: 'region', 'aria-label': t('benchesDrawnToScale') })}
      >
        <ArrowList plane>
          <svg
            ref={svg}
            width="100%"
            viewBox={`-2 0 ${WIDE + 4} ${height}`}
            role="group"
            aria-label={t('fromAboveOn', { place: place.name, day: format.date(day) })}
            style={{ display: 'block', maxHeight: still ? undefined : '60vh', touchAction: 'pan-x pan-y' }}
          >
            {rows.map((row) => (
              <g key={row.number} transform={`translate(0 ${row.top})`}>
                <text y={-7} fontSize={14} fill="var(--mui-palette-text-secondary)">
                  {row.level.name}
                </text>
                <rect
                  width={row.width}
                  height={row.height}
                  fill="var(--ribbon)"
                  stroke="var(--mui-palette-text-secondary)"
                  strokeWidth={1.2}
                  rx={2}
                />
                {rectanglesOf(row.level, 0, row.level.size).map(({ x, y }, i) => (
                  <rect
                    key={i}
                    x={x * row.slot.width + 1}
                    y={y * row.slot.height + 1}
                    width={row.slot.width - 2}
                    height={row.slot.height - 2}
                    fill="none"
                    stroke="var(--mui-palette-divider)"
                    strokeWidth={0.8}
                    pointerEvents="all"
                    style={movable ? { cursor: 'pointer' } : undefined}
                    data-free={`${row.number}/${i}`}
                    onClick={
                      movable
                        ? () =>
                            void pin(movable, {
                              bench: row.level.bench,
                              level: row.level.level,
                              at: Math.max(0, Math.min(i, Math.floor(row.level.size - movable.standing.size + 1e-9))),
                            })
                        : undefined
                    }
                  />
                ))}
              </g>
            ))}
            {pieces.map((one) => {
              const { id } = one.standing.batch
              const key = `${id} ${one.standing.shared ? 'shared' : ''} ${one.level} ${one.at}`
              const drawing = (
                <g
                  {...(still || one.standing.shared ? {} : bind(one))}
                  role="button"
                  {...(still ? { tabIndex: -1 } : {})}
                  aria-pressed={chosen === id}
                  aria-label={t('until', {
                    batch: one.standing.batch.code,
                    variety: one.standing.batch.variety.name,
                    trayPlaces: count(format, one.standing.size, 'trayPlace'),
                    until: format.date(one.standing.until),
                    pinned: one.standing.pinned ? 'yes' : 'no',
                  })}
                  onKeyDown={(event) => onKey(event, one)}
                  opacity={dragged?.piece === one ? 0.35 : 1}
                  style={{ cursor: still ? 'default' : 'grab', outlineOffset: 2, touchAction: 'pan-x pan-y' }}
                  data-piece={one.standing.batch.code}
                >
                  {/* What a pointer that rests on it is told. */}
                  <title>
                    {t('untilOfBatch', {
                      batch: one.standing.batch.code,
                      variety: one.standing.batch.variety.name,
                      until: format.date(one.standing.until),
                    })}
                  </title>
                  <TraysOf piece={one} row={rows[one.level]!} tint={tintOf(one)} day={day} chosen={chosen === id} />
                </g>
              )
              return still ? (
                <Fragment key={key}>{drawing}</Fragment>
              ) : (
                <ArrowRow key={key} here={chosen === id}>
                  {drawing}
                </ArrowRow>
              )
            })}
            {dragged && ghost && ghostRow && (
              <g pointerEvents="none">
                {rectanglesOf(ghostRow.level, ghost.at, dragged.piece.standing.size).map(
                  ({ x, y, width, height: high }, i) => (
                    <rect
                      key={i}
                      x={x * ghostRow.slot.width + 1}
                      y={ghostRow.top + y * ghostRow.slot.height + 1}
                      width={width * ghostRow.slot.width - 2}
                      height={high * ghostRow.slot.height - 2}
                      fill="none"
                      stroke="var(--mui-palette-primary-main)"
                      strokeWidth={2.5}
                      strokeDasharray="5 3"
                    />
                  ),
                )}
              </g>
            )}
          </svg>
        </ArrowList>
      </Box>
      {legend.length > 0 && (
        <Box sx={{ mt: 0.75 }}>
          <TintLegend by={by} shown={legend} {...(still ? {} : { onChange: setBy })} />
        </Box>
      )}
      {failure && <Box sx={{ color: 'error.main' }}>{failure}</Box>}
      {without.length > 0 && (
        <Box sx={{ mt: 0.5, color: 'error.main', fontWeight: 650, fontSize: 14 }}>
          {t('noRoomFor', {
            without: without
              .map(({ standing, size }) => `${standing.batch.code} (${count(format, size, 'trayPlace')})`)
              .join(', '),
          })}
        </Box>
      )}
      {placement.lostPins.some(({ from, until }) => from <= day && day < until) && (
        <Box sx={{ mt: 0.5, color: 'warning.main', fontSize: 14 }}>
          {t('notWhereTheyWerePut', {
            lostPins: placement.lostPins
              .filter(({ from, until }) => from <= day && day < until)
              .map(({ batch }) => batch.code)
              .join(', '),
          })}
        </Box>
      )}
      {!still && (
        <Box
          className="no-print"
          sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, fontSize: 13, color: 'text.secondary', mt: 0.5 }}
        >
          <span>{t('touchATrayToSee')}</span>
          <span>
            <Box
              component="span"
              sx={{
                display: 'inline-block',
                width: 12,
                height: 4,
                bgcolor: 'warning.main',
                mr: 0.5,
                verticalAlign: 'middle',
              }}
            />
            {t('leavesWithinAWeek')}
          </span>
        </Box>
      )}
      {piece && !still && (
        <TrayCard
          piece={piece}
          levels={placement.levels}
          pieces={pieces}
          busy={busy}
          onPin={(to) => void pin(piece, to)}
          onClose={() => setChosen(undefined)}
        />
      )}
      <span data-place={number} />
    </Box>
  )
}
