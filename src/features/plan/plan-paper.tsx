/** The plan on paper: a row for every batch over as many pages as it takes, its months repeated at the head of each. */
'use client'
import Box from '@mui/material/Box'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { civil, monthStarts, type Day } from '../../core/calendar/day'
import { dayScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { Stair } from '../../ui/stair/stair'
import { monthNames } from '../../words/farm'
import { markTag } from '../../words/marks'
import { count, type Format } from '../../words/format'
import type { PlanRow } from './model'

const WIDTH = 330 // px of the stairs; with the columns beside it fits A4 and Letter
const HEIGHT = 26 // px of a row

/** First and last day that anything of the rows falls on, by whole months. */
function spanOf(rows: readonly PlanRow[]): { first: Day; last: Day } {
  let [first, last] = [Infinity, -Infinity]
  for (const row of rows) {
    if (row.kind === 'group') continue
    const [from, until] =
      row.kind === 'stand' ? [row.stand.from, row.stand.from + 1] : [row.batch.sow ?? row.batch.plantOn, row.batch.plantOn + 1] // prettier-ignore
    first = Math.min(first, from)
    last = Math.max(last, until)
  }
  return { first: first - 4, last: last + 8 }
}

export function PlanPaper({ rows, about }: { rows: readonly PlanRow[]; about: string }) {
  const t = useTranslations('plan')
  const { plan, season, format } = useSeason()
  const { first, last } = useMemo(() => spanOf(rows), [rows])
  const most = Math.max(1, ...plan.batches.flatMap(({ stays }) => stays.map(({ trayPlaces }) => trayPlaces)))
  const used = new Set(plan.batches.flatMap(({ stays }) => stays.map(({ place }) => place)))
  if (!Number.isFinite(first)) return null
  const scale = dayScale(first, last, 0, WIDTH)
  const x = (day: Day) => scale(day)
  const months = monthStarts(first, last)
  return (
    <Box sx={{ color: '#000', fontSize: 11 }}>
      <Box sx={{ fontFamily: 'var(--heading)', fontSize: 20, lineHeight: 1.2 }}>{t('plan')}</Box>
      <Box sx={{ mb: 1 }}>{about}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, rowGap: 0.25, mb: 1 }}>
        {season.places.map((place, i) =>
          used.has(i) ? (
            <Box key={place.key} component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5 }}>
              <svg width="18" height="10" aria-hidden="true">
                <rect width="18" height="10" fill={placePaint(i)} stroke="#000" strokeWidth="0.8" />
              </svg>
              {place.name}
            </Box>
          ) : null,
        )}
      </Box>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          width: '100%',
          '& th, & td': { textAlign: 'left', verticalAlign: 'bottom', p: 0, pr: 0.75, fontWeight: 400 },
          '& td': { borderBottom: '0.5px solid #aaa' },
          '& thead th': { borderBottom: '1px solid #000', fontSize: 10 },
          '& .n': { textAlign: 'right', whiteSpace: 'nowrap' },
          '& tr': { breakInside: 'avoid' },
          '& .group td': { fontWeight: 700, pt: 0.75, breakAfter: 'avoid' },
          '& .group': { breakAfter: 'avoid' },
        }}
      >
        <thead>
          <tr>
            <th scope="col">{t('paper.code')}</th>
            <th scope="col">{t('paper.what')}</th>
            <th scope="col" className="n">
              {t('paper.plants')}
            </th>
            <th scope="col" className="n">
              {t('paper.sow')}
            </th>
            <th scope="col" style={{ width: WIDTH }}>
              <Months months={months} x={x} format={format} />
            </th>
            <th scope="col" className="n">
              {t('paper.plant')}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) =>
            row.kind === 'group' ? (
              <tr key={row.id} className="group">
                <td colSpan={6}>
                  {row.title} · {count(format, row.plants, 'plant')}
                </td>
              </tr>
            ) : (
              <Row key={row.id} row={row} x={x} months={months} most={most} />
            ),
          )}
        </tbody>
      </Box>
    </Box>
  )
}

/** Names of the months over the stairs. */
function Months({ months, x, format }: { months: readonly Day[]; x: (day: Day) => number; format: Format }) {
  const names = monthNames(format)
  return (
    <svg width={WIDTH} height={13} aria-hidden="true" style={{ display: 'block' }}>
      {months.map((day, i) => {
        const room = x(months[i + 1] ?? day + 31) - x(day) > 22
        return room && x(day) < WIDTH - 18 ? (
          <text key={day} x={x(day) + 2} y={10} fontSize={10} fill="#000">
            {names[civil(day).month - 1]}
          </text>
        ) : null
      })}
    </svg>
  )
}

interface RowProps {
  row: Exclude<PlanRow, { kind: 'group' }>
  x: (day: Day) => number
  months: readonly Day[]
  most: number
}

function Row({ row, x, months, most }: RowProps) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  const { code, variety, plants } = row.kind === 'batch' ? row.batch : row.stand
  const sow = row.kind === 'batch' ? row.batch.sow : row.stand.from
  const marks = row.kind === 'batch' ? row.batch.marks.slice(0, 2).map((one) => markTag(one, format)) : []
  return (
    <tr>
      <td>
        <b>{code}</b>
      </td>
      <td>
        {variety.name}
        {marks.length > 0 && <Box sx={{ fontSize: 9.5, fontWeight: 700 }}>! {marks.join(', ')}</Box>}
      </td>
      <td className="n">{format.number(plants)}</td>
      <td className="n">{sow === undefined ? '' : format.shortDate(sow)}</td>
      <td style={{ width: WIDTH }}>
        <svg width={WIDTH} height={HEIGHT} aria-hidden="true" style={{ display: 'block' }}>
          {months.map((day) => (
            <path key={day} d={`M${x(day)} 0V${HEIGHT}`} stroke="#bbb" strokeWidth={0.5} />
          ))}
          {row.kind === 'batch' ? (
            <Stair batch={row.batch} x={x} most={most} height={HEIGHT - 12} base={HEIGHT - 1} />
          ) : (
            <path d={`M${x(row.stand.from)} ${HEIGHT - 1}v-9`} stroke="#000" strokeWidth={2} />
          )}
        </svg>
      </td>
      <td className="n">{row.kind === 'batch' ? format.shortDate(row.batch.plantOn) : t('paper.inPlace')}</td>
    </tr>
  )
}
