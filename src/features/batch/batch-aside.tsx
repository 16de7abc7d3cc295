/** Beside a batch at the desk: its last photo, where it stands, and what it looks like as it grows. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { recordsOf } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { parseDay } from '../../core/calendar/day'
import { piecesOn, placeTrays } from '../../core/benches/placement'
import { standing } from '../../core/ledger/records'
import { leafForms } from '../../library/leaf-forms'
import { BenchOutline } from '../../ui/bench-outline'
import { Link } from '../../ui/navigation'
import { Photo } from '../../ui/records/photos'
import { SeedlingDrawing } from '../../ui/seedling-drawing'
import { useSeason } from '../../ui/season-context'
import { list } from '../../words/format'

export function BatchAside({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { season, plan, today, format } = useSeason()
  const stay = batch.stays.find(({ from, until }) => from <= today && today < until)
  const placement = useMemo(() => stay && placeTrays(plan.standing, season.places, stay.place), [plan, season, stay])
  const pieces = placement ? piecesOn(placement, today).filter((piece) => piece.standing.batch.id === batch.id) : []
  const photo = standing(recordsOf(season.records, batch.id))
    .flatMap(({ photos, on }) => (photos ?? []).map((id) => ({ id, on: parseDay(on) })))
    .at(0)
  const place = stay && season.places[stay.place]!
  const where = placement && list(format, [...new Set(pieces.map(({ level }) => placement.levels[level]!.name))])
  return (
    <Box component="aside" aria-label={t('beside')} sx={{ display: 'grid', gap: 2.5, alignContent: 'start' }}>
      {photo && (
        <Box>
          <Typography variant="h3">{t('lastPhoto', { day: format.date(photo.on) })}</Typography>
          <Photo id={photo.id} size={280} />
        </Box>
      )}
      {place && placement && pieces.length > 0 && (
        <Box>
          <Typography variant="h3">{t('whereItStands')}</Typography>
          <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
            <Link href="/benches" style={{ color: 'inherit' }}>
              {where === place.name ? place.name : `${place.name}, ${where}`}
            </Link>
          </Box>
          <BenchOutline
            {...{ place, placement, pieces }}
            day={today}
            label={t('standsDrawn', { code: batch.code, where: where! })}
          />
        </Box>
      )}
      <Box>
        {leafForms(batch.way.crop).known && <Typography variant="h3">{t('whatItLooksLike')}</Typography>}
        {leafForms(batch.way.crop).known && <SeedlingDrawing crop={batch.way.crop} />}
        <Link href={`/know-how?crop=${batch.way.crop.key}`} style={{ color: 'inherit', fontSize: 14 }}>
          {t('moreOfKind', { crop: batch.way.crop.name })}
        </Link>
      </Box>
    </Box>
  )
}
