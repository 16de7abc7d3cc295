/** Today: what to do on the working day, through the places, and what to sow in the weeks after. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { memo, useDeferredValue, useMemo, useState } from 'react'
import { weekStart } from '../../core/calendar/day'
import { outdoorMean } from '../../core/climate/outdoor'
import { dayLength } from '../../core/climate/day-length'
import { frostChance } from '../../core/frost/frost'
import type { Gated } from '../../core/field/gates'
import type { FieldWork } from '../../core/field/field-work'
import { bearsWhileHardening, exposureOn, schoolOf } from '../../core/field/hardening'
import type { Batch } from '../../core/batch/batch'
import { useForecast, useGates } from '../../ui/field-gates'
import { WorkRow } from '../../ui/records/work-row'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { count } from '../../words/format'
import { cautionsFor } from '../../words/cautions'
import { exposureSentence, fieldWorkLine, fieldWorkName, metres, yearsWords } from '../../words/field'
import { markTag } from '../../words/marks'
import { isBought } from '../../words/methods'
import { AskedAbout } from './asked-about'
import { ByPatience, OrderSwitch, type Order } from './order'
import { PlugChecks } from './plug-checks'
import { RecordNow } from './record-now'
import { DESK, todayModel, type DayWork, type SowingWeek, type TodayModel } from './model'
import { CatchUp, ColdAndHeat, CountRow, Hanging, Rounds, ToWash } from './rounds'

export function TodayView() {
  const { plan, format } = useSeason()
  const day = useDeferredValue(useWorkingDay())
  const { today, week, field, fieldWeek, hardening, sowings } = useMemo(() => todayModel(plan, day), [plan, day])
  const monday = weekStart(day)
  const gated = useGates(day, monday, monday + 7)
  const [order, setOrder] = useState<Order>('place')
  const canOrder = day === plan.today && today.open > 1
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
        <ColdAndHeat day={day} />
        <RecordNow day={day} />
        <AskedAbout day={day} />
        <Hanging day={day} />
        {today.tasks + field.length + hardening.length === 0 ? (
          <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
            Nothing falls on this day.{' '}
            {plan.batches.length === 0 ? (
              <>
                Nothing is planned yet: <Link href="/plan?new=1">add a planting</Link>.
              </>
            ) : (
              'Water, look round, and count what has come up.'
            )}
          </Box>
        ) : (
          <>
            <CatchUp work={today} />
            {canOrder && <OrderSwitch order={order} onChange={setOrder} />}
            {canOrder && order === 'patience' ? (
              <ByPatience work={today} gated={gated} day={day} />
            ) : (
              <DayStops work={today} gated={gated} large />
            )}
            <FieldToday field={field} />
            <HardeningToday hardening={hardening} day={day} />
            <TakeCare work={today} />
          </>
        )}
        <PlugChecks day={day} />
        <Rounds day={day} />
        <ToWash day={day} />
        {(week.length > 0 || fieldWeek.length > 0) && (
          <>
            <Typography variant="h2" sx={{ mt: 4, mb: 0.5 }}>
              The rest of {format.week(day)}
            </Typography>
            {week.map((work) => (
              <Box key={work.day} sx={{ mt: 1.5, opacity: work.day < day ? 0.72 : 1 }}>
                <Typography variant="h3" component="h3">
                  {format.date(work.day)}
                  {work.day < day ? ' (before)' : ''}
                </Typography>
                <DayStops work={work} gated={gated} />
              </Box>
            ))}
            {fieldWeek.length > 0 && (
              <Box sx={{ mt: 1.5 }}>
                <Typography variant="h3" component="h3">
                  In the field
                </Typography>
                <FieldRows field={fieldWeek} dated />
              </Box>
            )}
          </>
        )}
      </Box>
      <Box component="section" aria-labelledby="sow-title">
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
          <Typography variant="h2" id="sow-title" sx={{ flex: 1, minWidth: 180 }}>
            To sow, this week and the six after
          </Typography>
          <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            <Button size="small" variant="outlined" color="inherit" component={Link} href="/sowing">
              Sowing day
            </Button>
            <Button size="small" variant="outlined" color="inherit" href="/out/sowing-list.csv" download>
              Sowing list, CSV
            </Button>
            <Button size="small" variant="outlined" color="inherit" href="/out/tasks.ics" download>
              Calendar
            </Button>
            <Button
              size="small"
              variant="outlined"
              color="inherit"
              startIcon={<PrintIcon />}
              onClick={() => window.print()}
            >
              Print
            </Button>
          </Box>
        </Box>
        {sowings.length === 0 && (
          <Box sx={{ mt: 2, color: 'text.secondary' }}>Nothing to sow in these seven weeks.</Box>
        )}
        {sowings.map((one) => (
          <WeekTable key={one.monday} week={one} />
        ))}
      </Box>
    </Box>
  )
}

/** Temperature, day length and frost risk of the day, as far as the site knows them. */
function Weather({ day }: { day: number }) {
  const { season, format } = useSeason()
  const { site } = season
  const frost = site.frost ? frostChance(site.frost, site.latitude, day) : undefined
  return (
    <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5 }}>
      Usually {format.temperature(outdoorMean(site.outdoorMonthlyMeans, day))} outdoors · day of{' '}
      {format.number(dayLength(day, site.latitude), 1)} hours
      {frost !== undefined && (
        <Box component="span" sx={frost > 0.5 ? { color: 'text.primary', fontWeight: 650 } : {}}>
          {' '}
          · {frost > 0.01 ? `frost still to come in ${yearsWords(frost)}` : 'no frost to fear'}
        </Box>
      )}
    </Typography>
  )
}

/** Cautions that belong to the day's work. */
function TakeCare({ work }: { work: DayWork }) {
  const cautions = cautionsFor(work.stops.flatMap((stop) => stop.work.map(({ task }) => task)))
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
      <summary>Take care today</summary>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {cautions.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </Box>
      <Box sx={{ mt: 0.5 }}>Follow the label and local rules.</Box>
    </Box>
  )
}

/** Rows of plain elements, styled from their list: many are drawn anew while the day is dragged. */
const ROWS = {
  listStyle: 'none',
  m: 0,
  p: 0,
  '& li': { borderTop: 1, borderColor: 'divider' },
  '& a': {
    display: 'block',
    boxSizing: 'border-box',
    minHeight: 48,
    py: 0.5,
    fontSize: 16,
    lineHeight: 1.3,
    color: 'inherit',
    textDecoration: 'none',
    borderRadius: 1,
  },
  '& a:hover': { bgcolor: 'var(--row-chosen)' },
  '& .soft': { color: 'text.secondary' },
  '& .line': { fontSize: 14 },
  '& .changed': { color: 'error.main', fontWeight: 650 },
} as const

/** Field work of the day. */
function FieldToday({ field }: { field: readonly FieldWork[] }) {
  if (field.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Box component="h2" sx={{ m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}>
        In the field
      </Box>
      <FieldRows field={field} />
    </Box>
  )
}

function FieldRows({ field, dated = false }: { field: readonly FieldWork[]; dated?: boolean }) {
  const { season, format } = useSeason()
  const bedName = (key: string) => season.beds.find((bed) => bed.key === key)?.name ?? key
  return (
    <Box
      component="ul"
      sx={dated ? { ...ROWS, '& a': { ...ROWS['& a'], minHeight: 40, fontSize: 14.5 }, '& li': {} } : ROWS}
    >
      {field.map((work) => (
        <li key={work.id}>
          <Link href={`/field?stand=${encodeURIComponent(work.stand.id)}`} prefetch={false}>
            {dated && <span className="soft">{format.date(work.day)} </span>}
            <b>{fieldWorkName(work)}</b> <b className="soft">{work.stand.code}</b> {work.stand.variety.name}
            <div className="line soft">{fieldWorkLine(work, bedName, format)}</div>
          </Link>
        </li>
      ))}
    </Box>
  )
}

/** What hardens today, and for how long it is outside. */
function HardeningToday({ hardening, day }: { hardening: TodayModel['hardening']; day: number }) {
  const { season, format } = useSeason()
  const forecast = useForecast(day)
  if (hardening.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 0.5 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 15, fontWeight: 700 }}>
          Hardening today
        </Box>
        {forecast?.simulated && (
          <Box sx={{ fontSize: 13, fontWeight: 700, color: 'warning.main' }}>weather simulated</Box>
        )}
      </Box>
      <Box component="ul" sx={ROWS}>
        {hardening.map(({ batch, from, until }) => {
          const exposure = exposureOn(
            schoolOf(batch.way.method, season.habits),
            from,
            until,
            day,
            bearsWhileHardening(batch.way.crop),
            forecast,
          )!
          return (
            <li key={batch.id}>
              <Link href={`/field?tab=hardening&stand=${encodeURIComponent(batch.id)}`} prefetch={false}>
                <b className="soft">{batch.code}</b> {batch.variety.name}
                <span className="soft">
                  {' '}
                  day {exposure.nth} of {exposure.of}
                </span>
                <div className={exposure.change ? 'line changed' : 'line'}>{exposureSentence(exposure, format)}</div>
              </Link>
            </li>
          )
        })}
      </Box>
    </Box>
  )
}

function DayStops({ work, gated, large = false }: { work: DayWork; gated: readonly Gated[]; large?: boolean }) {
  const { season } = useSeason()
  return (
    <Box>
      {work.stops.map((stop) => (
        <Box key={stop.place ?? 'field'} component="section" sx={{ mt: large ? 2 : 0.5 }}>
          {large && (
            <Box
              component="h2"
              sx={{ display: 'flex', alignItems: 'center', gap: 1, m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}
            >
              <svg width="26" height="14" aria-hidden="true">
                {stop.place !== undefined && stop.place !== DESK && (
                  <rect x="0.5" y="0.5" width="25" height="13" fill={placePaint(stop.place)} stroke="currentColor" />
                )}
              </svg>
              {stop.place === undefined
                ? 'Field'
                : stop.place === DESK
                  ? 'At the desk'
                  : season.places[stop.place]!.name}
            </Box>
          )}
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {stop.counts.map((one) => (
              <CountRow key={one.batch.id} due={one} />
            ))}
            {stop.work.map((one) => (
              <WorkRow
                key={one.task.id}
                work={one}
                large={large}
                gated={
                  one.task.kind === 'plant' ? gated.find(({ stand }) => stand.id === one.task.batch.id) : undefined
                }
              />
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

const WeekTable = memo(function WeekTable({ week }: { week: SowingWeek }) {
  const { format } = useSeason()
  return (
    <Box component="section" sx={{ mt: 2.5, breakInside: 'avoid' }}>
      <Box
        sx={{ display: 'flex', alignItems: 'baseline', gap: 1, borderBottom: 2, borderColor: 'text.primary', pb: 0.25 }}
      >
        <Typography variant="h3" component="h3">
          {format.week(week.monday).replace('w', 'W')}, from {format.date(week.monday)}
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
          {count(format, week.seeds, 'seed')} · {count(format, week.trays, 'tray')}
        </Box>
      </Box>
      <Box component="table" sx={TABLE}>
        <thead>
          <tr>
            <th>Day</th>
            <th>Batch</th>
            <th className="n">Seeds</th>
            <th className="n">Cells</th>
            <th className="n">Trays</th>
            <th>Into</th>
          </tr>
        </thead>
        <tbody>
          {inOrder(week).map(({ batch, stand }) =>
            batch ? (
              <SowRow key={batch.id} batch={batch} />
            ) : (
              <tr key={stand.id}>
                <td className="day">{format.date(stand.from)}</td>
                <td>
                  <Box
                    component={Link}
                    href={`/field?stand=${encodeURIComponent(stand.id)}`}
                    sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
                  >
                    <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
                      {stand.code}
                    </Box>{' '}
                    {stand.variety.name}
                  </Box>
                </td>
                <td className="n" data-label="seeds">
                  {format.number(stand.inPlace!.seeds)}
                </td>
                <td className="n" data-label="cells">
                  –
                </td>
                <td className="n" data-label="trays">
                  –
                </td>
                <td className="into">{metres(format, stand.inPlace!.metres * 100)} of row, in place</td>
              </tr>
            ),
          )}
        </tbody>
      </Box>
    </Box>
  )
}, sameWeek)

/** Sowings of a week by day, raised and in place together. */
function inOrder({ batches, inPlace }: SowingWeek) {
  const all = [
    ...batches.map((batch) => ({ day: batch.sow!, batch, stand: undefined })),
    ...inPlace.map((stand) => ({ day: stand.from, batch: undefined, stand })),
  ]
  return all.sort((a, b) => a.day - b.day)
}

function sameWeek({ week: a }: { week: SowingWeek }, { week: b }: { week: SowingWeek }): boolean {
  return (
    a.monday === b.monday &&
    a.batches.length === b.batches.length &&
    a.batches.every((batch, i) => batch === b.batches[i]) &&
    a.inPlace.length === b.inPlace.length &&
    a.inPlace.every((stand, i) => stand === b.inPlace[i])
  )
}

const SowRow = memo(function SowRow({ batch }: { batch: Batch }) {
  const { season, format } = useSeason()
  const [first] = batch.stays
  return (
    <tr>
      <td className="day">{format.date(batch.sow!)}</td>
      <td>
        <Box
          component={Link}
          href={`/plan?batch=${encodeURIComponent(batch.id)}`}
          sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
        >
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
        </Box>
        {batch.marks.length > 0 && (
          <Box sx={{ fontSize: 13, color: 'warning.main', fontWeight: 650 }}>{batch.marks.map(markTag).join(', ')}</Box>
        )}
      </td>
      <td className="n" data-label="seeds">
        {!batch.sizing ? '–' : isBought(batch) ? 'bought in' : format.number(batch.sizing.seeds)}
      </td>
      <td className="n" data-label="cells">
        {first ? format.number(first.cells) : '–'}
      </td>
      <td className="n" data-label="trays">
        {first ? format.number(first.trays) : '–'}
      </td>
      <td className="into">{first ? `${first.container.name}, ${season.places[first.place]!.name}` : ''}</td>
    </tr>
  )
})

/** A table on a desk; on a phone each sowing is a small block, its figures named. */
const TABLE = {
  width: '100%',
  borderCollapse: 'collapse',
  fontSize: 14.5,
  // The weeks stand under one another: so do their columns.
  tableLayout: { sm: 'fixed' },
  '& th:nth-of-type(1)': { width: 86 },
  '& th.n': { width: 54 },
  '& td.n': { whiteSpace: 'nowrap' },
  '& th:nth-of-type(6)': { width: '27%' },
  '& th': { textAlign: 'left', fontWeight: 500, fontSize: 12.5, color: 'text.secondary', pt: 0.5 },
  '& td': { py: 0.6, verticalAlign: 'top', borderBottom: 1, borderColor: 'divider' },
  '& td, & th': { pr: 1.25 },
  '& .n': { textAlign: 'right' },
  '& .day': { whiteSpace: 'nowrap' },
  '@media (max-width: 599px)': {
    '& thead': { position: 'absolute', left: -9999 },
    '& tr': {
      display: 'grid',
      gridTemplateColumns: 'auto auto auto 1fr',
      columnGap: 1.5,
      py: 1,
      borderBottom: 1,
      borderColor: 'divider',
    },
    '& td': { border: 0, py: 0.1, pr: 0 },
    '& .day': { gridColumn: '1 / -1', fontSize: 13, color: 'text.secondary' },
    '& td:nth-of-type(2)': { gridColumn: '1 / -1', fontSize: 16 },
    '& .n': { textAlign: 'left' },
    '& .n::after': { content: '" " attr(data-label)', color: 'text.secondary', fontSize: 13 },
    '& .into': { gridColumn: '1 / -1', fontSize: 13.5, color: 'text.secondary' },
  },
} as const
