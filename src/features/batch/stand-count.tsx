/** Counting the stand: tap the gaps of a drawn tray, or write numbers; then what can be done about it, best first. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useDeferredValue, useMemo, useState } from 'react'
import { formatDay } from '../../core/calendar/day'
import { countable } from '../../core/advice/countable'
import { standDecision, type StandChoice, type StandDecision } from '../../core/advice/stand-choices'
import type { Batch } from '../../core/batch/batch'
import { withSaid } from '../../core/batch/one-of-series'
import type { Method, Planting } from '../../season/schema'
import { NumberField } from '../../ui/fields'
import { hasCell } from '../../core/traymap/mixed-tray'
import { TrayDrawing, type CellState } from '../../ui/records/tray-drawing'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { chanceWords, count } from '../../words/format'

type Mode = 'tray' | 'rows' | 'all'

export function StandCount({ batch }: { batch: Batch }) {
  const { format, today } = useSeason()
  const { of: cells, flat: flats, container, cells: own } = countable(batch, today)!
  const isOther = own && ((cell: number) => !hasCell(own, cell))
  const perTray = own ? container.cells : Math.min(container.cells, cells)
  const trays = flats || own ? 1 : Math.ceil(cells / container.cells)
  const perRow = container.rowCells ?? Math.max(4, Math.round(Math.sqrt(container.cells / 2)))
  const [mode, setMode] = useState<Mode>(flats ? 'all' : 'tray')
  const [tray, setTray] = useState(0)
  const [drawn, setDrawn] = useState<ReadonlyMap<number, CellState[]>>(new Map())
  const [rows, setRows] = useState<number | undefined>(3)
  const [showing, setShowing] = useState<number>()
  const [doubles, setDoubles] = useState<number | undefined>(0)

  const inTray = (n: number) => (own ? container.cells : Math.min(container.cells, cells - n * container.cells))
  const cellsOf = (n: number): CellState[] => drawn.get(n) ?? new Array<CellState>(inTray(n)).fill('one')
  const counted = (() => {
    if (mode === 'tray') {
      const all = [...drawn.values()].flat().filter((_, cell) => !own || hasCell(own, cell))
      return all.length === 0
        ? undefined
        : {
            cells: all.length,
            showing: all.filter((state) => state !== 'none').length,
            doubles: all.filter((state) => state === 'two').length,
          }
    }
    const of = mode === 'rows' ? Math.min(cells, (rows ?? 0) * perRow) : cells
    return showing === undefined || of === 0 ? undefined : { cells: of, showing, doubles: doubles ?? 0 }
  })()
  const wrong =
    counted &&
    (counted.showing > counted.cells
      ? `Only ${format.number(counted.cells)} were looked at.`
      : counted.doubles > counted.showing
        ? 'More with two than are up.'
        : undefined)
  const look = (next: Mode) => {
    setMode(next)
    setShowing(undefined)
  }

  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {!flats && (
        <ToggleButtonGroup
          exclusive
          value={mode}
          onChange={(_, next: Mode | null) => next && look(next)}
          fullWidth
          aria-label="How you count"
        >
          <ToggleButton value="tray" sx={{ minHeight: 48 }}>
            Tap the tray
          </ToggleButton>
          <ToggleButton value="rows" sx={{ minHeight: 48 }}>
            Some rows
          </ToggleButton>
          <ToggleButton value="all" sx={{ minHeight: 48 }}>
            Numbers
          </ToggleButton>
        </ToggleButtonGroup>
      )}
      {mode === 'tray' ? (
        <Box>
          {trays > 1 && (
            <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mb: 1 }} role="group" aria-label="Which tray">
              {Array.from({ length: trays }, (_, n) => (
                <Button
                  key={n}
                  size="small"
                  variant={n === tray ? 'contained' : 'outlined'}
                  disableElevation
                  color={drawn.has(n) ? 'success' : 'inherit'}
                  onClick={() => setTray(n)}
                  sx={{ minWidth: 48, minHeight: 40 }}
                >
                  {n + 1}
                </Button>
              ))}
            </Box>
          )}
          <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
            Tap once where a cell is empty, twice where there is more than one.{' '}
            {trays > 1 ? 'Trays you do not open are reckoned like those you do.' : ''}
          </Box>
          <TrayDrawing
            cells={cellsOf(tray)}
            perRow={Math.min(perRow, perTray)}
            label={`Tray ${tray + 1} of ${trays}`}
            {...(isOther ? { isOther } : {})}
            onChange={(next) => setDrawn(new Map(drawn).set(tray, next))}
          />
          {!drawn.has(tray) && (
            <Button
              variant="outlined"
              color="inherit"
              sx={{ mt: 1, minHeight: 44 }}
              onClick={() => setDrawn(new Map(drawn).set(tray, cellsOf(tray)))}
            >
              Every cell of this tray is up
            </Button>
          )}
        </Box>
      ) : (
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'repeat(3, 170px)' }, gap: 2 }}>
          {mode === 'rows' && <NumberField label={`Rows of ${perRow} looked at`} value={rows} onChange={setRows} />}
          <NumberField
            label={flats ? 'Seedlings up' : 'Cells with a seedling'}
            value={showing}
            onChange={setShowing}
            help={`of ${format.number(mode === 'rows' ? Math.min(cells, (rows ?? 0) * perRow) : cells)}`}
          />
          {!flats && <NumberField label="With more than one" value={doubles} onChange={setDoubles} />}
        </Box>
      )}
      {wrong && <Alert severity="error">{wrong}</Alert>}
      {counted && !wrong && (
        <>
          <Box sx={{ fontSize: 18, fontWeight: 650 }}>
            {format.number(counted.showing)} of {format.number(counted.cells)} up
            {counted.doubles > 0 ? `, ${format.number(counted.doubles)} with more than one` : ''}
          </Box>
          <Decide batch={batch} counted={counted} flat={flats} gaps={mode === 'tray' ? drawn.get(0) : undefined} />
        </>
      )}
    </Box>
  )
}

function Decide({
  batch,
  counted: now,
  flat,
  gaps,
}: {
  batch: Batch
  counted: { cells: number; showing: number; doubles: number }
  flat: boolean
  gaps: CellState[] | undefined
}) {
  const { planner, plan, season, format, today } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure, problems } = useChange()
  const router = useRouter()
  const counted = useDeferredValue(now)
  const decision = useMemo(() => {
    const allowed = batch.planting.may?.methods ?? []
    const methods = season.methods.filter(({ key, crop }) => allowed.includes(key) && crop === batch.variety.crop)
    return standDecision(planner, season, batch, counted, today, methods, plan.lots)
  }, [planner, plan, season, batch, counted, today])
  const code = batch.code
  const countSaid = {
    batch: batch.id,
    what: {
      did: 'count' as const,
      ...counted,
      ...(flat ? { flat } : {}),
      ...(gaps ? { gaps: gaps.flatMap((state, i) => (state === 'none' ? [i] : [])) } : {}),
    },
  }
  const back = () => router.replace(`/batch?id=${encodeURIComponent(batch.id)}`)

  const carryOut = async (choice: StandChoice) => {
    switch (choice.kind) {
      case 'let-be':
        await record(countSaid, `${code}: counted.`)
        return back()
      case 'wait':
        await record(
          { ...countSaid, what: { ...countSaid.what, again: formatDay(choice.until) } },
          `${code}: counted; count again on ${format.date(choice.until)}.`,
        )
        return back()
      case 'fill':
        await record(
          [countSaid, { batch: batch.id, what: { did: 'fill', cells: choice.blanks } }],
          `${code}: counted, ${count(format, choice.blanks, 'blank')} filled.`,
        )
        return back()
      case 'resow': {
        const again = resownPlanting(
          batch,
          choice.resow.method,
          choice.resow.plants,
          formatDay(today),
          season.plantings,
          choice.resow.lot?.key,
        )
        if (
          await change([{ of: 'plantings', key: again.key, from: null, to: again }], `Sow ${code} again: ${again.code}`)
        ) {
          await record(
            [countSaid, { batch: batch.id, what: { did: 'resow', as: again.key } }],
            `${code}: counted; ${again.code} is to be sown today.`,
          )
          back()
        }
        return
      }
      case 'resow-here':
        await record(
          [
            countSaid,
            {
              batch: batch.id,
              what: {
                did: 'sow-again',
                cells: choice.cells,
                seeds: choice.seeds,
                ...(choice.lot ? { lot: choice.lot.key } : {}),
              },
            },
          ],
          `${code}: counted, ${count(format, choice.cells, 'blank')} sown again.`,
        )
        return back()
      case 'fewer': {
        const { planting, n } = batch
        const to = withSaid(planting, n, { plants: Math.max(1, choice.plants) })
        if (
          await change(
            [{ of: 'plantings', key: planting.key, from: planting, to }],
            `Plant fewer of ${code}: ${format.number(choice.plants)}`,
          )
        ) {
          await record(countSaid, `${code}: counted.`)
          back()
        }
      }
    }
  }

  const enough = decision.chance >= batch.confidence
  return (
    <Box component="section" aria-label="What the count says" sx={{ display: 'grid', gap: 1.5 }}>
      <Box>
        <Box sx={{ display: 'flex', justifyContent: 'space-between', fontSize: 15 }}>
          <span>
            In the end about <b>{format.number(Math.round(decision.stand.mean))}</b> good plants (
            {format.number(decision.stand.low)} to {format.number(decision.stand.high)});{' '}
            {format.number(decision.wanted)} wanted
          </span>
        </Box>
        <LinearProgress
          variant="determinate"
          value={Math.min(100, 100 * decision.chance)}
          color={enough ? 'success' : decision.chance > 0.5 ? 'warning' : 'error'}
          sx={{ height: 10, borderRadius: 1, my: 0.75 }}
          aria-label="Chance to have enough"
        />
        <Box sx={{ fontSize: 15 }}>
          Enough in {chanceWords(decision.chance)}. {timeWords(decision, format.number)}
        </Box>
        {decision.lastResow && !enough && (
          <Box
            sx={{ fontSize: 15, mt: 0.5, color: decision.lastResow.lastDay < today ? 'error.main' : 'text.primary' }}
          >
            {decision.lastResow.lastDay < today
              ? `Too late to sow again for ${format.date(batch.plantOn)}: the last day was ${format.date(decision.lastResow.lastDay)}.`
              : `Sown again by ${format.date(decision.lastResow.lastDay)} (${decision.lastResow.method.name}) it still makes ${format.date(batch.plantOn)}.`}
          </Box>
        )}
        {!enough && decision.lacking > 0 && (
          <Box sx={{ fontSize: 15, mt: 0.5 }}>
            To do nothing leaves about {count(format, decision.lacking, 'plant')} of {format.number(decision.wanted)}{' '}
            out
            {decision.atStake !== undefined && decision.atStake >= 1
              ? `, worth about ${format.number(Math.round(decision.atStake))}`
              : ''}
            {batch.planting.worth?.by === 'promise' ? ', and this one is promised' : ''}.
          </Box>
        )}
      </Box>
      {failure && <Alert severity="error">{failure}</Alert>}
      {problems.map(({ path, message }) => (
        <Alert key={path} severity="error">
          {message}
        </Alert>
      ))}
      {decision.noSeed && !enough && (
        <Alert severity="warning">
          Sowing again takes {count(format, decision.noSeed.seeds, 'seed')}; {decision.noSeed.lot.name} has{' '}
          {format.number(decision.noSeed.left)} left, and no other lot has enough.
        </Alert>
      )}
      <Typography variant="h2">What to do</Typography>
      {decision.choices.map((choice, i) => (
        <Button
          key={choice.kind}
          variant={i === 0 ? 'contained' : 'outlined'}
          disableElevation
          color={i === 0 ? 'primary' : 'inherit'}
          disabled={busy}
          onClick={() => void carryOut(choice)}
          sx={{ justifyContent: 'flex-start', textAlign: 'left', minHeight: 56, py: 1, display: 'block' }}
        >
          <Box sx={{ fontSize: 16.5, fontWeight: 700 }}>{choiceTitle(choice, format)}</Box>
          <Box sx={{ fontSize: 14, fontWeight: 400 }}>{choiceWhy(choice, decision, format)}</Box>
        </Button>
      ))}
    </Box>
  )
}

function timeWords({ thermalShare }: StandDecision, number: (value: number) => string): string {
  if (thermalShare < 0.75) return 'It is early: little can show yet.'
  if (thermalShare < 1.35) return 'Some more will still come.'
  return `Nearly all that comes is up (${number(Math.round(thermalShare * 100))} % of the warmth to half).`
}

type Words = ReturnType<typeof useSeason>['format']

function choiceTitle(choice: StandChoice, f: Words): string {
  switch (choice.kind) {
    case 'let-be':
      return 'Let it be'
    case 'wait':
      return `Wait, count again ${f.date(choice.until)}`
    case 'fill':
      return `Move doubles into ${count(f, choice.blanks, 'blank')}`
    case 'resow':
      return `Sow ${count(f, choice.resow.cells, 'cell')} again today`
    case 'resow-here':
      return `Sow ${count(f, choice.cells, 'blank')} again in the same trays`
    case 'fewer':
      return `Plant ${f.number(choice.plants)} instead`
  }
}

function choiceWhy(choice: StandChoice, decision: StandDecision, f: Words): string {
  switch (choice.kind) {
    case 'let-be':
      return decision.chance > 0.995 ? 'There are enough.' : `Enough in ${chanceWords(decision.chance)}.`
    case 'wait':
      return decision.choices.some(({ kind }) => kind === 'resow')
        ? 'By then nine in ten of all that come are up, and there is still time to sow again.'
        : 'By then nine in ten of all that come are up. It is too late to sow again for this day.'
    case 'fill':
      return `Enough in ${chanceWords(choice.chance)}; about ${f.number(Math.round(100 * decision.fillSurvival))} in 100 of those moved live.`
    case 'resow':
      return `${count(f, choice.resow.seeds, 'seed')}, ${count(f, choice.resow.trays, 'tray')}, ${choice.resow.method.name}: ${count(f, choice.resow.plants, 'plant')} for the same day, so that it is as sure as it was meant to be.${choice.resow.lot ? ` From ${choice.resow.lot.name}: the lot it was sown from has too few left.` : ''}`
    case 'resow-here':
      return `${count(f, choice.seeds, 'seed')}${choice.lot ? ` of ${choice.lot.name}` : ''}. The trays then hold two ages; enough in ${chanceWords(choice.chance)}.`
    case 'fewer':
      return 'The planting is made smaller in the plan; what follows from it changes too.'
  }
}

/** A planting for what lacks: same variety and day, sown today. */
function resownPlanting(
  batch: Batch,
  method: Method,
  plants: number,
  sowOn: string,
  all: readonly Planting[],
  lot = batch.planting.lot,
): Planting {
  const { planting } = batch
  const keys = new Set(all.map(({ key }) => key))
  const codes = new Set(all.map(({ code }) => code))
  let i = 1
  const stem = planting.key.slice(0, 50)
  while (keys.has(`${stem}-again${i}`) || codes.has(codeOf(i))) i++
  function codeOf(n: number): string {
    return `${planting.code.slice(0, 8)}R${batch.n > 0 ? batch.n : ''}${n > 1 ? ('ABCDEFGH'[n - 2] ?? n) : ''}`.slice(
      0,
      12,
    )
  }
  return {
    key: `${stem}-again${i}`,
    code: codeOf(i),
    variety: planting.variety,
    method: method.key,
    plants,
    on: formatDay(batch.plantOn),
    sowOn,
    changes: [],
    note: `Sown again for ${batch.code}.`,
    ...(lot === undefined ? {} : { lot }),
    ...(planting.worth === undefined ? {} : { worth: planting.worth }),
  }
}
