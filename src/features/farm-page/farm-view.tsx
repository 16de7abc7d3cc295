/** Farm: what the season is built on, how it is shown, and the ways in and out. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect, type ReactNode } from 'react'
import { parseDay } from '../../core/calendar/day'
import { lastFrostFor } from '../../core/frost/working-date'
import { workingFrostDate } from '../../core/frost/working-date'
import type { Container, Place, Season } from '../../season/schema'
import { freeKeyIn } from '../../ui/keys'
import { UNITS_COOKIE } from '../../ui/preferences'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { CONTAINER_KIND_WORDS, lightWords, monthDay, MONTHS, warmthWords, WEEKDAYS } from '../../words/farm'
import { chanceWords, shareWords } from '../../words/format'
import { ContainerEditor } from './container-editor'
import { FrostPanel } from './frost-panel'
import { HeadEditor } from './head-editor'
import { ImportSeason } from './import-season'
import { PlaceEditor } from './place-editor'

export function FarmView() {
  const { season, format } = useSeason()
  const params = useSearchParams()
  const router = useRouter()
  const narrow = useMediaQuery('(max-width:899px)')
  useHashTarget()
  const place = season.places.find(({ key }) => key === params.get('place'))
  const container = season.containers.find(({ key }) => key === params.get('container'))
  const edit = params.get('edit')
  const make = params.get('new')
  const panel = place ? (
    <PlaceEditor key={place.key} stored={place} />
  ) : container ? (
    <ContainerEditor key={container.key} stored={container} />
  ) : edit === 'frost' ? (
    <FrostPanel key="frost" />
  ) : edit === 'site' || edit === 'habits' ? (
    <HeadEditor key={edit} part={edit} />
  ) : make === 'place' ? (
    <PlaceEditor key="new place" isNew stored={newPlace(season)} onDone={(key) => router.push(`/farm?place=${key}`)} />
  ) : make === 'container' ? (
    <ContainerEditor
      key="new container"
      isNew
      stored={newContainer(season)}
      onDone={(key) => router.push(`/farm?container=${key}`)}
    />
  ) : null
  return (
    <Box sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && panel) && (
        <Box sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Typography variant="h1">{season.farm.name}</Typography>
          <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, maxWidth: 720 }}>
            Season {season.season.name}: what every date and number is reckoned from. Crops and ways of raising them are
            under <TextLink href="/know-how">Know-how</TextLink>, seed lots under <TextLink href="/seed">Seed</TextLink>
            .
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2, alignItems: 'flex-start' }}>
            <ImportSeason />
            <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/season.json" download>
              Season document
            </Button>
            <Button
              variant="outlined"
              color="inherit"
              startIcon={<DownloadIcon />}
              href="/out/sowing-list.csv"
              download
            >
              Sowing list, CSV
            </Button>
            <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/field-plan.csv" download>
              Field plan, CSV
            </Button>
            <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/tasks.ics" download>
              Calendar of all work
            </Button>
          </Box>
          <Preferences />
          <SiteFacts />
          <Section id="places" title="Places" tool={<Add href="/farm?new=place" what="a place" />}>
            <Table head={['Place', 'Room', 'Warmth', 'Light', 'Open']}>
              {season.places.map((one, i) => (
                <Row key={one.key} id={`place-${one.key}`}>
                  <td>
                    <svg width="26" height="14" aria-hidden="true" style={{ marginRight: 8, verticalAlign: -1 }}>
                      <rect x="0.5" y="0.5" width="25" height="13" fill={placePaint(i)} stroke="currentColor" />
                    </svg>
                    <TextLink href={`/farm?place=${one.key}`}>{one.name}</TextLink>
                  </td>
                  <td className="n">{format.number(one.trayPlaces)} tray places</td>
                  <td>
                    {warmthWords(one.temperature, format)}
                    {one.temperature.periods.length > 0 ? ', differs by season' : ''}
                  </td>
                  <td>{lightWords(one)}</td>
                  <td>
                    {one.open
                      ? `${monthDay(one.open.from, format)} to ${monthDay(one.open.until, format)}`
                      : 'all year'}
                  </td>
                </Row>
              ))}
            </Table>
          </Section>
          <Section id="containers" title="Containers" tool={<Add href="/farm?new=container" what="a container" />}>
            <Table head={['Container', 'Kind', 'Cells', 'Mix in a cell', 'Tray places', 'Owned', 'Wash']}>
              {season.containers.map((one) => (
                <Row key={one.key} id={`container-${one.key}`}>
                  <td>
                    <TextLink href={`/farm?container=${one.key}`}>{one.name}</TextLink>
                    {one.plantable ? ', planted whole' : ''}
                  </td>
                  <td>{CONTAINER_KIND_WORDS[one.kind]}</td>
                  <td className="n">{format.number(one.cells)}</td>
                  <td className="n">{format.volume(one.cellVolume)}</td>
                  <td className="n">{format.number(one.trayPlaces, 2)}</td>
                  <td className="n">{one.owned === undefined ? 'any' : format.number(one.owned)}</td>
                  <td className="n">{one.washDays} days</td>
                </Row>
              ))}
            </Table>
          </Section>
        </Box>
      )}
      {panel && (
        <Box
          component="aside"
          aria-label="To change"
          sx={{
            width: { xs: '100%', md: 460 },
            flex: 'none',
            boxSizing: 'border-box',
            overflow: 'auto',
            borderLeft: { md: 1 },
            borderColor: { md: 'divider' },
            bgcolor: 'background.paper',
            px: { xs: 2, md: 2.5 },
            pt: 2.5,
          }}
        >
          {panel}
        </Box>
      )}
    </Box>
  )
}

const newPlace = (season: Season): Place => ({
  key: freeKeyIn(season.places, 'place'),
  name: 'New place',
  kind: 'bench',
  trayPlaces: 20,
  temperature: { lift: 4, periods: [] },
  stock: [],
})
const newContainer = (season: Season): Container => ({
  key: freeKeyIn(season.containers, 'container'),
  name: 'New container',
  kind: 'cell-tray',
  cells: 72,
  cellVolume: 45,
  trayPlaces: 1,
  washDays: 2,
  plantable: false,
})

function TextLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <MuiLink component={Link} href={href} prefetch={false} color="inherit">
      {children}
    </MuiLink>
  )
}

function Change({ href, what }: { href: string; what: string }) {
  return (
    <Button component={Link} href={href} size="small" aria-label={`Change ${what}`}>
      Change
    </Button>
  )
}

function Add({ href, what }: { href: string; what: string }) {
  return (
    <Button component={Link} href={href} size="small" startIcon={<AddIcon />}>
      Add {what}
    </Button>
  )
}

/** Scrolls to, and marks, the row an address points at. */
function useHashTarget(): void {
  useEffect(() => {
    const show = () => {
      const id = decodeURIComponent(window.location.hash.slice(1))
      const row = id ? document.getElementById(id) : null
      row?.scrollIntoView({ block: 'center' })
      row?.focus({ preventScroll: true })
    }
    show()
    window.addEventListener('hashchange', show)
    return () => window.removeEventListener('hashchange', show)
  }, [])
}

function Preferences() {
  const { data } = useSeason()
  const { mode, setMode } = useColorScheme()
  const router = useRouter()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2.5 }}>
      <Box>
        <Box id="units-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Units
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="units-label"
          value={data.units}
          onChange={(_, units: string | null) => {
            if (!units) return
            document.cookie = `${UNITS_COOKIE}=${units}; path=/; max-age=31536000; samesite=lax`
            router.refresh()
          }}
        >
          <ToggleButton value="metric">°C, litres, cm</ToggleButton>
          <ToggleButton value="us">°F, inches</ToggleButton>
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="look-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Look
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="look-label"
          value={mode ?? 'system'}
          onChange={(_, next: 'light' | 'dark' | 'system' | null) => next && setMode(next)}
        >
          <ToggleButton value="light">Paper</ToggleButton>
          <ToggleButton value="dark">Night</ToggleButton>
          <ToggleButton value="system">As the device</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Box>
  )
}

function SiteFacts() {
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
              {frost.record
                ? `, from ${frost.record.name}${frost.record.madeUp ? ', made up for trying' : ''}`
                : ', as typed'}
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
          Sized to be enough in {chanceWords(habits.confidence)} sowings; plants go out{' '}
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

function Section({ id, title, tool, children }: { id: string; title: string; tool?: ReactNode; children: ReactNode }) {
  return (
    <Box
      component="section"
      id={id}
      tabIndex={-1}
      sx={{ mt: 4, scrollMarginTop: 16, '& p': { my: 0.75, maxWidth: 820 } }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
        <Typography variant="h2">{title}</Typography>
        {tool}
      </Box>
      {children}
    </Box>
  )
}

function Table({ head, children }: { head: string[]; children: ReactNode }) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={`${head[0]!}: table`}>
      <Box
        component="table"
        sx={{
          borderCollapse: 'collapse',
          fontSize: 14.5,
          minWidth: 640,
          width: '100%',
          '& th': {
            textAlign: 'left',
            fontWeight: 500,
            fontSize: 13,
            color: 'text.secondary',
            borderBottom: 2,
            borderColor: 'text.primary',
          },
          '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' },
          '& td, & th': { py: 0.6, pr: 2 },
          '& tr:focus td': { bgcolor: 'warning.light' },
          '& tr:focus': { outline: 'none' },
        }}
      >
        <thead>
          <tr>
            {head.map((title) => (
              <th key={title} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </Box>
    </Box>
  )
}

const Row = ({ id, children }: { id: string; children: ReactNode }) => (
  <tr id={id} tabIndex={-1}>
    {children}
  </tr>
)
