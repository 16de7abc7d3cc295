/** Labels: which batches, on what, and a code typed in to find its batch. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import LinearProgress from '@mui/material/LinearProgress'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { formatDay, weekStart } from '../../core/calendar/day'
import { labelCodes, labelDay, labelsOf, stayOn, type Label, type LabelsFor } from '../../core/labels/content'
import { readCode, spoken } from '../../core/labels/codes'
import type { Batch } from '../../core/batch/batch'
import { simulatedPrinter, type PrintState } from '../../standins/label-printer'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useRecord } from '../../ui/records/use-record'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import { taskName } from '../../words/tasks'
import { SHEET_NAMES, type SheetName } from './sheets'
import { UnlabelledTray } from './unlabelled-tray'

const never = () => () => undefined

type Which = LabelsFor

const WRONG: Record<string, string> = {
  length: 'A code has five characters.',
  character: 'One of these is never in a code: look again, a 1 may be a 7, a 0 a D.',
  check: 'These five do not belong together: one was read wrong.',
  unknown: 'No batch of this season has that code.',
}

export function LabelsView() {
  const { plan, season, format, today, data } = useSeason()
  const day = useWorkingDay()
  const { record } = useRecord()
  const search = useSearchParams()
  const only = search.get('batch')
  const [lost, setLost] = useState(search.has('lost'))
  const [which, setWhich] = useState<Which>('sow')
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const [each, setEach] = useState<'tray' | 'batch'>('tray')
  const [sheet, setSheet] = useState<SheetName>('a4-24')
  const [skip, setSkip] = useState<number | undefined>(0)
  const origin = useSyncExternalStore(
    never,
    () => window.location.origin,
    () => '',
  )
  const [typed, setAddress] = useState<string>()
  const address = typed ?? origin
  const codes = useMemo(() => labelCodes(plan.batches, season.records), [plan, season.records])
  const monday = weekStart(day)
  const offered = useMemo(
    () => (only !== null ? plan.batches.filter(({ id }) => id === only) : batchesFor(plan.batches, which, monday, day)),
    [plan, only, which, monday, day],
  )
  const chosen = offered.filter(({ id }) => !off.has(id))
  // Each is labelled as it stands on the day it is sown or potted up.
  const what = only === null ? which : 'standing'
  const dayOf = useCallback((batch: Batch) => labelDay(batch, what, monday, day), [what, monday, day])
  const labels = useMemo(() => labelsOf(chosen, season, codes, dayOf, each), [chosen, season, codes, dayOf, each])
  const query = new URLSearchParams({
    ids: chosen.map(({ id }) => id).join(','),
    day: formatDay(day),
    for: what,
    each,
    sheet,
    skip: String(skip ?? 0),
    ...(address === '' ? {} : { address }),
  }).toString()
  const printed = () =>
    !data.whatIf && chosen.length > 0
      ? record(
          chosen.flatMap((batch) => [
            {
              batch: batch.id,
              what: {
                did: 'label' as const,
                code: codes.get(batch.id)!,
                labels: labels.filter((label) => label.batch === batch).length,
              },
            },
          ]),
          `${count(format, labels.length, 'label')} printed.`,
        )
      : undefined
  const far = /^https?:\/\/(127\.|localhost)/.test(address)
  return (
    <Box
      sx={{
        px: { xs: 1.5, md: 2.5 },
        py: 2,
        display: 'grid',
        gap: 3,
        gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: 'minmax(0,1fr) 380px' },
        alignItems: 'start',
      }}
    >
      <Box>
        <Typography variant="h1">Labels</Typography>
        <FindCode lost={lost} onLost={() => setLost(!lost)} />
        {lost && <UnlabelledTray />}
        {only === null && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2 }} role="group" aria-label="For what">
            {(
              [
                ['sow', `To sow, ${format.week(day)}`],
                ['pot-up', `To pot up, ${format.week(day)}`],
                ['standing', 'All that stands'],
              ] as const
            ).map(([key, title]) => (
              <Button
                key={key}
                variant={which === key ? 'contained' : 'outlined'}
                disableElevation
                color={which === key ? 'primary' : 'inherit'}
                onClick={() => setWhich(key)}
                aria-pressed={which === key}
                sx={{ minHeight: 44 }}
              >
                {title}
              </Button>
            ))}
          </Box>
        )}
        {offered.length === 0 ? (
          <Box sx={{ mt: 2, color: 'text.secondary' }}>
            Nothing needs labels then. Move the working day to see another week.
          </Box>
        ) : (
          <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0 }}>
            {offered.map((batch) => (
              <BatchLine
                key={batch.id}
                batch={batch}
                code={codes.get(batch.id)!}
                on={!off.has(batch.id)}
                labels={labels.filter((label) => label.batch === batch)}
                day={dayOf(batch)}
                onToggle={() => setOff(toggled(off, batch.id))}
              />
            ))}
          </Box>
        )}
      </Box>
      <Box
        component="section"
        aria-label="How to print"
        sx={{
          display: 'grid',
          gap: 2,
          p: 2,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1.5,
          bgcolor: 'background.paper',
        }}
      >
        <LabelPreview label={labels[0]} address={address} />
        <ChoiceField label="Onto" value={sheet} options={SHEET_NAMES} onChange={(next) => next && setSheet(next)} />
        <ChoiceField
          label="How many"
          value={each}
          options={[
            ['tray', 'One for every tray'],
            ['batch', 'One for every batch'],
          ]}
          onChange={(next) => next && setEach(next)}
        />
        {!sheet.startsWith('roll') && (
          <NumberField
            label="Labels already used on the first sheet"
            value={skip}
            onChange={(next) => setSkip(next === undefined ? undefined : Math.max(0, Math.round(next)))}
          />
        )}
        <WordField
          label="Address phones open"
          value={address}
          onChange={setAddress}
          help={far ? 'Phones cannot reach this one: put in the address of this machine in your network.' : undefined}
        />
        <Making query={query} labels={labels.length} onMade={() => void printed()} />
        <Button
          variant="outlined"
          color="inherit"
          href={`/out/labels.pdf?${query}&map=1`}
          target="_blank"
          disabled={labels.length === 0}
          sx={{ minHeight: 44 }}
        >
          Map of coded trays
        </Button>
        {sheet.startsWith('roll') && <RollPrinter labels={labels.length} onDone={() => void printed()} />}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          Coded trays: write the code on each tray once, and keep the map apart. Labels follow a batch: print again at
          pricking out and potting up. Today is {format.date(today)}.
        </Box>
      </Box>
    </Box>
  )
}

function toggled(set: ReadonlySet<string>, id: string): Set<string> {
  const next = new Set(set)
  if (!next.delete(id)) next.add(id)
  return next
}

function batchesFor(batches: readonly Batch[], which: Which, monday: number, day: number): Batch[] {
  return batches
    .filter(({ sow, stays, progress }) => {
      if (sow === undefined || progress?.standing === 'gone') return false
      if (which === 'sow') return sow >= monday && sow < monday + 7
      if (which === 'pot-up')
        return stays.some(({ potted, from }) => potted && from > sow && from >= monday && from < monday + 7)
      return stays.some(({ from, until }) => from <= day && day < until)
    })
    .sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
}

function BatchLine({
  batch,
  code,
  on,
  labels,
  day,
  onToggle,
}: {
  batch: Batch
  code: string
  on: boolean
  labels: readonly Label[]
  day: number
  onToggle: () => void
}) {
  const { format, season } = useSeason()
  const stay = stayOn(batch, day)
  return (
    <Box
      component="li"
      sx={{ display: 'flex', alignItems: 'center', gap: 1, borderTop: 1, borderColor: 'divider', minHeight: 52 }}
    >
      <FormControlLabel
        control={<Checkbox checked={on} onChange={onToggle} />}
        sx={{ flex: 1, minWidth: 0, mr: 0 }}
        label={
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
            <StairGlyph batch={batch} />
            <Box>
              <b>{batch.code}</b> {batch.variety.name}
              <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                {stay
                  ? `${format.number(stay.trays)} × ${stay.container.name}, ${season.places[stay.place]!.name}`
                  : ''}
              </Box>
            </Box>
          </Box>
        }
      />
      <Box sx={{ fontSize: 18, fontWeight: 700, letterSpacing: '0.06em', fontVariantNumeric: 'tabular-nums' }}>
        {spoken(code)}
      </Box>
      <Box sx={{ width: 74, textAlign: 'right', fontSize: 14, color: 'text.secondary' }}>
        {on ? count(format, labels.length, 'label') : '–'}
      </Box>
    </Box>
  )
}

/** A code read from a tray opens its batch. */
function FindCode({ lost, onLost }: { lost: boolean; onLost: () => void }) {
  const router = useRouter()
  const search = useSearchParams()
  const [text, setText] = useState(search.get('code') ?? '')
  const [problem, setProblem] = useState(WRONG[search.get('wrong') ?? ''])
  return (
    <Box
      component="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        const read = readCode(text)
        if (read.ok) router.push(`/b/${read.code}`)
        else setProblem(WRONG[read.reason])
      }}
      sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}
    >
      <TextField
        label="Code on a tray"
        fullWidth={false}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setProblem(undefined)
        }}
        error={problem !== undefined}
        helperText={problem}
        slotProps={{
          htmlInput: {
            autoCapitalize: 'characters',
            autoComplete: 'off',
            spellCheck: false,
            maxLength: 12,
            style: { fontSize: 20, letterSpacing: '0.08em', width: 130 },
          },
        }}
      />
      <Button type="submit" variant="outlined" color="inherit" sx={{ minHeight: 46 }}>
        Open
      </Button>
      <Button type="button" color="inherit" aria-expanded={lost} onClick={onLost} sx={{ minHeight: 46 }}>
        No label on it?
      </Button>
    </Box>
  )
}

/** Makes the PDF and shows how far it is; opens it when it is there. */
function Making({ query, labels, onMade }: { query: string; labels: number; onMade: () => void }) {
  const [share, setShare] = useState<number>()
  const [problem, setProblem] = useState<string>()
  const [made, setMade] = useState<{ url: string; query: string }>()
  const stop = useRef<AbortController | null>(null)
  const make = async () => {
    setProblem(undefined)
    setShare(0)
    stop.current = new AbortController()
    try {
      const response = await fetch(`/out/labels.pdf?${query}`, { signal: stop.current.signal })
      if (!response.ok)
        throw new Error(
          ((await response.json().catch(() => ({}))) as { problem?: string }).problem ??
            'The server could not make them.',
        )
      const pages = Number(response.headers.get('x-pages') ?? 1)
      const parts: BlobPart[] = []
      const text = new TextDecoder('latin1')
      let seen = 0
      const reader = response.body!.getReader()
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        parts.push(part.value)
        seen += text.decode(part.value, { stream: true }).split('/Type /Page\n').length - 1
        setShare(Math.min(1, seen / pages))
      }
      setMade({ url: URL.createObjectURL(new Blob(parts, { type: 'application/pdf' })), query })
      onMade()
    } catch (error) {
      if (!stop.current.signal.aborted)
        setProblem(error instanceof Error ? error.message : 'The server did not answer.')
    } finally {
      setShare(undefined)
    }
  }
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="contained"
        disableElevation
        disabled={labels === 0 || share !== undefined}
        onClick={() => void make()}
        sx={{ minHeight: 52, fontSize: 16 }}
      >
        Make {labels} {labels === 1 ? 'label' : 'labels'} as PDF
      </Button>
      {share !== undefined && (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <LinearProgress
            variant="determinate"
            value={100 * share}
            sx={{ flex: 1, height: 8, borderRadius: 1 }}
            aria-label="Labels made"
          />
          <Button size="small" color="inherit" onClick={() => stop.current?.abort()}>
            Stop
          </Button>
        </Box>
      )}
      {problem && <Alert severity="error">{problem}</Alert>}
      {made && made.query === query && (
        <Button variant="outlined" href={made.url} target="_blank" sx={{ minHeight: 44 }}>
          Open the PDF
        </Button>
      )}
    </Box>
  )
}

/** The roll printer that is not there. */
function RollPrinter({ labels, onDone }: { labels: number; onDone: () => void }) {
  const [printer] = useState(() => simulatedPrinter(7))
  const [state, setState] = useState<PrintState>()
  const [left, setLeft] = useState<number>()
  const stop = useRef<() => void>(undefined)
  const run = async (n: number) => {
    const job = printer.print(n, setState)
    stop.current = job.stop
    const end = await job.done
    setLeft(end.state === 'done' ? undefined : n - end.done)
    if (end.state === 'done') onDone()
  }
  const busy = state?.state === 'printing'
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="outlined"
        color="inherit"
        disabled={labels === 0 || busy}
        onClick={() => void run(labels)}
        sx={{ minHeight: 44 }}
      >
        Print on the roll printer (simulated)
      </Button>
      {state && (
        <Box sx={{ fontSize: 14.5 }} aria-live="polite">
          {state.done} of {state.of} printed
          {state.state === 'out-of-labels'
            ? '; the roll is empty'
            : state.state === 'jammed'
              ? '; a label is stuck'
              : state.state === 'stopped'
                ? '; stopped'
                : ''}
          .
          {busy && (
            <Button size="small" color="inherit" onClick={() => stop.current?.()}>
              Stop
            </Button>
          )}
          {left !== undefined && !busy && (
            <Button
              size="small"
              onClick={() => {
                printer.putRight()
                void run(left)
              }}
            >
              Put it right and go on
            </Button>
          )}
        </Box>
      )}
    </Box>
  )
}

/** How the first label will look. */
function LabelPreview({ label, address }: { label: Label | undefined; address: string }) {
  const { format, season } = useSeason()
  if (!label) return null
  return (
    <Box
      sx={{
        bgcolor: '#fff',
        color: '#1b1b1b',
        border: 1,
        borderColor: '#bbb',
        borderRadius: 0.5,
        p: 1.25,
        display: 'flex',
        gap: 1,
        aspectRatio: '70 / 34',
        lineHeight: 1.25,
      }}
      aria-label="How a label looks"
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontSize: 18, fontWeight: 700, whiteSpace: 'nowrap' }}>
          {label.batch.code} <span style={{ marginLeft: 8 }}>{spoken(label.code)}</span>
        </Box>
        <Box sx={{ fontSize: 16, fontWeight: 700 }}>{label.mixed ?? label.batch.variety.name}</Box>
        <Box sx={{ fontSize: 14 }}>Sown {format.date(label.sown)}</Box>
        <Box sx={{ fontSize: 13 }}>
          {label.container.name}
          {label.tray > 0 ? `, tray ${label.tray} of ${label.trays}` : ''}
        </Box>
        {label.next && (
          <Box sx={{ fontSize: 13 }}>
            {taskName(label.next)} {format.date(label.next.day)}
          </Box>
        )}
        <Box sx={{ fontSize: 13 }}>{season.places[label.place]?.name}</Box>
      </Box>
      <QrPicture text={`${address}/b/${label.code}`} />
    </Box>
  )
}

function QrPicture({ text }: { text: string }) {
  const [path, setPath] = useState<{ d: string; size: number }>()
  useEffect(() => {
    let gone = false
    void import('qrcode').then(({ default: qr }) => {
      const { modules } = qr.create(text, { errorCorrectionLevel: 'M' })
      let d = ''
      for (let y = 0; y < modules.size; y++)
        for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) d += `M${x} ${y}h1v1h-1z`
      if (!gone) setPath({ d, size: modules.size })
    })
    return () => {
      gone = true
    }
  }, [text])
  return (
    <svg
      viewBox={path ? `-1 -1 ${path.size + 2} ${path.size + 2}` : '0 0 1 1'}
      width="38%"
      style={{ flex: 'none', alignSelf: 'center' }}
      role="img"
      aria-label="Code to scan"
    >
      {path && <path d={path.d} fill="#000" />}
    </svg>
  )
}
