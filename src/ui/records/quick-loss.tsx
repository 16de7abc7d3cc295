/** A loss in three taps: which batch, how many, what of. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { lossTrend } from '../../core/advice/losses'
import { LOSS_CAUSES, type LossCause } from '../../season/schema'
import { count } from '../../words/format'
import { NumberField } from '../fields'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'
import { StairGlyph } from '../stair/stair'
import { useRecord } from './use-record'

const AMOUNTS = [1, 2, 5, 10, 20, 50]

export function QuickLoss({ batch: given, onClose }: { batch?: Batch; onClose: () => void }) {
  const t = useTranslations('records')
  const [batch, setBatch] = useState(given)
  return (
    <Sheet name={t('recordALoss', { extra: '' })} onClose={onClose}>
      <Box component="h2" sx={{ m: 0, fontFamily: 'var(--heading)', fontWeight: 400, fontSize: 22 }}>
        {t('recordALoss', { extra: batch ? `: ${batch.code} ${batch.variety.name}` : '' })}
      </Box>
      {batch ? <HowMany batch={batch} onDone={onClose} /> : <WhichBatch onChoose={setBatch} />}
      <Button variant="outlined" color="inherit" onClick={onClose} sx={{ minHeight: 48 }}>
        {t('cancel')}
      </Button>
    </Sheet>
  )
}

/** Batches that stand somewhere, by place. */
function WhichBatch({ onChoose }: { onChoose: (batch: Batch) => void }) {
  const t = useTranslations('records')
  const { plan, season, today } = useSeason()
  const [text, setText] = useState('')
  const standing = useMemo(
    () =>
      plan.batches.flatMap((batch) => {
        const { progress } = batch
        if (!progress || progress.asks || !['sown', 'up', 'hardening'].includes(progress.standing)) return []
        const stay = batch.stays.find(({ from, until }) => from <= today && today < until)
        return stay ? [{ batch, place: stay.place }] : []
      }),
    [plan, today],
  )
  const wanted = text.trim().toLowerCase()
  const shown = standing
    .filter(({ batch }) => `${batch.code} ${batch.variety.name}`.toLowerCase().includes(wanted))
    .sort((a, b) => a.place - b.place || (a.batch.code < b.batch.code ? -1 : 1))
  return (
    <>
      <TextField label={t('findABatch')} value={text} onChange={(event) => setText(event.target.value)} />
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: '52dvh', overflow: 'auto' }}>
        {shown.map(({ batch, place }, i) => (
          <li key={batch.id}>
            {place !== shown[i - 1]?.place && (
              <Box sx={{ fontSize: 14, fontWeight: 700, color: 'text.secondary', mt: 1 }}>
                {season.places[place]!.name}
              </Box>
            )}
            <Button
              color="inherit"
              fullWidth
              onClick={() => onChoose(batch)}
              sx={{ minHeight: 48, justifyContent: 'flex-start', gap: 1.5, fontSize: 16 }}
            >
              <StairGlyph batch={batch} />
              <b>{batch.code}</b> {batch.variety.name}
            </Button>
          </li>
        ))}
        {shown.length === 0 && <Box sx={{ color: 'text.secondary', py: 1 }}>{t('nothingStandsAnywhereByThat')}</Box>}
      </Box>
    </>
  )
}

function HowMany({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const t = useTranslations('records')
  const { format, today } = useSeason()
  const { record } = useRecord()
  const [plants, setPlants] = useState<number>()
  const { ledger } = batch.progress!
  const most = ledger.plants ?? ledger.most
  const tooMany = plants !== undefined && most !== undefined && plants > most
  const write = (cause: LossCause) => {
    if (plants === undefined || plants < 1 || tooMany) return
    void record(
      { batch: batch.id, what: { did: 'loss', plants: Math.round(plants), cause } },
      t('lostOfBatch', {
        batch: batch.code,
        plants: count(format, plants, 'plant'),
        cause: format.t(`records.loss.${cause}`),
      }),
    )
    onDone()
  }
  const trend = lossTrend(batch, today)
  return (
    <>
      <Box role="group" aria-label={t('howMany')} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {AMOUNTS.filter((n) => most === undefined || n <= most).map((n) => (
          <Button
            key={n}
            variant={plants === n ? 'contained' : 'outlined'}
            disableElevation
            color={plants === n ? 'primary' : 'inherit'}
            aria-pressed={plants === n}
            onClick={() => setPlants(n)}
            sx={{ minHeight: 48, minWidth: 56, fontSize: 16 }}
          >
            {format.number(n)}
          </Button>
        ))}
        {most !== undefined && most > 0 && (
          <Button
            variant={plants === most ? 'contained' : 'outlined'}
            disableElevation
            color={plants === most ? 'primary' : 'inherit'}
            onClick={() => setPlants(most)}
            sx={{ minHeight: 48 }}
          >
            {t('allOfMost', { most: format.number(most) })}
          </Button>
        )}
      </Box>
      <NumberField
        label={t('plantsLost')}
        value={plants}
        onChange={setPlants}
        help={most === undefined ? undefined : t('ofOfMost', { most: format.number(most) })}
        error={tooMany ? t('thereAreCorrectTheNumberOfMost', { most: format.number(most) }) : undefined}
      />
      <Box>
        <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 0.5 }}>
          {plants === undefined ? t('chooseHowManyThenTap') : t('tapTheCauseToSave')}
        </Box>
        <Box role="group" aria-label={t('cause')} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          {LOSS_CAUSES.map((cause) => (
            <Button
              key={cause}
              variant="outlined"
              color="inherit"
              disabled={plants === undefined || plants < 1 || tooMany}
              onClick={() => write(cause)}
              sx={{ minHeight: 48 }}
            >
              {format.t(`records.loss.${cause}`)}
            </Button>
          ))}
        </Box>
      </Box>
      {trend && (
        <Box role="status" sx={{ fontSize: 15, color: 'error.main', fontWeight: 650 }}>
          {trendWords(trend, format)}
        </Box>
      )}
    </>
  )
}

/** What it would be if losses go on as they do. */
export function trendWords(
  { cause, perDay, left, byPlanting }: NonNullable<ReturnType<typeof lossTrend>>,
  f: ReturnType<typeof useSeason>['format'],
): string {
  return f.t('records.lossesGrowAboutADay', {
    cause: f.t(`records.loss.${cause}`),
    perDay: f.number(perDay, 1),
    byPlanting: f.number(byPlanting),
    left: f.number(left),
  })
}
