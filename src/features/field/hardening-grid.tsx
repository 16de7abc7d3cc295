/** Hardening off: what each batch gets on each of the next days, bent to the weather ahead. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { Day } from '../../core/calendar/day'
import { bearsWhileHardening, exposureOn, schoolOf, type Exposure } from '../../core/field/hardening'
import type { FieldCrop } from '../../core/field/field-crop'
import { HARDENING_SCHOOLS, type HardeningSchool } from '../../season/schema'
import { ChoiceField } from '../../ui/fields'
import { useForecast } from '../../ui/field-gates'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { exposureSentence } from '../../words/field'
import { TextButton } from './beds-plan'

const DAYS = 14

export function HardeningGrid({ day, onChoose }: { day: Day; onChoose: (id: string) => void }) {
  const t = useTranslations('field')
  const { plan, season, format } = useSeason()
  const forecast = useForecast(day)
  const saving = useChange()
  const rows = useMemo(
    () =>
      plan.inField
        .flatMap((stand): { stand: FieldCrop; from: Day; until: Day; school: HardeningSchool }[] => {
          const stay = stand.batch?.stays.find(({ kind }) => kind === 'harden')
          return stay && stay.from < day + DAYS && stay.until > day
            ? [{ stand, from: stay.from, until: stay.until, school: schoolOf(stand.batch!.way.method, season.habits) }]
            : []
        })
        .sort((a, b) => a.until - b.until || (a.stand.code < b.stand.code ? -1 : 1)),
    [plan, season, day],
  )
  const days = Array.from({ length: DAYS }, (_, i) => day + i)
  const choose = (school: HardeningSchool) => {
    const { farm, season: span, site, habits } = season
    const head = { farm, season: span, site, habits }
    void saving.change(
      [{ of: 'head', key: 'head', from: head, to: { ...head, habits: { ...habits, hardening: school } } }],
      t('hardenedBy', { school: format.t(`words.field.hardening.${school}.name`) }),
    )
  }
  return (
    <Box sx={{ mt: 2 }}>
      <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
        <ChoiceField
          label={t('usuallyHardenedBy')}
          value={season.habits.hardening}
          options={HARDENING_SCHOOLS.map(
            (school) => [school, format.t(`words.field.hardening.${school}.name`)] as const,
          )}
          onChange={(school) => school && choose(school)}
          width={240}
          disabled={saving.busy}
        />
        <Box sx={{ flex: 1, minWidth: 220, fontSize: 14, color: 'text.secondary' }}>
          {t('aMethodMayHaveIts', { says: format.t(`words.field.hardening.${season.habits.hardening}.says`) })}
        </Box>
        {forecast?.simulated && (
          <Box
            sx={{
              px: 1,
              border: 1,
              borderColor: 'warning.main',
              color: 'warning.main',
              borderRadius: 1,
              fontWeight: 700,
              fontSize: 13,
            }}
          >
            {t('weatherSimulated')}
          </Box>
        )}
      </Box>
      {saving.failure && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {saving.failure}
        </Alert>
      )}
      {rows.length === 0 ? (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>
          {t('nothingHardensFromTo', { day: format.date(day), day2: format.date(day + DAYS - 1) })}
        </Box>
      ) : (
        <Box
          sx={{ mt: 2, overflowX: 'auto', '@media print': { overflow: 'visible' } }}
          tabIndex={0}
          role="region"
          aria-label={t('hardeningDayByDay')}
        >
          <Box
            component="table"
            sx={{
              borderCollapse: 'collapse',
              fontSize: 13.5,
              '& th': { fontWeight: 600, textAlign: 'left', p: 0.5 },
              '& td': { p: 0, height: 44, minWidth: 58, border: 1, borderColor: 'divider', textAlign: 'center' },
              '& tr': { breakInside: 'avoid' },
              '@media print': { width: '100%', tableLayout: 'fixed', fontSize: 10.5, '& td': { minWidth: 0 } },
            }}
          >
            <thead>
              <tr>
                <Box component="th" scope="col" sx={{ '@media print': { width: 118 } }}>
                  {t('batch')}
                </Box>
                {days.map((one) => (
                  <Box
                    component="th"
                    key={one}
                    scope="col"
                    sx={{
                      textAlign: 'center !important',
                      color: one === day ? 'text.primary' : 'text.secondary',
                      fontWeight: one === day ? '800 !important' : '600 !important',
                      fontSize: 12.5,
                      '@media print': { fontSize: 9.5, px: 0 },
                    }}
                  >
                    <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
                      {format.date(one).split(' ')[0]}
                    </Box>{' '}
                    <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
                      {format.shortDate(one)}
                    </Box>
                  </Box>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ stand, from, until, school }) => (
                <tr key={stand.id}>
                  <Box
                    component="th"
                    scope="row"
                    sx={{ minWidth: 190, pr: '12px !important', '@media print': { minWidth: 0, pr: '4px !important' } }}
                  >
                    <TextButton onClick={() => onChoose(stand.id)}>{stand.code}</TextButton>{' '}
                    <Box component="span" sx={{ fontWeight: 400 }}>
                      {stand.variety.name}
                    </Box>
                    <Box
                      sx={{
                        fontWeight: 400,
                        fontSize: 12.5,
                        color: 'text.secondary',
                        '@media print': { fontSize: 9.5 },
                      }}
                    >
                      {t('goesOut', {
                        from: format.date(stand.from),
                        extra:
                          school === season.habits.hardening
                            ? ''
                            : ` · ${format.t(`words.field.hardening.${school}.name`)}`,
                      })}
                    </Box>
                  </Box>
                  {days.map((one) => (
                    <Cell
                      key={one}
                      exposure={exposureOn(school, from, until, one, bearsWhileHardening(stand.crop), forecast)}
                      planted={one >= until}
                    />
                  ))}
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
      <Typography component="p" sx={{ mt: 1.5, fontSize: 13, color: 'text.secondary' }}>
        {t('hoursAreHoursOutsideA')}
      </Typography>
    </Box>
  )
}

const LIGHT = {
  shade: 'var(--mui-palette-divider)',
  half: 'linear-gradient(135deg, var(--mui-palette-divider) 50%, #F3DF9C 50%)',
  full: '#F3DF9C',
} as const

function Cell({ exposure, planted }: { exposure: Exposure | undefined; planted: boolean }) {
  const t = useTranslations('field')
  const { format } = useSeason()
  if (!exposure)
    return (
      <Box component="td" sx={{ color: 'text.secondary', bgcolor: planted ? 'background.default' : 'transparent' }}>
        {planted ? t('out') : ''}
      </Box>
    )
  const { hours, light, night, fan, change } = exposure
  return (
    <Box
      component="td"
      title={exposureSentence(exposure, format)}
      sx={{ boxShadow: change ? 'inset 0 0 0 2px var(--mui-palette-error-main)' : 'none', bgcolor: 'background.paper' }}
    >
      <Box aria-hidden sx={{ height: 8, background: hours === 0 ? 'transparent' : LIGHT[light] }} />
      <Box sx={{ fontWeight: 700 }}>
        {hours === 0 ? (fan ? t('fan') : t('in')) : hours >= 24 ? t('all') : `${hours} h`}
      </Box>
      <Box
        sx={{
          fontSize: 12,
          lineHeight: 1.1,
          color: change ? 'error.main' : 'text.secondary',
          '@media print': { fontSize: 9 },
        }}
      >
        {change
          ? t(`exposed.${change}`)
          : night === 'out'
            ? t('nightOut')
            : light === 'full'
              ? t('sun')
              : light === 'half'
                ? t('halfSun')
                : t('shade')}
      </Box>
    </Box>
  )
}
