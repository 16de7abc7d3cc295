/** Farm: what the season is built on, how it is shown, and the ways in and out. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useEffect, type ReactNode } from 'react'
import { workingFrostDate } from '../../core/frost/typed'
import { leafAge } from '../../core/growth/rate'
import type { Method, Place } from '../../season/schema'
import { UNITS_COOKIE } from '../../ui/preferences'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { chanceWords, shareWords, type Format } from '../../words/format'
import { sowingWords } from '../../words/methods'
import { ImportSeason } from './import-season'

export function FarmView() {
  const { season, format } = useSeason()
  useHashTarget()
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1180 }}>
      <Typography variant="h1">{season.farm.name}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5 }}>
        Season {season.season.name}: what every date and number is reckoned from. To change a fact, take the season document out, change it, and bring it in again; you see what changes before it is taken.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2, alignItems: 'flex-start' }}>
        <ImportSeason />
        <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/season.json" download>
          Season document
        </Button>
        <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/sowing-list.csv" download>
          Sowing list, CSV
        </Button>
        <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href="/out/tasks.ics" download>
          Calendar of all work
        </Button>
      </Box>
      <Preferences />
      <SiteFacts />
      <Section id="places" title="Places">
        <Table head={['Place', 'Room', 'Warmth', 'Light', 'Open']}>
          {season.places.map((place, i) => (
            <Row key={place.key} id={`place-${place.key}`}>
              <td>
                <svg width="26" height="14" aria-hidden="true" style={{ marginRight: 8, verticalAlign: -1 }}>
                  <rect x="0.5" y="0.5" width="25" height="13" fill={placePaint(i)} stroke="currentColor" />
                </svg>
                {place.name}
              </td>
              <td className="n">{format.number(place.trayPlaces)} tray places</td>
              <td>{warmthWords(place.temperature, format)}{place.temperature.periods.length > 0 ? ', differs by season' : ''}</td>
              <td>{lightWords(place)}</td>
              <td>{place.open ? `${monthDay(place.open.from, format)} to ${monthDay(place.open.until, format)}` : 'all year'}</td>
            </Row>
          ))}
        </Table>
      </Section>
      <Section id="containers" title="Containers">
        <Table head={['Container', 'Cells', 'Mix in a cell', 'Tray places', 'Owned', 'Wash']}>
          {season.containers.map((one) => (
            <Row key={one.key} id={`container-${one.key}`}>
              <td>{one.name}{one.plantable ? ', planted whole' : ''}</td>
              <td className="n">{format.number(one.cells)}</td>
              <td className="n">{format.volume(one.cellVolume)}</td>
              <td className="n">{format.number(one.trayPlaces, 2)}</td>
              <td className="n">{one.owned === undefined ? 'any' : format.number(one.owned)}</td>
              <td className="n">{one.washDays} days</td>
            </Row>
          ))}
        </Table>
      </Section>
      <Section id="crops" title="Crops">
        <Table head={['Crop', 'Comes up', 'Best at', 'Grows', 'Cells: ready to limit, degree-days', 'First leaf', 'Nights not under']}>
          {season.crops.map((crop) => {
            const { germination: g, growth } = crop
            return (
              <Row key={crop.key} id={`crop-${crop.key}`}>
                <td>{crop.name}</td>
                <td>{format.number(g.thermalTime)} degree-days over {format.temperature(g.base)}</td>
                <td>{format.temperature(g.optimum)}, none over {format.temperature(g.ceiling)}</td>
                <td>{format.temperature(growth.base)} to {format.temperature(growth.optimum)}</td>
                <td>{growth.points.map((p) => `${format.volume(p.ml)}: ${format.number(p.ready)}–${format.number(p.limit)}`).join('; ')}</td>
                <td className="n">{growth.leafInterval === undefined ? '–' : format.number(leafAge(1, growth.leafInterval, growth.firstLeaf))}</td>
                <td>{crop.minNight === undefined ? '–' : format.temperature(crop.minNight)}</td>
              </Row>
            )
          })}
        </Table>
      </Section>
      <Section id="lots" title="Varieties and seed lots">
        <Table head={['Variety', 'Lot', 'Comes up', 'Tested on', 'Form', 'Pace']}>
          {season.varieties.flatMap((variety) => {
            const lots = season.lots.filter((lot) => lot.variety === variety.key)
            if (lots.length === 0) {
              return [
                <Row key={variety.key} id={`variety-${variety.key}`}>
                  <td>{variety.name}</td>
                  <td colSpan={5}>no lot yet</td>
                </Row>,
              ]
            }
            return lots.map((lot) => (
              <Row key={lot.key} id={`lot-${lot.key}`}>
                <td>{variety.name}</td>
                <td>{lot.name}</td>
                <td>{shareWords(lot.germination)}</td>
                <td className="n">{format.number(lot.testedSeeds)} seeds</td>
                <td>{lot.form}</td>
                <td className="n">{lot.pace === 1 ? 'usual' : `× ${format.number(lot.pace, 2)}`}</td>
              </Row>
            ))
          })}
        </Table>
      </Section>
      <Section id="methods" title="Methods">
        <Table head={['Crop', 'Method', 'Seeds', 'Stages', 'Hardening', 'Heat left']}>
          {season.methods.map((method) => (
            <Row key={method.key} id={`method-${method.key}`}>
              <td>{season.crops.find(({ key }) => key === method.crop)?.name}</td>
              <td>{method.name}</td>
              <td>{sowingWords(method.sowing)}</td>
              <td>{stageWords(method, season)}</td>
              <td>{method.hardening.days === 0 ? 'none' : `${method.hardening.days} days, ${season.places.find(({ key }) => key === method.hardening.place)?.name ?? ''}`}</td>
              <td>at {shareWords(method.leaveHeatAt)} up</td>
            </Row>
          ))}
        </Table>
      </Section>
    </Box>
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
        <Box id="units-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>Units</Box>
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
        <Box id="look-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>Look</Box>
        <ToggleButtonGroup exclusive size="small" aria-labelledby="look-label" value={mode ?? 'system'} onChange={(_, next: 'light' | 'dark' | 'system' | null) => next && setMode(next)}>
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
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
  return (
    <>
      <Section id="site" title="Site">
        <p>
          {format.number(Math.abs(site.latitude), 1)}° {site.latitude >= 0 ? 'north' : 'south'}
          {frost && (
            <>
              . Last spring frost: half the years before {monthDay(frost.lastSpring.median, format)}, the latest tenth {frost.lastSpring.spreadDays} days later. First autumn frost: half the years
              after {monthDay(frost.firstAutumn.median, format)}. <b>Working frost date: {format.date(workingFrostDate(frost, site.latitude, plan.from + 60))}</b> (a later frost in 1 year of{' '}
              {Math.round(1 / frost.trustedChance)}{frost.marginDays === 0 ? '' : `, and ${frost.marginDays} days of margin`}).
            </>
          )}
        </p>
        <Box sx={{ overflowX: 'auto' }}>
          <Box component="table" sx={{ borderCollapse: 'collapse', fontSize: 14, '& td, & th': { px: 1, py: 0.5, textAlign: 'right', fontWeight: 'inherit' }, '& th': { color: 'text.secondary', fontSize: 13 } }}>
            <tbody>
              <tr>
                <th scope="row">Outdoors</th>
                {months.map((month) => (
                  <th key={month} scope="col">{month}</th>
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
      <Section id="habits" title="Habits">
        <p>
          Sized to be enough in {chanceWords(habits.confidence)} sowings; plants go out {habits.agePoint < 0.15 ? 'young' : habits.agePoint <= 0.45 ? 'at the usual age' : 'old'} ({format.number(habits.agePoint, 2)} of the way from ready to
          limit); {shareWords(habits.handling)} of seed for handling; sowings rounded up to whole {habits.rounding}
          {habits.sowingWeekdays.length > 0 ? `; sown on ${habits.sowingWeekdays.map((d) => ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][d - 1]).join(', ')} only` : ''}.
        </p>
      </Section>
    </>
  )
}

function Section({ id, title, children }: { id: string; title: string; children: ReactNode }) {
  return (
    <Box component="section" id={id} tabIndex={-1} sx={{ mt: 4, scrollMarginTop: 16, '& p': { my: 0.75, maxWidth: 820 } }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>{title}</Typography>
      {children}
    </Box>
  )
}

function Table({ head, children }: { head: string[]; children: ReactNode }) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={`${head[0]!}: table`}>
      <Box component="table" sx={{ borderCollapse: 'collapse', fontSize: 14.5, minWidth: 640, width: '100%', '& th': { textAlign: 'left', fontWeight: 500, fontSize: 13, color: 'text.secondary', borderBottom: 2, borderColor: 'text.primary' }, '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' }, '& td, & th': { py: 0.6, pr: 2 }, '& tr:focus td': { bgcolor: 'warning.light' }, '& tr:focus': { outline: 'none' } }}>
        <thead>
          <tr>
            {head.map((title) => (
              <th key={title} scope="col">{title}</th>
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

function warmthWords(t: Place['temperature'], f: Format): string {
  if (t.held !== undefined) return `held at ${f.temperature(t.held)}`
  const parts = [t.lift ? `${f.degrees(t.lift)} over outdoors` : 'as outdoors']
  if (t.floor !== undefined) parts.push(`not under ${f.temperature(t.floor)}`)
  if (t.ceiling !== undefined) parts.push(`not over ${f.temperature(t.ceiling)}`)
  return parts.join(', ')
}

function lightWords(place: Place): string {
  const parts: string[] = []
  if (place.transmission !== undefined) parts.push(`${shareWords(place.transmission)} of daylight`)
  if (place.lamp) parts.push(`lamp ${place.lamp.ppfd} µmol/m²s, ${place.lamp.hours} h`)
  return parts.join(' and ') || 'taken as enough'
}

function monthDay(text: string, f: Format): string {
  const [month, date] = text.split('-').map(Number) as [number, number]
  return f.shortDate(Date.UTC(2027, month - 1, date) / 86_400_000)
}

function stageWords(method: Method, season: { places: readonly Place[]; containers: readonly { key: string; name: string }[] }): string {
  const place = (key: string | undefined) => season.places.find((one) => one.key === key)?.name ?? ''
  return method.stages
    .map((stage) => {
      const container = season.containers.find(({ key }) => key === stage.container)?.name
      const germ = stage.germinateAt && stage.germinateAt !== stage.place ? `${place(stage.germinateAt)}, then ` : ''
      return container ? `${container} on ${germ}${place(stage.place)}` : `on to ${place(stage.place)}`
    })
    .join(' → ')
}

