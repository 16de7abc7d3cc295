/** The beds from above, to scale and in their directions: what stands in them on the day, moved by hand; blocks moved by their names. */
'use client'
import Box from '@mui/material/Box'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useDrag } from '@use-gesture/react'
import { useMemo, useRef, useState, type RefObject } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { BedUse } from '../../core/field/beds'
import {
  fieldMap,
  spotAt,
  stretchOn,
  type FieldMap,
  type MappedBed,
  type MappedBlock,
  type Point,
} from '../../core/field/map'
import type { Block } from '../../season/schema'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { isMoved, useBedMoving } from './bed-moving'
import { paintOf } from './bed-paint'
import { keyOfUse, useSpotStep } from './bed-piece'
import { spotNear } from './moving'
import { MapSigns } from './map-signs'

interface BedMapProps {
  day: Day
  uses: ReadonlyMap<string, readonly BedUse[]>
  chosenBed: string | undefined
  chosenStand: string | undefined
  onBed: (key: string) => void
  onStand: (id: string) => void
}

const MARGIN = { side: 26, top: 52, bottom: 44 } // px round the field, for its names, north and its scale
const WIDE = { desk: 980, phone: 360 } // px the drawing is made for
const TALLEST = 760 // px

/** What turns cm of the map into px of the drawing, and back. */
export interface Scale {
  width: number
  height: number
  /** px to a cm. */
  k: number
  x: (cm: number) => number
  y: (cm: number) => number
  /** A length in cm as px. */
  back: (px: number) => number
  pointAt: (x: number, y: number) => Point
}

function scaleOf({ from, to }: FieldMap, wide: number): Scale {
  const [east, south] = [Math.max(500, to.x - from.x), Math.max(500, to.y - from.y)]
  const k = Math.min((wide - 2 * MARGIN.side) / east, (TALLEST - MARGIN.top - MARGIN.bottom) / south)
  const left = (wide - east * k) / 2
  const x = (cm: number) => left + (cm - from.x) * k
  const y = (cm: number) => MARGIN.top + (cm - from.y) * k
  return {
    width: wide,
    height: MARGIN.top + south * k + MARGIN.bottom,
    k,
    x,
    y,
    back: (px) => px / k,
    pointAt: (px, py) => ({ x: from.x + (px - left) / k, y: from.y + (py - MARGIN.top) / k }),
  }
}

export function BedMap({ day, uses, chosenBed, chosenStand, onBed, onStand }: BedMapProps) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const narrow = useMediaQuery('(max-width:899px)')
  const map = useMemo(() => fieldMap(season), [season])
  const scale = useMemo(() => scaleOf(map, narrow ? WIDE.phone : WIDE.desk), [map, narrow])
  const svg = useRef<SVGSVGElement>(null)
  const { trial } = useBedMoving()
  const blocks = useBlockDrag(map, scale, svg)
  const stands = useStandDrag(map, scale, svg)
  const on = (use: BedUse) => use.from <= day && day < use.until
  return (
    <Box sx={{ mt: 1.5 }}>
      {blocks.failure && (
        <Box role="alert" sx={{ color: 'error.main' }}>
          {blocks.failure}
        </Box>
      )}
      <Box
        component="svg"
        ref={svg}
        role="img"
        aria-label={t('mapOf', { blocks: season.blocks.length, beds: count(format, season.beds.length, 'bed') })}
        viewBox={`0 0 ${scale.width} ${scale.height}`}
        sx={{ width: '100%', maxWidth: scale.width * 1.3, display: 'block', bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1.5 }} // prettier-ignore
      >
        {map.blocks.map((mapped) => {
          const { block, beds } = mapped
          const by = blocks.moving?.key === block.key ? blocks.moving : undefined
          return (
            <g
              key={block.key}
              data-block={block.name}
              transform={by ? `translate(${by.dx} ${by.dy})` : undefined}
              opacity={by ? 0.8 : 1}
            >
              <BlockGround mapped={mapped} scale={scale} bind={blocks.bind} />
              {beds.map((bed) => (
                <g key={bed.bed.key}>
                  <Outline mapped={bed} scale={scale} chosen={bed.bed.key === chosenBed} onBed={onBed} />
                  {[...(trial?.use.bed.key === bed.bed.key ? [trial.use] : []), ...uses.get(bed.bed.key)!]
                    .filter(on)
                    .map((use) => {
                      const ghost = use === trial?.use
                      const moved = !ghost && isMoved(trial, use)
                      return (
                        <Stretch
                          key={moved ? 'moved' : keyOfUse(use)}
                          mapped={bed}
                          use={use}
                          scale={scale}
                          moved={moved}
                          ghost={ghost}
                          chosen={use.stand !== undefined && use.stand.id === chosenStand}
                          bind={stands}
                          onStand={onStand}
                        />
                      )
                    })}
                </g>
              ))}
            </g>
          )
        })}
        <MapSigns scale={scale} />
      </Box>
      <Box className="no-print" sx={{ mt: 0.75, fontSize: 14, color: 'text.secondary' }}>
        {t('mapHint')}
      </Box>
    </Box>
  )
}

const points = (corners: readonly Point[], { x, y }: Scale) => corners.map((one) => `${x(one.x)},${y(one.y)}`).join(' ')

type Bind = ReturnType<typeof useDrag>

/** The ground of a block with its name, by which it is taken hold of. */
function BlockGround({ mapped, scale, bind }: { mapped: MappedBlock; scale: Scale; bind: Bind | undefined }) {
  const { block, beds, corners, heading } = mapped
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  // A block that lies straight bears its name over its left end, any other over its middle.
  const straight = heading % 90 === 0
  // Where heads lie above, the names of the beds stand there.
  const above = beds.some(({ along }) => along.y > 0.2) ? 28 : 8
  const x = straight ? Math.min(...xs) : (Math.min(...xs) + Math.max(...xs)) / 2
  return (
    <>
      <Box component="polygon" points={points(corners, scale)} sx={{ fill: 'var(--mui-palette-action-hover)' }} />
      <Box
        component="text"
        {...(bind ? bind(block) : {})}
        x={scale.x(x)}
        y={scale.y(Math.min(...ys)) - above}
        textAnchor={straight ? 'start' : 'middle'}
        sx={{ fontSize: 14, fontWeight: 700, fill: 'var(--mui-palette-text-primary)', cursor: bind ? 'move' : 'default', touchAction: 'none', userSelect: 'none' }} // prettier-ignore
      >
        {block.name}
      </Box>
    </>
  )
}

const NAMED = 9 // px a bed must be wide to bear its name, and a stretch its code

/** How far a text that runs along a bed is turned, so that it can be read. */
function turned({ along }: MappedBed): number {
  const degrees = (Math.atan2(along.y, along.x) * 180) / Math.PI
  return degrees > 90.5 || degrees < -89.5 ? degrees + 180 : degrees
}

interface OutlineProps {
  mapped: MappedBed
  scale: Scale
  chosen: boolean
  onBed: (key: string) => void
}

function Outline({ mapped, scale, chosen, onBed }: OutlineProps) {
  const { bed, head, along, across } = mapped
  const middle = { x: head.x + (across.x * bed.width) / 2, y: head.y + (across.y * bed.width) / 2 }
  const off = scale.back(5)
  const [x, y] = [scale.x(middle.x - along.x * off), scale.y(middle.y - along.y * off)]
  const turn = turned(mapped)
  // Read along the bed, the name stands before its head; turned round, behind it.
  const isRound = Math.abs(turn - (Math.atan2(along.y, along.x) * 180) / Math.PI) > 1
  return (
    <g onClick={() => onBed(bed.key)} style={{ cursor: 'pointer' }} data-map-bed={bed.name}>
      <Box
        component="polygon"
        points={points(stretchOn(mapped, { at: 0, length: bed.length }), scale)}
        sx={{
          fill: 'var(--mui-palette-background-default)',
          stroke: chosen ? 'var(--mui-palette-primary-main)' : 'var(--mui-palette-text-secondary)',
          strokeWidth: chosen ? 2.5 : 0.75,
        }}
      />
      {bed.width * scale.k >= NAMED - 3 && (
        <Box
          component="text"
          x={x}
          y={y}
          transform={`rotate(${turn} ${x} ${y})`}
          textAnchor={isRound ? 'start' : 'end'}
          dominantBaseline="central"
          sx={{
            fontSize: Math.min(11, bed.width * scale.k + 1.5),
            fill: 'var(--mui-palette-text-secondary)',
            pointerEvents: 'none',
            userSelect: 'none',
          }}
        >
          {bed.name}
        </Box>
      )}
    </g>
  )
}

interface StretchProps {
  mapped: MappedBed
  use: BedUse
  scale: Scale
  bind: Bind | undefined
  ghost?: boolean
  moved?: boolean
  chosen?: boolean
  onStand?: (id: string) => void
}

function Stretch({ mapped, use, scale, bind, ghost, moved, chosen, onStand }: StretchProps) {
  const { bed, stand, at, between } = use
  const length = Math.min(use.length, bed.length - at)
  if (length <= 0) return null
  const corners = stretchOn(mapped, { at, length }, between ? [0.5, 1] : [0, 1])
  const centre = { x: (corners[0]!.x + corners[2]!.x) / 2, y: (corners[0]!.y + corners[2]!.y) / 2 }
  const { light, dark } = paintOf(use)
  const held = stand && bind && !moved
  return (
    <g
      {...(held ? bind(use) : {})}
      {...(stand && onStand ? { onClick: () => onStand(stand.id) } : {})}
      data-map-stand={ghost ? undefined : stand?.code}
      opacity={ghost ? 0.35 : 1}
      style={{ cursor: held ? 'grab' : 'default', touchAction: 'none', pointerEvents: moved ? 'none' : undefined }}
    >
      <title>{use.what}</title>
      <Box
        component="polygon"
        points={points(corners, scale)}
        sx={[
          {
            fill: flat(light),
            stroke: moved || chosen ? 'var(--mui-palette-text-primary)' : 'var(--mui-palette-background-paper)',
            strokeWidth: moved || chosen ? 2 : 0.75,
          },
          stand ? {} : { strokeDasharray: '3 2', stroke: 'var(--mui-palette-text-secondary)' },
          (theme) => theme.applyStyles('dark', { fill: flat(dark) }),
        ]}
      />
      <StretchWords mapped={mapped} use={use} scale={scale} centre={centre} />
    </g>
  )
}

/** What is written on a stretch, as much as it has room for. */
function StretchWords({
  mapped,
  use,
  scale,
  centre,
}: Pick<StretchProps, 'mapped' | 'use' | 'scale'> & { centre: Point }) {
  const { bed, stand, what, between } = use
  const room = Math.min(use.length, bed.length - use.at) * scale.k
  const size = Math.min(11.5, bed.width * scale.k * (between ? 0.5 : 0.85))
  const fits = (words: string) => room > words.length * size * 0.6
  const words = [what, ...(stand ? [stand.code] : [])].find(fits)
  if (size < 7 || words === undefined) return null
  const [x, y] = [scale.x(centre.x), scale.y(centre.y)]
  return (
    <Box
      component="text"
      transform={`rotate(${turned(mapped)} ${x} ${y})`}
      x={x}
      y={y}
      textAnchor="middle"
      dominantBaseline="central"
      sx={{ fontSize: size, fill: 'var(--mui-palette-text-primary)', userSelect: 'none' }}
    >
      {words}
    </Box>
  )
}

/** The first colour of a paint: a drawing bears no hatch of the page's. */
const flat = (paint: string): string => /#[0-9A-Fa-f]{6}/.exec(paint)?.[0] ?? paint

/** A point of the screen on the drawing. */
function onDrawing(svg: RefObject<SVGSVGElement | null>, x: number, y: number): { x: number; y: number } | undefined {
  const matrix = svg.current?.getScreenCTM()
  if (!matrix) return undefined
  const at = new DOMPoint(x, y).matrixTransform(matrix.inverse())
  return { x: at.x, y: at.y }
}

/** Blocks moved by their names; with the first that is placed the others keep where they were drawn. */
function useBlockDrag(map: FieldMap, scale: Scale, svg: RefObject<SVGSVGElement | null>) {
  const t = useTranslations('field')
  const may = useMay('plan')
  const { change, busy, failure, problems } = useChange()
  const [moving, setMoving] = useState<{ key: string; dx: number; dy: number }>()
  const place = async (block: Block, dx: number, dy: number) => {
    const edits = map.blocks.flatMap(({ block: one, corners, heading, placed }) => {
      const mine = one.key === block.key
      if (placed && !mine) return []
      const [head] = corners
      const to = {
        ...one,
        map: {
          east: Math.round((head!.x + (mine ? scale.back(dx) : 0)) / 10) * 10,
          south: Math.round((head!.y + (mine ? scale.back(dy) : 0)) / 10) * 10,
          heading,
        },
      }
      return [{ of: 'blocks' as const, key: one.key, from: one, to }]
    })
    await change(edits, t('blockMoved', { block: block.name }))
    setMoving(undefined)
  }
  const bind = useDrag(
    ({ args: [of], xy, initial, last, tap, canceled }) => {
      if (tap || busy) return
      const block = of as Block
      const [from, to] = [onDrawing(svg, ...initial), onDrawing(svg, ...xy)]
      if (!from || !to) return
      const [dx, dy] = [to.x - from.x, to.y - from.y]
      if (canceled) setMoving(undefined)
      else if (last) void place(block, dx, dy)
      else setMoving({ key: block.key, dx, dy })
    },
    { filterTaps: true },
  )
  return { bind: may ? bind : undefined, moving, failure: failure ?? problems[0]?.message }
}

/** Plantings moved along their bed, or to another. */
function useStandDrag(map: FieldMap, scale: Scale, svg: RefObject<SVGSVGElement | null>): Bind | undefined {
  const { plan } = useSeason()
  const { may, move, end } = useBedMoving()
  const step = useSpotStep()
  const spotOf = (xy: readonly [number, number]) => {
    const at = onDrawing(svg, ...xy)
    return at && spotAt(map, scale.pointAt(at.x, at.y))
  }
  const bind = useDrag(
    ({ args: [of], xy, initial, last, tap, canceled, memo }) => {
      if (tap) return undefined
      const use = of as BedUse
      const grabbed = (memo as number | undefined) ?? (spotOf(initial)?.at ?? use.at) - use.at
      if (last) {
        end(!canceled)
        return grabbed
      }
      const spot = spotOf(xy)
      if (!spot) return grabbed
      const others = plan.beds.uses.get(spot.bed.key)!.filter((other) => other.stand !== use.stand)
      const at = spotNear(spot.at - grabbed, use, { bed: spot.bed, others, step })
      move(use, { ...(spot.bed.key === use.bed.key ? {} : { bed: spot.bed.key }), at })
      return grabbed
    },
    { filterTaps: true },
  )
  return may ? bind : undefined
}
