/** What a way comes to, for a planting that uses it or for a hundred plants. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import type { Method, Planting } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { inPlaceSentence } from '../../words/field'
import { count } from '../../words/format'
import { markSentence } from '../../words/marks'
import { tryOf } from './model'
import './words'

/** What the way comes to, for a planting that uses it or for a hundred plants. */
export function Preview({ method, sound }: { method: Method; sound: boolean }) {
  const t = useTranslations('knowHow')
  const { season, planner, format, plan } = useSeason()
  const deferred = useDeferredValue(method)
  const batch = useMemo(() => {
    if (
      !sound ||
      !readSeason({
        ...season,
        methods: season.methods.map((other) => (other.key === deferred.key ? deferred : other)),
      }).ok
    )
      return undefined
    const tried = tryOf(season, plan, deferred)
    return tried && planner.previewBy(season, tried.planting, deferred, tried.on)[0]
  }, [season, planner, plan, deferred, sound])
  const stand = useMemo(() => {
    if (!sound || deferred.sowing.policy !== 'in-place') return undefined
    const methods = season.methods.map((other) => (other.key === deferred.key ? deferred : other))
    const trial = { ...season, methods }
    const using = season.plantings.find((planting) => planting.method === deferred.key)
    const variety = season.varieties.find(({ crop }) => crop === deferred.crop)
    if (!readSeason(trial).ok || (!using && !variety)) return undefined
    const planting: Planting = using ?? {
      key: 'try',
      code: 'TRY',
      variety: variety!.key,
      method: deferred.key,
      plants: 100,
      on: `${season.season.from.slice(0, 4)}-${season.site.latitude < 0 ? '11' : '05'}-01`,
      changes: [],
    }
    return createPlanner().previewInPlace(trial, planting)[0]
  }, [season, deferred, sound])
  return (
    <Box
      component="aside"
      aria-label={t('whatItComesTo')}
      sx={{
        mt: { xs: 3, lg: 0 },
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        alignSelf: 'start',
        position: { lg: 'sticky' },
        top: 0,
      }}
    >
      <Typography variant="h3" component="h2">
        {t('whatItComesTo')}
      </Typography>
      {stand ? (
        <Box sx={{ mt: 1 }}>{inPlaceSentence(stand, format)}</Box>
      ) : batch ? (
        <>
          <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
            {t('ofPlanted', {
              plants: count(format, batch.plants, 'plant'),
              variety: batch.variety.name,
              plantOn: format.date(batch.plantOn),
            })}
          </Box>
          {batch.sizing && (
            <Box sx={{ fontSize: 17, fontWeight: 650, mb: 1 }}>
              {batch.sow !== undefined &&
                `${method.sowing.policy === 'bought' ? t('arrive') : t('sow')} ${format.date(batch.sow)}: `}
              {batch.sizing.seeds > 0
                ? count(format, batch.sizing.seeds, 'seed')
                : count(format, batch.sizing.cells, 'youngPlant')}
            </Box>
          )}
          <BatchSteps batch={batch} />
          {batch.marks.map((mark, i) => (
            <Box key={i} sx={{ fontSize: 14, color: 'warning.main', mt: 1 }}>
              {markSentence(mark, season.places, format)}
            </Box>
          ))}
        </>
      ) : (
        <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 1 }}>
          {sound ? t('addAVarietyOfThis') : t('putRightWhatDoesNot')}
        </Box>
      )}
    </Box>
  )
}
