/** What plants cost, kind by kind and part by part; and what earns its room on the bench. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { COST_PARTS, type CostPart } from '../../core/plan/compare'
import { costsByKind, whatEarns, type Earning, type KindCost } from '../../core/plan/costs'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { list, moneyWords } from '../../words/format'

export function CostsView() {
  const t = useTranslations('costs')
  const { plan, format } = useSeason()
  const kinds = useMemo(() => costsByKind(plan), [plan])
  const earning = useMemo(() => whatEarns(plan), [plan])
  const shown = COST_PARTS.filter((part) => kinds.some(({ parts }) => parts[part] > 0))
  const unknown = COST_PARTS.filter((part) => kinds.some((kind) => kind.unknown.includes(part)))
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
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 760 }}>
        {t('about')}
      </Typography>
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
        <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
          {t('nothingRaised')}
        </Box>
      ) : (
        <Kinds kinds={kinds} shown={shown} />
      )}
      <Typography variant="h2" sx={{ mt: 3 }}>
        {t('whatEarns')}
      </Typography>
      {earning.length === 0 ? (
        <Box sx={{ mt: 1, fontSize: 15, color: 'text.secondary', maxWidth: 760 }}>{t('noWorthSaid')}</Box>
      ) : (
        <Earnings earning={earning} />
      )}
    </Box>
  )
}

/** Where the prices that are missing are set. */
function PricesAt({ parts }: { parts: readonly CostPart[] }) {
  const t = useTranslations('costs')
  const at: Record<CostPart, string> = { seed: '/seed', plants: '/know-how', work: '/farm?edit=habits', mix: '/farm#mixes', heat: '/farm?edit=habits', pots: '/farm#containers' } // prettier-ignore
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

function Sheet({
  name,
  head,
  children,
}: {
  name: string
  head: { title: string; words?: boolean }[]
  children: ReactNode
}) {
  return (
    <Box sx={{ overflowX: 'auto', mt: 1.5 }} tabIndex={0} role="region" aria-label={name}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          maxWidth: 1100,
          fontSize: 15,
          '& th': {
            fontWeight: 500,
            fontSize: 13,
            color: 'text.secondary',
            borderBottom: 2,
            borderColor: 'text.primary',
          },
          '& td': { borderBottom: 1, borderColor: 'divider' },
          '& td, & th': { py: 0.75, pr: 2, textAlign: 'right', whiteSpace: 'nowrap' },
          '& .w': { textAlign: 'left', whiteSpace: 'normal' },
          '& tfoot td': { fontWeight: 650, borderBottom: 0 },
        }}
      >
        <thead>
          <tr>
            {head.map(({ title, words }) => (
              <th key={title} scope="col" className={words ? 'w' : undefined}>
                {title}
              </th>
            ))}
          </tr>
        </thead>
        {children}
      </Box>
    </Box>
  )
}

/** Whether anything is known of what a kind costs: else it costs nobody knows what, and not nothing. */
const known = ({ cost, unknown }: KindCost): boolean => cost > 0 || unknown.length === 0

function Kinds({ kinds, shown }: { kinds: readonly KindCost[]; shown: readonly CostPart[] }) {
  const t = useTranslations('costs')
  const { format } = useSeason()
  const money = (amount: number) => (amount > 0 ? moneyWords(format, amount) : '')
  const sum = (of: (kind: KindCost) => number) => kinds.reduce((all, kind) => all + of(kind), 0)
  const plants = sum((kind) => kind.plants)
  return (
    <Sheet
      name={t('byKind')}
      head={[
        { title: t('kind'), words: true },
        { title: t('plants') },
        { title: t('perPlant') },
        ...shown.map((part) => ({ title: t(`part.${part}`) })),
        { title: t('inAll') },
        { title: t('trayWeeks') },
      ]}
    >
      <tbody>
        {kinds.map((kind) => (
          <tr key={kind.crop.key} data-kind={kind.crop.key}>
            <td className="w">
              <Link href={`/know-how?crop=${kind.crop.key}`} prefetch={false} style={{ color: 'inherit' }}>
                {kind.crop.name}
              </Link>
              {kind.unknown.length > 0 && (
                <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
                  {' '}
                  {t('without', {
                    parts: list(
                      format,
                      kind.unknown.map((part) => t(`part.${part}`).toLowerCase()),
                    ),
                  })}
                </Box>
              )}
            </td>
            <td>{format.number(kind.plants)}</td>
            <td>
              <b>{known(kind) ? moneyWords(format, kind.perPlant) : '–'}</b>
            </td>
            {shown.map((part) => (
              <td key={part}>{money(kind.parts[part])}</td>
            ))}
            <td>{known(kind) ? moneyWords(format, kind.cost) : '–'}</td>
            <td>{format.number(kind.trayWeeks)}</td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td className="w">{t('inAll')}</td>
          <td>{format.number(plants)}</td>
          <td>{plants > 0 && kinds.some(known) ? moneyWords(format, sum((kind) => kind.cost) / plants) : '–'}</td>
          {shown.map((part) => (
            <td key={part}>{money(sum((kind) => kind.parts[part]))}</td>
          ))}
          <td>
            {moneyWords(
              format,
              sum((kind) => kind.cost),
            )}
          </td>
          <td>{format.number(sum((kind) => kind.trayWeeks))}</td>
        </tr>
      </tfoot>
    </Sheet>
  )
}

function Earnings({ earning }: { earning: readonly Earning[] }) {
  const t = useTranslations('costs')
  const { format } = useSeason()
  return (
    <Sheet
      name={t('whatEarns')}
      head={[
        { title: t('batch'), words: true },
        { title: t('worth') },
        { title: t('cost') },
        { title: t('trayWeeks') },
        { title: t('perTrayWeek') },
      ]}
    >
      <tbody>
        {earning.map(({ batch, worth, cost, trayWeeks, perTrayWeek }) => (
          <tr key={batch.id}>
            <td className="w">
              <Link href={`/batch?id=${encodeURIComponent(batch.id)}`} prefetch={false} style={{ color: 'inherit' }}>
                <b>{batch.code}</b> {batch.variety.name}
              </Link>
            </td>
            <td>{moneyWords(format, worth)}</td>
            <td>{moneyWords(format, cost)}</td>
            <td>{format.number(trayWeeks)}</td>
            <td>
              <b>{moneyWords(format, perTrayWeek)}</b>
            </td>
          </tr>
        ))}
      </tbody>
    </Sheet>
  )
}
