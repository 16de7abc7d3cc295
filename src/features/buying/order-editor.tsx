/** An order that was written down wrong: its packs and days put right, or deleted while nothing of it came. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import type { Order } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { NumberField, WordField } from '../../ui/fields'
import { useChange } from '../../ui/use-change'
import './words'

export function OrderEditor({ order, onClose }: { order: Order; onClose: () => void }) {
  const t = useTranslations('buying')
  const { busy, change, failure, problems } = useChange()
  const [now, setNow] = useState(order)
  const [packs, setPacks] = useState<number | undefined>(order.packs)
  const came = order.arrived.reduce((sum, one) => sum + one.packs, 0)
  const whole = packs !== undefined && Number.isInteger(packs) && packs >= 1
  const tooFew = whole && packs < came
  const write = async (to: Order | null) => {
    const said = t(to ? 'changedNotice' : 'deletedNotice', { name: order.name })
    if (await change([{ of: 'orders', key: order.key, from: order, to }], said)) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      slotProps={{ paper: { 'aria-label': t('editOf', { name: order.name }), sx: { p: 2.5, width: 420 } } }}
    >
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {order.name}
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <WordField label={t('supplier')} value={now.supplier} onChange={(supplier) => setNow({ ...now, supplier })} />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
          <NumberField
            label={t('packsOrdered')}
            value={packs}
            onChange={setPacks}
            error={!whole ? t('wholeNumber') : tooFew ? t('fewerThanCame') : undefined}
          />
          <NumberField
            label={t('price')}
            value={now.price}
            onChange={(price) => price !== undefined && setNow({ ...now, price })}
            error={now.price < 0 ? t('notUnderNothing') : undefined}
          />
          <DayField
            label={t('orderedOn')}
            value={now.orderedOn}
            onChange={(orderedOn) => setNow({ ...now, orderedOn })}
          />
          <DayField
            label={t('expectedOn')}
            value={now.expectedOn ?? ''}
            onChange={(iso) => setNow(withFigure(now, 'expectedOn', iso === '' ? undefined : iso))}
          />
        </Box>
        {(failure ?? problems[0]?.message) && <Alert severity="error">{failure ?? problems[0]?.message}</Alert>}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="contained"
            disableElevation
            disabled={!whole || tooFew || now.price < 0 || now.orderedOn === '' || now.supplier.trim() === '' || busy}
            onClick={() => void write({ ...now, packs: packs! })}
            sx={{ minHeight: 44 }}
          >
            {t('save')}
          </Button>
          <Button color="inherit" onClick={onClose} sx={{ minHeight: 44, flex: 1, justifyContent: 'flex-start' }}>
            {t('cancel')}
          </Button>
          {came === 0 && (
            <Button color="error" disabled={busy} onClick={() => void write(null)} sx={{ minHeight: 44 }}>
              {t('delete')}
            </Button>
          )}
        </Box>
        {came > 0 && <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('cameAlready', { n: came })}</Box>}
      </Box>
    </Dialog>
  )
}
