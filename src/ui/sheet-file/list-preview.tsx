/** What a file would do, row by row: new, changed, as it is, or not taken and why. */
'use client'
import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ListProblem, ListRow, ReadList } from '../../interchange/list-sheets/read-list'
import { list } from '../../words/format'
import { useFormat, useUnits } from '../units'

export const STATES = ['new', 'changed', 'same', 'wrong'] as const
type State = (typeof STATES)[number]

const SHOWN = 200 // rows drawn at once

interface ListPreviewProps {
  read: ReadList
  /** Line in the file of each row. */
  lines: readonly number[]
  columnWords: (column: string) => string
}

export function ListPreview({ read, lines, columnWords }: ListPreviewProps) {
  const t = useTranslations('lists')
  const format = useFormat(useUnits())
  const [only, setOnly] = useState<State>()
  const numbered = read.rows.map((row, i) => ({ row, line: lines[i] ?? i + 1 }))
  const shown = numbered.filter(({ row }) => only === undefined || row.is === only)
  const say = (problem: ListProblem): string => {
    const column = columnWords(problem.column)
    if (problem.what === 'twice') return t('problem.twice', { line: String(lines[problem.row] ?? problem.row + 1) })
    if (problem.what !== 'unknown') return t(`problem.${problem.what}`, { column })
    const like = problem.like.length === 0 ? '' : t('problem.likeIt', { names: list(format, problem.like) })
    return t('problem.unknown', { column, like })
  }
  const told = ({ problems, changes, brings, sizeOf }: ListRow): string =>
    [
      ...(sizeOf === undefined ? [] : [t('anotherSize', { line: String(lines[sizeOf] ?? sizeOf + 1) })]),
      ...problems.map(say),
      ...(sizeOf === undefined ? changes : []).map(columnWords),
      ...(brings === undefined ? [] : [t('brings', { name: brings })]),
    ].join(' ')
  return (
    <>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label={t('filter')}
        value={only ?? 'all'}
        onChange={(_, next: State | 'all' | null) => setOnly(next === 'all' || next === null ? undefined : next)}
        sx={{ flexWrap: 'wrap' }}
      >
        <ToggleButton value="all">{t('all')}</ToggleButton>
        {STATES.map((is) => {
          const n = read.rows.filter((row) => row.is === is).length
          return (
            <ToggleButton key={is} value={is} disabled={n === 0}>
              {t('rows', { is, n, text: format.number(n) })}
            </ToggleButton>
          )
        })}
      </ToggleButtonGroup>
      <Box
        component="table"
        sx={{
          width: '100%',
          mt: 1.5,
          borderCollapse: 'collapse',
          fontSize: 14.5,
          '& td, & th': {
            py: 0.6,
            pr: 1.5,
            textAlign: 'left',
            borderBottom: 1,
            borderColor: 'divider',
            verticalAlign: 'top',
          },
          '& th': { color: 'text.secondary', fontSize: 13, fontWeight: 'inherit' },
        }}
      >
        <tbody>
          {shown.slice(0, SHOWN).map(({ row, line }) => (
            <tr key={line}>
              <Box component="td" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                {t('line')} {line}
              </Box>
              <Box component="td" sx={{ fontWeight: 600, overflowWrap: 'anywhere' }}>
                {row.name}
              </Box>
              <Box
                component="td"
                sx={{ whiteSpace: 'nowrap', ...(row.is === 'wrong' ? { color: 'error.main', fontWeight: 650 } : {}) }}
              >
                {t('is', { is: row.is })}
              </Box>
              <td>{told(row)}</td>
            </tr>
          ))}
        </tbody>
      </Box>
      {shown.length > SHOWN && (
        <Box sx={{ mt: 1, color: 'text.secondary' }}>{t('andMore', { n: format.number(shown.length - SHOWN) })}</Box>
      )}
    </>
  )
}
