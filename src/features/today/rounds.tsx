/** What is done place by place besides the work on single batches: watering, feeding, looking for green; and catching up. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { useMemo } from 'react'
import type { Day } from '../../core/calendar/day'
import { countable } from '../../core/advice/countable'
import { roundsOn } from '../../core/advice/rounds'
import { type CountDue } from '../../core/advice/counts-due'
import { washDue } from '../../core/advice/wash'
import { warningsOf } from '../../core/advice/warnings'
import { MovesPreview, moveEdits, movesWithWhatHappened } from '../../ui/moves'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { WarningLine } from '../../ui/records/warning-line'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import type { DayWork } from './model'

/** What was measured beyond what plants bear, in the last days. */
export function ColdAndHeat({ day }: { day: Day }) {
  const { plan, season } = useSeason()
  const warnings = useMemo(() => warningsOf(plan, day - 3, day + 1), [plan, day])
  if (warnings.length === 0) return null
  const simulated = season.readings.some(({ from }) => from === 'stand-in')
  return (
    <Alert severity="warning" sx={{ mt: 2 }}>
      <b>Measured{simulated ? ', simulated' : ''}:</b>
      {warnings.slice(0, 4).map((warning) => (
        <WarningLine key={`${warning.kind}-${warning.place}-${warning.day}`} warning={warning} />
      ))}
    </Alert>
  )
}

/** Watering and feeding of the day, by place. */
export function Rounds({ day }: { day: Day }) {
  const { plan, season, format, today, data } = useSeason()
  const { record } = useRecord()
  const rounds = useMemo(() => roundsOn(plan, day), [plan, day])
  if (rounds.length === 0) return null
  return (
    <Box component="section" aria-labelledby="rounds-title" sx={{ mt: 2 }}>
      <Box component="h2" id="rounds-title" sx={{ m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}>
        Rounds
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rounds.map(({ place, what, every, batches, closest, done }) => {
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
                  <b>{what === 'water' ? 'Look over and water' : 'Feed'}</b> {name}
                </Box>
                <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                  {every <= 0.6 ? 'twice a day' : every === 1 ? 'every day' : `every ${format.number(every)} days`}:{' '}
                  {count(format, batches, 'batch')}; {closest.code} in {closest.container} dries first
                </Box>
              </Box>
              {day === today && !data.whatIf && !done && (
                <Button
                  variant="outlined"
                  color="inherit"
                  onClick={() =>
                    void record(
                      { place: season.places[place]!.key, what: { did: 'round', what } },
                      `${name}: ${what === 'water' ? 'watered' : 'fed'}.`,
                    )
                  }
                  aria-label={`Done: ${what} ${name}`}
                  sx={{ minHeight: 48, minWidth: 104 }}
                >
                  Done
                </Button>
              )}
              {done && <Box sx={{ fontSize: 14, fontWeight: 650, color: 'success.main' }}>Done, {done.who}</Box>}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

const MANY = 4

/** Where much was left unsaid: one stroke for all that was done as planned. */
export function CatchUp({ work }: { work: DayWork }) {
  const { season, format, data, today } = useSeason()
  const { record } = useRecord()
  const late = work.stops.flatMap((stop) => stop.work.filter((one) => one.late > 0 && one.state === 'open'))
  if (late.length < MANY || data.whatIf || work.day !== today) return null
  const all = () =>
    void record(
      late.map(({ task, due }) => ({ ...asPlanned(task, season), on: due })),
      `${count(format, late.length, 'piece')} of work: done as planned.`,
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
        {count(format, late.length, 'piece')} of work {late.length === 1 ? 'is' : 'are'} not ticked off, the oldest of{' '}
        {format.date(Math.min(...late.map(({ due }) => due)))}.
      </Box>
      <Button variant="outlined" color="inherit" onClick={all} sx={{ minHeight: 44 }}>
        All done as planned
      </Button>
    </Box>
  )
}

/** A stand that is to be counted by now. */
export function CountRow({ due: { batch, kind, since } }: { due: CountDue }) {
  const { format, today, data } = useSeason()
  const { record } = useRecord()
  const counted = countable(batch, today)
  const words =
    kind === 'look'
      ? 'the first should show'
      : batch.progress?.ledger.counts.at(-1)?.entry.what.again !== undefined
        ? 'to be counted again'
        : 'nearly all should be up'
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
          <b>{kind === 'look' ? 'Check germination' : 'Count'}</b>{' '}
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
        </Box>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {words} {since < today ? `since ${format.date(since)}` : 'today'}
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
                  `${batch.code}: nothing shows yet.`,
                )
              }
              aria-label={`Not up yet: ${batch.code}`}
              sx={{ minHeight: 48, flex: 1 }}
            >
              Not up yet
            </Button>
          )}
          <Button
            component={Link}
            prefetch={false}
            href={`/batch?id=${encodeURIComponent(batch.id)}&tab=count`}
            variant="outlined"
            color="inherit"
            aria-label={`Count ${batch.code}`}
            sx={{ minHeight: 48, minWidth: 104, flex: 1 }}
          >
            Count
          </Button>
        </Box>
      )}
    </Box>
  )
}

/** What hangs on what has moved, with the way to move it too. */
export function Hanging({ day }: { day: Day }) {
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
          void change(moveEdits(moves), `${count(format, moves.length, 'planting')} moved with what happened`)
        }
        sx={{ minHeight: 44 }}
      >
        Move {moves.length === 1 ? 'it' : 'them'}: something before {moves.length === 1 ? 'it' : 'them'} has moved
      </Button>
    </Box>
  )
}

/** Containers that came free and are to be washed. */
export function ToWash({ day }: { day: Day }) {
  const { plan, format, today, data } = useSeason()
  const { record } = useRecord()
  const due = useMemo(() => (day === today ? washDue(plan, today) : []), [plan, day, today])
  if (due.length === 0 || data.whatIf) return null
  return (
    <Box component="section" aria-labelledby="wash-title" sx={{ mt: 2 }}>
      <Box component="h2" id="wash-title" sx={{ m: 0, mb: 0.5, fontSize: 15, fontWeight: 700 }}>
        Wash and stack
      </Box>
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
              <Box sx={{ fontSize: 14, color: 'text.secondary' }}>empty since {format.date(since)}</Box>
            </Box>
            <Button
              variant="outlined"
              color="inherit"
              onClick={() =>
                void record(
                  { what: { did: 'wash', container: container.key, trays } },
                  `${format.number(trays)} × ${container.name} washed.`,
                )
              }
              aria-label={`Washed: ${container.name}`}
              sx={{ minHeight: 48, minWidth: 104 }}
            >
              Done
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  )
}
