/** The buying list: what the season still needs beyond what there is, where to buy it in which packs, and by when. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import { buy, type ToBuy } from '../../core/stores/buying'
import { costBySupplier } from '../../core/stores/deliveries'
import { needsOf, type Need } from '../../core/stores/needs'
import { seedOrder } from '../../core/stores/seed-order'
import { idOf } from '../../core/supply/thing'
import { ListFromFile } from '../../ui/sheet-file/list-from-file'
import { ChoiceField } from '../../ui/fields'
import { SidePanel } from '../../ui/side-panel'
import { useInAddress } from '../../ui/use-in-address'
import { useMay } from '../../ui/may'
import type { Supply } from '../../season/schema'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import { Link, useOut, useRouter } from '../../ui/navigation'
import { moneyWords } from '../../words/format'
import { Lines } from './lines'
import { freshSupply, newSupply, suppliersOf } from './model'
import { Orders } from './orders'
import { Plants } from './plants'
import { Stocktake } from './stocktake'
import { SupplyEditor } from './supply-editor'
import './words'

const Wanted = z.object({ show: z.enum(['', 'all', 'next']), supplier: z.string().max(120) })
const SHORT: z.output<typeof Wanted> = { show: '', supplier: '' }

/** Everything the season needs, what is to be ordered first before it; or the seed that the next one will. */
const useLines = (plan: Plan, today: Day, next: boolean): ToBuy[] =>
  useMemo(
    () =>
      next
        ? seedOrder(plan)
        : buy(plan, needsOf(plan, today)).sort(
            (a, b) => (a.orderBy ?? a.need.firstShort ?? Infinity) - (b.orderBy ?? b.need.firstShort ?? Infinity),
          ),
    [plan, today, next],
  )

export function BuyingView() {
  const { plan, season, today } = useSeason()
  const params = useSearchParams()
  const narrow = useMediaQuery('(max-width:899px)')
  const mayCount = useMay('plan')
  const [{ show, supplier }, setWanted] = useInAddress('buying', Wanted, SHORT)
  const [counting, setCounting] = useState(false)
  const all = useLines(plan, today, show === 'next')
  const lines = all.filter(
    ({ need, packs }) =>
      (show === 'all' || need.short > 0) && (supplier === '' || packs.some(({ offer }) => offer.supplier === supplier)),
  )
  const asked = params.get('supply')
  const line = all.find(({ need }) => need.id === params.get('need') || (asked !== null && need.supply?.key === asked))
  const fresh = params.get('new') !== null && mayCount
  const supply = fresh ? undefined : (season.supplies.find(({ key }) => key === asked) ?? line?.need.supply)
  const isOpen = fresh || line !== undefined || supply !== undefined
  return (
    <Box className="paper-whole" sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && isOpen) && (
        <Box className="paper-whole" sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Head counting={counting} onCount={mayCount ? () => setCounting(!counting) : undefined} />
          {counting && mayCount ? (
            <Box sx={{ mt: 1.5 }}>
              <Stocktake onDone={() => setCounting(false)} />
            </Box>
          ) : (
            <List show={show} supplier={supplier} all={all} lines={lines} chosen={line?.need.id} want={setWanted} />
          )}
        </Box>
      )}
      {isOpen && (
        <SidePanel shows={params.toString()} width={460}>
          <Opened supply={supply} need={fresh ? undefined : (line?.need ?? needOfSupply(all, supply))} />
        </SidePanel>
      )}
    </Box>
  )
}

const needOfSupply = (all: readonly ToBuy[], supply: Supply | undefined): Need | undefined =>
  supply && all.find(({ need }) => need.id === idOf(supply.of))?.need

/**
 * The supply that is looked at, one for a need that has none yet, or one that no plan asks for. What is added keeps its
 * key, so that the editor stays as it is written in while the new one is saved and the address comes to name it.
 */
function Opened({ supply, need }: { supply: Supply | undefined; need: Need | undefined }) {
  const t = useTranslations('buying')
  const { season, format } = useSeason()
  const router = useRouter()
  const make = () => (need ? newSupply(season, need, format) : freshSupply(season, t('newThing')))
  const shows = supply?.key ?? need?.id ?? 'new'
  const [fresh, setFresh] = useState(() => ({ shows, made: make() }))
  if (fresh.shows !== shows) setFresh({ shows, made: make() })
  const kept = supply ?? season.supplies.find(({ key }) => key === fresh.made.key)
  const stored = kept ?? fresh.made
  return (
    <SupplyEditor
      key={stored.key}
      stored={stored}
      isNew={!kept}
      need={need}
      onDone={(key) => router.push(`/buying?supply=${key}`)}
    />
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
      {onCount && <ListFromFile of="supplies" />}
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
        startIcon={<DownloadIcon />}
        href={out('buying-list.xlsx')}
        download
        sx={{ minHeight: 44 }}
      >
        {t('xlsx')}
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

function List({
  all,
  lines,
  chosen,
  want,
  show,
  supplier,
}: z.output<typeof Wanted> & {
  all: readonly ToBuy[]
  lines: readonly ToBuy[]
  chosen: string | undefined
  want: (wanted: z.output<typeof Wanted>) => void
}) {
  const t = useTranslations('buying')
  const { plan, format, today } = useSeason()
  return (
    <>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 760 }}>
        {show === 'next' ? t('aboutNext') : t('about', { today: format.date(today) })}
      </Typography>
      <Filter show={show} supplier={supplier} want={want} />
      {plan.batches.length === 0 && all.length === 0 ? (
        <NothingYet title={t('nothingPlanned')} text={t('nothingPlannedText')} />
      ) : lines.length === 0 ? (
        <Box sx={{ p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
          {all.length === 0 && show !== 'next' ? t('nothingNeeded') : t('nothingShort')}
        </Box>
      ) : (
        <Lines lines={lines} chosen={chosen} />
      )}
      <Costs lines={lines} />
      {show !== 'next' && supplier === '' && <Plants />}
      <Orders />
    </>
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
  const may = useMay('plan')
  return (
    <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
      <ChoiceField
        label={t('show')}
        value={show}
        none={t('whatIsShort')}
        options={[
          ['all', t('everythingNeeded')],
          ['next', t('seedForNext')],
        ]}
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
      {may && (
        <Button component={Link} href="/buying?new=1" variant="outlined" color="inherit" sx={{ minHeight: 44 }}>
          {t('addAThing')}
        </Button>
      )}
    </Box>
  )
}

/** What all of it costs, by supplier. */
function Costs({ lines }: { lines: readonly ToBuy[] }) {
  const t = useTranslations('buying')
  const { format, season } = useSeason()
  const costs = costBySupplier(lines, season.habits.costs.delivery)
  if (costs.length === 0) return null
  const unknown = lines.filter(({ need, packs }) => need.short > 0 && packs.length === 0).length
  return (
    <Box sx={{ mt: 2, fontSize: 15 }}>
      {costs.map(({ supplier, cost, delivery }) => (
        <div key={supplier}>
          {supplier}: <b>{moneyWords(format, cost)}</b>
          {delivery > 0 && ` ${t('withDelivery', { delivery: moneyWords(format, delivery) })}`}
        </div>
      ))}
      <Box sx={{ mt: 0.5, fontSize: 17 }}>
        {t('inAll')}{' '}
        <b>
          {moneyWords(
            format,
            costs.reduce((sum, { cost, delivery }) => sum + cost + delivery, 0),
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
