/** The lines of the buying list: what, how much, in which packs, by when; and one tap for ordered. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import type { ToBuy } from '../../core/stores/buying'
import { useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { Link } from '../../ui/navigation'
import { count, moneyWords } from '../../words/format'
import { amountWords, needName } from '../../words/stores'
import { packWords, urgency } from './model'
import { ordersFor } from './ordering'
import './words'

export function Lines({ lines, chosen }: { lines: readonly ToBuy[]; chosen: string | undefined }) {
  const t = useTranslations('buying')
  const { format } = useSeason()
  return (
    <Box className="paper-whole" sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={t('table')}>
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
            <th scope="col" className="more">
              {t('buy')}
            </th>
            <th scope="col" className="n more">
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
  const { today } = useSeason()
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
        <Box sx={{ display: { xs: 'block', sm: 'none' }, fontSize: 14.5, mt: 0.5 }}>
          <Buy line={line} />
          {packs.length > 0 && moneyWords(format, cost)}
        </Box>
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
      <td className="more">
        <Buy line={line} />
      </td>
      <td className="n more">{packs.length > 0 ? moneyWords(format, cost) : ''}</td>
    </Box>
  )
}

/** The packs that are cheapest, and one tap for ordered; or the way to say what it is sold in. */
function Buy({ line }: { line: ToBuy }) {
  const t = useTranslations('buying')
  const { season, today, format } = useSeason()
  const may = useMay('plan')
  const { busy, change } = useChange()
  const { need, packs } = line
  return (
    <>
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
    </>
  )
}
