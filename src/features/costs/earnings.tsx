/** What earns its bench, and its bed: batches ranked by what is left of what they bring for the room they take. */
'use client'
import Box from '@mui/material/Box'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { whatEarns } from '../../core/plan/costs'
import { scaleOf } from '../../ui/measure'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { moneyWords } from '../../words/format'
import { About, Empty, MoneyTable } from './money-table'
import '../../ui/costs-words'

export function Earnings() {
  const t = useTranslations('costs')
  const { plan, format } = useSeason()
  const earning = useMemo(() => whatEarns(plan), [plan])
  const { unit, factor } = scaleOf('ground', format.units)
  const beds = earning.some(({ perBedWeek }) => perBedWeek !== undefined)
  const unknown = earning.some((one) => one.unknown.length > 0)
  const most = Math.max(1e-9, ...earning.map(({ perTrayWeek }) => perTrayWeek))
  if (earning.length === 0)
    return (
      <Empty>
        {t('noWorthSaid')} <Link href="/know-how">{t('knowHow')}</Link>
      </Empty>
    )
  return (
    <>
      <About>
        {t('aboutEarns')} {unknown && t('someCostsUnknown')}
      </About>
      <MoneyTable
        name={t('whatEarns')}
        head={[
          { title: t('batch'), words: true },
          { title: t('brings') },
          { title: t('cost') },
          { title: t('trayWeeks') },
          { title: t('perTrayWeek') },
          ...(beds ? [{ title: t('bedWeeks', { unit }) }, { title: t('perBedWeek', { unit }) }] : []),
        ]}
      >
        <tbody>
          {earning.map(({ batch, worth, cost, trayWeeks, perTrayWeek, bedWeeks, perBedWeek }) => (
            <tr key={batch.id} data-earns={batch.id}>
              <td className="w">
                <Link href={`/batch?id=${encodeURIComponent(batch.id)}`} prefetch={false} style={{ color: 'inherit' }}>
                  <b>{batch.code}</b> {batch.variety.name}
                </Link>
              </td>
              <td>
                {moneyWords(format, worth.amount)}
                {worth.by === 'said' && (
                  <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
                    {' '}
                    {t('said')}
                  </Box>
                )}
              </td>
              <td>{moneyWords(format, cost)}</td>
              <td>{format.number(trayWeeks)}</td>
              <td>
                <Box sx={{ position: 'relative', minWidth: 110, color: perTrayWeek < 0 ? 'error.main' : 'inherit' }}>
                  <Box
                    aria-hidden
                    sx={{
                      position: 'absolute',
                      right: 0,
                      bottom: -2,
                      height: 3,
                      borderRadius: 2,
                      bgcolor: 'success.main',
                      width: `${Math.max(0, (perTrayWeek / most) * 100)}%`,
                    }}
                  />
                  <b>{moneyWords(format, perTrayWeek)}</b>
                </Box>
              </td>
              {beds && (
                <>
                  <td>{bedWeeks > 0 ? format.number(bedWeeks * 100 * factor) : ''}</td>
                  <td>{perBedWeek === undefined ? '' : moneyWords(format, perBedWeek / (100 * factor))}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </MoneyTable>
    </>
  )
}
