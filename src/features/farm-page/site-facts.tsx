/** Where the farm is, and what follows from that. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { lastFrostFor, workingFrostDate } from '../../core/frost/working-date'
import { useSeason } from '../../ui/season-context'
import { monthNames, weekdayNames } from '../../words/farm'
import { chanceWords, shareWords } from '../../words/format'
import { TextLink, Change, Section } from './parts'
import { Link } from '../../ui/navigation'
import './words'

export function SiteFacts() {
  const t = useTranslations('farmPage')
  const { season, format, plan } = useSeason()
  const { site, habits } = season
  /** Days that a kind of work is done on, where some are chosen. */
  const keptTo = (work: 'sowing' | 'potting' | 'moving' | 'planting') => {
    const days = [
      ...(habits[`${work}Weekdays`] ?? []).map((d) => weekdayNames(format)[d - 1]),
      ...(habits.workDates?.[work] ?? []).map((date) => format.date(parseDay(date))),
    ]
    return days.length === 0 ? '' : t('workDoneOn', { work, days: days.join(', ') })
  }
  const { frost } = site
  return (
    <>
      <Section
        id="site"
        title={t('siteAndSeason')}
        tool={
          <>
            <Change href="/farm?edit=site" what={t('siteAndSeason2')} />
            <Button component={Link} href="/farm?edit=frost" size="small">
              {t('frostRecord')}
            </Button>
          </>
        }
      >
        <p>
          {format.number(Math.abs(site.latitude), 1)}° {site.latitude >= 0 ? t('north') : t('south')}
          {frost && (
            <>
              {t('lastSpringFrostHalfThe', {
                lastFrostFor: format.shortDate(lastFrostFor(frost, site.latitude, plan.from + 60, 0.5)),
                lastFrostFor2: format.shortDate(lastFrostFor(frost, site.latitude, plan.from + 60, 0.1)),
                extra: frost.record
                  ? t('from', { record: frost.record.name, madeUp: frost.record.madeUp ? 'yes' : 'no' })
                  : t('asTyped'),
              })}{' '}
              <b>
                {t('workingFrostDateOfWorkingFrostDate', {
                  workingFrostDate: format.date(workingFrostDate(frost, site.latitude, plan.from + 60)),
                })}
              </b>{' '}
              {t('aLaterFrostIn1', {
                trustedChance: String(Math.round(1 / frost.trustedChance)),
                extra: frost.marginDays === 0 ? '' : t('andDaysOfMargin', { marginDays: String(frost.marginDays) }),
              })}
            </>
          )}
        </p>
        {site.guessed && (
          <Alert severity="info" icon={false} sx={{ my: 1, py: 0.25 }}>
            {site.guessed.length === 2
              ? t('weatherIsGuessed')
              : t('oneIsGuessed', { what: site.guessed[0] ?? 'temperatures' })}
          </Alert>
        )}
        <p>
          {season.farm.recordsFrom
            ? t('recordsAreKeptFromOn', { parseDay: format.longDate(parseDay(season.farm.recordsFrom)) })
            : t('nothingSaysFromWhenRecords')}
        </p>
        {site.events.length > 0 && (
          <p>
            {t('toBeReadyFor', {
              events: site.events.map(({ name, on }) => `${name}, ${format.date(parseDay(on))}`).join('; '),
            })}
          </p>
        )}
        <p>
          {t('weatherAhead', {
            extra:
              site.forecast === undefined
                ? t('switchedOff')
                : site.forecast.from === 'stand-in'
                  ? t('simulatedForTryingOut')
                  : t('fromOfForecast', { forecast: site.forecast.name }),
          })}{' '}
          <TextLink href="/field?weather=1">{t('changeItInField')}</TextLink>.
        </p>
        <Box sx={{ overflowX: 'auto' }}>
          <Box
            component="table"
            sx={{
              borderCollapse: 'collapse',
              fontSize: 14,
              '& td, & th': { px: 1, py: 0.5, textAlign: 'right', fontWeight: 'inherit' },
              '& th': { color: 'text.secondary', fontSize: 13 },
            }}
          >
            <tbody>
              <tr>
                <th scope="row">{t('outdoors')}</th>
                {monthNames(format).map((month) => (
                  <th key={month} scope="col">
                    {month}
                  </th>
                ))}
              </tr>
              <tr>
                <th scope="row">{t('usualMean')}</th>
                {site.outdoorMonthlyMeans.map((mean, i) => (
                  <td key={i}>{format.temperature(mean).replace(/ °[CF]/, '°')}</td>
                ))}
              </tr>
            </tbody>
          </Box>
        </Box>
      </Section>
      <Section id="habits" title={t('habits')} tool={<Change href="/farm?edit=habits" what="habits" />}>
        <p>
          {t('sownToBeLikelyTo', {
            chance: chanceWords(format, habits.confidence),
            extra: habits.agePoint < 0.15 ? t('young') : habits.agePoint <= 0.45 ? t('atTheUsualAge') : t('old'),
            agePoint: format.number(habits.agePoint, 2),
            share: shareWords(habits.handling),
            rounding: habits.rounding,
            extra2: keptTo('sowing'),
            extra3: keptTo('potting'),
            extra4: keptTo('moving'),
            extra5: keptTo('planting'),
          })}
        </p>
      </Section>
    </>
  )
}
