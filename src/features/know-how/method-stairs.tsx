/** The methods of one crop side by side, each as the stair it comes to. */
'use client'
import Box from '@mui/material/Box'
import MuiLink from '@mui/material/Link'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Method } from '../../season/schema'
import { dayScale } from '../../ui/chart/scale'
import { Link } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { Stair } from '../../ui/stair/stair'
import { count, halfWords } from '../../words/format'
import { sowingWords } from '../../words/methods'
import { tryOf } from './model'
import './words'

const WIDTH = 230
const HEIGHT = 46

export function MethodStairs({ methods, used }: { methods: readonly Method[]; used: ReadonlyMap<string, number> }) {
  const t = useTranslations('knowHow')
  const { season, plan, planner, format } = useSeason()
  const drawn = useMemo(
    () =>
      methods.map((method) => {
        const tried = method.sowing.policy === 'in-place' ? undefined : tryOf(season, plan, method)
        const batch =
          tried && planner.previewBy(season, { ...tried.planting, plants: 100, changes: [] }, method, tried.on)[0]
        return { method, batch: batch?.sow !== undefined && batch.stays.length > 0 ? batch : undefined }
      }),
    [methods, season, plan, planner],
  )
  const longest = Math.max(1, ...drawn.map(({ batch }) => (batch ? batch.plantOn - batch.sow! : 0)))
  const most = Math.max(...drawn.flatMap(({ batch }) => batch?.stays.map(({ trayPlaces }) => trayPlaces) ?? [1]))
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {drawn.map(({ method, batch }) => {
        const said =
          batch &&
          t('stairSaid', {
            weeks: format.number((batch.plantOn - batch.sow!) / 7, 1),
            places: halfWords(format, Math.max(...batch.stays.map(({ trayPlaces }) => trayPlaces))),
            plants: count(format, batch.plants, 'plant'),
          })
        return (
          <Box
            component="li"
            key={method.key}
            sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: `${WIDTH}px 1fr` }, columnGap: 2, alignItems: 'end', py: 0.6, breakInside: 'avoid' }} // prettier-ignore
          >
            {batch ? (
              <svg
                viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
                width={WIDTH}
                height={HEIGHT}
                role="img"
                aria-label={said}
                style={{ maxWidth: '100%' }}
              >
                <path d={`M0 ${HEIGHT - 3}H${WIDTH}`} stroke="var(--mui-palette-divider)" />
                <Stair
                  batch={batch}
                  x={dayScale(batch.plantOn - longest, batch.plantOn, 2, WIDTH - 12)}
                  most={most}
                  height={26}
                  base={HEIGHT - 3}
                />
              </svg>
            ) : (
              <span />
            )}
            <Box sx={{ lineHeight: 1.3, minWidth: 0 }}>
              <MuiLink component={Link} href={`/know-how?method=${method.key}`} prefetch={false}>
                {method.name}
              </MuiLink>
              <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                {sowingWords(method.sowing, format)};{' '}
                {used.get(method.key)
                  ? t('in', { plantings: count(format, used.get(method.key)!, 'planting') })
                  : t('notUsedYet')}
                {said && `. ${said}`}
              </Box>
            </Box>
          </Box>
        )
      })}
    </Box>
  )
}
