/** Sown just now, planned or not: a tray, its rows given to one lot or several, and in one stroke the planting, the record and the label. */
'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useMemo, useState } from 'react'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import { labelCodes } from '../../core/labels/content'
import { cellCount, cellsByOwner, trayDoubts, type TrayDoubt } from '../../core/traymap/mixed-tray'
import type { Container, Entry } from '../../season/schema'
import { count, type Format } from '../../words/format'
import { DayField } from '../day-field'
import { ChoiceField, NumberField } from '../fields'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'
import { useChange } from '../use-change'
import { dayIn, dayItHappened, EntryForm } from './entry-form'
import { justSown, sowables, usualPlaceOf, type JustSown, type Sowable, type SownPart } from './just-sown'
import { RowsDrawing } from './rows-drawing'
import { useRecord } from './use-record'

/** One lot in the tray, as it is typed. */
interface Part {
  what: Sowable | null
  lot: string
  seeds: number | undefined
}

const NEW: Part = { what: null, lot: '', seeds: 1 }
const MOST_PARTS = 8
const USUAL_PLACE = '@usual'
const LINES = 8 // of an open flat that holds several kinds

export function SownJustNow({ onClose }: { onClose: () => void }) {
  const t = useTranslations('records')
  const { season, today, format, plan } = useSeason()
  const { record } = useRecord()
  const { change, busy, failure, problems } = useChange()
  const [key, setKey] = useState(() => usualContainer(season.containers, season.records))
  const container = season.containers.find((one) => one.key === key)
  const [parts, setParts] = useState<readonly Part[]>([NEW])
  const [chosen, setChosen] = useState(0)
  const [rows, setRows] = useState<readonly (number | undefined)[]>()
  const [full, setFull] = useState<number | undefined>(1)
  const [place, setPlace] = useState(USUAL_PLACE)
  const [on, setOn] = useState(formatDay(today))
  const [problem, setProblem] = useState<string>()
  const flat = container?.kind === 'open-flat'
  const [perRow, inTray] = container ? rowsOf(container) : [1, 1]
  const rowCount = Math.ceil(inTray / perRow)
  const owners = rows && rows.length === rowCount ? rows : Array.from({ length: rowCount }, () => 0)
  const cells = cellsByOwner(owners, perRow, inTray)
  const mixed = parts.length > 1
  const wholes = mixed ? 1 : full
  const doubts = useMemo(() => trayDoubts(parts.flatMap(({ what }) => (what ? [what.crop] : []))), [parts])
  const put = (at: number, next: Partial<Part>) =>
    setParts(parts.map((part, i) => (i === at ? { ...part, ...next } : part)))
  const without = (gone: number) => {
    setParts(parts.filter((_, at) => at !== gone))
    setRows(
      owners.map((owner) => (owner === gone ? undefined : owner !== undefined && owner > gone ? owner - 1 : owner)),
    )
    setChosen(0)
  }
  const sown = (day: Day): JustSown | string => {
    if (!container) return t('chooseWhatItWasSown')
    if (!wholes || wholes < 1) return t('enterHowManyTrays')
    const read: SownPart[] = []
    for (const [i, { what, lot, seeds }] of parts.entries()) {
      const own = cells.get(i) ?? []
      if (!what) return mixed ? t('chooseWhatWasSownIn') : t('chooseWhatWasSown')
      if (own.length === 0) return t('tapTheRowsThatHold', { what: what.name })
      if (!seeds || seeds < 1) return flat ? t('enterAboutHowManySeeds') : t('enterHowManySeedsWent')
      read.push({ what, lot: season.lots.find((one) => one.key === lot), seeds, cells: own })
    }
    const tray = newId().slice(0, 8)
    return { container, wholes, parts: read, place: place === USUAL_PLACE ? undefined : place, on: day, today, tray }
  }
  const dayOf = dayIn(on) ?? today
  const first = parts[0]!.what
  const usualPlace = useMemo(
    () => (first ? usualPlaceOf(season, first, key, dayOf, today, format) : undefined),
    [first, season, key, dayOf, today, format],
  )

  const save = async () => {
    const day = dayItHappened(on, today, format)
    if (typeof day === 'string') return setProblem(day)
    const asked = sown(day)
    if (typeof asked === 'string') return setProblem(asked)
    const written = justSown(season, asked, format)
    if ('problem' in written) return setProblem(written.problem)
    setProblem(undefined)
    const { edits, plantings, said } = written
    const names = plantings.map(({ code }) => code).join(', ')
    if (!(await change(edits, t('sownJustNow', { names })))) return
    const codes = labelCodes([...plan.batches, ...plantings.map((planting) => ({ id: planting.key }))], season.records)
    await record(
      [
        ...said,
        ...plantings.map((planting) => ({
          batch: planting.key,
          what: { did: 'label' as const, code: codes.get(planting.key)!, labels: asked.wholes },
        })),
      ],
      t('sownLabels', {
        names,
        extra: day === today ? '' : ` ${format.date(day)}`,
        plantings: plantings.map((planting) => codes.get(planting.key)).join(', '),
      }),
    )
    onClose()
  }

  return (
    <Sheet name={t('sownJustNow2')} onClose={onClose}>
      <EntryForm
        title={t('sownJustNow2')}
        problem={problem ?? failure ?? problems[0]?.message}
        action={busy ? t('saving') : t('save')}
        back={t('cancel')}
        onWrite={() => void save()}
        onClose={onClose}
      >
        {parts.map((part, i) => (
          <PartFields
            key={i}
            part={part}
            n={mixed ? i : undefined}
            flat={flat}
            onChange={(next) => put(i, next)}
            onDelete={mixed ? () => without(i) : undefined}
          />
        ))}
        <Box sx={{ display: 'grid', gridTemplateColumns: mixed ? '1fr' : '1.6fr 1fr', gap: 2 }}>
          <ChoiceField
            label={t('into2')}
            value={key}
            options={season.containers.map((one) => [one.key, one.name] as const)}
            onChange={(next) => {
              setKey(next)
              setRows(undefined)
              const flatNow = season.containers.find((one) => one.key === next)?.kind === 'open-flat'
              if (flatNow !== flat)
                setParts(
                  parts.map((part) => ({ ...part, seeds: flatNow ? undefined : (part.what?.crop.seed.perCell ?? 1) })),
                )
            }}
          />
          {!mixed && <NumberField label={flat ? t('flats') : t('trays')} value={full} onChange={setFull} />}
        </Box>
        {container && (mixed || rows) && (
          <RowsDrawing
            owners={owners}
            perRow={perRow}
            cells={inTray}
            names={parts.map(({ what }, i) => what?.name ?? t('part', { i: String(i + 1) }))}
            chosen={chosen}
            onChoose={setChosen}
            onChange={setRows}
          />
        )}
        {container && (mixed || full === 1) && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
            {!mixed && !flat && !rows && (
              <Button variant="outlined" color="inherit" onClick={() => setRows(owners)} sx={{ minHeight: 48 }}>
                {t('notTheWholeTray')}
              </Button>
            )}
            {parts.length < MOST_PARTS && (
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
                {t('anotherSowingInTheSame', { flat: flat ? 'yes' : 'no' })}
              </Button>
            )}
          </Box>
        )}
        {mixed &&
          doubts.map((doubt) => (
            <Alert key={`${doubt.kind} ${doubt.of.join()}`} severity="warning">
              {doubtWords(doubt, format)}
            </Alert>
          ))}
        <ChoiceField
          label={t('whereItStands')}
          value={place}
          options={[
            [
              USUAL_PLACE,
              usualPlace ? t('asUsual', { usualPlace: usualPlace.name }) : t('whereItsGrowingMethodPuts'),
            ] as const,
            ...season.places.map((one) => [one.key, one.name] as const),
          ]}
          onChange={setPlace}
        />
        <DayField label={t('sownOn')} value={on} onChange={setOn} max={formatDay(today)} />
        {!flat && (
          <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
            {parts
              .map(
                ({ what }, i) =>
                  `${what ? `${what.name}: ` : ''}${count(format, cellCount(cells.get(i) ?? []) * (wholes ?? 0), 'cell')}`,
              )
              .join(' · ')}
          </Box>
        )}
      </EntryForm>
    </Sheet>
  )
}

/** Cells in a row of a tray as it is drawn, and cells in all; an open flat has lines. */
function rowsOf({ kind, rowCells, cells }: Container): [perRow: number, cells: number] {
  if (kind === 'open-flat') return [1, LINES]
  return [rowCells ?? Math.max(1, Math.round(Math.sqrt(cells / 2))), cells]
}

/** The container last sown into, else the first with cells. */
function usualContainer(containers: readonly Container[], records: readonly Entry[]): string {
  for (const { what } of [...records].reverse())
    if (what.did === 'task' && what.task === 'sow' && containers.some(({ key }) => key === what.container))
      return what.container!
  return (containers.find(({ kind }) => kind !== 'open-flat') ?? containers[0])?.key ?? ''
}

function doubtWords(doubt: TrayDoubt, f: Format): string {
  const [a, b] = doubt.of
  if (doubt.kind === 'light') return f.t('records.andOneGerminatesInLight', { a, b })
  if (doubt.kind === 'days') return f.t('records.andComeUpApartThe', { a, b, days: count(f, doubt.apart, 'day') })
  return f.t('records.andAreWateredDifferently', { a, b })
}

/** What was sown in one part of the tray. */
function PartFields({
  part,
  n,
  flat,
  onChange,
  onDelete,
}: {
  part: Part
  n: number | undefined
  flat: boolean
  onChange: (next: Partial<Part>) => void
  onDelete: (() => void) | undefined
}) {
  const t = useTranslations('records')
  const { season } = useSeason()
  const options = useMemo(() => sowables(season), [season])
  const lots = season.lots.filter(({ variety }) => variety === part.what?.variety?.key)
  return (
    <Box
      role="group"
      aria-label={n === undefined ? t('whatWasSown') : t('partOfN', { n: String(n + 1) })}
      sx={{ display: 'grid', gap: 2 }}
    >
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Autocomplete
          sx={{ flex: 1 }}
          options={options}
          value={part.what}
          getOptionLabel={({ name, crop }) => (name === crop.name ? name : `${name}, ${crop.name}`)}
          getOptionKey={({ key }) => key}
          isOptionEqualToValue={(a, b) => a.key === b.key}
          groupBy={({ variety }) => (variety ? t('onThisFarm') : t('newToThisFarm'))}
          filterOptions={(all, { inputValue }) => {
            const wanted = inputValue
              .trim()
              .toLowerCase()
              .split(/[\s,]+/)
            return all.filter(({ words }) => wanted.every((word) => words.includes(word))).slice(0, 60)
          }}
          noOptionsText={t('nothingOfThatNameAdd')}
          onChange={(_, what) => {
            const first = season.lots.find((lot) => lot.variety === what?.variety?.key)
            onChange({ what, lot: first?.key ?? '', seeds: flat ? part.seeds : (what?.crop.seed.perCell ?? 1) })
          }}
          renderInput={(params) => <TextField {...params} label={t('whatWasSown')} />}
        />
        {onDelete && (
          <Button
            color="inherit"
            onClick={onDelete}
            aria-label={t('deletePart', { n: String((n ?? 0) + 1) })}
            sx={{ minHeight: 48 }}
          >
            {t('delete')}
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: lots.length > 0 ? '1.6fr 1fr' : '1fr', gap: 2 }}>
        {lots.length > 0 && (
          <ChoiceField
            label={t('lot')}
            value={part.lot}
            options={lots.map((lot) => [lot.key, lot.name] as const)}
            onChange={(lot) => onChange({ lot })}
          />
        )}
        <NumberField
          label={flat ? t('seedsAbout') : t('seedsInEachCell')}
          value={part.seeds}
          onChange={(seeds) => onChange({ seeds })}
        />
      </Box>
    </Box>
  )
}
