/** What really happened instead: another day, some of it only, into two kinds of pot, another place, a loss, postponed, or skipped with a reason. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import type { Work } from '../../core/advice/work'
import { alive } from '../../core/ledger/accounts'
import { partOf } from '../../core/ledger/records'
import type { Batch } from '../../core/batch/batch'
import { meantOf } from '../../core/progress/meant'
import { count } from '../../words/format'
import { LOSS_CAUSES, type Entry, type LossCause } from '../../season/schema'
import { DayField } from '../day-field'
import { ChoiceField, NumberField } from '../fields'
import { asPlanned } from './as-planned'
import { dayIn, dayItHappened, EntryForm, withNote } from './entry-form'
import { PhotoField } from './photos'
import { useRecord, type Said } from './use-record'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'
import { taskName } from '../../words/tasks'
import { inFlats } from '../../core/sowing/policies'

type Happened = 'otherwise' | 'later' | 'dropped'
type Rest = NonNullable<Extract<Entry['what'], { did: 'task' }>['rest']>

const RESTS = ['stays', 'left-over', 'discarded'] as const satisfies readonly Rest[]

export function NotAsPlanned({ work, onClose }: { work: Work; onClose: () => void }) {
  const t = useTranslations('records')
  const { season, today, format } = useSeason()
  const { record } = useRecord()
  const { task } = work
  const { batch, kind } = task
  const planned = asPlanned(task, season)
  const usual = planned.what as Extract<Entry['what'], { did: 'task' }>
  const [how, setHow] = useState<Happened>('otherwise')
  const [on, setOn] = useState(formatDay(today))
  const [cells, setCells] = useState<number | undefined>(usual.cells)
  const [trays, setTrays] = useState<number | undefined>(usual.trays)
  const [seeds, setSeeds] = useState<number | undefined>(usual.seeds)
  const [plants, setPlants] = useState<number | undefined>(kind === 'plant' ? batch.plants : undefined)
  const [place, setPlace] = useState<string | undefined>(usual.place)
  const [container, setContainer] = useState(task.container?.key ?? '')
  const [rest, setRest] = useState<Rest>('stays')
  const [second, setSecond] = useState(false)
  const [other, setOther] = useState<Other>({ cells: undefined, container: '', place: undefined, whom: '' })
  const [surely, setSurely] = useState(false)
  const [lost, setLost] = useState<number>()
  const [cause, setCause] = useState<LossCause>('unknown')
  const [until, setUntil] = useState(formatDay(today + 1))
  const [why, setWhy] = useState('')
  const [note, setNote] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const name = `${taskName(task, format)} ${batch.code}`
  const moves = usual.place !== undefined
  const fills = kind === 'sow' || kind === 'receive' || kind === 'pot-up'
  const there = standingNow(batch)
  const went = (kind === 'pot-up' ? cells : kind === 'plant' ? plants : undefined) ?? 0
  const behind =
    there === undefined || (kind !== 'pot-up' && kind !== 'plant')
      ? 0
      : Math.max(0, there - went - (second ? (other.cells ?? 0) : 0))
  const changeCells = (next: number | undefined) => {
    setCells(next)
    // What is typed changes what follows from it.
    const into = season.containers.find(({ key }) => key === container)
    if (next === undefined || usual.cells === undefined || usual.cells === 0) return
    if (into && usual.trays !== undefined && kind !== 'sow') setTrays(Math.ceil(next / into.cells))
    if (kind === 'sow') {
      const flat = inFlats(batch.way.method)
      if (into && usual.trays !== undefined) setTrays(flat ? next : Math.ceil(next / into.cells))
      if (usual.seeds !== undefined) setSeeds(Math.round((usual.seeds * next) / usual.cells))
    }
  }

  const write = () => {
    const more = withNote(note, photos)
    const step = { task: kind, nth: task.nth } as const
    if (how === 'dropped') {
      if (why.trim() === '') return setProblem(t('giveTheReasonForNext'))
      void record({ batch: batch.id, what: { did: 'drop', ...step, why: why.trim() }, ...more }, t('skipped', { name }))
      return onClose()
    }
    if (how === 'later') {
      const day = dayIn(until)
      if (day === undefined || day <= today) return setProblem(t('chooseADayAfterToday'))
      void record(
        {
          batch: batch.id,
          what: { did: 'wait', ...step, until, ...(why.trim() === '' ? {} : { why: why.trim() }) },
          ...more,
        },
        t('postponedTo', { name, day: format.date(day) }),
      )
      return onClose()
    }
    const day = dayItHappened(on, today, format)
    if (typeof day === 'string') return setProblem(day)
    if ([cells, trays, seeds, plants, lost].some((n) => n !== undefined && !(Number.isInteger(n) && n >= 0)))
      return setProblem(t('traysCellsSeedsAndPlants'))
    const longAgo = today - day > LONG_AGO
    if (longAgo && !surely)
      return setProblem(t('isAgoTickBelowIf', { day: format.date(day), days: count(format, today - day, 'day') }))
    if (second && (other.cells === undefined || other.cells < 1 || other.container === ''))
      return setProblem(t('enterHowManyWentInto'))
    if (there !== undefined && went + (second ? (other.cells ?? 0) : 0) > there * Math.max(1, partsOf(batch)))
      return setProblem(t('thereAreCorrectTheNumber', { there: format.number(there) }))
    const most = batch.progress?.ledger.plants ?? batch.progress?.ledger.most
    if (lost !== undefined && most !== undefined && lost > most)
      return setProblem(t('thereAreAtMost', { most: format.number(most) }))
    const all: Said[] = [
      {
        batch: batch.id,
        on: day,
        what: {
          ...usual,
          ...(cells === undefined ? {} : { cells }),
          ...(trays === undefined ? {} : { trays }),
          ...(seeds === undefined ? {} : { seeds }),
          ...(plants === undefined ? {} : { plants }),
          ...(place === undefined ? {} : { place }),
          ...(fills && container !== '' && container !== task.container?.key ? { container } : {}),
          ...(behind > 0 ? { rest } : {}),
        },
        ...more,
      },
    ]
    if (second) {
      const part = 1 + Math.max(1, ...batch.progress!.all.parts.map(({ id }) => partOf(id)).filter((n) => n < 50))
      const id = `${batch.id.split('~')[0]}~${part}`
      const n = Math.round(other.cells!)
      all.unshift(
        { batch: batch.id, on: day, what: { did: 'split', part, cells: n, plants: n, for: other.whom.trim() } },
        {
          batch: id,
          on: day,
          what: {
            did: 'task',
            ...step,
            cells: n,
            container: other.container,
            ...(other.place === undefined ? {} : { place: other.place }),
          },
        },
      )
    }
    if (lost !== undefined && lost > 0)
      all.push({ batch: batch.id, on: day, what: { did: 'loss', plants: lost, cause } })
    void record(all, t('saved', { name }))
    onClose()
  }

  return (
    <Sheet name={t('notAsPlanned', { name })} onClose={onClose}>
      <EntryForm
        title={`${name} ${batch.variety.name}`}
        problem={problem}
        action={how === 'otherwise' ? t('save') : how === 'later' ? t('postpone') : t('skip')}
        onWrite={write}
        onClose={onClose}
      >
        <Tabs
          value={how}
          onChange={(_, next: Happened) => setHow(next)}
          variant="fullWidth"
          aria-label={t('whatHappened')}
        >
          <Tab value="otherwise" label={t('doneDifferently')} sx={{ minHeight: 48 }} />
          <Tab value="later" label={t('postpone')} sx={{ minHeight: 48 }} />
          <Tab value="dropped" label={t('skip')} sx={{ minHeight: 48 }} />
        </Tabs>
        {how === 'otherwise' && (
          <>
            <Box sx={{ display: 'flex', gap: 1 }}>
              <DayField label={t('doneOn')} value={on} onChange={setOn} sx={{ flex: 1 }} max={formatDay(today)} />
              <Button
                variant={on === formatDay(today - 1) ? 'contained' : 'outlined'}
                disableElevation
                color="inherit"
                onClick={() => setOn(formatDay(today - 1))}
                sx={{ minHeight: 48 }}
              >
                {t('yesterday')}
              </Button>
            </Box>
            {isLongAgo(on, today) && (
              <FormControlLabel
                control={<Checkbox checked={surely} onChange={(_, next) => setSurely(next)} />}
                label={t('thatDayIsRight')}
              />
            )}
            <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
              {usual.trays !== undefined && <NumberField label={t('trays')} value={trays} onChange={setTrays} />}
              {usual.cells !== undefined && (
                <NumberField
                  label={kind === 'pot-up' ? t('plantsMoved') : kind === 'receive' ? t('youngPlants') : t('cellsSown')}
                  value={cells}
                  onChange={changeCells}
                />
              )}
              {usual.seeds !== undefined && <NumberField label={t('seedsSown')} value={seeds} onChange={setSeeds} />}
              {kind === 'plant' && (
                <NumberField
                  label={t('plantsPlanted')}
                  value={plants}
                  onChange={setPlants}
                  help={there === undefined ? undefined : t('of', { there: format.number(there) })}
                />
              )}
            </Box>
            {fills && (
              <ChoiceField
                label={t('into2')}
                value={container}
                options={season.containers.map((one) => [one.key, one.name] as const)}
                onChange={setContainer}
              />
            )}
            {behind > 0 && (
              <ChoiceField
                label={t('theOther', { behind: format.number(behind) })}
                value={rest}
                options={RESTS.map((one) => [one, t(`rest.${one}`)] as const)}
                onChange={(next) => setRest(next || 'stays')}
              />
            )}
            {kind === 'pot-up' && batch.progress && (
              <SecondPot open={second} onOpen={setSecond} other={other} onChange={setOther} />
            )}
            {moves && (
              <ChoiceField
                label={t('whereItStandsNow')}
                value={place ?? ''}
                options={season.places.map((one) => [one.key, one.name] as const)}
                onChange={(next) => setPlace(next)}
              />
            )}
            {kind !== 'sow' && kind !== 'order' && kind !== 'prepare' && (
              <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
                <NumberField label={t('plantsLost')} value={lost} onChange={setLost} />
                <ChoiceField
                  label={t('why')}
                  value={cause}
                  options={LOSS_CAUSES.map((one) => [one, format.t(`records.loss.${one}`)] as const)}
                  onChange={(next) => setCause(next || 'unknown')}
                />
              </Box>
            )}
          </>
        )}
        {how === 'later' && (
          <DayField label={t('postponeTo')} value={until} onChange={setUntil} min={formatDay(today + 1)} />
        )}
        {how !== 'otherwise' && (
          <TextField
            label={t('why')}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
          />
        )}
        {how === 'dropped' && (kind === 'sow' || kind === 'plant') && (
          <Alert severity="warning">{t('theBatchEndsHereIt')}</Alert>
        )}
        <TextField
          label={t('note')}
          multiline
          minRows={2}
          value={note}
          onChange={(event) => setNote(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 2000 } }}
        />
        <PhotoField photos={photos} onChange={setPhotos} />
      </EntryForm>
    </Sheet>
  )
}

const LONG_AGO = 30 // days back, from which a day is asked about

function isLongAgo(on: string, today: number): boolean {
  const day = dayIn(on)
  return day !== undefined && today - day > LONG_AGO
}

/** Plants that one can be divided into on the way. */
const partsOf = ({ progress }: Batch): number => (progress ? meantOf(progress.planned).parts : 1)

/** Plants there are as far as the ledger says, in plants; `undefined` where nothing says so. */
function standingNow({ progress }: Batch): number | undefined {
  if (!progress?.ledger.known) return undefined
  return alive(progress.ledger.accounts.standing) * meantOf(progress.planned).keep
}

interface Other {
  cells: number | undefined
  container: string
  place: string | undefined
  whom: string
}

/** Some of the batch goes into another kind of pot in the same session, with a fate of its own. */
function SecondPot({
  open,
  onOpen,
  other,
  onChange,
}: {
  open: boolean
  onOpen: (open: boolean) => void
  other: Other
  onChange: (other: Other) => void
}) {
  const t = useTranslations('records')
  const { season } = useSeason()
  if (!open)
    return (
      <Button variant="outlined" color="inherit" onClick={() => onOpen(true)} sx={{ minHeight: 48 }}>
        {t('someIntoAnotherPot')}
      </Button>
    )
  return (
    <Box
      role="group"
      aria-label={t('intoAnotherPot')}
      sx={{ display: 'grid', gap: 2, p: 1.5, border: 1, borderColor: 'divider', borderRadius: 1.5 }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        <NumberField label={t('plantsInIt')} value={other.cells} onChange={(cells) => onChange({ ...other, cells })} />
        <ChoiceField
          label={t('otherPot')}
          value={other.container}
          options={season.containers.map((one) => [one.key, one.name] as const)}
          onChange={(container) => onChange({ ...other, container })}
        />
      </Box>
      <TextField
        label={t('forWhomOrWhatFor')}
        value={other.whom}
        onChange={(event) => onChange({ ...other, whom: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 120 } }}
      />
      <ChoiceField
        label={t('whereTheyStand')}
        value={other.place ?? ''}
        none={t('asTheOthers')}
        options={season.places.map((one) => [one.key, one.name] as const)}
        onChange={(place) => onChange({ ...other, place: place || undefined })}
      />
      <Button size="small" color="inherit" onClick={() => onOpen(false)} sx={{ justifySelf: 'start' }}>
        {t('onlyOneKindOfPot')}
      </Button>
    </Box>
  )
}
