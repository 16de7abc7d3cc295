/** Written down: lost, ended, and the rows of a mixed tray. */
'use client'
import Box from '@mui/material/Box'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { LOSS_CAUSES, type LossCause } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import type { Said } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { type Own, Form } from './happened-form'
import { Link } from '../../ui/navigation'

export type Fate = 'stay' | 'plant' | 'pot-up' | 'harden' | 'sold' | 'given' | 'discarded'

export function Loss(own: Own) {
  const t = useTranslations('batch')
  const { format } = useSeason()
  const [plants, setPlants] = useState<number>()
  const [cause, setCause] = useState<LossCause>('unknown')
  const { ledger } = own.batch.progress!
  const most = ledger.plants ?? ledger.most
  return (
    <Form
      {...own}
      title={t('plantsWereLost')}
      summary={t('lossWrittenDown')}
      said={(on) =>
        plants === undefined || plants < 1
          ? t('enterHowMany')
          : most !== undefined && plants > most
            ? t('thereAreAtMost', { most: format.number(most) })
            : [{ batch: own.batch.id, on, what: { did: 'loss', plants: Math.round(plants), cause } }]
      }
    >
      <NumberField
        label={t('plantsLost')}
        value={plants}
        onChange={setPlants}
        help={most === undefined ? undefined : t('ofAtMost', { most: format.number(most) })}
      />
      <ChoiceField
        label={t('why')}
        value={cause}
        options={LOSS_CAUSES.map((one) => [one, format.t(`records.loss.${one}`)] as const)}
        onChange={(next) => setCause(next || 'unknown')}
      />
    </Form>
  )
}

export function End(own: Own) {
  const t = useTranslations('batch')
  const { format } = useSeason()
  const { ledger } = own.batch.progress!
  const most = ledger.plants ?? ledger.most
  const [how, setHow] = useState<'discarded' | 'sold' | 'given' | 'left-over'>('discarded')
  const [plants, setPlants] = useState<number>()
  return (
    <Form
      {...own}
      title={t('soldGivenOrThrownAway')}
      summary={t('writtenDown')}
      said={(on) =>
        plants !== undefined && most !== undefined && plants > most
          ? t('thereAreAtMost', { most: format.number(most) })
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
        label={t('whatBecameOfThem')}
        value={how}
        options={[
          ['discarded', t('thrownAway2')],
          ['sold', t('sold2')],
          ['given', t('givenAway2')],
          ['left-over', t('leftOverKeptForNothing')],
        ]}
        onChange={(next) => setHow(next || 'discarded')}
      />
      <NumberField
        label={t('plants')}
        value={plants}
        onChange={setPlants}
        help={t('leaveItEmptyForAll', { extra: most === undefined ? '' : t('atMost', { most: format.number(most) }) })}
      />
    </Form>
  )
}

type Slip = 'mixed' | 'twice' | 'unlabelled'

/** What went wrong at the potting bench, and the way out of it. */
export function Mixed(own: Own) {
  const t = useTranslations('batch')
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
      if (cells !== undefined && (cells < 1 || !Number.isInteger(cells))) return t('enterHowManyCellsIn')
      return [
        {
          batch: batch.id,
          on,
          what: { did: 'note' },
          note: t('sownTwiceCountThemAs', {
            extra:
              cells === undefined
                ? t('someCellsWere')
                : `${count(format, cells, 'cell')} ${cells === 1 ? 'was' : 'were'}`,
          }),
        },
      ]
    }
    if (name.trim() === '') return t('giveItANameTo')
    return [
      { batch: batch.id, on, what: { did: 'mixed', as: name.trim(), with: other === '' ? [] : [other] } },
      ...(other === ''
        ? []
        : [{ batch: other, on, what: { did: 'mixed' as const, as: name.trim(), with: [batch.id] } }]),
    ]
  }
  return (
    <Form {...own} title={t('lotOrLabelMixUp')} summary={t('writtenDown')} said={said}>
      <ChoiceField<Slip>
        label={t('whatHappened')}
        value={slip}
        options={[
          ['mixed', t('twoLotsOrKindsWere')],
          ['twice', t('cellsWereSownTwice')],
          ['unlabelled', t('aTrayLostItsLabel')],
        ]}
        onChange={(next) => setSlip(next || 'mixed')}
      />
      {slip === 'unlabelled' && (
        <Box sx={{ fontSize: 15 }}>
          <Link href="/labels?lost">{t('findOutWhichItIs')}</Link> {t('byWhatCanBeSeen')}
        </Box>
      )}
      {slip === 'twice' && (
        <ChoiceField
          label={t('sownOverWith')}
          value={other}
          none={t('theSameAgain')}
          options={others.map(({ id, code, variety }) => [id, `${code} ${variety.name}`] as const)}
          onChange={setOther}
        />
      )}
      {slip === 'twice' && other === '' && (
        <>
          <NumberField label={t('cellsAbout')} value={cells} onChange={setCells} />
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('nothingIsLostAtThe')}</Box>
        </>
      )}
      {(slip !== 'twice' || other !== '') && (
        <>
          <WordField
            label={t('callIt')}
            value={name}
            onChange={setName}
            placeholder={
              otherName
                ? t('or', { variety: batch.variety.name, otherName })
                : t('mixed', { variety: batch.variety.name })
            }
          />
          {slip !== 'twice' && (
            <ChoiceField
              label={t('mixedWith')}
              value={other}
              none={t('nobodyKnows')}
              options={others.map(({ id, code, variety }) => [id, `${code} ${variety.name}`] as const)}
              onChange={setOther}
            />
          )}
          <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{t('itStaysInThePlan')}</Box>
        </>
      )}
    </Form>
  )
}
