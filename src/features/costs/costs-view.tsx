/** What plants cost, kind by kind and part by part; and what earns its room on the bench. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { COST_PARTS, type CostPart } from '../../core/plan/cost-items'
import { costsByKind } from '../../core/plan/costs'
import { useInAddress } from '../../ui/use-in-address'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { list } from '../../words/format'
import { BuyOrRaiseTable } from './buy-or-raise'
import { Earnings } from './earnings'
import { Kinds } from './kinds'
import { About } from './money-table'
import { Months } from './months'
import { Sales } from './sales'
import '../../ui/costs-words'

const TABS = ['', 'earns', 'buy', 'sales', 'months'] as const
const Wanted = z.object({ show: z.enum(TABS) })

export function CostsView() {
  const t = useTranslations('costs')
  const [{ show }, setWanted] = useInAddress('costs', Wanted, { show: '' })
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 200 }}>
          {t('title')}
        </Typography>
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          component={Link}
          href="/buying"
          sx={{ minHeight: 44 }}
        >
          {t('buyingList')}
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
      <Box
        component="nav"
        className="no-print"
        aria-label={t('whatIsShown')}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1.5 }}
      >
        {TABS.map((tab) => (
          <Button
            key={tab}
            variant={tab === show ? 'contained' : 'outlined'}
            color={tab === show ? 'primary' : 'inherit'}
            disableElevation
            aria-pressed={tab === show}
            onClick={() => setWanted({ show: tab })}
            sx={{ minHeight: 44 }}
          >
            {t(`tab.${tab === '' ? 'costs' : tab}`)}
          </Button>
        ))}
      </Box>
      {show === '' && <Costs />}
      {show === 'earns' && <Earnings />}
      {show === 'buy' && <BuyOrRaiseTable />}
      {show === 'sales' && <Sales />}
      {show === 'months' && <Months />}
    </Box>
  )
}

/** What plants of every kind cost, and which prices are missing. */
function Costs() {
  const t = useTranslations('costs')
  const { plan, format } = useSeason()
  const kinds = useMemo(() => costsByKind(plan), [plan])
  const shown = COST_PARTS.filter((part) => kinds.some(({ parts }) => parts[part] > 0))
  const unknown = COST_PARTS.filter((part) => kinds.some((kind) => kind.unknown.includes(part)))
  return (
    <>
      <About>{t('about')}</About>
      {unknown.length > 0 && (
        <Alert severity="info" icon={false} sx={{ mt: 1.5, '& a': { color: 'inherit' } }}>
          {t('notCounted', {
            parts: list(
              format,
              unknown.map((part) => t(`part.${part}`)),
            ),
          })}{' '}
          <PricesAt parts={unknown} />
        </Alert>
      )}
      {kinds.length === 0 ? (
        <NothingYet title={t('nothingRaised')} text={t('nothingRaisedText')} />
      ) : (
        <Kinds kinds={kinds} shown={shown} />
      )}
    </>
  )
}

/** Where the prices that are missing are set. */
function PricesAt({ parts }: { parts: readonly CostPart[] }) {
  const t = useTranslations('costs')
  const at: Record<CostPart, string> = {
    seed: '/seed',
    plants: '/know-how',
    work: '/farm?edit=habits',
    mix: '/farm#mixes',
    heat: '/farm?edit=habits',
    pots: '/farm#containers',
    room: '/farm?edit=habits',
  }
  return (
    <>
      {parts.map((part, i) => (
        <span key={part}>
          {i > 0 && ' · '}
          <Link href={at[part]}>{t(`setAt.${part}`)}</Link>
        </span>
      ))}
    </>
  )
}
