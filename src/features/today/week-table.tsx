/** What is sown in a week. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { memo } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { useSeason } from '../../ui/season-context'
import { capital, count } from '../../words/format'
import { metres } from '../../words/field'
import { markTag } from '../../words/marks'
import { isBought } from '../../words/methods'
import { type SowingWeek, inOrder, sameWeek } from './model'
import { Link } from '../../ui/navigation'

export const WeekTable = memo(function WeekTable({ week }: { week: SowingWeek }) {
  const t = useTranslations('today')
  const { format } = useSeason()
  return (
    <Box component="section" sx={{ mt: 2.5, breakInside: 'avoid' }}>
      <Box
        sx={{ display: 'flex', alignItems: 'baseline', gap: 1, borderBottom: 2, borderColor: 'text.primary', pb: 0.25 }}
      >
        <Typography variant="h3" component="h3">
          {t('from', { week: capital(format.week(week.monday)), monday: format.date(week.monday) })}
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
          {count(format, week.seeds, 'seed')} · {count(format, week.trays, 'tray')}
        </Box>
      </Box>
      <Box component="table" sx={TABLE}>
        <thead>
          <tr>
            <th>{t('day')}</th>
            <th>{t('batch')}</th>
            <th className="n">{t('seeds')}</th>
            <th className="n">{t('cells')}</th>
            <th className="n">{t('trays')}</th>
            <th>{t('into')}</th>
          </tr>
        </thead>
        <tbody>
          {inOrder(week).map(({ batch, stand }) =>
            batch ? (
              <SowRow key={batch.id} batch={batch} />
            ) : (
              <tr key={stand.id}>
                <td className="day">{format.date(stand.from)}</td>
                <td>
                  <Box
                    component={Link}
                    href={`/field?stand=${encodeURIComponent(stand.id)}`}
                    sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
                  >
                    <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
                      {stand.code}
                    </Box>{' '}
                    {stand.variety.name}
                  </Box>
                </td>
                <td className="n" data-label="seeds">
                  {format.number(stand.inPlace!.seeds)}
                </td>
                <td className="n" data-label="cells">
                  –
                </td>
                <td className="n" data-label="trays">
                  –
                </td>
                <td className="into">{t('ofRowInPlace', { metres: metres(format, stand.inPlace!.metres * 100) })}</td>
              </tr>
            ),
          )}
        </tbody>
      </Box>
    </Box>
  )
}, sameWeek)

const SowRow = memo(function SowRow({ batch }: { batch: Batch }) {
  const t = useTranslations('today')
  const { season, format } = useSeason()
  const [first] = batch.stays
  return (
    <tr>
      <td className="day">{format.date(batch.sow!)}</td>
      <td>
        <Box
          component={Link}
          href={`/plan?batch=${encodeURIComponent(batch.id)}`}
          sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
        >
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          {batch.variety.name}
        </Box>
        {batch.marks.length > 0 && (
          <Box sx={{ fontSize: 13, color: 'warning.main', fontWeight: 650 }}>
            {batch.marks.map((one) => markTag(one, format)).join(', ')}
          </Box>
        )}
      </td>
      <td className="n" data-label="seeds">
        {!batch.sizing ? '–' : isBought(batch) ? t('boughtIn') : format.number(batch.sizing.seeds)}
      </td>
      <td className="n" data-label="cells">
        {first ? format.number(first.cells) : '–'}
      </td>
      <td className="n" data-label="trays">
        {first ? format.number(first.trays) : '–'}
      </td>
      <td className="into">{first ? `${first.container.name}, ${season.places[first.place]!.name}` : ''}</td>
    </tr>
  )
})

/** A table on a desk; on a phone each sowing is a small block, its figures named. */
const TABLE = {
  width: '100%',
  borderCollapse: 'collapse',
  fontSize: 14.5,
  // The weeks stand under one another: so do their columns.
  tableLayout: { sm: 'fixed' },
  '& th:nth-of-type(1)': { width: 88 },
  '& th.n': { width: 54, whiteSpace: 'nowrap' },
  '& td.n': { whiteSpace: 'nowrap' },
  '& th:nth-of-type(6)': { width: '24%' },
  '& th': { textAlign: 'left', fontWeight: 500, fontSize: 12.5, color: 'text.secondary', pt: 0.5 },
  '& td': { py: 0.6, verticalAlign: 'top', borderBottom: 1, borderColor: 'divider' },
  '& td, & th': { pr: 1 },
  '& .n': { textAlign: 'right' },
  '& .day': { whiteSpace: 'nowrap' },
  '@media (max-width: 599px)': {
    '& thead': { position: 'absolute', left: -9999 },
    '& tr': {
      display: 'grid',
      gridTemplateColumns: 'auto auto auto 1fr',
      columnGap: 1.5,
      py: 1,
      borderBottom: 1,
      borderColor: 'divider',
    },
    '& td': { border: 0, py: 0.1, pr: 0 },
    '& .day': { gridColumn: '1 / -1', fontSize: 13, color: 'text.secondary' },
    '& td:nth-of-type(2)': { gridColumn: '1 / -1', fontSize: 16 },
    '& .n': { textAlign: 'left' },
    '& .n::after': { content: '" " attr(data-label)', color: 'text.secondary', fontSize: 13 },
    '& .into': { gridColumn: '1 / -1', fontSize: 13.5, color: 'text.secondary' },
  },
} as const
