/** A stocktake with the phone in hand: one field for each thing in store, saved together. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { NumberField } from '../../ui/fields'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { amountWords } from '../../words/stores'
import { canBe, countables, stocktake, STORE_GROUPS, type Countable } from './counting'
import './words'

export function Stocktake({ onDone }: { onDone: () => void }) {
  const t = useTranslations('buying')
  const { plan, season, format, today } = useSeason()
  const { busy, change, failure, problems } = useChange()
  const { record } = useRecord()
  const [typed, setTyped] = useState<ReadonlyMap<string, number>>(new Map())
  const things = useMemo(() => countables(plan, today, format), [plan, today, format])
  const counted = things.flatMap((thing) => {
    const now = typed.get(thing.id)
    return now === undefined ? [] : [{ thing, now }]
  })
  const wrong = counted.some(({ thing, now }) => !canBe(thing, now))
  const type = (id: string, n: number | undefined) => {
    const next = new Map(typed)
    if (n === undefined) next.delete(id)
    else next.set(id, n)
    setTyped(next)
  }
  const save = async () => {
    const { edits, records } = stocktake(counted, season, today)
    const said = t('countedNotice', { n: counted.length })
    if (edits.length > 0 && !(await change(edits, said))) return
    if (records.length > 0) await record(records, said)
    onDone()
  }
  return (
    <Box component="section" aria-labelledby="stocktake-title">
      <Typography variant="h2" id="stocktake-title">
        {t('stocktake')}
      </Typography>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 620 }}>
        {things.length === 0 ? t('nothingToCount') : t('aboutStocktake')}
      </Typography>
      {STORE_GROUPS.map((group) => {
        const here = things.filter((thing) => thing.group === group)
        if (here.length === 0) return null
        return (
          <Box key={group} sx={{ mt: 2, maxWidth: 620 }}>
            <Typography variant="h3">{t(`group.${group}`)}</Typography>
            {here.map((thing) => (
              <One key={thing.id} thing={thing} value={typed.get(thing.id)} onChange={(n) => type(thing.id, n)} />
            ))}
          </Box>
        )
      })}
      {(failure ?? problems[0]?.message) && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {failure ?? problems[0]?.message}
        </Alert>
      )}
      <Box
        className="no-print"
        sx={{ display: 'flex', gap: 1, position: 'sticky', bottom: 0, py: 1.25, bgcolor: 'background.default', zIndex: 1 }} // prettier-ignore
      >
        <Button
          variant="contained"
          disableElevation
          disabled={counted.length === 0 || wrong || busy}
          onClick={() => void save()}
          sx={{ minHeight: 48, minWidth: 150 }}
        >
          {t('saveCount', { n: counted.length })}
        </Button>
        <Button color="inherit" onClick={onDone} sx={{ minHeight: 48 }}>
          {t('cancel')}
        </Button>
      </Box>
    </Box>
  )
}

function One({
  thing,
  value,
  onChange,
}: {
  thing: Countable
  value: number | undefined
  onChange: (n: number | undefined) => void
}) {
  const t = useTranslations('buying')
  const { format } = useSeason()
  const { name, unit, have, countedOn, of } = thing
  const litres = unit === 'l'
  const said = have === undefined ? undefined : amountWords(format, have, unit)
  const fewer = of.what === 'container' && have !== undefined && value !== undefined && value < have
  const quantity = litres
    ? ({ quantity: 'mix' } as const)
    : { unit: unit === 'seeds' || unit === 'trays' || unit === 'labels' ? t(`unit.${unit}`) : unit }
  return (
    <Box
      data-count={thing.id}
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(0,1fr) 132px', gap: 1.5, alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 0.75 }} // prettier-ignore
    >
      <Box sx={{ minWidth: 0 }}>
        <b>{name}</b>
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {said === undefined
            ? t('neverCounted')
            : of.what === 'container'
              ? t('owned', { have: said })
              : countedOn === undefined
                ? t('byTheList', { have: said })
                : t('lastCounted', { have: said, day: format.date(countedOn) })}
        </Box>
        {fewer && <Box sx={{ fontSize: 14 }}>{t('broken')}</Box>}
      </Box>
      <NumberField
        label={t('nowOf', { name })}
        hideLabel
        value={value}
        onChange={onChange}
        {...quantity}
        error={value === undefined || canBe(thing, value) ? undefined : t('wholeNumber')}
      />
    </Box>
  )
}
