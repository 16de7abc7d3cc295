/** Today: what to do on the working day, through the places, and what to sow in the weeks after. */
'use client'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo, useState } from 'react'
import * as z from 'zod/mini'
import { useTranslations } from 'next-intl'
import { askedAbout } from '../../core/advice/work'
import { weekStart } from '../../core/calendar/day'
import { outdoorMean } from '../../core/climate/outdoor'
import { dayLength } from '../../core/climate/day-length'
import { frostChance } from '../../core/frost/frost'
import { useGates } from '../../ui/field-gates'
import { useTicks } from '../../ui/many/use-ticks'
import { useInAddress } from '../../ui/use-in-address'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { cautionsFor } from '../../words/cautions'
import { chanceWords, hoursWords } from '../../words/format'
import { RestOfWeek, ToSow } from './later-work'
import { ByPatience, OrderSwitch } from './order'
import { PlugChecks } from './plug-checks'
import { RecordNow } from './record-now'
import { todayModel, type DayWork } from './model'
import { later } from '../../ui/later'
import { useQuiet } from '../../ui/quiet'
import { CatchUp, ColdAndHeat, Hanging, Rounds, ToWash } from './rounds'
import { FieldToday, HardeningToday, DayStops } from './field-today'
import { Link } from '../../ui/navigation'

const Wanted = z.object({ order: z.enum(['place', 'patience']), week: z.boolean(), sow: z.boolean() })
const AT_FIRST: z.output<typeof Wanted> = { order: 'place', week: false, sow: false }

const AskedAbout = later(() => import('./asked-about').then((module) => module.AskedAbout), { unasked: true })
const TickedWork = later(() => import('./ticked-work').then((module) => module.TickedWork))
const TourOffer = later(() => import('../../ui/help/tour').then((module) => module.TourOffer), { unasked: true })

export function TodayView() {
  const t = useTranslations('today')
  const { plan, format, data } = useSeason()
  const day = useDeferredValue(useWorkingDay())
  const { rounds, today, week, field, fieldWeek, hardening, sowings } = useMemo(
    () => todayModel(plan, day),
    [plan, day],
  )
  const monday = weekStart(day)
  const gated = useGates(day, monday, monday + 7)
  const [wanted, setWanted] = useInAddress('today', Wanted, AT_FIRST)
  const { order } = wanted
  const canOrder = day === plan.today && today.open > 1
  const [ticking, setTicking] = useState(false)
  const open = useMemo(
    () => today.stops.flatMap(({ work }) => work.flatMap(({ state, task }) => (state === 'open' ? [task.id] : []))),
    [today],
  )
  const asks = useMemo(
    () => day === plan.today && !data.whatIf && askedAbout(plan).length > 0,
    [plan, day, data.whatIf],
  )
  const quiet = useQuiet()
  const ticks = useTicks(open)
  const ticked = ticking && canOrder ? ticks : undefined
  return (
    <Box
      sx={{
        px: { xs: 1.5, md: 2.5 },
        py: 2,
        display: 'grid',
        gap: { xs: 3, lg: 4 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.22fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Box>
        <Typography variant="h1">{format.longDate(day)}</Typography>
        <Weather day={day} />
        {quiet && <TourOffer />}
        <ColdAndHeat day={day} />
        <RecordNow day={day} />
        {asks && <AskedAbout />}
        <Hanging day={day} />
        {today.tasks + field.length + hardening.length === 0 ? (
          <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
            {t('nothingFallsOnThisDay')}{' '}
            {plan.batches.length === 0 ? (
              <>
                {t('nothingIsPlannedYet')} <Link href="/plan?new=1">{t('addAPlanting')}</Link>.
              </>
            ) : (
              t('waterLookRoundAndCount')
            )}
          </Box>
        ) : (
          <>
            <CatchUp work={today} />
            {canOrder && (
              <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-end', gap: 1 }} className="no-print">
                <OrderSwitch order={order} onChange={(next) => setWanted({ ...wanted, order: next })} />
                {!data.whatIf && (
                  <ToggleButton
                    value="tick"
                    size="small"
                    selected={ticking}
                    onChange={() => {
                      setTicking(!ticking)
                      ticks.clear()
                    }}
                    sx={{ minHeight: 44, px: 2 }}
                  >
                    {t('tickSeveral')}
                  </ToggleButton>
                )}
              </Box>
            )}
            {ticking && canOrder && <TickedWork work={today} ticks={ticks} />}
            {canOrder && order === 'patience' ? (
              <ByPatience work={today} gated={gated} day={day} ticks={ticked} />
            ) : (
              <DayStops work={today} gated={gated} large ticks={ticked} />
            )}
            <FieldToday field={field} />
            <HardeningToday hardening={hardening} day={day} />
            <TakeCare work={today} />
          </>
        )}
        <PlugChecks day={day} />
        <Rounds day={day} rounds={rounds} />
        <ToWash day={day} />
        <RestOfWeek
          day={day}
          work={week}
          field={fieldWeek}
          gated={gated}
          open={wanted.week}
          onOpen={(open) => setWanted({ ...wanted, week: open })}
        />
      </Box>
      <ToSow sowings={sowings} open={wanted.sow} onOpen={(open) => setWanted({ ...wanted, sow: open })} />
    </Box>
  )
}

/** Temperature, day length and frost risk of the day, as far as the site knows them. */
function Weather({ day }: { day: number }) {
  const t = useTranslations('today')
  const { season, format } = useSeason()
  const { site } = season
  const frost = site.frost ? frostChance(site.frost, site.latitude, day) : undefined
  return (
    <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5 }}>
      {t('normalForTheDateDay', {
        temperature: format.temperature(outdoorMean(site.outdoorMonthlyMeans, day)),
        hours: hoursWords(format, dayLength(day, site.latitude)),
      })}
      {frost !== undefined && (
        <Box component="span" sx={frost > 0.5 ? { color: 'text.primary', fontWeight: 650 } : {}}>
          {' '}
          · {frost > 0.01 ? t('chanceOfAnotherFrost', { chance: chanceWords(format, frost) }) : t('frostRiskOver')}
        </Box>
      )}
    </Typography>
  )
}

/** Cautions that belong to the day's work. */
function TakeCare({ work }: { work: DayWork }) {
  const t = useTranslations('today')
  const { format } = useSeason()
  const cautions = cautionsFor(
    work.stops.flatMap((stop) => stop.work.map(({ task }) => task)),
    format,
  )
  if (cautions.length === 0) return null
  return (
    <Box
      component="details"
      sx={{
        mt: 2,
        fontSize: 14.5,
        color: 'text.secondary',
        '& summary': { cursor: 'pointer', fontWeight: 650, py: 1 },
      }}
    >
      <summary>{t('takeCareToday')}</summary>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {cautions.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </Box>
      <Box sx={{ mt: 0.5 }}>{t('followTheLabelAndLocal')}</Box>
    </Box>
  )
}
