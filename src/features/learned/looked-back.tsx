/** Planned beside what happened, crop by crop: drawn, and only what anything is known of. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { ReactNode } from 'react'
import type { LookedBack } from '../../core/advice/learned'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import './words'

type Pair = { planned: number; happened: number } | undefined

interface Column {
  title: string
  /** What a crop says in it; `undefined` where nothing is known. */
  of: (one: LookedBack) => ReactNode | undefined
}

const WIDTH = 84 // px of a bar

/** What happened as a bar, what was planned as a mark across it. */
function PairBar({ planned, happened, most }: NonNullable<Pair> & { most: number }) {
  const x = (n: number) => Math.min(1, n / most) * WIDTH
  return (
    <svg width={WIDTH + 2} height="12" aria-hidden="true" style={{ display: 'block' }}>
      <rect y="3" width={WIDTH} height="6" fill="var(--mui-palette-divider)" opacity="0.6" />
      <rect y="3" width={x(happened)} height="6" fill="var(--ribbon-load)" />
      <path d={`M${x(planned)} 0V12`} stroke="var(--mui-palette-text-primary)" strokeWidth="2" />
    </svg>
  )
}

export function LookedBackTable({ looked }: { looked: readonly LookedBack[] }) {
  const t = useTranslations('learned')
  const { format } = useSeason()
  const pairs = (title: string, of: (one: LookedBack) => Pair, say: (n: number) => string): Column => {
    const most = Math.max(...looked.flatMap((one) => [of(one)?.planned ?? 0, of(one)?.happened ?? 0]), 1e-9) * 1.05
    return {
      title,
      of: (one) => {
        const pair = of(one)
        return (
          pair && (
            <>
              <b>{say(pair.happened)}</b>{' '}
              <small style={{ whiteSpace: 'nowrap' }}>{t('planned', { say: say(pair.planned) })}</small>
              <PairBar {...pair} most={most} />
            </>
          )
        )
      },
    }
  }
  const columns: Column[] = [
    pairs(
      t('daysToComeUp'),
      ({ emergence }) => emergence,
      (n) => format.number(n, 1),
    ),
    pairs(
      t('cameUp'),
      ({ stand }) => stand,
      (n) => `${format.number(n * 100)} %`,
    ),
    pairs(
      t('daysToReady'),
      ({ ready }) => ready,
      (n) => format.number(n, 1),
    ),
    {
      title: t('lost'),
      of: ({ losses }) =>
        losses.length === 0
          ? undefined
          : losses.map(([cause, plants]) => `${format.number(plants)} ${format.t(`records.loss.${cause}`)}`).join(', '),
    },
    { title: t('leftOver'), of: ({ leftOver }) => (leftOver > 0 ? format.number(leftOver) : undefined) },
    {
      title: t('late'),
      of: ({ missed }) =>
        missed.plantings > 0
          ? t('by', { plantings: String(missed.plantings), days: count(format, missed.days, 'day') })
          : undefined,
    },
  ]
  const known = columns.filter(({ of }) => looked.some((one) => of(one) !== undefined))
  return (
    <>
      <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>{t('barsSay')}</Box>
      <Box
        className="paper-whole"
        sx={{ overflowX: 'auto' }}
        tabIndex={0}
        role="region"
        aria-label={t('plannedAndWhatHappened')}
      >
        <Box
          component="table"
          sx={{
            width: '100%',
            minWidth: Math.min(760, 260 + known.length * 130),
            borderCollapse: 'collapse',
            fontSize: 15,
            '& th': { textAlign: 'left', fontSize: 13, fontWeight: 500, color: 'text.secondary', pb: 0.5 },
            '& td': { borderTop: 1, borderColor: 'divider', py: 0.7, verticalAlign: 'top' },
            '& td, & th': { pr: 2 },
            '& small': { color: 'text.secondary', fontSize: 13 },
            '& tr': { breakInside: 'avoid' },
          }}
        >
          <thead>
            <tr>
              <th scope="col">{t('cropAndVariety')}</th>
              <th scope="col">{t('sowings')}</th>
              {known.map(({ title }) => (
                <th key={title} scope="col">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {looked.map((one) => (
              <tr key={`${one.crop}/${one.variety ?? ''}`}>
                <Box
                  component="td"
                  sx={isUnder(one, looked) ? { pl: 2.5, color: 'text.secondary' } : { fontWeight: 650 }}
                >
                  {one.name}
                </Box>
                <td>{format.number(one.batches)}</td>
                {known.map(({ title, of }) => (
                  <td key={title}>{of(one) ?? <small>–</small>}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </>
  )
}

/** Whether it is a variety that stands under its crop. */
const isUnder = (one: LookedBack, looked: readonly LookedBack[]): boolean =>
  one.variety !== undefined && looked.some((other) => other.crop === one.crop && other.variety === undefined)
