/** Written down: moved, split and merged. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useState } from 'react'
import type { Day } from '../../core/calendar/day'
import { alive } from '../../core/ledger/accounts'
import { ChoiceField, NumberField } from '../../ui/fields'
import type { Said } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { type Own, Form } from './happened-form'
import type { Fate } from './happened-amounts'

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
    if (place === '' && container === '') return 'Choose where it went, or what it was potted into.'
    const some = cells !== undefined && there !== undefined && cells < there
    if (container !== '' && (cells === undefined || cells < 1 || !Number.isInteger(cells)))
      return 'Enter how many were potted, in whole numbers.'
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
        What its method has next still comes. Where that is no longer to be done, skip it under “Not as planned”.
      </Box>
    </Form>
  )
}

export function Split(own: Own) {
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
    if (take === undefined || take < 1) return 'Enter how many plants go.'
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
      if (place === '') return 'Choose where it goes.'
      all.push({ batch: id, on, what: { did: 'moved', place } })
    }
    if (fate === 'sold' || fate === 'given' || fate === 'discarded')
      all.push({ batch: id, on, what: { did: 'end', how: fate } })
    return all
  }
  return (
    <Form {...own} title="Split the batch" summary="part split off." said={said}>
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

export function Merge(own: Own) {
  const { batch } = own
  const parts = batch.progress!.all.parts.filter(({ id, ended }) => id !== batch.id && !ended)
  const { plan } = useSeason()
  const [into, setInto] = useState(parts[0]?.id ?? '')
  return (
    <Form
      {...own}
      title="Merge back"
      summary="put together again."
      said={(on) =>
        into === ''
          ? 'There is nothing left to merge it with.'
          : [{ batch: batch.id, on, what: { did: 'merge', into } }]
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
