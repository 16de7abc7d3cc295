/** Benches: each place's load through the season, what makes it up on the working day, and what is over. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { visuallyHidden } from '@mui/utils'
import { useDeferredValue, useMemo } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { crewIsLimited, overFrom } from '../../core/capacity/limits'
import { ArrowList } from '../../ui/arrow-list'
import { useInAddress } from '../../ui/use-in-address'
import { later } from '../../ui/later'
import { useMay } from '../../ui/may'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { SharedTraysList } from './shared-trays'
import { PrintBenches } from './print-benches'
import { Detail } from './detail'
import { Meter } from './meter'
import { firstWorry, type Shown, listOf } from './model'
import { Link } from '../../ui/navigation'

// px

const MakeItFit = later(() => import('./make-it-fit').then((module) => module.MakeItFit), { onlyWhenDrawn: true })

type Tab = Shown | 'shared'

const LISTS = ['place', 'container', 'crew', 'shared'] as const satisfies readonly Tab[]

const Wanted = z.object({ list: z.enum(LISTS), limit: z.string(), fit: z.boolean() })
const AT_FIRST: z.output<typeof Wanted> = { list: 'place', limit: '', fit: false }

export function BenchesView() {
  const t = useTranslations('benches')
  const may = useMay('plan')
  const { plan, season, format } = useSeason()
  const day = useDeferredValue(useWorkingDay())
  const [{ list: shown, limit: picked, fit: fitting }, setWanted] = useInAddress('benches', Wanted, AT_FIRST)
  const want = (part: Partial<z.output<typeof Wanted>>) =>
    setWanted({ list: shown, limit: picked, fit: fitting, ...part })
  const limits = useMemo(() => plan.limits.filter((limit) => listOf(limit) === shown), [plan, shown])
  const limit =
    limits.find(({ id }) => id === picked) ??
    limits[
      firstWorry(
        limits.map(({ load }) => load),
        day,
      )
    ]
  // What is over today is seen below; what can still be planned otherwise is from tomorrow on.
  const overs = plan.limits.filter((one) => overFrom(one, plan.today === day ? day + 1 : day).length > 0).length

  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}>
        <Typography variant="h1" sx={{ mr: { md: 'auto', xl: 0 } }}>
          {t('benches')}
        </Typography>
        {/* A line of its own where the buttons take the width. */}
        <Typography
          component="p"
          sx={{
            color: 'text.secondary',
            flex: { xs: '1', md: '1 1 100%', xl: '1' },
            order: { md: 1, xl: 0 },
            minWidth: 180,
          }}
        >
          {t('on', { day: format.longDate(day) })}
          {overs > 0 && (
            <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
              {' '}
              {t('limitsAreOrWillBe', { overs: String(overs), overs2: overs })}
            </Box>
          )}
        </Typography>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={shown}
          onChange={(_, value: Tab | null) => value && want({ list: value, limit: '' })}
          aria-label={t('whatIsCounted')}
          className="no-print"
        >
          {LISTS.map((key) => {
            const bad = plan.limits.some((one) => listOf(one) === key && overFrom(one, day).length > 0)
            return (
              <ToggleButton key={key} value={key}>
                {t(`lists.${key}`)}
                {bad && (
                  <>
                    <Box
                      component="span"
                      aria-hidden="true"
                      sx={{
                        ml: 0.75,
                        width: 9,
                        height: 9,
                        borderRadius: '50%',
                        bgcolor: 'error.main',
                        display: 'inline-block',
                      }}
                    />
                    <Box component="span" sx={visuallyHidden}>
                      {t('over2')}
                    </Box>
                  </>
                )}
              </ToggleButton>
            )
          })}
        </ToggleButtonGroup>
        <Button className="no-print" color="inherit" component={Link} href="/what-if">
          {t('whatIf')}
        </Button>
        <Button className="no-print" color="inherit" component={Link} href="/rehearse">
          {t('rehearse')}
        </Button>
        <PrintBenches day={day} />
        {may && (
          <Button
            variant="contained"
            className="no-print"
            disabled={plan.batches.length === 0}
            onClick={() => want({ fit: true })}
          >
            {t('makeItFit')}
          </Button>
        )}
      </Box>
      {fitting && <MakeItFit onClose={() => want({ fit: false })} />}
      {shown === 'shared' ? (
        <SharedTraysList day={day} />
      ) : limits.length === 0 ? (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>
          {t('thisSeasonHasNoContainers', { shown: shown === 'place' ? 'yes' : 'no' })}
        </Box>
      ) : (
        <Box
          sx={{
            display: 'grid',
            gap: 3,
            mt: 2,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr)' },
            alignItems: 'start',
          }}
        >
          <ArrowList>
            <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }} aria-label={t(`lists.${shown}`)}>
              {limits.map((one) => (
                <Meter
                  key={one.id}
                  limit={one}
                  day={day}
                  chosen={one === limit}
                  onChoose={() => want({ limit: one.id })}
                />
              ))}
              {shown === 'crew' && !crewIsLimited(season.habits) && (
                <Box component="li" sx={{ px: 1.5, mt: 1, fontSize: 14, color: 'text.secondary' }}>
                  {t('howManyHoursThereAre')} <Link href="/farm?edit=habits">{t('setThemOnTheFarm')}</Link>.
                </Box>
              )}
            </Box>
          </ArrowList>
          {limit && <Detail limit={limit} day={day} />}
        </Box>
      )}
    </Box>
  )
}
