/** How long a kind keeps in each container of the farm, as one drawing. */
'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { usualGermination } from '../../library/entry'
import type { Crop } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { containerAges } from './model'
import './words'

const MOST_ROWS = 10

/** The temperature a kind is grown on at, °C: what is usual for it, else a little under its best. */
export const grownAt = ({ growth }: Crop): number =>
  growth.usual ? (growth.usual[0] + growth.usual[1]) / 2 : growth.optimum - 6

export function ContainerAges({ crop }: { crop: Crop }) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  const at = grownAt(crop)
  const ages = containerAges(crop, season.containers, at, usualGermination(crop.germination)).slice(0, MOST_ROWS)
  if (ages.length === 0) return null
  const most = Math.ceil(Math.max(...ages.map(({ limit }) => limit)) + 0.5)
  const share = (weeks: number) => `${(100 * weeks) / most}%`
  const step = most > 16 ? 4 : most > 8 ? 2 : 1
  const marks = Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => i * step)
  const grid = {
    display: 'grid',
    gridTemplateColumns: { xs: '118px minmax(0, 1fr)', sm: '210px minmax(0, 1fr)' },
    columnGap: 1.5,
    alignItems: 'center',
  } as const
  return (
    <Box component="section" aria-labelledby="kind-ages" sx={{ mt: 3, maxWidth: 800 }}>
      <Typography variant="h2" id="kind-ages">
        {t('howLongInEach')}
      </Typography>
      <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 0.25 }}>
        {t('weeksAt', { temperature: format.temperature(at) })}
      </Box>
      <Box sx={{ ...grid, mt: 0.75 }} aria-hidden="true">
        <span />
        <Box sx={{ position: 'relative', height: 18, fontSize: 12.5, color: 'text.secondary' }}>
          {marks.map((week) => (
            <Box
              key={week}
              component="span"
              sx={{ position: 'absolute', left: share(week), transform: 'translateX(-50%)' }}
            >
              {format.number(week)}
            </Box>
          ))}
        </Box>
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {ages.map(({ container, ready, limit }) => {
          const words = { ready: format.number(ready, 1), limit: format.number(limit, 1) }
          return (
            <Box component="li" key={container.key} sx={{ ...grid, py: 0.3 }}>
              <Box sx={{ fontSize: 14, lineHeight: 1.25 }}>
                {container.name}{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  {format.volume(container.cellVolume)}
                </Box>
              </Box>
              <Box
                role="img"
                aria-label={t('fromWeekTo', { container: container.name, ...words })}
                sx={{ position: 'relative', height: 22 }}
              >
                {marks.map((week) => (
                  <Box
                    key={week}
                    sx={{
                      position: 'absolute',
                      left: share(week),
                      top: 0,
                      bottom: 0,
                      borderLeft: 1,
                      borderColor: 'divider',
                    }}
                  />
                ))}
                <Box
                  sx={{
                    position: 'absolute',
                    left: 0,
                    width: share(ready),
                    top: 10,
                    borderTop: 2,
                    borderColor: 'text.secondary',
                    opacity: 0.5,
                  }}
                />
                <Box
                  sx={{ position: 'absolute', left: share(ready), width: share(limit - ready), top: 4, height: 14, borderRadius: 0.75, bgcolor: 'success.main', borderRight: 3, borderColor: 'error.main' }} // prettier-ignore
                />
              </Box>
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}
