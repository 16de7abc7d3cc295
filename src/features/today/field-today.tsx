/** What goes out, comes in and is done in the field on a day. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { CountDue } from '../../core/advice/counts-due'
import type { Work } from '../../core/advice/work'
import type { Gated } from '../../core/field/gates'
import type { FieldWork } from '../../core/field/field-work'
import { bearsWhileHardening, exposureOn, schoolOf } from '../../core/field/hardening'
import { useForecast } from '../../ui/field-gates'
import type { Ticks } from '../../ui/many/use-ticks'
import { WorkRow } from '../../ui/records/work-row'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { usePrinting } from '../../ui/use-printing'
import { exposureSentence, fieldWorkLine, fieldWorkName } from '../../words/field'
import { taskName } from '../../words/tasks'
import { useFolds } from './folding'
import { DESK, type DayWork, type TodayModel } from './model'
import { CountRow } from './rounds'
import { SisterCounts, SisterRows } from './sister-rows'
import { withSisters } from './sister-work'
import { Link } from '../../ui/navigation'

/** Field work of the day. */
export function FieldToday({ field }: { field: readonly FieldWork[] }) {
  const t = useTranslations('today')
  if (field.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Box component="h2" sx={{ m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}>
        {t('inTheField')}
      </Box>
      <FieldRows field={field} />
    </Box>
  )
}

export function FieldRows({ field, dated = false }: { field: readonly FieldWork[]; dated?: boolean }) {
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
            <b>{fieldWorkName(work, format)}</b> <b className="soft">{work.stand.code}</b> {work.stand.variety.name}
            <div className="line soft">{fieldWorkLine(work, bedName, format)}</div>
          </Link>
        </li>
      ))}
    </Box>
  )
}

/** What hardens today, and for how long it is outside. */
export function HardeningToday({ hardening, day }: { hardening: TodayModel['hardening']; day: number }) {
  const t = useTranslations('today')
  const { season, format } = useSeason()
  const forecast = useForecast(day)
  if (hardening.length === 0) return null
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 0.5 }}>
        <Box component="h2" sx={{ m: 0, fontSize: 15, fontWeight: 700 }}>
          {t('hardeningToday')}
        </Box>
        {forecast?.simulated && (
          <Box sx={{ fontSize: 13, fontWeight: 700, color: 'warning.main' }}>{t('weatherSimulated')}</Box>
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
                <span className="soft"> {t('dayOf', { nth: String(exposure.nth), of: String(exposure.of) })}</span>
                <div className={exposure.change ? 'line changed' : 'line'}>{exposureSentence(exposure, format)}</div>
              </Link>
            </li>
          )
        })}
      </Box>
    </Box>
  )
}

/** Pieces of sister work that are shown one by one: on a phone, and where there is room. */
const FEW = 2
const MANY = 12

export function DayStops({
  work,
  gated,
  large = false,
  ticks,
}: {
  work: DayWork
  gated: readonly Gated[]
  large?: boolean
  /** Work that is ticked, while several are recorded together. */
  ticks?: Ticks | undefined
}) {
  const t = useTranslations('today')
  const { season, format } = useSeason()
  const folds = useFolds()
  const printing = usePrinting()
  const most = ticks || printing ? Infinity : folds ? FEW : MANY
  const countRow = (due: CountDue) => <CountRow key={due.batch.id} due={due} />
  const row = (one: Work) => (
    <WorkRow
      key={one.task.id}
      work={one}
      large={large}
      ticked={ticks?.has(one.task.id)}
      onTick={ticks?.toggle}
      gated={one.task.kind === 'plant' ? gated.find(({ stand }) => stand.id === one.task.batch.id) : undefined}
    />
  )
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
                ? t('field')
                : stop.place === DESK
                  ? t('atTheDesk')
                  : season.places[stop.place]!.name}
            </Box>
          )}
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {stop.counts.length > most ? (
              <SisterCounts due={stop.counts}>{() => stop.counts.map(countRow)}</SisterCounts>
            ) : (
              stop.counts.map(countRow)
            )}
            {withSisters(stop.work, ({ task }) => taskName(task, format), most).map((one) =>
              'task' in one ? (
                row(one)
              ) : (
                <SisterRows key={one.id} work={one.work}>
                  {() => one.work.map(row)}
                </SisterRows>
              ),
            )}
          </Box>
        </Box>
      ))}
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
