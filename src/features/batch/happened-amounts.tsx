/** Written down: lost, ended, and the rows of a mixed tray. */
'use client'
import Box from '@mui/material/Box'
import Link from 'next/link'
import { useState } from 'react'
import type { Day } from '../../core/calendar/day'
import { LOSS_CAUSES, type LossCause } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import type { Said } from '../../ui/records/use-record'
import { LOSS_WORDS } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { type Own, Form } from './happened-form'

export type Fate = 'stay' | 'plant' | 'pot-up' | 'harden' | 'sold' | 'given' | 'discarded'

export function Loss(own: Own) {
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
          ? 'Enter how many.'
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

export function End(own: Own) {
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
export function Mixed(own: Own) {
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
      if (cells !== undefined && (cells < 1 || !Number.isInteger(cells)))
        return 'Enter how many cells, in whole numbers.'
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
    <Form {...own} title="Lot or label mix-up" summary="written down." said={said}>
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
