/** Dragging a stair: the planting day, or by its foot the sowing day, with everything that follows shown while it moves. */
'use client'
import Box from '@mui/material/Box'
import { useDrag } from '@use-gesture/react'
import {
  createContext,
  memo,
  useCallback,
  useContext,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
} from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { changedLimits, overfull } from '../../core/capacity/limits'
import type { Batch } from '../../core/batch/batch'
import type { Plan } from '../../core/plan/plan'
import type { Planting } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { limitName } from '../../words/fit'
import { hoursWords, count } from '../../words/format'
import { beyondWords } from '../../words/loads'
import { markTag } from '../../words/marks'
import { movedBy, hoursOf, daysWords, type Part } from './dragging'

/** A batch on its way, and the plan as it would be. */
export interface Trial {
  before: Batch
  next: Batch
  planting: Planting
  plan: Plan
}

interface Dragging {
  trial: Trial | undefined
  /** Moves a batch by so many days, for looking only. */
  move(batch: Batch, part: Part, days: number): void
  /** Keeps what is being looked at, or lets it go. */
  end(keep: boolean): void
}

const DraggingContext = createContext<Dragging>({ trial: undefined, move: () => undefined, end: () => undefined })

export const useDragging = () => useContext(DraggingContext)

export function StairDragging({
  onKeep,
  children,
}: {
  onKeep: (planting: Planting, id: string) => void
  children: ReactNode
}) {
  const { season, plan, planner } = useSeason()
  const [shown, setShown] = useState<{ of: Plan; trial: Trial }>()
  const latest = useRef<Trial | undefined>(undefined)
  const show = useCallback(
    (next: Trial | undefined) => {
      latest.current = next
      setShown(next && { of: plan, trial: next })
    },
    [plan],
  )
  // What was kept has come back as the plan, or someone else changed it: there is nothing to look at any more.
  const trial = shown?.of === plan ? shown.trial : undefined
  const move = useCallback(
    (batch: Batch, part: Part, days: number) => {
      const planting = movedBy(batch, part, days)
      const then = planner.plan(
        { ...season, plantings: season.plantings.map((one) => (one === batch.planting ? planting : one)) },
        plan.today,
      )
      const next = then.byId.get(batch.id)
      if (next) show({ before: batch, next, planting, plan: then })
    },
    [planner, plan.today, season, show],
  )
  const end = useCallback(
    (keep: boolean) => {
      const last = latest.current
      if (!last) return
      if (keep && (last.next.sow !== last.before.sow || last.next.plantOn !== last.before.plantOn))
        onKeep(last.planting, last.before.id)
      else show(undefined)
    },
    [onKeep, show],
  )
  const value = useMemo(() => ({ trial, move, end }), [trial, move, end])
  return <DraggingContext value={value}>{children}</DraggingContext>
}

/** The stair of a row, to be taken hold of. */
export const Grip = memo(function Grip({
  batch,
  x,
  row,
  children,
}: {
  batch: Batch
  x: (day: Day) => number
  row: number
  children: ReactNode
}) {
  const { move, end } = useDragging()
  const perDay = x(1) - x(0)
  const last = useRef(0)
  const bind = useDrag(
    ({ args: [part], movement: [mx], first, last: done, tap, canceled }) => {
      if (tap) return
      // What has been sown stays sown; what is out stays out.
      const standing = batch.progress?.standing ?? 'to-sow'
      if (standing === 'planted' || standing === 'gone' || (part === 'sow' && standing !== 'to-sow')) return
      const days = Math.round(mx / perDay)
      if (done) return end(!canceled)
      if (!first && days === last.current) return
      last.current = days
      move(batch, part as Part, days)
    },
    { filterTaps: true, axis: 'x', pointer: { touch: true }, preventScroll: 220 },
  )
  if (batch.sow === undefined) return <>{children}</>
  return (
    <g style={{ cursor: 'grab', touchAction: 'pan-y' }}>
      <g {...bind('plant')} data-stair={batch.code}>
        <rect
          x={x(batch.sow)}
          y={0}
          width={Math.max(4, x(batch.plantOn) - x(batch.sow))}
          height={row}
          fill="transparent"
        />
        {children}
      </g>
      <rect
        {...bind('sow')}
        data-foot={batch.code}
        x={x(batch.sow) - 5}
        y={row - 20}
        width={10}
        height={20}
        fill="transparent"
        style={{ cursor: 'ew-resize' }}
      />
    </g>
  )
})

/** Alt and the arrow keys move the stair of the row in focus; Enter keeps it, Escape lets it go. True when a key was one of these. */
export function useStairKeys(): (event: KeyboardEvent, batch: Batch | undefined) => boolean {
  const { trial, move, end } = useDragging()
  return (event, batch) => {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (event.altKey && step !== 0 && batch?.sow !== undefined) {
      const own = trial?.before.id === batch.id ? trial : undefined
      const part: Part = event.shiftKey ? 'sow' : 'plant'
      const gone = own ? (part === 'sow' ? own.next.sow! - own.before.sow! : own.next.plantOn - own.before.plantOn) : 0
      move(own?.before ?? batch, part, gone + step)
    } else if (trial && event.key === 'Enter' && trial.before.id === batch?.id) end(true)
    else if (trial && event.key === 'Escape') end(false)
    else return false
    event.preventDefault()
    event.stopPropagation()
    return true
  }
}

/** What a stair that is being moved comes to, beside the plan as it is. */
export function TrialWords() {
  const t = useTranslations('plan')
  const { plan, format } = useSeason()
  const { trial } = useDragging()
  if (!trial) return null
  const { before, next, plan: then } = trial
  const over = { was: overfull(plan.limits), is: overfull(then.limits) }
  return (
    <Box
      role="status"
      data-testid="trial"
      className="no-print"
      sx={{
        position: 'absolute',
        left: '50%',
        transform: 'translateX(-50%)',
        bottom: 150,
        zIndex: 6,
        bgcolor: 'secondary.main',
        color: 'secondary.contrastText',
        borderRadius: 1,
        px: 2,
        py: 1,
        boxShadow: 6,
        width: 'max-content',
        maxWidth: 'calc(100% - 24px)',
        pointerEvents: 'none',
        fontSize: 14,
      }}
    >
      <Box sx={{ fontWeight: 700 }}>
        {next.code} {next.variety.name}
      </Box>
      <Box>{daysWords(before, next, format)}</Box>
      <Box>
        {t('ofWorkOverTrayDays', {
          trays: count(format, next.stays[0]?.trays ?? 0, 'tray'),
          hours: hoursWords(format, hoursOf(next, then)),
          was: format.number(over.was),
          is: format.number(over.is),
        })}
      </Box>
      {changedLimits(plan.limits, then.limits)
        .slice(0, 3)
        .map(({ limit, was, is }) => (
          <Box key={limit.id}>
            {limitName(limit, format)}:{' '}
            {was > 0 ? t('overOfWas', { was: beyondWords(was, format, limit.unit) }) : t('fits')} →{' '}
            <b>{is > 0 ? t('overOfIs', { is: beyondWords(is, format, limit.unit) }) : t('fits')}</b>
          </Box>
        ))}
      {before.planting.anchor && !next.planting.anchor && (
        <Box>{t('itsDateIsNoLonger', { t: format.t(`words.anchors.anchor.${before.planting.anchor.to}`) })}</Box>
      )}
      {next.marks.length > 0 && (
        <Box sx={{ fontWeight: 650 }}>{[...new Set(next.marks.map((one) => markTag(one, format)))].join(', ')}</Box>
      )}
    </Box>
  )
}
