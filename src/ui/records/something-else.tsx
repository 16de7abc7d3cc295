/** What really happened instead: another day, other numbers, another place, a loss, put off, or dropped with a reason. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Drawer from '@mui/material/Drawer'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import TextField from '@mui/material/TextField'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useState } from 'react'
import { formatDay } from '../../core/calendar/day'
import type { Work } from '../../core/advice/work'
import { LOSS_CAUSES, type Entry, type LossCause } from '../../season/schema'
import { ChoiceField, NumberField } from '../fields'
import { asPlanned } from './as-planned'
import { dayIn, dayItHappened, EntryForm, withNote } from './entry-form'
import { PhotoField } from './photos'
import { useRecord, type Said } from './use-record'
import { LOSS_WORDS } from './words'
import { useSeason } from '../season-context'
import { taskName } from '../../words/tasks'

type Happened = 'otherwise' | 'later' | 'dropped'

export function SomethingElse({ work, onClose }: { work: Work; onClose: () => void }) {
  const { season, today, format } = useSeason()
  const { record } = useRecord()
  const phone = useMediaQuery('(max-width: 599px)')
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
  const [lost, setLost] = useState<number>()
  const [cause, setCause] = useState<LossCause>('unknown')
  const [until, setUntil] = useState(formatDay(today + 1))
  const [why, setWhy] = useState('')
  const [note, setNote] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const name = `${taskName(task)} ${batch.code}`
  const moves = usual.place !== undefined
  const fills = kind === 'sow' || kind === 'receive' || kind === 'pot-up'

  const write = () => {
    const more = withNote(note, photos)
    const step = { task: kind, nth: task.nth } as const
    if (how === 'dropped') {
      if (why.trim() === '') return setProblem('Say why, so that next year knows.')
      void record({ batch: batch.id, what: { did: 'drop', ...step, why: why.trim() }, ...more }, `${name}: dropped.`)
      return onClose()
    }
    if (how === 'later') {
      const day = dayIn(until)
      if (day === undefined || day <= today) return setProblem('Choose a day after today.')
      void record(
        {
          batch: batch.id,
          what: { did: 'wait', ...step, until, ...(why.trim() === '' ? {} : { why: why.trim() }) },
          ...more,
        },
        `${name}: put off to ${format.date(day)}.`,
      )
      return onClose()
    }
    const day = dayItHappened(on, today)
    if (typeof day === 'string') return setProblem(day)
    if ([cells, trays, seeds, plants, lost].some((n) => n !== undefined && !(Number.isInteger(n) && n >= 0)))
      return setProblem('Trays, cells, seeds and plants are counted in whole numbers.')
    const most = batch.progress?.ledger.plants ?? batch.progress?.ledger.most
    if (lost !== undefined && most !== undefined && lost > most)
      return setProblem(`There are ${format.number(most)} at most.`)
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
        },
        ...more,
      },
    ]
    if (lost !== undefined && lost > 0)
      all.push({ batch: batch.id, on: day, what: { did: 'loss', plants: lost, cause } })
    void record(all, `${name}: written down.`)
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
            width: phone ? '100%' : 420,
            maxHeight: phone ? '92dvh' : '100%',
            borderRadius: phone ? '14px 14px 0 0' : 0,
          },
          role: 'dialog',
          'aria-label': `Something else: ${name}`,
        },
      }}
    >
      <Box sx={{ p: 2 }}>
        <EntryForm
          title={`${name} ${batch.variety.name}`}
          problem={problem}
          action={how === 'otherwise' ? 'Write it down' : how === 'later' ? 'Put it off' : 'Drop it'}
          onWrite={write}
          onClose={onClose}
        >
          <Tabs
            value={how}
            onChange={(_, next: Happened) => setHow(next)}
            variant="fullWidth"
            aria-label="What happened"
          >
            <Tab value="otherwise" label="Done, but" sx={{ minHeight: 48 }} />
            <Tab value="later" label="Not yet" sx={{ minHeight: 48 }} />
            <Tab value="dropped" label="Never" sx={{ minHeight: 48 }} />
          </Tabs>
          {how === 'otherwise' && (
            <>
              <TextField
                type="date"
                label="Done on"
                value={on}
                onChange={(event) => setOn(event.target.value)}
                slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: formatDay(today) } }}
              />
              <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
                {usual.trays !== undefined && <NumberField label="Trays" value={trays} onChange={setTrays} />}
                {usual.cells !== undefined && (
                  <NumberField
                    label={kind === 'pot-up' ? 'Plants moved' : kind === 'receive' ? 'Young plants' : 'Cells sown'}
                    value={cells}
                    onChange={setCells}
                  />
                )}
                {usual.seeds !== undefined && <NumberField label="Seeds sown" value={seeds} onChange={setSeeds} />}
                {kind === 'plant' && <NumberField label="Plants planted" value={plants} onChange={setPlants} />}
              </Box>
              {fills && (
                <ChoiceField
                  label="Into"
                  value={container}
                  options={season.containers.map((one) => [one.key, one.name] as const)}
                  onChange={setContainer}
                />
              )}
              {moves && (
                <ChoiceField
                  label="Where it stands now"
                  value={place ?? ''}
                  options={season.places.map((one) => [one.key, one.name] as const)}
                  onChange={(next) => setPlace(next)}
                />
              )}
              {kind !== 'sow' && kind !== 'order' && kind !== 'prepare' && (
                <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.4fr', gap: 2 }}>
                  <NumberField label="Plants lost" value={lost} onChange={setLost} />
                  <ChoiceField
                    label="Why"
                    value={cause}
                    options={LOSS_CAUSES.map((one) => [one, LOSS_WORDS[one]] as const)}
                    onChange={(next) => setCause(next || 'unknown')}
                  />
                </Box>
              )}
            </>
          )}
          {how === 'later' && (
            <TextField
              type="date"
              label="Wait until"
              value={until}
              onChange={(event) => setUntil(event.target.value)}
              slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: formatDay(today + 1) } }}
            />
          )}
          {how !== 'otherwise' && (
            <TextField
              label="Why"
              value={why}
              onChange={(event) => setWhy(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 200 } }}
            />
          )}
          {how === 'dropped' && (kind === 'sow' || kind === 'plant') && (
            <Alert severity="warning">
              The batch ends with this: it takes no more room, and nothing of it goes to the field.
            </Alert>
          )}
          <TextField
            label="Note"
            multiline
            minRows={2}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
          />
          <PhotoField photos={photos} onChange={setPhotos} />
        </EntryForm>
      </Box>
    </Drawer>
  )
}
