/** Raised or bought in: the price of a plug at which both cost the same, and what buying in saves. */
'use client'
import Box from '@mui/material/Box'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { buyOrRaise, type BuyOrRaise } from '../../core/plan/bought-in'
import { NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { list, moneyWords } from '../../words/format'
import { About, Empty, MoneyTable } from './money-table'
import '../../ui/costs-words'

export function BuyOrRaiseTable() {
  const t = useTranslations('costs')
  const { plan, planner, format } = useSeason()
  const kinds = useMemo(() => buyOrRaise(planner, plan), [planner, plan])
  if (kinds.length === 0) return <Empty>{t('nothingRaised')}</Empty>
  const unknown = kinds.flatMap((kind) => kind.unknown)
  return (
    <>
      <About>
        {t('aboutBuy')}{' '}
        {unknown.length > 0 &&
          t('inNeither', {
            parts: list(
              format,
              [...new Set(unknown)].map((part) => t(`part.${part}`).toLowerCase()),
            ),
          })}
      </About>
      <MoneyTable
        name={t('tab.buy')}
        head={[
          { title: t('kind'), words: true },
          { title: t('toRaise') },
          { title: t('evenAt') },
          { title: t('hoursSaved') },
          { title: t('trayWeeksSaved') },
          { title: t('offeredAt') },
        ]}
      >
        <tbody>
          {kinds.map((kind) => (
            <Row key={kind.crop.key} kind={kind} />
          ))}
        </tbody>
      </MoneyTable>
    </>
  )
}

function Row({ kind }: { kind: BuyOrRaise }) {
  const t = useTranslations('costs')
  const { format } = useSeason()
  const { crop, main, least, most, hours, trayWeeks, offered } = kind
  const [typed, setTyped] = useState<number | undefined>(offered)
  const price = typed !== undefined && typed >= 0 ? typed : undefined
  // Where a part has no price, raising costs more than is known: what is found is the least, and may be nothing at all.
  const atLeast = kind.unknown.length > 0
  const nothing = atLeast && main.evenAt <= 0
  const never = !atLeast && main.evenAt <= 0
  const apart = most.evenAt - least.evenAt > 0.01
  const verdict = price === undefined || nothing ? undefined : price < main.evenAt ? 'buyIt' : atLeast ? undefined : 'raiseIt' // prettier-ignore
  return (
    <tr data-kind={crop.key}>
      <td className="w">
        <Link href={`/know-how?crop=${crop.key}`} prefetch={false} style={{ color: 'inherit' }}>
          {crop.name}
        </Link>
        <Box component="span" sx={{ fontSize: 13, color: 'text.secondary' }}>
          {' '}
          {t('forPlanting', { plants: format.number(main.batch.plants), day: format.shortDate(main.plantOn) })}
        </Box>
      </td>
      <td>{nothing ? '–' : moneyWords(format, main.raised.cost.known / main.batch.plants)}</td>
      <td>
        {nothing ? (
          '–'
        ) : (
          <b>
            {never
              ? t('neverCheaper')
              : atLeast
                ? t('atLeast', { price: moneyWords(format, main.evenAt) })
                : moneyWords(format, main.evenAt)}
          </b>
        )}
        {apart && !never && !nothing && (
          <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
            {t('byDay', {
              least: moneyWords(format, Math.max(0, least.evenAt)),
              on: format.shortDate(least.plantOn),
              most: moneyWords(format, most.evenAt),
              late: format.shortDate(most.plantOn),
            })}
          </Box>
        )}
      </td>
      <td>{format.number(hours, 1)}</td>
      <td>{format.number(trayWeeks, 1)}</td>
      <td>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', justifyContent: 'flex-end' }}>
          {verdict && (
            <Box component="span" role="status" sx={{ color: verdict === 'buyIt' ? 'success.main' : 'text.primary' }}>
              {t(`verdict.${verdict}`)}
            </Box>
          )}
          <Box className="no-print">
            <NumberField
              label={t('offerOf', { kind: crop.name })}
              hideLabel
              value={typed}
              onChange={setTyped}
              error={typed !== undefined && typed < 0 ? t('notUnderNothing') : undefined}
              width={96}
            />
          </Box>
        </Box>
      </td>
    </tr>
  )
}
