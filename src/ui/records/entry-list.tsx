/** Records in order, with what was corrected struck through beside what stands now. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import type { Entry } from '../../season/schema'
import { useSeason } from '../season-context'
import { Photo } from './photos'
import { useRecord } from './use-record'
import { entrySentence } from './words'
import { Link } from '../navigation'

export function EntryList({
  entries,
  empty,
  named = false,
  onCorrect,
}: {
  entries: readonly Entry[]
  empty: string
  named?: boolean
  onCorrect?: ((entry: Entry) => void) | undefined
}) {
  const t = useTranslations('records')
  const { season, plan, format, data } = useSeason()
  const { takeBack } = useRecord()
  const corrections = new Map(
    season.records.flatMap((entry) => (entry.instead === undefined ? [] : [[entry.instead, entry] as const])),
  )
  if (entries.length === 0) return <Box sx={{ color: 'text.secondary' }}>{empty}</Box>
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {entries
        .filter((entry) => !entry.void)
        .map((entry) => {
          const correction = corrections.get(entry.id)
          const code = entry.batch === undefined ? undefined : (plan.byId.get(entry.batch)?.code ?? entry.batch)
          return (
            <Box
              component="li"
              key={entry.id}
              data-entry={entry.id}
              sx={{
                borderTop: 1,
                borderColor: 'divider',
                py: 0.9,
                display: 'flex',
                gap: 1.5,
                alignItems: 'flex-start',
              }}
            >
              <Box sx={{ width: { xs: 84, sm: 112 }, flex: 'none', fontSize: 14, color: 'text.secondary', pt: 0.2 }}>
                {format.date(parseDay(entry.on))}
                <br />
                {entry.who}
              </Box>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Box
                  sx={{
                    fontSize: 15.5,
                    textDecoration: correction ? 'line-through' : 'none',
                    color: correction ? 'text.secondary' : 'inherit',
                  }}
                >
                  {named && code !== undefined && (
                    <Box
                      component={Link}
                      href={`/batch?id=${encodeURIComponent(entry.batch!)}`}
                      sx={{ fontWeight: 700, color: 'text.secondary', mr: 0.75 }}
                    >
                      {code}
                    </Box>
                  )}
                  {named && code !== undefined && `${plan.byId.get(entry.batch!)?.variety.name ?? ''} · `}
                  {entrySentence(entry, season, format)}
                </Box>
                {entry.note && (
                  <Box sx={{ fontSize: 14.5, fontStyle: 'italic', whiteSpace: 'pre-wrap' }}>{entry.note}</Box>
                )}
                {correction && (
                  <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                    {t('by', {
                      extra: correction.void
                        ? t('takenBack')
                        : t('corrected', { entrySentence: entrySentence(correction, season, format) }),
                      who: correction.who,
                    })}
                  </Box>
                )}
                {entry.photos && (
                  <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
                    {entry.photos.map((id) => (
                      <Photo key={id} id={id} size={72} />
                    ))}
                  </Box>
                )}
              </Box>
              {!correction && !data.whatIf && (
                <Box className="no-print" sx={{ display: 'flex', flexDirection: { xs: 'column', sm: 'row' } }}>
                  {onCorrect && (
                    <Button size="small" color="inherit" onClick={() => onCorrect(entry)} sx={{ minHeight: 36 }}>
                      {t('correct')}
                    </Button>
                  )}
                  <Button
                    size="small"
                    color="inherit"
                    onClick={() => void takeBack([entry])}
                    aria-label={t('undo', { entrySentence: entrySentence(entry, season, format) })}
                    sx={{ minHeight: 36 }}
                  >
                    {t('undo2')}
                  </Button>
                </Box>
              )}
            </Box>
          )
        })}
    </Box>
  )
}
