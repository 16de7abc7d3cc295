/** What is done place by place besides the work on single batches: watering, feeding, looking for green; and catching up. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import { writtenTemperatures } from '../../core/climate/measured'
import { countable } from '../../core/advice/countable'
import type { Round } from '../../core/advice/rounds'
import { type CountDue } from '../../core/advice/counts-due'
import { washDue } from '../../core/advice/wash'
import { warningsOf, type Warning } from '../../core/advice/warnings'
import { MovesPreview, moveEdits, movesWithWhatHappened } from '../../ui/moves'
import { Broken } from '../../ui/records/broken'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { WarningLine } from '../../ui/records/warning-line'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { StairGlyph } from '../../ui/stair/stair'
import { count, list } from '../../words/format'
import { Part } from './folding'
import type { DayWork } from './model'
import { Link } from '../../ui/navigation'

/** Whether a warning is of the same place and kind as another, and of a worse day, or a later one that was as bad. */
function isWorse(one: Warning, other: Warning): boolean {
  if (one.place !== other.place || one.kind !== other.kind) return false
  const more = Math.abs(one.measured - one.limit) - Math.abs(other.measured - other.limit)
  return more > 0 || (more === 0 && one.day > other.day)
}

/** What was measured beyond what plants bear, in the last days. */
export function ColdAndHeat({ day }: { day: Day }) {
  const t = useTranslations('today')
  const { plan, season } = useSeason()
  const warnings = useMemo(() => warningsOf(plan, day - 3, day + 1), [plan, day])
  if (warnings.length === 0) return null
  // What somebody read off a thermometer is real, whatever else is simulated.
  const readOff = new Set(writtenTemperatures(season.records).map(({ place, on }) => `${place} ${on}`))
  const simulated =
    season.readings.some(({ from }) => from === 'stand-in') &&
    warnings.some((one) => !readOff.has(`${season.places[one.place]!.key} ${formatDay(one.day)}`))
  // The worst of each place; the other days are named with it.
  const worst = warnings.filter((one) => !warnings.some((other) => isWorse(other, one)))
  return (
    <Alert severity="warning" sx={{ mt: 2 }}>
      <b>{t('measured', { simulated: simulated ? 'yes' : 'no' })}</b>
      {worst.slice(0, 4).map((warning) => (
        <WarningLine
          key={`${warning.kind}-${warning.place}-${warning.day}`}
          warning={warning}
          also={warnings.filter((other) => isWorse(warning, other)).map((other) => other.day)}
        />
      ))}
    </Alert>
  )
}

/** Watering and feeding of the day, by place. */
export function Rounds({ day, rounds }: { day: Day; rounds: readonly Round[] }) {
  const t = useTranslations('today')
  const { season, format, today, data } = useSeason()
  const { record } = useRecord()
  if (rounds.length === 0) return null
  const warm = season.places.some(({ kind, lamp }) => lamp || kind === 'heat-mat' || kind === 'germination-cabinet')
  return (
    <Part id="rounds-title" title={t('rounds')} left={rounds.filter(({ done }) => !done).length}>
      {() => (
        <>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {rounds.map(({ place, what, every, learned, strengths, batches, first, closest, done, once }) => {
              const name = season.places[place]!.name
              return (
                <Box
                  component="li"
                  key={`${what}-${place}`}
                  sx={{
                    borderTop: 1,
                    borderColor: 'divider',
                    py: 0.75,
                    display: 'flex',
                    flexWrap: 'wrap',
                    alignItems: 'center',
                    gap: 1,
                    opacity: done ? 0.68 : 1,
                  }}
                >
                  <Box sx={{ flex: '1 1 220px', minWidth: 0 }}>
                    <Box sx={{ fontSize: 16 }}>
                      <b>{what === 'water' ? t('lookOverAndWater') : t('feed')}</b> {name}
                    </Box>
                    <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                      {t('inDriesFirst', {
                        extra:
                          every <= 0.6
                            ? t('twiceADay')
                            : every === 1
                              ? t('everyDay')
                              : t('everyDays', { every: format.number(every) }),
                        batches: count(format, batches, 'batch'),
                        closest: closest.code,
                        container: closest.container,
                      })}
                      {learned && ` ${t('asItWasWatered')}`}
                      <Strengths strengths={strengths} />
                      {first.length > 0 && <div>{t('firstFeedOf', { codes: list(format, first) })}</div>}
                    </Box>
                  </Box>
                  {day === today && !data.whatIf && !done && (
                    <Button
                      variant="outlined"
                      color="inherit"
                      onClick={() =>
                        void record(
                          { place: season.places[place]!.key, what: { did: 'round', what } },
                          t('roundDone', { what, name }),
                        )
                      }
                      aria-label={t('done', { what, name })}
                      sx={{ minHeight: 48, minWidth: 104 }}
                    >
                      {once ? t('againDone') : t('done2')}
                    </Button>
                  )}
                  {once && (
                    <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('firstDone', { who: once.who })}</Box>
                  )}
                  {done && (
                    <Box sx={{ fontSize: 14, fontWeight: 650, color: 'success.main' }}>
                      {t('doneOfWho', { who: done.who })}
                    </Box>
                  )}
                </Box>
              )
            })}
          </Box>
          {warm && (
            <Box className="no-print" sx={{ mt: 0.5, '& a': { color: 'inherit' } }}>
              <Link href="/mats" prefetch={false} style={{ fontSize: 15, lineHeight: '44px' }}>
                {t('matsAndLamps')}
              </Link>
            </Box>
          )}
        </>
      )}
    </Part>
  )
}

/** Of a feed: which batches get it at which strength, where that is not simply full. */
function Strengths({ strengths }: Pick<Round, 'strengths'>) {
  const t = useTranslations('today')
  const { format } = useSeason()
  if (strengths.every(({ strength }) => strength === 1)) return null
  return (
    <div>
      {strengths
        .map(({ strength, codes }) =>
          t('atStrength', {
            strength: format.number(strength * 100),
            codes: list(format, codes.slice(0, 8)),
            more: codes.length > 8 ? 'yes' : 'no',
          }),
        )
        .join(' · ')}
    </div>
  )
}

const MANY = 4

/** Where much was left unsaid: one stroke for all that was done as planned. */
export function CatchUp({ work }: { work: DayWork }) {
  const t = useTranslations('today')
  const { season, format, data, today } = useSeason()
  const { record } = useRecord()
  const may = useMay('record')
  const late = work.stops.flatMap((stop) => stop.work.filter((one) => one.late > 0 && one.state === 'open'))
  if (!may || late.length < MANY || data.whatIf || work.day !== today) return null
  const all = () =>
    void record(
      late.map(({ task, due }) => ({ ...asPlanned(task, season), on: due })),
      t('ofWorkDoneAsPlanned', { pieces: count(format, late.length, 'piece') }),
    )
  return (
    <Box
      role="status"
      className="no-print"
      sx={{
        mt: 2,
        p: 1.5,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1,
        alignItems: 'center',
      }}
    >
      <Box sx={{ flex: '1 1 220px', fontSize: 15 }}>
        {t('ofWorkAreNotTicked', {
          pieces: count(format, late.length, 'piece'),
          late: late.length,
          day: format.date(Math.min(...late.map(({ due }) => due))),
        })}
      </Box>
      <Button variant="outlined" color="inherit" onClick={all} sx={{ minHeight: 44 }}>
        {t('allDoneAsPlanned')}
      </Button>
    </Box>
  )
}

/** A stand that is to be counted by now. */
export function CountRow({ due: { batch, kind, since } }: { due: CountDue }) {
  const t = useTranslations('today')
  const { format, today, data } = useSeason()
  const { record } = useRecord()
  const counted = countable(batch, today)
  const words =
    kind === 'look'
      ? t('theFirstShouldShow')
      : batch.progress?.ledger.counts.at(-1)?.entry.what.again !== undefined
        ? t('toBeCountedAgain')
        : t('nearlyAllShouldBeUp')
  return (
    <Box
      component="li"
      data-count={batch.id}
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1.5,
        rowGap: 0.5,
        py: 0.75,
      }}
    >
      <StairGlyph batch={batch} />
      <Box sx={{ flex: '1 1 150px', minWidth: 0, lineHeight: 1.3 }}>
        <Box sx={{ fontSize: 16 }}>
          <b>{kind === 'look' ? t('checkGermination') : t('count')}</b>{' '}
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
        </Box>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {words} {since < today ? t('since', { since: format.date(since) }) : t('today')}
        </Box>
      </Box>
      {!data.whatIf && (
        <Box
          className="no-print"
          sx={{ display: 'flex', gap: 1, flex: kind === 'look' ? { xs: '1 1 100%', sm: '0 0 auto' } : 'none' }}
        >
          {kind === 'look' && counted && counted.of > 0 && (
            <Button
              variant="outlined"
              color="inherit"
              onClick={() =>
                void record(
                  {
                    batch: batch.id,
                    what: {
                      did: 'count',
                      cells: counted.of,
                      showing: 0,
                      doubles: 0,
                      ...(counted.flat ? { flat: true } : {}),
                    },
                  },
                  t('nothingShowsYet', { batch: batch.code }),
                )
              }
              aria-label={t('notUpYet', { batch: batch.code })}
              sx={{ minHeight: 48, flex: 1 }}
            >
              {t('notUpYet2')}
            </Button>
          )}
          <Button
            component={Link}
            prefetch={false}
            href={`/batch?id=${encodeURIComponent(batch.id)}&tab=count`}
            variant="outlined"
            color="inherit"
            aria-label={t('countOfBatch', { batch: batch.code })}
            sx={{ minHeight: 48, minWidth: 104, flex: 1 }}
          >
            {t('count')}
          </Button>
        </Box>
      )}
    </Box>
  )
}

/** What hangs on what has moved, with the way to move it too. */
export function Hanging({ day }: { day: Day }) {
  const t = useTranslations('today')
  const { plan, season, today, data, format } = useSeason()
  const { change, busy, failure } = useChange()
  const moves = useMemo(
    () => (day === today && plan.today !== undefined ? movesWithWhatHappened(season, plan) : []),
    [season, plan, day, today],
  )
  if (moves.length === 0 || data.whatIf) return null
  return (
    <Box sx={{ mt: 2 }}>
      <MovesPreview moves={moves} />
      {failure && <Alert severity="error">{failure}</Alert>}
      <Button
        variant="outlined"
        color="inherit"
        disabled={busy}
        onClick={() =>
          void change(
            moveEdits(moves),
            t('movedWithWhatHappened', { plantings: count(format, moves.length, 'planting') }),
          )
        }
        sx={{ minHeight: 44 }}
      >
        {t('moveThemSomethingBeforeThem', { moves: moves.length })}
      </Button>
    </Box>
  )
}

/** Containers that came free and are to be washed. */
export function ToWash({ day }: { day: Day }) {
  const t = useTranslations('today')
  const { plan, format, today, data } = useSeason()
  const { record } = useRecord()
  const due = useMemo(() => (day === today ? washDue(plan, today) : []), [plan, day, today])
  if (due.length === 0 || data.whatIf) return null
  return (
    <Part id="wash-title" title={t('washAndStack')} left={due.length}>
      {() => (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {due.map(({ container, trays, since }) => (
            <Box
              component="li"
              key={container.key}
              sx={{
                borderTop: 1,
                borderColor: 'divider',
                display: 'flex',
                flexWrap: 'wrap',
                alignItems: 'center',
                gap: 1.5,
                py: 0.75,
              }}
            >
              <Box sx={{ flex: '1 1 200px', fontSize: 16 }}>
                <b>{format.number(trays)}</b> × {container.name}
                <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                  {t('emptySince', { since: format.date(since) })}
                </Box>
              </Box>
              <Button
                variant="outlined"
                color="inherit"
                onClick={() =>
                  void record(
                    { what: { did: 'wash', container: container.key, trays } },
                    t('washed', { trays: format.number(trays), container: container.name }),
                  )
                }
                aria-label={t('washedOfContainer', { container: container.name })}
                sx={{ minHeight: 48, minWidth: 104 }}
              >
                {t('done2')}
              </Button>
              <Broken container={container} most={trays} unwashed />
            </Box>
          ))}
        </Box>
      )}
    </Part>
  )
}
