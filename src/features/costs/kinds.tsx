/** What the plants of every kind cost, part by part, as it goes beside as it was planned. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { CostPart } from '../../core/plan/cost-items'
import type { KindCost } from '../../core/plan/costs'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { list, moneyWords } from '../../words/format'
import { MoneyTable } from './money-table'
import '../../ui/costs-words'

/** Whether anything is known of what a kind costs: else it costs nobody knows what, and not nothing. */
const known = ({ cost, planned, plants, unknown }: KindCost): boolean =>
  cost > 0 || planned > 0 || (unknown.length === 0 && plants > 0)

export function Kinds({ kinds, shown }: { kinds: readonly KindCost[]; shown: readonly CostPart[] }) {
  const t = useTranslations('costs')
  const { format } = useSeason()
  const money = (amount: number) => (amount > 0 ? moneyWords(format, amount) : '')
  const sum = (of: (kind: KindCost) => number) => kinds.reduce((all, kind) => all + of(kind), 0)
  const plants = sum((kind) => kind.plants)
  // What is known of no kind is said once, over the table.
  const isOwn = (part: CostPart) => kinds.some(({ unknown }) => !unknown.includes(part))
  const otherwise = kinds.some(({ cost, planned }) => Math.abs(cost - planned) > 0.005)
  return (
    <MoneyTable
      name={t('byKind')}
      head={[
        { title: t('kind'), words: true },
        { title: t('plants') },
        { title: t('perPlant') },
        ...shown.map((part) => ({ title: t(`part.${part}`) })),
        { title: t('inAll') },
        ...(otherwise ? [{ title: t('planned') }] : []),
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
              {kind.unknown.some(isOwn) && (
                <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
                  {' '}
                  {t('without', {
                    parts: list(
                      format,
                      kind.unknown.filter(isOwn).map((part) => t(`part.${part}`).toLowerCase()),
                    ),
                  })}
                </Box>
              )}
            </td>
            <td>{format.number(kind.plants)}</td>
            <td>
              <b>{known(kind) ? moneyWords(format, kind.perPlant) : '–'}</b>
              {known(kind) && kind.perYield && (
                <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
                  {t(`perYield.${kind.perYield.unit}`, { cost: moneyWords(format, kind.perYield.cost) })}
                </Box>
              )}
            </td>
            {shown.map((part) => (
              <td key={part}>{money(kind.parts[part])}</td>
            ))}
            <td>{known(kind) ? moneyWords(format, kind.cost) : '–'}</td>
            {otherwise && <td>{known(kind) ? moneyWords(format, kind.planned) : '–'}</td>}
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
            {kinds.some(known)
              ? moneyWords(
                  format,
                  sum((kind) => kind.cost),
                )
              : '–'}
          </td>
          {otherwise && (
            <td>
              {moneyWords(
                format,
                sum((kind) => kind.planned),
              )}
            </td>
          )}
          <td>{format.number(sum((kind) => kind.trayWeeks))}</td>
        </tr>
      </tfoot>
    </MoneyTable>
  )
}
