/** What the years that might be say of one batch. */
'use client'
import Box from '@mui/material/Box'
import { useTranslations } from 'next-intl'
import type { Outlook } from '../../core/rehearsal/rehearse'
import type { Rehearsed } from '../../core/rehearsal/years'
import { Link } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count, list, moneyWords } from '../../words/format'
import { LeverList } from './lever-list'
import { ofHundred, SURE, whyMissed } from './model'
import './words'

export function PlantingRow({ outlook, asked }: { outlook: Outlook; asked: Rehearsed }) {
  const t = useTranslations('rehearse')
  const { plan, format } = useSeason()
  const batch = plan.byId.get(outlook.id)
  if (!batch) return null
  const { chance, plants, ready, short, late, lost, worth } = outlook
  const often = chance >= 0.995 ? t('always') : chance < 0.005 ? t('never') : t('inHundred', { n: ofHundred(chance) })
  const why = whyMissed(outlook)
  const lostWords = lost >= 1 ? t('lost', { plants: count(format, Math.round(lost), 'plant'), money: worth !== undefined && worth >= 1 ? moneyWords(format, worth) : '', known: worth !== undefined && worth >= 1 ? 'yes' : 'no' }) : '' // prettier-ignore
  const missed = [
    ...(short >= 1 ? [t('whenMissed.short', { short: count(format, Math.round(short), 'plant') })] : []),
    ...(late >= 1 ? [t('whenMissed.late', { late: count(format, Math.round(late), 'day') })] : []),
  ]
  const tone = chance >= 0.9 ? 'success.main' : chance >= 0.7 ? 'warning.main' : 'error.main'
  return (
    <Box
      component="li"
      data-outlook={batch.code}
      sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '300px minmax(0,1fr)' }, columnGap: 3, rowGap: 0.5, py: 1.25, borderTop: 1, borderColor: 'divider' }} // prettier-ignore
    >
      <Box>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
          <StairGlyph batch={batch} />
          <Link href={`/plan?batch=${encodeURIComponent(batch.id)}`} style={{ color: 'inherit', fontWeight: 650 }}>
            {batch.code} {batch.variety.name}
          </Link>
        </Box>
        <Box
          role="img"
          aria-label={t('barSaid', { code: batch.code, variety: batch.variety.name, often })}
          sx={{ mt: 0.75, height: 8, borderRadius: 1, bgcolor: 'divider', overflow: 'hidden' }}
        >
          <Box sx={{ width: `${chance * 100}%`, height: '100%', bgcolor: tone }} />
        </Box>
        <Box sx={{ fontSize: 14, mt: 0.25 }}>{often}</Box>
      </Box>
      <Box sx={{ fontSize: 14.5, lineHeight: 1.45 }}>
        {why.length > 0 && (
          <Box>
            {t('misses', {
              n: ofHundred(1 - chance),
              why: list(format, why.map(({ reason, n }) => t(`why.${reason}`, { n }))), // prettier-ignore
            })}{' '}
            {missed.length > 0 && t('onAverage', { missed: list(format, missed) })} {lostWords}
          </Box>
        )}
        <Box sx={{ color: 'text.secondary' }}>
          {Number.isFinite(ready[2])
            ? t('readyIn', {
                from: format.date(ready[0]),
                until: format.date(ready[2]),
                plan: format.date(batch.plantOn),
              })
            : t('readyNever', {
                from: Number.isFinite(ready[0]) ? format.date(ready[0]) : '–',
                plan: format.date(batch.plantOn),
              })}
          {'; '}
          {t('plantsIn', {
            low: format.number(plants[0]),
            high: format.number(plants[2]),
            need: format.number(batch.plants),
          })}
        </Box>
        {chance < SURE && <LeverList batch={batch} asked={asked} />}
      </Box>
    </Box>
  )
}
