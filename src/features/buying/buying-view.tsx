/** The buying list: what the season still needs beyond what there is, where to buy it in which packs, and by when. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import { toBuy, type ToBuy } from '../../core/stores/buying'
import { needsOf } from '../../core/stores/needs'
import { idOf } from '../../core/stores/thing'
import { ChoiceField } from '../../ui/fields'
import { SidePanel } from '../../ui/side-panel'
import { useInAddress } from '../../ui/use-in-address'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { Link, useOut, useRouter } from '../../ui/navigation'
import { count, moneyWords } from '../../words/format'
import { amountWords, needName } from '../../words/stores'
import { costBySupplier, newSupply, packWords, suppliersOf, urgency } from './model'
import { ordersFor } from './ordering'
import { Orders } from './orders'
import { Stocktake } from './stocktake'
import { SupplyEditor } from './supply-editor'

const Wanted = z.object({ show: z.enum(['', 'all', 'stocktake']), supplier: z.string().max(120) })
const SHORT: z.output<typeof Wanted> = { show: '', supplier: '' }

/** Everything the season needs, what is to be ordered first before it. */
const useLines = (plan: Plan, today: Day): ToBuy[] =>
  useMemo(
    () =>
      needsOf(plan, today)
        .map(toBuy)
        .sort((a, b) => (a.orderBy ?? a.need.firstShort ?? Infinity) - (b.orderBy ?? b.need.firstShort ?? Infinity)),
    [plan, today],
  )

export function BuyingView() {
  const t = useTranslations('buying')
  const { plan, season, format, today } = useSeason()
  const params = useSearchParams()
  const router = useRouter()
  const narrow = useMediaQuery('(max-width:899px)')
  const mayCount = useMay('plan')
  const [{ show, supplier }, setWanted] = useInAddress('buying', Wanted, SHORT)
  const all = useLines(plan, today)
  const lines = all.filter(
    ({ need, packs }) =>
      (show === 'all' || need.short > 0) && (supplier === '' || packs.some(({ offer }) => offer.supplier === supplier)),
  )
  const asked = params.get('supply')
  const line = all.find(({ need }) => need.id === params.get('need') || (asked !== null && need.supply?.key === asked))
  const supply = season.supplies.find(({ key }) => key === asked) ?? line?.need.supply
  return (
    <Box sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && (line || supply)) && (
        <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Head
            counting={show === 'stocktake'}
            onCount={
              mayCount ? () => setWanted({ show: show === 'stocktake' ? '' : 'stocktake', supplier }) : undefined
            }
          />
          {show === 'stocktake' && mayCount ? (
            <Box sx={{ mt: 1.5 }}>
              <Stocktake onDone={() => setWanted({ show: '', supplier })} />
            </Box>
          ) : (
            <>
              <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 760 }}>
                {t('about', { today: format.date(today) })}
              </Typography>
              <Filter show={show} supplier={supplier} want={setWanted} />
              {lines.length === 0 ? (
                <Box sx={{ p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
                  {all.length === 0 ? t('nothingNeeded') : t('nothingShort')}
                </Box>
              ) : (
                <Lines lines={lines} chosen={line?.need.id} />
              )}
              <Costs lines={lines} />
              <Orders />
            </>
          )}
        </Box>
      )}
      {(line || supply) && (
        <SidePanel shows={params.toString()} width={460}>
          <SupplyEditor
            key={supply?.key ?? line!.need.id}
            stored={supply ?? newSupply(season, line!.need, format)}
            isNew={!supply}
            need={line?.need ?? all.find(({ need }) => need.id === idOf(supply!.of))?.need}
            onDone={(key) => router.push(`/buying?supply=${key}`)}
          />
        </SidePanel>
      )}
    </Box>
  )
}

function Head({ counting, onCount }: { counting: boolean; onCount: (() => void) | undefined }) {
  const t = useTranslations('buying')
  const out = useOut()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
      <Typography variant="h1" sx={{ flex: 1, minWidth: 200 }}>
        {t('title')}
      </Typography>
      <Button
        className="no-print"
        variant="outlined"
        color="inherit"
        component={Link}
        href="/costs"
        sx={{ minHeight: 44 }}
      >
        {t('whatItCosts')}
      </Button>
      {onCount && (
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          onClick={onCount}
          aria-pressed={counting}
          sx={{ minHeight: 44 }}
        >
          {t('stocktake')}
        </Button>
      )}
      <Button
        className="no-print"
        variant="outlined"
        color="inherit"
        startIcon={<DownloadIcon />}
        href={out('buying-list.csv')}
        download
        sx={{ minHeight: 44 }}
      >
        {t('csv')}
      </Button>
      <Button
        className="no-print"
        variant="outlined"
        color="inherit"
        startIcon={<PrintIcon />}
        onClick={() => window.print()}
        sx={{ minHeight: 44 }}
      >
        {t('print')}
      </Button>
    </Box>
  )
}

function Filter({
  show,
  supplier,
  want,
}: z.output<typeof Wanted> & { want: (wanted: z.output<typeof Wanted>) => void }) {
  const t = useTranslations('buying')
  const { season } = useSeason()
  const suppliers = suppliersOf(season)
  return (
    <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
      <ChoiceField
        label={t('show')}
        value={show === 'all' ? show : ''}
        none={t('whatIsShort')}
        options={[['all', t('everythingNeeded')]]}
        onChange={(next) => want({ show: next, supplier })}
        width={210}
      />
      {suppliers.length > 0 && (
        <ChoiceField
          label={t('supplier')}
          value={supplier}
          none={t('allSuppliers')}
          options={suppliers.map((one) => [one, one] as const)}
          onChange={(next) => want({ show, supplier: next })}
          width={210}
        />
      )}
    </Box>
  )
}

function Lines({ lines, chosen }: { lines: readonly ToBuy[]; chosen: string | undefined }) {
  const t = useTranslations('buying')
  const { format } = useSeason()
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={t('table')}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          minWidth: { md: 620 },
          fontSize: 15,
          '& th': { textAlign: 'left', fontWeight: 500, fontSize: 13, color: 'text.secondary', borderBottom: 2, borderColor: 'text.primary' }, // prettier-ignore
          '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' },
          '& td, & th': { py: 0.9, pr: 2 },
          // A phone shows what is to be done; the rest stands in the line that is opened.
          '& .more': { display: { xs: 'none', sm: 'table-cell' } },
          '& .n': { textAlign: 'right', whiteSpace: 'nowrap' },
          '& tr': { breakInside: 'avoid' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t('orderBy')}</th>
            <th scope="col">{t('what')}</th>
            <th scope="col" className="n more">
              {t('needed')}
            </th>
            <th scope="col" className="n more">
              {t('have')}
            </th>
            <th scope="col" className="n">
              {t('short')}
            </th>
            <th scope="col">{t('buy')}</th>
            <th scope="col" className="n">
              {t('cost')}
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <Row key={line.need.id} line={line} chosen={line.need.id === chosen} format={format} />
          ))}
        </tbody>
      </Box>
    </Box>
  )
}

function Row({
  line,
  chosen,
  format,
}: {
  line: ToBuy
  chosen: boolean
  format: ReturnType<typeof useSeason>['format']
}) {
  const t = useTranslations('buying')
  const { today, season } = useSeason()
  const may = useMay('plan')
  const { busy, change } = useChange()
  const { need, packs, cost, orderBy, amount } = line
  const how = urgency(line, today)
  return (
    <Box component="tr" data-need={need.id} sx={chosen ? { bgcolor: 'var(--row-chosen)' } : {}}>
      <td>
        {need.short <= 0 ? (
          <Box component="span" sx={{ color: 'success.main' }}>
            {t('enough')}
          </Box>
        ) : orderBy === undefined ? (
          <Box component="span" sx={{ color: 'text.secondary', whiteSpace: { sm: 'nowrap' } }}>
            {need.firstShort === undefined ? '' : t('neededFrom', { day: format.date(need.firstShort) })}
          </Box>
        ) : (
          <Box
            component="span"
            sx={{ fontWeight: 650, whiteSpace: 'nowrap', color: how === 'late' ? 'error.main' : 'text.primary' }}
          >
            {format.date(orderBy)}
            {how === 'late' && (
              <Box sx={{ fontSize: 13 }}>{t('late', { days: count(format, today - orderBy, 'day') })}</Box>
            )}
          </Box>
        )}
      </td>
      <td>
        <Link
          href={`/buying?need=${encodeURIComponent(need.id)}`}
          prefetch={false}
          style={{ color: 'inherit', fontWeight: 650 }}
        >
          {needName(format, need)}
        </Link>
        {orderBy !== undefined && need.firstShort !== undefined && (
          <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
            {t('neededFrom', { day: format.date(need.firstShort) })}
          </Box>
        )}
      </td>
      <td className="n more">{amountWords(format, need.needed, need.unit)}</td>
      <td className="n more">
        {need.have === undefined ? t('notCounted') : amountWords(format, need.have, need.unit)}
        {need.overdrawn > 0 && (
          <Box sx={{ fontSize: 13.5, color: 'error.main', whiteSpace: 'normal' }}>
            {t('overdrawn', { amount: amountWords(format, need.overdrawn, need.unit) })}
          </Box>
        )}
        {need.onOrder > 0 && (
          <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
            {t('comes', { amount: amountWords(format, need.onOrder, need.unit) })}
          </Box>
        )}
      </td>
      <td className="n">{need.short > 0 ? <b>{amountWords(format, amount, need.unit)}</b> : ''}</td>
      <td>
        {packs.length > 0 ? (
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', justifyContent: 'space-between' }}>
            <span>{packWords(line, format)}</span>
            {may && (
              <Button
                className="no-print"
                size="small"
                variant="outlined"
                color="inherit"
                disabled={busy}
                aria-label={t('orderedOf', { name: needName(format, need) })}
                onClick={() =>
                  void change(
                    ordersFor(line, season, today, format),
                    t('orderedNotice', { name: needName(format, need) }),
                  )
                }
              >
                {t('ordered')}
              </Button>
            )}
          </Box>
        ) : need.short > 0 ? (
          <Link href={`/buying?need=${encodeURIComponent(need.id)}`} prefetch={false} style={{ color: 'inherit' }}>
            {t('sayWhereItIsSold')}
          </Link>
        ) : (
          ''
        )}
      </td>
      <td className="n">{packs.length > 0 ? moneyWords(format, cost) : ''}</td>
    </Box>
  )
}

/** What all of it costs, by supplier. */
function Costs({ lines }: { lines: readonly ToBuy[] }) {
  const t = useTranslations('buying')
  const { format } = useSeason()
  const costs = costBySupplier(lines)
  if (costs.length === 0) return null
  const unknown = lines.filter(({ need, packs }) => need.short > 0 && packs.length === 0).length
  return (
    <Box sx={{ mt: 2, fontSize: 15 }}>
      {costs.map(({ supplier, cost }) => (
        <div key={supplier}>
          {supplier}: <b>{moneyWords(format, cost)}</b>
        </div>
      ))}
      <Box sx={{ mt: 0.5, fontSize: 17 }}>
        {t('inAll')}{' '}
        <b>
          {moneyWords(
            format,
            costs.reduce((sum, { cost }) => sum + cost, 0),
          )}
        </b>
        {unknown > 0 && (
          <Box component="span" sx={{ color: 'text.secondary', fontSize: 14 }}>
            {' '}
            {t('withoutPrice', { n: unknown })}
          </Box>
        )}
      </Box>
    </Box>
  )
}
