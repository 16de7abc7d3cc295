/** What becomes over, more over or less by a change, with its days. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { OverChange } from '../../core/capacity/over-change'
import type { Container, Place } from '../../season/schema'
import { count, range } from '../../words/format'
import { useSeason } from '../season-context'

const RANK = { new: 0, more: 1, less: 2, gone: 3 } as const
const MOST_CHANGES = 12

export type PlanOver = OverChange<Place> | OverChange<Container>

const isPlace = (of: Place | Container): of is Place => 'temperature' in of

/** Every place and container that would be over, or more over, with the days: what is over elsewhere in the season hides none of it. */
export function OverList({ changes }: { changes: readonly PlanOver[] }) {
  const t = useTranslations('many')
  const { format } = useSeason()
  if (changes.length === 0) return null
  const sorted = [...changes].sort((a, b) => RANK[a.kind] - RANK[b.kind] || a.from - b.from)
  return (
    <Box
      component="ul"
      aria-label={t('whatBecomesOverfull')}
      sx={{ m: 0, mt: 1, p: 0, listStyle: 'none', fontSize: 14 }}
    >
      {sorted.slice(0, MOST_CHANGES).map(({ of, from, until, kind, most, was }) => (
        <Box
          component="li"
          key={`${of.key} ${from}`}
          sx={{ color: kind === 'new' || kind === 'more' ? 'error.main' : 'success.main', fontWeight: 650 }}
        >
          {of.name}, {range(format, from, until)}:{' '}
          {kind === 'gone'
            ? t('noLongerOverfull')
            : t('tooMany', {
                count: count(format, Math.ceil(most * 10 - 1e-6) / 10, isPlace(of) ? 'trayPlace' : 'tray'),
                extra: was > 0 ? t('before', { was: format.number(was, 1) }) : '',
              })}
        </Box>
      ))}
      {sorted.length > MOST_CHANGES && (
        <Box component="li">
          {t('andMoreStretchesOfDays', { changes: format.number(sorted.length - MOST_CHANGES) })}
        </Box>
      )}
    </Box>
  )
}
