/** What was ordered: what is still to come, what came, and saying so. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay } from '../../core/calendar/day'
import { packsToCome, stateOf } from '../../core/supply/orders'
import { unitOf } from '../../core/supply/thing'
import type { Order } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { NumberField } from '../../ui/fields'
import { useMay } from '../../ui/may'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { amountWords } from '../../words/stores'
import { OrderEditor } from './order-editor'
import { arrivalOf } from './ordering'
import './words'

const SHOWN = 12 // of those that came

export function Orders() {
  const t = useTranslations('buying')
  const { season, today } = useSeason()
  const [arriving, setArriving] = useState<Order>()
  const [editing, setEditing] = useState<Order>()
  const open = season.orders.filter((order) => packsToCome(order) > 0)
  const came = season.orders.filter((order) => packsToCome(order) === 0)
  if (season.orders.length === 0) return null
  return (
    <Box component="section" aria-labelledby="orders-title" sx={{ mt: 3 }}>
      <Typography variant="h2" id="orders-title">
        {t('onOrder')}
      </Typography>
      {[...open, ...came.slice(-SHOWN).reverse()].map((order) => (
        <Row key={order.key} order={order} onArrived={() => setArriving(order)} onEdit={() => setEditing(order)} />
      ))}
      {editing && <OrderEditor key={editing.key} order={editing} onClose={() => setEditing(undefined)} />}
      {arriving && (
        <Arrived key={arriving.key} order={arriving} today={formatDay(today)} onClose={() => setArriving(undefined)} />
      )}
    </Box>
  )
}

function Row({ order, onArrived, onEdit }: { order: Order; onArrived: () => void; onEdit: () => void }) {
  const t = useTranslations('buying')
  const { format, today } = useSeason()
  const may = useMay('plan')
  const state = stateOf(order, today)
  const { name, supplier, size, packs, expectedOn, of } = order
  const left = packsToCome(order)
  const isOpen = state === 'coming' || state === 'late'
  return (
    <Box
      data-order={order.key}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 0.75, opacity: isOpen ? 1 : 0.75 }} // prettier-ignore
    >
      <Box sx={{ flex: '1 1 280px', minWidth: 0 }}>
        <b>{name}</b>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {t('packs', { sizes: `${format.number(packs)} × ${amountWords(format, size, unitOf(of))}`, supplier })}
          {isOpen && left < packs ? ` · ${t('stillToCome', { n: format.number(left) })}` : ''}
        </Box>
      </Box>
      <Box sx={{ fontSize: 14.5, color: state === 'late' || state === 'came-short' ? 'error.main' : 'text.primary' }}>
        {isOpen
          ? expectedOn === undefined
            ? t('state.coming')
            : t('expected', { late: state === 'late' ? 'yes' : 'no', day: format.date(parseDay(expectedOn)) })
          : t(`state.${state}`)}
      </Box>
      {may && (
        <Button
          className="no-print"
          color="inherit"
          onClick={onEdit}
          aria-label={t('editOf', { name })}
          sx={{ minHeight: 44 }}
        >
          {t('edit')}
        </Button>
      )}
      {isOpen && may && (
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          onClick={onArrived}
          aria-label={t('arrivedOf', { name })}
          sx={{ minHeight: 44 }}
        >
          {t('arrived')}
        </Button>
      )}
    </Box>
  )
}

function Arrived({ order, today, onClose }: { order: Order; today: string; onClose: () => void }) {
  const t = useTranslations('buying')
  const { season, format } = useSeason()
  const { busy, change, failure, problems } = useChange()
  const { record } = useRecord()
  const left = packsToCome(order)
  const [packs, setPacks] = useState<number | undefined>(left)
  const [bad, setBad] = useState<number | undefined>(0)
  const [on, setOn] = useState(today)
  const [closed, setClosed] = useState(false)
  const whole = (n: number | undefined) => n !== undefined && Number.isInteger(n) && n >= 0
  const wrong = !whole(packs) || !whole(bad) || bad! > packs! || on === '' || (packs === 0 && !closed)
  const short = whole(packs) && packs! < left
  const save = async () => {
    const { edits, delivered } = arrivalOf(order, { on, packs: packs!, bad: bad!, closed: short && closed }, season)
    if (!(await change(edits, t('arrivedNotice', { name: order.name, n: format.number(packs!) })))) return
    // Seed is a ledger of its own: it is written down with its lot.
    if (delivered)
      await record(
        { on: parseDay(on), what: { did: 'seed', lot: delivered.lot, how: 'delivered', seeds: delivered.seeds } },
        t('arrivedNotice', { name: order.name, n: format.number(packs!) }),
      )
    onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      slotProps={{ paper: { 'aria-label': t('arrivedOf', { name: order.name }), sx: { p: 2.5, width: 420 } } }}
    >
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {order.name}
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
          <NumberField
            label={t('packsThatCame')}
            value={packs}
            onChange={setPacks}
            help={t('ofOrdered', { n: format.number(left) })}
          />
          <NumberField
            label={t('ofTheseBad')}
            value={bad}
            onChange={setBad}
            error={whole(bad) && whole(packs) && bad! > packs! ? t('moreBadThanCame') : undefined}
          />
        </Box>
        <DayField label={t('cameOn')} value={on} onChange={setOn} />
        {short && (
          <FormControlLabel
            control={<Checkbox checked={closed} onChange={(_, next) => setClosed(next)} />}
            label={t('theRestIsNotComing')}
          />
        )}
        {(failure ?? problems[0]?.message) && <Alert severity="error">{failure ?? problems[0]?.message}</Alert>}
        <Box sx={{ display: 'flex', gap: 1 }}>
          <Button
            variant="contained"
            disableElevation
            disabled={wrong || busy}
            onClick={() => void save()}
            sx={{ minHeight: 44 }}
          >
            {t('save')}
          </Button>
          <Button color="inherit" onClick={onClose} sx={{ minHeight: 44 }}>
            {t('cancel')}
          </Button>
        </Box>
      </Box>
    </Dialog>
  )
}
