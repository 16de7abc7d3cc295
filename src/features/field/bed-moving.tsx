/** Moving a stretch of bed: what it comes to is shown, with its gates, before it is kept. */
'use client'
import Box from '@mui/material/Box'
import {
  createContext,
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
import type { BedUse } from '../../core/field/beds'
import { seasonAir } from '../../core/field/anchor'
import type { FieldCrop } from '../../core/field/field-crop'
import { gatesOf } from '../../core/field/gates'
import type { Plan } from '../../core/plan/plan'
import { sameValue } from '../../season/values'
import type { Planting, Season } from '../../season/schema'
import { useForecast } from '../../ui/field-gates'
import { useMay } from '../../ui/may'
import { plantingEdits } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { VerdictMark } from '../../ui/verdict'
import { gateSentence, metres } from '../../words/field'
import { shiftWords } from '../../words/fit'
import { movedTo, stepOn, type Step, type To } from './moving'

/** A stretch on its way, and the plan as it would be. */
export interface BedTrial {
  /** Where it is. */
  use: BedUse
  to: To
  /** Where it would be. */
  next: FieldCrop
  nextUse: BedUse
  planting: Planting
  season: Season
  plan: Plan
}

interface Moving {
  trial: BedTrial | undefined
  /** Whether anything may be moved here. */
  may: boolean
  /** Moves a stretch, for looking only. */
  move(use: BedUse, to: To): void
  /** Keeps what is being looked at, or lets it go. */
  end(keep: boolean): void
}

const MovingContext = createContext<Moving>({
  trial: undefined,
  may: false,
  move: () => undefined,
  end: () => undefined,
})

export const useBedMoving = () => useContext(MovingContext)

/** Whether a use is the one that is being moved. */
export const isMoved = (trial: BedTrial | undefined, { stand, share }: BedUse): boolean =>
  trial !== undefined && stand?.id === trial.use.stand!.id && share === trial.use.share

export function BedMoving({ day, children }: { day: Day; children: ReactNode }) {
  const t = useTranslations('field')
  const { season, plan, planner } = useSeason()
  const [shown, setShown] = useState<{ of: Plan; trial: BedTrial }>()
  const latest = useRef<BedTrial | undefined>(undefined)
  const saving = useChange()
  const { change } = saving
  const may = useMay('plan')
  const show = useCallback(
    (next: BedTrial | undefined) => {
      latest.current = next
      setShown(next && { of: plan, trial: next })
    },
    [plan],
  )
  // What was kept has come back as the plan, or someone else changed it: there is nothing to look at any more.
  const trial = shown?.of === plan ? shown.trial : undefined
  const move = useCallback(
    (use: BedUse, to: To) => {
      const planting = movedTo(use, to)
      const then = { ...season, plantings: season.plantings.map((one) => (one.key === planting.key ? planting : one)) }
      const planned = planner.plan(then, plan.today)
      const next = planned.inField.find(({ id }) => id === use.stand!.id)
      const nextUse = next && [...planned.beds.uses.values()].flat().find((one) => one.stand === next && one.share === use.share) // prettier-ignore
      if (next && nextUse) show({ use, to, next, nextUse, planting, season: then, plan: planned })
    },
    [planner, plan.today, season, show],
  )
  const end = useCallback(
    (keep: boolean) => {
      const last = latest.current
      if (!last) return
      const { use, planting } = last
      if (!keep || sameValue(planting, use.stand!.planting)) return show(undefined)
      const { code, variety } = use.stand!
      void change(
        plantingEdits(season, plan, planting).edits,
        t('changedInTheField', { stand: code, variety: variety.name }),
      ).then((done) => done || show(undefined))
    },
    [change, plan, season, show, t],
  )
  const value = useMemo(() => ({ trial, may, move, end }), [trial, may, move, end])
  return (
    <MovingContext value={value}>
      {saving.failure && (
        <Box role="alert" sx={{ mt: 1, color: 'error.main', fontWeight: 650 }}>
          {saving.failure}
        </Box>
      )}
      {children}
      {trial && <TrialWords trial={trial} day={day} />}
    </MovingContext>
  )
}

/**
 * Alt and the arrow keys move a stretch: along its bed or by days, up and down to the bed before or after. Enter keeps it, Escape
 * lets it go.
 */
export function useBedKeys(along: 'day' | 'season'): (event: KeyboardEvent, use: BedUse) => void {
  const { trial, may, move, end } = useBedMoving()
  const { season } = useSeason()
  return (event, use) => {
    if (!may || !use.stand) return
    const own = isMoved(trial, use) ? trial : undefined
    const step = event.altKey ? STEPS[event.key] : undefined
    if (step) {
      const to = stepOn(own?.to ?? {}, own?.nextUse ?? use, step, { along, beds: season.beds })
      if (to) move(own?.use ?? use, to)
    } else if (own && (event.key === 'Enter' || event.key === 'Escape')) end(event.key === 'Enter')
    else return
    event.preventDefault()
    event.stopPropagation()
  }
}

const STEPS: Readonly<Record<string, Step>> = {
  ArrowLeft: { sideways: -1, down: 0 },
  ArrowRight: { sideways: 1, down: 0 },
  ArrowUp: { sideways: 0, down: -1 },
  ArrowDown: { sideways: 0, down: 1 },
}

/** What a stretch that is being moved comes to. */
function TrialWords({ trial: { use, next, nextUse, season, plan }, day }: { trial: BedTrial; day: Day }) {
  const t = useTranslations('field')
  const { format } = useSeason()
  const forecast = useForecast(day)
  const gated = useMemo(
    () =>
      gatesOf(next, {
        season,
        air: seasonAir(season),
        forecast,
        today: day,
        clashes: plan.beds.clashesOf.get(next.id),
      }),
    [next, season, plan, forecast, day],
  )
  const closed = gated.gates.filter(({ verdict }) => verdict !== 'go')
  const later = nextUse.from - use.from
  return (
    <Box
      role="status"
      data-testid="bed-trial"
      className="no-print"
      sx={{
        position: 'fixed',
        left: '50%',
        transform: 'translateX(-50%)',
        bottom: { xs: 76, md: 20 },
        zIndex: 20,
        bgcolor: 'background.paper',
        border: 2,
        borderColor: 'text.primary',
        borderRadius: 1.5,
        px: 2,
        py: 1.25,
        boxShadow: 6,
        width: 'max-content',
        maxWidth: 'min(560px, calc(100% - 24px))',
        pointerEvents: 'none',
        fontSize: 14.5,
      }}
    >
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Box sx={{ fontWeight: 700, flex: 1 }}>{use.what}</Box>
        <VerdictMark verdict={gated.verdict} />
      </Box>
      <Box>
        {t('movedTo', {
          bed: nextUse.bed.name,
          at: metres(format, nextUse.at),
          from: format.date(nextUse.from),
          until: format.date(nextUse.until - 1),
        })}
        {later === 0 ? '' : `, ${shiftWords(later, format)}`}
      </Box>
      {closed.length === 0 ? (
        <Box sx={{ color: 'text.secondary' }}>{t('everyGateIsOpen')}</Box>
      ) : (
        closed.map((gate) => (
          <Box key={gate.kind} sx={{ display: 'flex', gap: 0.75 }}>
            <VerdictMark small verdict={gate.verdict} title={format.t(`words.field.gateTitles.${gate.kind}`)} />
            <span>{gateSentence(gate, format)}</span>
          </Box>
        ))
      )}
    </Box>
  )
}
