/** Where the farm is, and what follows from that. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { parseDay } from '../../core/calendar/day'
import { lastFrostFor, workingFrostDate } from '../../core/frost/working-date'
import { useSeason } from '../../ui/season-context'
import { MONTHS, WEEKDAYS } from '../../words/farm'
import { chanceWords, shareWords } from '../../words/format'
import { TextLink, Change, Section } from './parts'

export function SiteFacts() {
  const { season, format, plan } = useSeason()
  const { site, habits } = season
  const { frost } = site
  return (
    <>
      <Section
        id="site"
        title="Site and season"
        tool={
          <>
            <Change href="/farm?edit=site" what="site and season" />
            <Button component={Link} href="/farm?edit=frost" size="small">
              Frost record
            </Button>
          </>
        }
      >
        <p>
          {format.number(Math.abs(site.latitude), 1)}° {site.latitude >= 0 ? 'north' : 'south'}
          {frost && (
            <>
              . Last spring frost: half the years before{' '}
              {format.shortDate(lastFrostFor(frost, site.latitude, plan.from + 60, 0.5))}, nine in ten before{' '}
              {format.shortDate(lastFrostFor(frost, site.latitude, plan.from + 60, 0.1))}
              {frost.record ? `, from ${frost.record.name}${frost.record.madeUp ? ', sample data' : ''}` : ', as typed'}
              . <b>Working frost date: {format.date(workingFrostDate(frost, site.latitude, plan.from + 60))}</b> (a
              later frost in 1 year of {Math.round(1 / frost.trustedChance)}
              {frost.marginDays === 0 ? '' : `, and ${frost.marginDays} days of margin`}).
            </>
          )}
        </p>
        <p>
          {season.farm.recordsFrom
            ? `Records are kept from ${format.longDate(parseDay(season.farm.recordsFrom))} on: what was to be sown before is asked about.`
            : 'Nothing says from when records are kept: what was to be sown before the first of them is asked about.'}
        </p>
        {site.events.length > 0 && (
          <p>
            To be ready for: {site.events.map(({ name, on }) => `${name}, ${format.date(parseDay(on))}`).join('; ')}.
          </p>
        )}
        <p>
          Weather ahead:{' '}
          {site.forecast === undefined
            ? 'switched off'
            : site.forecast.from === 'stand-in'
              ? 'simulated, for trying out'
              : `from ${site.forecast.name}`}
          . <TextLink href="/field?weather=1">Change it in Field</TextLink>.
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
                <th scope="row">Outdoors</th>
                {MONTHS.map((month) => (
                  <th key={month} scope="col">
                    {month}
                  </th>
                ))}
              </tr>
              <tr>
                <th scope="row">usual mean</th>
                {site.outdoorMonthlyMeans.map((mean, i) => (
                  <td key={i}>{format.temperature(mean).replace(/ °[CF]/, '°')}</td>
                ))}
              </tr>
            </tbody>
          </Box>
        </Box>
      </Section>
      <Section id="habits" title="Habits" tool={<Change href="/farm?edit=habits" what="habits" />}>
        <p>
          Sown to be {chanceWords(format, habits.confidence)} likely to be enough; plants go out{' '}
          {habits.agePoint < 0.15 ? 'young' : habits.agePoint <= 0.45 ? 'at the usual age' : 'old'} (
          {format.number(habits.agePoint, 2)} of the way from ready to limit); {shareWords(habits.handling)} of seed for
          handling; sowings rounded up to whole {habits.rounding}
          {habits.sowingWeekdays.length > 0
            ? `; sown on ${habits.sowingWeekdays.map((d) => WEEKDAYS[d - 1]).join(', ')} only`
            : ''}
          .
        </p>
      </Section>
    </>
  )
}
