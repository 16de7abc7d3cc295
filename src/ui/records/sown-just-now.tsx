/** Sown just now, planned or not: a tray, its rows given to one lot or several, and in one stroke the planting, the record and the label. */
'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Drawer from '@mui/material/Drawer'
import TextField from '@mui/material/TextField'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useMemo, useState } from 'react'
import { v4 as newId } from 'uuid'
import { formatDay } from '../../core/calendar/day'
import { labelCodes } from '../../core/labels/content'
import { plantableFrom } from '../../core/plan/nearest'
import { cellCount, cellsByOwner, trayDoubts, type TrayDoubt } from '../../core/traymap/mixed-tray'
import type { Container, Planting, Variety } from '../../season/schema'
import { count, type Format } from '../../words/format'
import { ChoiceField, NumberField } from '../fields'
import { freeCode, freeKeyIn } from '../keys'
import { useSeason } from '../season-context'
import { useChange } from '../use-change'
import { dayItHappened, EntryForm } from './entry-form'
import { RowsDrawing } from './rows-drawing'
import { useRecord, type Said } from './use-record'

/** One lot in the tray. */
interface Part {
  variety: Variety | null
  lot: string
  seeds: number | undefined
}

const NEW: Part = { variety: null, lot: '', seeds: 1 }
const MOST_PARTS = 8

export function SownJustNow({ onClose }: { onClose: () => void }) {
  const { season, today, format, plan, planner } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure, problems } = useChange()
  const phone = useMediaQuery('(max-width: 599px)')
  const trays = season.containers.filter(({ kind }) => kind !== 'open-flat')
  const [key, setKey] = useState(trays[0]?.key ?? '')
  const container = season.containers.find((one) => one.key === key)
  const [parts, setParts] = useState<readonly Part[]>([NEW])
  const [chosen, setChosen] = useState(0)
  const [rows, setRows] = useState<readonly (number | undefined)[]>()
  const [full, setFull] = useState<number | undefined>(1)
  const [place, setPlace] = useState(season.places[0]?.key ?? '')
  const [on, setOn] = useState(formatDay(today))
  const [problem, setProblem] = useState<string>()
  const perRow = container ? rowOf(container) : 1
  const rowCount = container ? Math.ceil(container.cells / perRow) : 0
  const owners = rows && rows.length === rowCount ? rows : Array.from({ length: rowCount }, () => 0)
  const cells = container ? cellsByOwner(owners, perRow, container.cells) : new Map<number, [number, number][]>()
  const mixed = parts.length > 1
  const cropOf = (variety: Variety | null) => season.crops.find((crop) => crop.key === variety?.crop)
  const doubts = useMemo(
    () => trayDoubts(parts.flatMap(({ variety }) => season.crops.find((crop) => crop.key === variety?.crop) ?? [])),
    [parts, season.crops],
  )
  const put = (at: number, next: Partial<Part>) =>
    setParts(parts.map((part, i) => (i === at ? { ...part, ...next } : part)))

  const save = async () => {
    const day = dayItHappened(on, today)
    if (typeof day === 'string') return setProblem(day)
    if (!container) return setProblem('Choose what it was sown into.')
    const wholes = mixed ? 1 : (full ?? 0)
    if (wholes < 1) return setProblem('Say how many trays.')
    const said: Said[] = []
    const added: Planting[] = []
    const tray = newId().slice(0, 8)
    for (const [i, { variety, lot, seeds }] of parts.entries()) {
      const own = cells.get(i) ?? []
      if (!variety) return setProblem('Choose what was sown, in every part of the tray.')
      if (own.length === 0) return setProblem(`Tap the rows that hold ${variety.name}.`)
      if (!seeds || seeds < 1) return setProblem('Say how many seeds went into each cell.')
      const method = methodFor(season.methods, variety.crop, container)
      if (!method)
        return setProblem(
          `There is no growing method for ${cropOf(variety)?.name ?? variety.name} yet. Add one under Know-how first.`,
        )
      const sown = cellCount(own) * wholes
      const code = freeCode({ plantings: [...season.plantings, ...added] }, variety.name)
      const planting: Planting = {
        key: freeKeyIn([...season.plantings, ...added], code.toLowerCase()),
        code,
        variety: variety.key,
        method: method.key,
        plants: Math.max(1, Math.round(sown * USUAL)),
        on: formatDay(day + FIRST_GUESS),
        sowOn: formatDay(day),
        plannedOn: formatDay(today),
        changes: [],
        ...(lot === '' ? {} : { lot }),
      }
      const [tried] = planner.preview(season, planting)
      const works =
        tried && plantableFrom({ ...tried, way: tried.way, plantOn: day + 1, agePoint: tried.agePoint }, day)
      added.push(works ? { ...planting, on: formatDay(works.plantOn) } : planting)
      said.push({
        batch: planting.key,
        on: day,
        what: {
          did: 'task',
          task: 'sow',
          nth: 0,
          container: container.key,
          cells: sown,
          trays: wholes,
          seeds: Math.round(sown * seeds),
          ...(place === '' ? {} : { place }),
          ...(lot === '' ? {} : { lot }),
          ...(mixed ? { tray: { id: tray, cells: own } } : {}),
        },
      })
    }
    const names = added.map(({ code }) => code).join(', ')
    const edits = added.map((planting) => ({ of: 'plantings' as const, key: planting.key, from: null, to: planting }))
    if (!(await change(edits, `Sown just now: ${names}`))) return
    const codes = labelCodes([...plan.batches, ...added.map((planting) => ({ id: planting.key }))], season.records)
    await record(
      [
        ...said,
        ...added.map((planting) => ({
          batch: planting.key,
          what: { did: 'label' as const, code: codes.get(planting.key)!, labels: wholes },
        })),
      ],
      `${names}: sown${day === today ? '' : ` ${format.date(day)}`}. Labels: ${added.map((planting) => codes.get(planting.key)).join(', ')}.`,
    )
    onClose()
  }

  return (
    <Drawer
      anchor={phone ? 'bottom' : 'right'}
      open
      onClose={onClose}
      slotProps={{
        paper: {
          sx: {
            width: phone ? '100%' : 460,
            maxHeight: phone ? '94dvh' : '100%',
            borderRadius: phone ? '14px 14px 0 0' : 0,
          },
          role: 'dialog',
          'aria-label': 'Sown just now',
        },
      }}
    >
      <Box sx={{ p: 2 }}>
        <EntryForm
          title="Sown just now"
          problem={problem ?? failure ?? problems[0]?.message}
          action={busy ? 'Saving …' : 'Save'}
          back="Cancel"
          onWrite={() => void save()}
          onClose={onClose}
        >
          {parts.map((part, i) => (
            <PartFields
              key={i}
              part={part}
              n={mixed ? i : undefined}
              onChange={(next) => put(i, next)}
              onDelete={
                mixed
                  ? () => {
                      setParts(parts.filter((_, at) => at !== i))
                      setRows(
                        owners.map((owner) =>
                          owner === i ? undefined : owner !== undefined && owner > i ? owner - 1 : owner,
                        ),
                      )
                      setChosen(0)
                    }
                  : undefined
              }
            />
          ))}
          <Box sx={{ display: 'grid', gridTemplateColumns: mixed ? '1fr' : '1.6fr 1fr', gap: 2 }}>
            <ChoiceField
              label="Into"
              value={key}
              options={season.containers.map((one) => [one.key, one.name] as const)}
              onChange={(next) => {
                setKey(next)
                setRows(undefined)
              }}
            />
            {!mixed && <NumberField label="Trays" value={full} onChange={setFull} />}
          </Box>
          {container && (mixed || full === 1) && (
            <RowsDrawing
              owners={owners}
              perRow={perRow}
              cells={container.cells}
              names={parts.map(({ variety }, i) => variety?.name ?? `Part ${i + 1}`)}
              chosen={chosen}
              onChoose={setChosen}
              onChange={setRows}
            />
          )}
          {parts.length < MOST_PARTS && (full === 1 || mixed) && (
            <Button
              variant="outlined"
              color="inherit"
              onClick={() => {
                setParts([...parts, NEW])
                setChosen(parts.length)
                if (!rows) setRows(owners)
              }}
              sx={{ minHeight: 48 }}
            >
              Something else in the same tray
            </Button>
          )}
          {mixed &&
            doubts.map((doubt) => (
              <Alert key={`${doubt.kind} ${doubt.of.join()}`} severity="warning">
                {doubtWords(doubt, format)}
              </Alert>
            ))}
          <ChoiceField
            label="Where it stands"
            value={place}
            options={season.places.map((one) => [one.key, one.name] as const)}
            onChange={setPlace}
          />
          <TextField
            type="date"
            label="Sown on"
            value={on}
            onChange={(event) => setOn(event.target.value)}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: formatDay(today) } }}
          />
          <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
            {parts
              .map(
                ({ variety }, i) =>
                  `${variety?.name ?? '…'}: ${count(format, cellCount(cells.get(i) ?? []) * (mixed ? 1 : (full ?? 0)), 'cell')}`,
              )
              .join(' · ')}
          </Box>
        </EntryForm>
      </Box>
    </Drawer>
  )
}

const USUAL = 0.85 // of cells, that give a plant
const FIRST_GUESS = 60 // days from sowing, before the planting day is found

/** Cells in a row of a tray as it is drawn. */
const rowOf = ({ rowCells, cells }: Container): number => rowCells ?? Math.max(1, Math.round(Math.sqrt(cells / 2)))

/** A method for a kind that begins in this container; else its first that is sown in one. */
function methodFor(methods: ReturnType<typeof useSeason>['season']['methods'], crop: string, { key }: Container) {
  const own = methods.filter(
    ({ crop: of, sowing, stages }) =>
      of === crop &&
      stages.length > 0 &&
      sowing.policy !== 'in-place' &&
      sowing.policy !== 'bought' &&
      sowing.policy !== 'flat',
  )
  return own.find(({ stages }) => stages[0]!.container === key) ?? own[0]
}

function doubtWords(doubt: TrayDoubt, f: Format): string {
  const [a, b] = doubt.of
  if (doubt.kind === 'light') return `${a} and ${b}: one germinates in light, the other in the dark.`
  if (doubt.kind === 'days')
    return `${a} and ${b} come up ${count(f, doubt.apart, 'day')} apart: the first will wait under cover.`
  return `${a} and ${b} are watered differently.`
}

/** What was sown in one part of the tray. */
function PartFields({
  part,
  n,
  onChange,
  onDelete,
}: {
  part: Part
  n: number | undefined
  onChange: (next: Partial<Part>) => void
  onDelete: (() => void) | undefined
}) {
  const { season } = useSeason()
  const crops = new Map(season.crops.map((crop) => [crop.key, crop.name]))
  const lots = season.lots.filter(({ variety }) => variety === part.variety?.key)
  return (
    <Box role="group" aria-label={n === undefined ? 'What was sown' : `Part ${n + 1}`} sx={{ display: 'grid', gap: 2 }}>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Autocomplete
          sx={{ flex: 1 }}
          options={season.varieties}
          value={part.variety}
          getOptionLabel={({ name, crop }) => `${name}, ${crops.get(crop) ?? ''}`}
          getOptionKey={({ key }) => key}
          onChange={(_, variety) => {
            const first = season.lots.find((lot) => lot.variety === variety?.key)
            const crop = season.crops.find(({ key }) => key === variety?.crop)
            onChange({ variety, lot: first?.key ?? '', seeds: crop?.seed.perCell ?? 1 })
          }}
          renderInput={(params) => <TextField {...params} label="What was sown" />}
        />
        {onDelete && (
          <Button color="inherit" onClick={onDelete} aria-label={`Delete part ${(n ?? 0) + 1}`} sx={{ minHeight: 48 }}>
            Delete
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: lots.length > 0 ? '1.6fr 1fr' : '1fr', gap: 2 }}>
        {lots.length > 0 && (
          <ChoiceField
            label="Lot"
            value={part.lot}
            options={lots.map((lot) => [lot.key, lot.name] as const)}
            onChange={(lot) => onChange({ lot })}
          />
        )}
        <NumberField label="Seeds in each cell" value={part.seeds} onChange={(seeds) => onChange({ seeds })} />
      </Box>
    </Box>
  )
}
