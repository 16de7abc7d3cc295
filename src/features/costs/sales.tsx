/** Young plants that are sold: prices, who has reserved them, what is for sale, what was sold and what is left. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { customersOf, salesOf, type SaleLine } from '../../core/plan/sales'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { count, list, moneyWords } from '../../words/format'
import { About, Empty, MoneyTable } from './money-table'
import { PriceList } from './price-list'
import '../../ui/costs-words'

export function Sales() {
  const t = useTranslations('costs')
  const { plan, format } = useSeason()
  const lines = useMemo(() => salesOf(plan), [plan])
  const customers = useMemo(() => customersOf(plan, lines), [plan, lines])
  if (lines.length === 0)
    return (
      <Empty>
        {t('nothingSold')} <Link href="/field">{t('field')}</Link>
      </Empty>
    )
  const money = (amount: number | undefined) => (amount === undefined ? '–' : moneyWords(format, amount))
  const sum = (of: (line: SaleLine) => number | undefined) => lines.reduce((all, line) => all + (of(line) ?? 0), 0)
  return (
    <>
      <About>{t('aboutSales')}</About>
      <MoneyTable
        name={t('tab.sales')}
        head={[
          { title: t('batch'), words: true },
          { title: t('reserved'), words: true },
          { title: t('forSale') },
          { title: t('sold') },
          { title: t('leftToSell') },
          { title: t('price') },
          { title: t('expected') },
          { title: t('got') },
        ]}
      >
        <tbody>
          {lines.map((line) => (
            <tr key={line.batch.id} data-sale={line.batch.id}>
              <td className="w">
                <Link
                  href={`/batch?id=${encodeURIComponent(line.batch.id)}`}
                  prefetch={false}
                  style={{ color: 'inherit' }}
                >
                  <b>{line.batch.code}</b> {line.batch.variety.name}
                </Link>
                <Box sx={{ fontSize: 13, color: 'text.secondary' }}>{format.date(line.batch.plantOn)}</Box>
              </td>
              <td className="w">
                {line.reserved.map(({ name, plants, on }) => (
                  <div key={`${name} ${on}`}>
                    {t('reservedBy', { name, plants: format.number(plants), day: format.shortDate(on) })}
                  </div>
                ))}
                {line.short > 0 && (
                  <Box sx={{ color: 'error.main' }}>{t('tooFew', { plants: count(format, line.short, 'plant') })}</Box>
                )}
              </td>
              <td>{line.open > 0 ? format.number(line.open) : ''}</td>
              <td>
                {line.sold > 0 ? format.number(line.sold) : ''}
                {line.given + line.leftOver > 0 && (
                  <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
                    {list(
                      format,
                      [
                        line.given > 0 ? t('given', { plants: format.number(line.given) }) : '',
                        line.leftOver > 0 ? t('leftOver', { plants: format.number(line.leftOver) }) : '',
                      ].filter(Boolean),
                    )}
                  </Box>
                )}
              </td>
              <td>{format.number(line.toSell)}</td>
              <td>{money(line.price)}</td>
              <td>{money(line.expected)}</td>
              <td>{line.sold > 0 ? money(line.got) : ''}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className="w">{t('inAll')}</td>
            <td className="w" />
            <td>{format.number(sum(({ open }) => open))}</td>
            <td>{format.number(sum(({ sold }) => sold))}</td>
            <td>{format.number(sum(({ toSell }) => toSell))}</td>
            <td />
            <td>{money(sum(({ expected }) => expected))}</td>
            <td>{money(sum(({ got }) => got))}</td>
          </tr>
        </tfoot>
      </MoneyTable>
      {customers.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mt: 3 }}>
            {t('byCustomer')}
          </Typography>
          <MoneyTable
            name={t('byCustomer')}
            head={[
              { title: t('customer'), words: true },
              { title: t('plants') },
              { title: t('pays') },
              { title: t('theirCost') },
            ]}
          >
            <tbody>
              {customers.map(({ name, plants, pays, costs, unpriced }) => (
                <tr key={name}>
                  <td className="w">{name}</td>
                  <td>{format.number(plants)}</td>
                  <td>
                    {pays > 0 || unpriced === 0 ? moneyWords(format, pays) : '–'}
                    {unpriced > 0 && (
                      <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
                        {t('unpriced', { plants: format.number(unpriced) })}
                      </Box>
                    )}
                  </td>
                  <td>{moneyWords(format, costs)}</td>
                </tr>
              ))}
            </tbody>
          </MoneyTable>
        </>
      )}
      <PriceList lines={lines} />
    </>
  )
}
