/** Money by month: what is spent, part by part, and what comes in. */
'use client'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { budgetOf } from '../../core/plan/budget'
import { COST_PARTS, costItems } from '../../core/plan/cost-items'
import { useSeason } from '../../ui/season-context'
import { moneyWords } from '../../words/format'
import { About, Empty, MoneyTable } from './money-table'
import '../../ui/costs-words'

export function Months() {
  const t = useTranslations('costs')
  const { plan, format } = useSeason()
  const months = useMemo(() => budgetOf(plan), [plan])
  const unknown = useMemo(() => plan.batches.some((batch) => costItems(batch, plan.season).unknown.length > 0), [plan])
  if (months.length === 0) return <Empty>{t('nothingSpent')}</Empty>
  const shown = COST_PARTS.filter((part) => months.some(({ parts }) => parts[part] > 0))
  const comes = months.some((month) => month.comes > 0)
  const money = (amount: number) => (Math.abs(amount) >= 0.005 ? moneyWords(format, amount) : '')
  const sum = (of: (month: (typeof months)[number]) => number) => months.reduce((all, month) => all + of(month), 0)
  return (
    <>
      <About>
        {t('aboutMonths')} {unknown && t('someCostsUnknown')}
      </About>
      <MoneyTable
        name={t('tab.months')}
        head={[
          { title: t('month'), words: true },
          ...shown.map((part) => ({ title: t(`part.${part}`) })),
          { title: t('spent') },
          ...(comes ? [{ title: t('comesIn') }] : []),
        ]}
      >
        <tbody>
          {months.map(({ from, parts, spent, comes: some }) => (
            <tr key={from}>
              <td className="w">{format.month(from, true)}</td>
              {shown.map((part) => (
                <td key={part}>{money(parts[part])}</td>
              ))}
              <td>
                <b>{money(spent)}</b>
              </td>
              {comes && <td>{money(some)}</td>}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className="w">{t('inAll')}</td>
            {shown.map((part) => (
              <td key={part}>{money(sum(({ parts }) => parts[part]))}</td>
            ))}
            <td>{money(sum(({ spent }) => spent))}</td>
            {comes && <td>{money(sum((month) => month.comes))}</td>}
          </tr>
        </tfoot>
      </MoneyTable>
    </>
  )
}
