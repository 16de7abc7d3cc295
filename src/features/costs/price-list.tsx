/** The price list of young plants: every kind in every container it is sold in, changed in place. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { SaleLine } from '../../core/plan/sales'
import { plantPrice } from '../../core/plan/worth'
import { NumberField } from '../../ui/fields'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { moneyWords } from '../../words/format'
import { priceRows, withPrice, type PriceRow } from './model'
import '../../ui/costs-words'

export function PriceList({ lines }: { lines: readonly SaleLine[] }) {
  const t = useTranslations('costs')
  const { season } = useSeason()
  const may = useMay('plan')
  const rows = priceRows(lines, season)
  return (
    <Box component="section" aria-labelledby="prices-title" sx={{ mt: 3, maxWidth: 620 }}>
      <Typography variant="h2" id="prices-title">
        {t('priceList')}
      </Typography>
      {rows.map((row) => (
        <One key={`${row.crop.key} ${row.container?.key ?? ''}`} row={row} may={may} />
      ))}
    </Box>
  )
}

function One({ row, may }: { row: PriceRow; may: boolean }) {
  const t = useTranslations('costs')
  const { format } = useSeason()
  const { busy, change, failure, problems } = useChange()
  const { crop, container } = row
  const price = plantPrice(crop, container?.key)
  const [typed, setTyped] = useState(price)
  const wrong = typed !== undefined && typed < 0
  const name = container ? t('kindIn', { kind: crop.name, container: container.name }) : crop.name
  const save = () =>
    void change(
      [{ of: 'crops', key: crop.key, from: crop, to: withPrice(crop, container?.key, typed) }],
      t('priceNotice', { name }),
    )
  return (
    <Box
      data-price={`${crop.key} ${container?.key ?? ''}`}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 0.75 }} // prettier-ignore
    >
      <Box sx={{ flex: '1 1 220px', minWidth: 0 }}>{name}</Box>
      {may ? (
        <>
          <NumberField
            label={t('priceOf', { name })}
            hideLabel
            value={typed}
            onChange={setTyped}
            error={wrong ? t('notUnderNothing') : undefined}
            width={120}
          />
          <Button
            className="no-print"
            variant="outlined"
            color="inherit"
            disabled={busy || wrong || typed === price}
            aria-label={t('savePriceOf', { name })}
            onClick={save}
            sx={{ minHeight: 44 }}
          >
            {t('save')}
          </Button>
        </>
      ) : (
        <b>{price === undefined ? '–' : moneyWords(format, price)}</b>
      )}
      {(failure ?? problems[0]?.message) && <Alert severity="error">{failure ?? problems[0]?.message}</Alert>}
    </Box>
  )
}
