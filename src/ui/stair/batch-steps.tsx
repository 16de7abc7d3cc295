/** A batch's whole way as one drawing with its dates: the stair, large, and a line for each step. */
'use client'
import Box from '@mui/material/Box'
import { plantsOut } from '../../core/batch/tasks'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { count } from '../../words/format'
import { isBought } from '../../words/methods'
import { pottingName } from '../../words/tasks'
import { dayScale } from '../chart/scale'
import { useSeason } from '../season-context'
import { placePaint } from './place-hatches'
import { Stair } from './stair'

const WIDTH = 360
const HEIGHT = 84

export function BatchSteps({ batch }: { batch: Batch }) {
  const t = useTranslations('ui')
  const { season, format } = useSeason()
  const { sow, window, plantOn, stays, pass, ready, limit } = batch
  const scale = useMemo(() => {
    const first = Math.min(sow ?? plantOn, window?.earliest ?? sow ?? plantOn)
    const last = Math.max(plantOn, Math.min(ready ?? plantOn, plantOn + 30)) + 1
    return dayScale(first, last, 4, WIDTH - 16)
  }, [sow, plantOn, window, ready])
  if (sow === undefined || stays.length === 0) return null
  const most = Math.max(...stays.map((stay) => stay.trayPlaces))
  return (
    <Box>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        style={{ display: 'block', maxWidth: 480 }}
        aria-hidden="true"
      >
        <Stair batch={batch} x={scale} most={most} height={54} base={HEIGHT - 6} />
      </svg>
      <Box
        component="ol"
        aria-label={t('steps')}
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          mt: 1,
          fontSize: 14,
          '& li': {
            display: 'grid',
            gridTemplateColumns: '86px 22px 1fr',
            columnGap: 1,
            alignItems: 'center',
            py: 0.35,
          },
        }}
      >
        {stays.map((stay, i) => (
          <li key={i}>
            <span>{format.date(stay.from)}</span>
            <svg width="20" height="14" aria-hidden="true">
              <rect x="0.5" y="0.5" width="19" height="13" fill={placePaint(stay.place)} stroke="currentColor" />
            </svg>
            <span>
              {i === 0
                ? isBought(batch)
                  ? t('arrive')
                  : t('sow')
                : stay.potted
                  ? pottingName(batch, stay.from, format)
                  : stay.kind === 'harden'
                    ? t('hardenOff')
                    : stays[i - 1]!.kind === 'germinate'
                      ? t('uncoverAndMove')
                      : t('move')}
              : {season.places[stay.place]!.name}, {format.number(stay.trays)} × {stay.container.name}
              {stay.trayPlaces === stay.trays ? '' : ` (${count(format, stay.trayPlaces, 'trayPlace')})`}
            </span>
          </li>
        ))}
        <li>
          <span>{format.date(plantOn)}</span>
          <span />
          <b>
            {plantsOut(batch) < batch.plants
              ? t('plantOf', { plants: format.number(plantsOut(batch)), wanted: format.number(batch.plants) })
              : t('plant', { plants: format.number(batch.plants) })}
          </b>
        </li>
      </Box>
      <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 0.5 }}>
        {[
          pass && pass.emergence < Infinity && !isBought(batch) && t('up', { emergence: format.date(pass.emergence) }),
          ready !== undefined && t('ready', { ready: format.date(ready) }),
          limit !== undefined && t('mustGoBy', { limit: format.date(limit) }),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Box>
    </Box>
  )
}
