/** A supply: how much of it there is, what it is sold in, and what that makes to buy. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { formatDay } from '../../core/calendar/day'
import type { Need } from '../../core/stores/needs'
import { withFigure } from '../../season/figures'
import { STORE_UNITS, type Supply } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Rows } from '../../ui/rows'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { moneyWords } from '../../words/format'
import { amountWords } from '../../words/stores'
import { packWords, withSupply } from './model'
import './words'

export function SupplyEditor({
  stored,
  need,
  isNew,
  onDone,
}: {
  stored: Supply
  /** What the season needs of it; none where it needs nothing any more. */
  need: Need | undefined
  isNew: boolean
  onDone: (key: string) => void
}) {
  const t = useTranslations('buying')
  const { season, format, today } = useSeason()
  const { now, put, set, at, frame, remove } = useThingEditor('supplies', stored, '/buying', { isNew, onDone })
  const { of, offers } = now
  // Something that no plan asks for goes by the name it is given here.
  const isFree = isNew && !need && of.what === 'material'
  const inStore = of.what === 'material' || of.what === 'labels'
  const litres = of.what === 'material' && of.unit === 'l'
  const line = need && withSupply(need, now, today)
  const sizeIn = of.what === 'seed' ? t('unit.seeds') : of.what === 'container' ? t('unit.trays') : of.what === 'labels' ? t('unit.labels') : of.unit // prettier-ignore
  const quantity = litres ? ({ quantity: 'mix' } as const) : ({ unit: sizeIn } as const)
  return (
    <EditorFrame
      onPaper
      title={
        <Box component="h2" sx={{ m: 0, fontSize: 20, flex: 1 }}>
          {now.name}
        </Box>
      }
      {...frame}
      more={
        !isNew && (
          <Button color="error" size="small" onClick={remove}>
            {t('delete')}
          </Button>
        )
      }
    >
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
        <Named now={now} set={set} isFree={isFree} at={at} />
        {inStore ? (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' }}>
            <NumberField
              label={t('inStore')}
              {...quantity}
              value={now.have}
              // Whoever counts it does so now, unless another day is said.
              onChange={(have) =>
                set(
                  withFigure(
                    withFigure(now, 'have', have),
                    'countedOn',
                    have === undefined ? undefined : formatDay(today),
                  ),
                )
              }
              error={at('have')}
            />
            <DayField
              label={t('countedOn')}
              value={now.countedOn ?? ''}
              onChange={(iso) => put('countedOn', iso === '' ? undefined : iso)}
              error={at('countedOn')}
            />
          </Box>
        ) : (
          <Box sx={{ fontSize: 14.5, '& a': { color: 'inherit' } }}>
            {of.what === 'seed' ? (
              <>
                {t('seedIsCounted')} <Link href="/seed">{t('seedPage')}</Link>.
              </>
            ) : (
              <>
                {t('containersAreCounted')} <Link href={`/farm?container=${of.container}`}>{t('theContainer')}</Link>.
              </>
            )}
          </Box>
        )}
        {inStore && (
          <NumberField
            label={t('alwaysKeep')}
            {...quantity}
            value={now.keep}
            onChange={(keep) => put('keep', keep)}
            error={at('keep')}
            width={200}
          />
        )}
        <NumberField
          label={t('spare')}
          quantity="share"
          value={now.spare}
          onChange={(spare) => put('spare', spare)}
          error={at('spare')}
          width={160}
        />
        <Box sx={{ fontWeight: 700 }}>{t('soldIn')}</Box>
        <Rows
          value={offers}
          onChange={(next) => put('offers', next)}
          columns="1fr"
          nameOf={({ supplier }) => supplier}
          fields={(one, change, i) => (
            <Box
              sx={{
                display: 'grid',
                gridTemplateColumns: '1.3fr 1fr 1fr',
                gap: 1,
                mb: 0.5,
                '& > :first-of-type': { gridColumn: '1 / -1' },
              }}
            >
              <WordField
                label={t('supplier')}
                value={one.supplier}
                onChange={(supplier) => change({ supplier })}
                error={at(`offers[${i}].supplier`)}
              />
              <NumberField
                label={t('inOne')}
                {...quantity}
                value={one.size}
                onChange={(size) => size !== undefined && change({ size })}
                error={at(`offers[${i}].size`)}
              />
              <NumberField
                label={t('price')}
                value={one.price}
                onChange={(price) => price !== undefined && change({ price })}
                error={at(`offers[${i}].price`)}
              />
              <NumberField
                label={t('comesIn')}
                unit={t('unit.days')}
                value={one.leadDays}
                onChange={(leadDays) => leadDays !== undefined && change({ leadDays })}
                error={at(`offers[${i}].leadDays`)}
              />
            </Box>
          )}
          add={{
            label: t('aSize'),
            make: () => ({
              supplier:
                offers.at(-1)?.supplier ??
                season.supplies.flatMap((one) => one.offers).at(-1)?.supplier ??
                t('newSupplier'),
              size: of.what === 'seed' ? 100 : of.what === 'material' ? 50 : 10,
              price: 0,
              leadDays: offers.at(-1)?.leadDays ?? 7,
            }),
          }}
        />
        {line && (
          <Box role="status" sx={{ fontSize: 15, p: 1.25, border: 1, borderColor: 'divider', borderRadius: 1 }}>
            {line.need.short <= 0
              ? t('thereIsEnough', { needed: amountWords(format, line.need.needed, line.need.unit) })
              : line.packs.length === 0
                ? t('shortOf', { short: amountWords(format, line.amount, line.need.unit) })
                : t('buyForLeast', {
                    short: amountWords(format, line.amount, line.need.unit),
                    packs: packWords(line, format),
                    cost: moneyWords(format, line.cost),
                    over: amountWords(format, line.comes - line.amount, line.need.unit),
                    orderBy: line.orderBy === undefined ? '' : format.date(line.orderBy),
                  })}
          </Box>
        )}
      </Box>
    </EditorFrame>
  )
}

/** Its name; of something that no plan asks for also what it is counted in. */
function Named({
  now,
  set,
  isFree,
  at,
}: {
  now: Supply
  set: (next: Supply) => void
  isFree: boolean
  at: (path: string) => string | undefined
}) {
  const t = useTranslations('buying')
  const { of } = now
  const free = isFree && of.what === 'material' ? of : undefined
  return (
    <>
      <WordField
        label={t('name')}
        value={now.name}
        onChange={(name) => set({ ...now, name, ...(free ? { of: { ...free, material: name } } : {}) })}
        error={at('name')}
      />
      {free && (
        <ChoiceField
          label={t('countedIn')}
          value={free.unit}
          options={STORE_UNITS.map((unit) => [unit, unit] as const)}
          onChange={(unit) => unit !== '' && set({ ...now, of: { ...free, unit } })}
        />
      )}
    </>
  )
}
