/** Everything else that happens to a batch: losses, parts that go their own way, slips, an end, a note. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState, type ReactNode } from 'react'
import { formatDay, type Day } from '../../core/calendar/day'
import { alive } from '../../core/ledger/accounts'
import type { Batch } from '../../core/batch/batch'
import { LOSS_CAUSES, type LossCause } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { dayItHappened, EntryForm, withNote } from '../../ui/records/entry-form'
import { PhotoField } from '../../ui/records/photos'
import { useRecord, type Said } from '../../ui/records/use-record'
import { LOSS_WORDS } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

type Kind = 'loss' | 'moved' | 'split' | 'merge' | 'end' | 'mixed' | 'note'
type Fate = 'stay' | 'plant' | 'pot-up' | 'harden' | 'sold' | 'given' | 'discarded'

const KINDS: readonly (readonly [Kind, string, string])[] = [
  ['loss', 'Plants were lost', 'and why'],
  [
    'moved',
    'Moved, or potted on',
    'though its way did not say so: to hold it, for want of room, into what was at hand',
  ],
  ['split', 'A part goes its own way', 'the forward plants leave first; sell, plant or pot up some'],
  ['merge', 'Put it back together', 'with the rest of its batch'],
  ['end', 'Sold, given or thrown away', 'all of it, or some'],
  ['mixed', 'A slip with lots or labels', 'lots mixed, a cell sown twice, a tray found without its label'],
  ['note', 'A note or a photo', ''],
]

export function MoreHappened({ batch }: { batch: Batch }) {
  const [kind, setKind] = useState<Kind>()
  const sown = batch.progress !== undefined && batch.progress.standing !== 'to-sow'
  const isPart = batch.id.includes('~')
  const offered = KINDS.filter(([one]) => (one === 'note' || one === 'mixed' ? true : one === 'merge' ? isPart : sown))
  if (kind === undefined) {
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        {offered.map(([one, title, under]) => (
          <Button
            key={one}
            variant="outlined"
            color="inherit"
            onClick={() => setKind(one)}
            sx={{ display: 'block', textAlign: 'left', minHeight: 56 }}
          >
            <Box sx={{ fontSize: 16.5, fontWeight: 650 }}>{title}</Box>
            {under && <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{under}</Box>}
          </Button>
        ))}
        {!sown && (
          <Box sx={{ color: 'text.secondary', fontSize: 15 }}>
            Losses and parts can be written down once it is sown.
          </Box>
        )}
      </Box>
    )
  }
  const props = { batch, onClose: () => setKind(undefined) }
  switch (kind) {
    case 'loss':
      return <Loss {...props} />
    case 'moved':
      return <Moved {...props} />
    case 'split':
      return <Split {...props} />
    case 'merge':
      return <Merge {...props} />
    case 'end':
      return <End {...props} />
    case 'mixed':
      return <Mixed {...props} />
    case 'note':
      return <Note {...props} />
  }
}

interface Own {
  batch: Batch
  onClose: () => void
}

/** What every form here has: a day, a note, photos, and the button that writes it down. */
function Form({
  batch,
  title,
  summary,
  said,
  onClose,
  children,
}: Own & { title: string; summary: string; said: (on: Day) => Said[] | string; children?: ReactNode }) {
  const { today } = useSeason()
  const { record } = useRecord()
  const router = useRouter()
  const [on, setOn] = useState(formatDay(today))
  const [note, setNote] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<string>()
  const write = async () => {
    const day = dayItHappened(on, today)
    if (typeof day === 'string') return setProblem(day)
    const all = said(day)
    if (typeof all === 'string') return setProblem(all)
    const [first, ...rest] = all
    if (!first) return setProblem('Write a note, or add a photo.')
    const more = withNote([first.note, note].filter(Boolean).join(' '), photos)
    if (first.what.did === 'note' && Object.keys(more).length === 0) return setProblem('Write a note, or add a photo.')
    await record([{ ...first, ...more }, ...rest], `${batch.code}: ${summary}`)
    router.replace(`/batch?id=${encodeURIComponent(batch.id)}`)
  }
  return (
    <Box sx={{ maxWidth: 460 }}>
      <EntryForm title={title} problem={problem} back="Back" onWrite={() => void write()} onClose={onClose}>
        {children}
        <TextField
          type="date"
          label="On"
          value={on}
          onChange={(event) => setOn(event.target.value)}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { max: formatDay(today) } }}
        />
        <WordField label="Note" value={note} onChange={setNote} lines={2} />
        <PhotoField photos={photos} onChange={setPhotos} />
      </EntryForm>
    </Box>
  )
}

function Loss(own: Own) {
  const { format } = useSeason()
  const [plants, setPlants] = useState<number>()
  const [cause, setCause] = useState<LossCause>('unknown')
  const { ledger } = own.batch.progress!
  const most = ledger.plants ?? ledger.most
  return (
    <Form
      {...own}
      title="Plants were lost"
      summary="loss written down."
      said={(on) =>
        plants === undefined || plants < 1
          ? 'Say how many.'
          : most !== undefined && plants > most
            ? `There are ${format.number(most)} at most.`
            : [{ batch: own.batch.id, on, what: { did: 'loss', plants: Math.round(plants), cause } }]
      }
    >
      <NumberField
        label="Plants lost"
        value={plants}
        onChange={setPlants}
        help={most === undefined ? undefined : `of ${format.number(most)} at most`}
      />
      <ChoiceField
        label="Why"
        value={cause}
        options={LOSS_CAUSES.map((one) => [one, LOSS_WORDS[one]] as const)}
        onChange={(next) => setCause(next || 'unknown')}
      />
    </Form>
  )
}

/** Somewhere else, or into something else, than its way says; the forecast follows it. */
export function Moved({
  place: to = '',
  container: into = '',
  also = [],
  ...own
}: Own & { place?: string; container?: string; also?: readonly Said[] }) {
  const { season, format, today } = useSeason()
  const { batch } = own
  const { ledger } = batch.progress!
  const stay = batch.stays.find(({ from, until }) => from <= today && today < until)
  const here = stay && season.places[stay.place]!
  const [place, setPlace] = useState(to)
  const [container, setContainer] = useState(into)
  const there = ledger.known ? alive(ledger.accounts.standing) : stay?.cells
  const [cells, setCells] = useState<number | undefined>(there)
  const other = season.containers.find(({ key }) => key === container)
  const small = other && stay && other.cellVolume < stay.container.cellVolume && stay.container.cells > 1
  const said = (on: Day): Said[] | string => {
    if (place === '' && container === '') return 'Say where it went, or what it was potted into.'
    const some = cells !== undefined && there !== undefined && cells < there
    if (container !== '' && (cells === undefined || cells < 1 || !Number.isInteger(cells)))
      return 'Say how many were potted, in whole numbers.'
    return [
      {
        batch: batch.id,
        on,
        what: {
          did: 'moved',
          ...(place === '' ? {} : { place }),
          ...(container === '' ? (some ? { cells: cells! } : {}) : { container, cells: cells! }),
        },
      },
      ...also,
    ]
  }
  return (
    <Form {...own} title="Moved, or potted on" summary={container === '' ? 'moved.' : 'potted on.'} said={said}>
      <ChoiceField
        label="Where to"
        value={place}
        none={here ? `Stays on ${here.name}` : 'As before'}
        options={season.places.filter(({ key }) => key !== here?.key).map((one) => [one.key, one.name] as const)}
        onChange={setPlace}
      />
      <ChoiceField
        label="Into"
        value={container}
        none={stay ? `Stays in ${stay.container.name}` : 'As before'}
        options={season.containers
          .filter(({ key }) => key !== stay?.container.key)
          .map((one) => [one.key, one.name] as const)}
        onChange={setContainer}
      />
      {(container !== '' || place !== '') && (
        <NumberField
          label={container === '' ? 'Plants moved' : 'Plants potted'}
          value={cells}
          onChange={setCells}
          help={
            other && cells
              ? `${count(format, Math.ceil(cells / other.cells), 'tray')} of ${format.number(other.cells)}`
              : undefined
          }
        />
      )}
      {small && <Alert severity="warning">That holds less mix than where it stands now.</Alert>}
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
        What its way says comes next still does. Where that is no longer to be done, skip it under “Not as planned”.
      </Box>
    </Form>
  )
}

function Split(own: Own) {
  const { season, format, today } = useSeason()
  const { batch } = own
  const progress = batch.progress!
  const cells = progress.ledger.known
    ? alive(progress.ledger.accounts.standing)
    : (batch.stays.find(({ from, until }) => from <= today && today < until)?.cells ?? 0)
  const [take, setTake] = useState<number>()
  const [fate, setFate] = useState<Fate>('stay')
  const [place, setPlace] = useState('')
  const part = 1 + Math.max(1, ...progress.all.parts.map(({ id }) => Number(id.split('~')[1] ?? 1)))
  const id = `${batch.id.split('~')[0]}~${part}`
  const { stages } = batch.way.method
  const nextPot = batch.way.route.legs.find(
    ({ starts, stage }) => starts.by === 'potting' && stage >= 0 && !progress.ledger.done.has(`pot-up/${stage}`),
  )
  const fates: (readonly [Fate, string])[] = [
    ['stay', 'only moves to another place'],
    ['plant', 'is planted out'],
    ...(nextPot
      ? [['pot-up', `is potted up into ${batch.way.route.steps[nextPot.step]!.container.name}`] as const]
      : []),
    ['harden', 'goes out to harden'],
    ['sold', 'is sold'],
    ['given', 'is given away'],
    ['discarded', 'is thrown away'],
  ]
  const said = (on: Day): Said[] | string => {
    if (take === undefined || take < 1) return 'Say how many plants go.'
    if (take >= cells) return `All ${format.number(cells)} is no part: leave some, or say what happens to the whole.`
    const all: Said[] = [
      {
        batch: batch.id,
        on,
        what: {
          did: 'split',
          part,
          cells: Math.round(take),
          plants: Math.round(take),
          for: fates.find(([one]) => one === fate)![1],
        },
      },
    ]
    const where = place === '' ? {} : { place }
    if (fate === 'plant') all.push({ batch: id, on, what: { did: 'task', task: 'plant', nth: 0 } })
    if (fate === 'pot-up')
      all.push({
        batch: id,
        on,
        what: { did: 'task', task: 'pot-up', nth: nextPot!.stage, cells: Math.round(take), ...where },
      })
    if (fate === 'harden')
      all.push({ batch: id, on, what: { did: 'task', task: 'harden', nth: stages.length, ...where } })
    if (fate === 'stay') {
      if (place === '') return 'Say where it goes.'
      all.push({ batch: id, on, what: { did: 'moved', place } })
    }
    if (fate === 'sold' || fate === 'given' || fate === 'discarded')
      all.push({ batch: id, on, what: { did: 'end', how: fate } })
    return all
  }
  return (
    <Form {...own} title="A part goes its own way" summary="part split off." said={said}>
      <NumberField label="Plants that go" value={take} onChange={setTake} help={`of ${format.number(cells)}`} />
      <ChoiceField label="The part" value={fate} options={fates} onChange={(next) => setFate(next || 'stay')} />
      {(fate === 'stay' || fate === 'harden' || fate === 'pot-up') && (
        <ChoiceField
          label="Where to"
          value={place}
          none={fate === 'stay' ? 'Choose' : 'As planned'}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={setPlace}
        />
      )}
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
        It becomes {batch.progress!.planned.code}/{part}, with the history of {batch.code} and a forecast of its own.{' '}
        {take !== undefined && take < cells ? `${count(format, cells - take, 'plant')} stay.` : ''}
      </Box>
    </Form>
  )
}

function Merge(own: Own) {
  const { batch } = own
  const parts = batch.progress!.all.parts.filter(({ id, ended }) => id !== batch.id && !ended)
  const { plan } = useSeason()
  const [into, setInto] = useState(parts[0]?.id ?? '')
  return (
    <Form
      {...own}
      title="Put it back together"
      summary="put together again."
      said={(on) =>
        into === '' ? 'There is nothing left to put it with.' : [{ batch: batch.id, on, what: { did: 'merge', into } }]
      }
    >
      <ChoiceField
        label="With"
        value={into}
        options={parts.map(({ id }) => [id, plan.byId.get(id)?.code ?? id] as const)}
        onChange={setInto}
      />
    </Form>
  )
}

function End(own: Own) {
  const { format } = useSeason()
  const { ledger } = own.batch.progress!
  const most = ledger.plants ?? ledger.most
  const [how, setHow] = useState<'discarded' | 'sold' | 'given' | 'left-over'>('discarded')
  const [plants, setPlants] = useState<number>()
  return (
    <Form
      {...own}
      title="Sold, given or thrown away"
      summary="written down."
      said={(on) =>
        plants !== undefined && most !== undefined && plants > most
          ? `There are ${format.number(most)} at most.`
          : [
              {
                batch: own.batch.id,
                on,
                what: { did: 'end', how, ...(plants === undefined ? {} : { plants: Math.round(plants) }) },
              },
            ]
      }
    >
      <ChoiceField
        label="What became of them"
        value={how}
        options={[
          ['discarded', 'Thrown away'],
          ['sold', 'Sold'],
          ['given', 'Given away'],
          ['left-over', 'Left over, kept for nothing'],
        ]}
        onChange={(next) => setHow(next || 'discarded')}
      />
      <NumberField
        label="Plants"
        value={plants}
        onChange={setPlants}
        help={`Leave it empty for all${most === undefined ? '' : `: ${format.number(most)} at most`}.`}
      />
    </Form>
  )
}

type Slip = 'mixed' | 'twice' | 'unlabelled'

/** What went wrong at the potting bench, and the way out of it. */
function Mixed(own: Own) {
  const { plan, format } = useSeason()
  const { batch } = own
  const [slip, setSlip] = useState<Slip>('mixed')
  const [name, setName] = useState('')
  const [other, setOther] = useState('')
  const [cells, setCells] = useState<number>()
  const others = plan.batches.filter(
    (one) => one.id !== batch.id && one.progress !== undefined && one.progress.standing !== 'gone',
  )
  const otherName = others.find(({ id }) => id === other)?.variety.name
  const said = (on: Day): Said[] | string => {
    if (slip === 'twice' && other === '') {
      if (cells !== undefined && (cells < 1 || !Number.isInteger(cells))) return 'Say how many cells, in whole numbers.'
      return [
        {
          batch: batch.id,
          on,
          what: { did: 'note' },
          note: `${cells === undefined ? 'Some cells were' : `${count(format, cells, 'cell')} ${cells === 1 ? 'was' : 'were'}`} sown twice: count them as doubles, and thin.`,
        },
      ]
    }
    if (name.trim() === '') return 'Give it a name to go by.'
    return [
      { batch: batch.id, on, what: { did: 'mixed', as: name.trim(), with: other === '' ? [] : [other] } },
      ...(other === ''
        ? []
        : [{ batch: other, on, what: { did: 'mixed' as const, as: name.trim(), with: [batch.id] } }]),
    ]
  }
  return (
    <Form {...own} title="A slip with lots or labels" summary="written down." said={said}>
      <ChoiceField<Slip>
        label="What happened"
        value={slip}
        options={[
          ['mixed', 'Two lots or kinds were mixed'],
          ['twice', 'Cells were sown twice'],
          ['unlabelled', 'A tray lost its label'],
        ]}
        onChange={(next) => setSlip(next || 'mixed')}
      />
      {slip === 'unlabelled' && (
        <Box sx={{ fontSize: 15 }}>
          <Link href="/labels?lost">Find out which it is</Link> by what can be seen of it. Where nobody can tell, keep
          it as a mix:
        </Box>
      )}
      {slip === 'twice' && (
        <ChoiceField
          label="Sown over with"
          value={other}
          none="The same again"
          options={others.map(({ id, code, variety }) => [id, `${code} ${variety.name}`] as const)}
          onChange={setOther}
        />
      )}
      {slip === 'twice' && other === '' && (
        <>
          <NumberField label="Cells, about" value={cells} onChange={setCells} />
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
            Nothing is lost: at the count they are doubles, which fill blanks or are thinned.
          </Box>
        </>
      )}
      {(slip !== 'twice' || other !== '') && (
        <>
          <WordField
            label="Call it"
            value={name}
            onChange={setName}
            placeholder={otherName ? `${batch.variety.name} or ${otherName}` : `${batch.variety.name}, mixed`}
          />
          {slip !== 'twice' && (
            <ChoiceField
              label="Mixed with"
              value={other}
              none="Nobody knows"
              options={others.map(({ id, code, variety }) => [id, `${code} ${variety.name}`] as const)}
              onChange={setOther}
            />
          )}
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
            It stays in the plan under this name, so that nobody sells it as one kind.
          </Box>
        </>
      )}
    </Form>
  )
}

function Note(own: Own) {
  return (
    <Form
      {...own}
      title="A note or a photo"
      summary="noted."
      said={(on) => [{ batch: own.batch.id, on, what: { did: 'note' } }]}
    />
  )
}
