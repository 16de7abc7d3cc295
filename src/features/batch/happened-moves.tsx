/** Written down: moved, split and merged. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { alive } from '../../core/ledger/accounts'
import { ChoiceField, NumberField } from '../../ui/fields'
import type { Said } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { placed } from '../../words/placed'
import { type Own, Form } from './happened-form'
import type { Fate } from './happened-amounts'

/** Somewhere else, or into something else, than its way says; the forecast follows it. */
export function Moved({
  place: to = '',
  container: into = '',
  also = [],
  ...own
}: Own & { place?: string; container?: string; also?: readonly Said[] }) {
  const t = useTranslations('batch')
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
    if (place === '' && container === '') return t('chooseWhereItWentOr')
    const some = cells !== undefined && there !== undefined && cells < there
    if (container !== '' && (cells === undefined || cells < 1 || !Number.isInteger(cells)))
      return t('enterHowManyWerePotted')
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
    <Form {...own} title={t('movedOrPottedOn')} summary={container === '' ? 'moved.' : t('pottedOn')} said={said}>
      <ChoiceField
        label={t('whereTo')}
        value={place}
        none={here ? t('staysOn', { at: placed(format, here) }) : t('asBefore')}
        options={season.places.filter(({ key }) => key !== here?.key).map((one) => [one.key, one.name] as const)}
        onChange={setPlace}
      />
      <ChoiceField
        label={t('into')}
        value={container}
        none={stay ? t('staysIn', { container: stay.container.name }) : t('asBefore')}
        options={season.containers
          .filter(({ key }) => key !== stay?.container.key)
          .map((one) => [one.key, one.name] as const)}
        onChange={setContainer}
      />
      {(container !== '' || place !== '') && (
        <NumberField
          label={container === '' ? t('plantsMoved') : t('plantsPotted')}
          value={cells}
          onChange={setCells}
          help={
            other && cells
              ? t('ofOfTrays', {
                  trays: count(format, Math.ceil(cells / other.cells), 'tray'),
                  cells: format.number(other.cells),
                })
              : undefined
          }
        />
      )}
      {small && <Alert severity="warning">{t('thatHoldsLessMixThan')}</Alert>}
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('whatItsMethodHasNext')}</Box>
    </Form>
  )
}

export function Split(own: Own) {
  const t = useTranslations('batch')
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
    ['stay', t('onlyMovesToAnotherPlace')],
    ['plant', t('isPlantedOut')],
    ...(nextPot
      ? [['pot-up', t('isPottedUpInto', { container: batch.way.route.steps[nextPot.step]!.container.name })] as const]
      : []),
    ['harden', t('goesOutToHarden')],
    ['sold', t('isSold')],
    ['given', t('isGivenAway')],
    ['discarded', t('isThrownAway')],
  ]
  const said = (on: Day): Said[] | string => {
    if (take === undefined || take < 1) return t('enterHowManyPlantsGo')
    if (take >= cells) return t('allIsNoPartLeave', { cells: format.number(cells) })
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
      if (place === '') return t('chooseWhereItGoes')
      all.push({ batch: id, on, what: { did: 'moved', place } })
    }
    if (fate === 'sold' || fate === 'given' || fate === 'discarded')
      all.push({ batch: id, on, what: { did: 'end', how: fate } })
    return all
  }
  return (
    <Form {...own} title={t('splitTheBatch')} summary={t('partSplitOff')} said={said}>
      <NumberField
        label={t('plantsThatGo')}
        value={take}
        onChange={setTake}
        help={t('ofOfCells', { cells: format.number(cells) })}
      />
      <ChoiceField label={t('thePart')} value={fate} options={fates} onChange={(next) => setFate(next || 'stay')} />
      {(fate === 'stay' || fate === 'harden' || fate === 'pot-up') && (
        <ChoiceField
          label={t('whereTo')}
          value={place}
          none={fate === 'stay' ? t('choose') : t('asPlanned')}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={setPlace}
        />
      )}
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
        {t('itBecomesWithTheHistory', {
          planned: batch.progress!.planned.code,
          part: String(part),
          batch: batch.code,
          extra: take !== undefined && take < cells ? t('stay', { plants: count(format, cells - take, 'plant') }) : '',
        })}
      </Box>
    </Form>
  )
}

export function Merge(own: Own) {
  const t = useTranslations('batch')
  const { batch } = own
  const parts = batch.progress!.all.parts.filter(({ id, ended }) => id !== batch.id && !ended)
  const { plan } = useSeason()
  const [into, setInto] = useState(parts[0]?.id ?? '')
  return (
    <Form
      {...own}
      title={t('mergeBack')}
      summary={t('putTogetherAgain')}
      said={(on) => (into === '' ? t('thereIsNothingLeftTo') : [{ batch: batch.id, on, what: { did: 'merge', into } }])}
    >
      <ChoiceField
        label={t('with')}
        value={into}
        options={parts.map(({ id }) => [id, plan.byId.get(id)?.code ?? id] as const)}
        onChange={setInto}
      />
    </Form>
  )
}
