/** Farm: what the season is built on, how it is shown, and the ways in and out. */
'use client'
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { ownedOn } from '../../core/capacity/owned'
import { useSearchParams } from 'next/navigation'
import { useEffect } from 'react'
import { useTranslations } from 'next-intl'
import { SidePanel } from '../../ui/side-panel'
import { useKeeps, useMay } from '../../ui/may'
import { useSeason } from '../../ui/season-context'
import { placePaint } from '../../ui/stair/place-hatches'
import { lightWords, monthDay, warmthWords } from '../../words/farm'
import { ContainerEditor } from './container-editor'
import { FrostPanel } from './frost-panel'
import { HeadEditor } from './head-editor'
import { ImportSeason } from './import-season'
import { PlaceEditor } from './place-editor'
import { Preferences } from './preferences'
import { SiteFacts } from './site-facts'
import { BackupFacts } from './backup-facts'
import { TextLink, Add, Section, Table, Row } from './parts'
import { Mixes } from './mixes'
import { MixEditor } from './mix-editor'
import { newPlace, newContainer, newMix } from './model'
import { WholeLink, Link, useRouter, useOut } from '../../ui/navigation'
import './words'

export function FarmView() {
  const t = useTranslations('farmPage')
  const { season, format, data, today } = useSeason()
  const params = useSearchParams()
  const router = useRouter()
  const narrow = useMediaQuery('(max-width:899px)')
  const out = useOut()
  useHashTarget()
  const place = season.places.find(({ key }) => key === params.get('place'))
  const container = season.containers.find(({ key }) => key === params.get('container'))
  const mix = season.mixes.find(({ key }) => key === params.get('mix'))
  const edit = params.get('edit')
  const make = params.get('new')
  const [mayPlan, keeps] = [useMay('plan'), useKeeps()]
  const panel = place ? (
    <PlaceEditor key={place.key} stored={place} />
  ) : container ? (
    <ContainerEditor key={container.key} stored={container} />
  ) : mix ? (
    <MixEditor key={mix.key} stored={mix} />
  ) : make === 'mix' ? (
    <MixEditor
      key="new mix"
      isNew
      stored={newMix(season, t('newMix'))}
      onDone={(key) => router.push(`/farm?mix=${key}`)}
    />
  ) : edit === 'frost' ? (
    <FrostPanel key="frost" />
  ) : edit === 'site' || edit === 'habits' ? (
    <HeadEditor key={edit} part={edit} />
  ) : make === 'place' ? (
    <PlaceEditor
      key="new place"
      isNew
      stored={newPlace(season, t('newPlace'))}
      onDone={(key) => router.push(`/farm?place=${key}`)}
    />
  ) : make === 'container' ? (
    <ContainerEditor
      key="new container"
      isNew
      stored={newContainer(season, t('newContainer'))}
      onDone={(key) => router.push(`/farm?container=${key}`)}
    />
  ) : null
  return (
    <Box className="paper-whole" sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && panel) && (
        <Box className="paper-whole" sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Typography variant="h1">{season.farm.name}</Typography>
          <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, maxWidth: 720 }}>
            {t('seasonWhatEveryDateAnd', { season: season.season.name })}{' '}
            <TextLink href="/know-how">{t('knowHow')}</TextLink>
            {t('seedLotsUnder')} <TextLink href="/seed">{t('seed')}</TextLink>.
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2, alignItems: 'flex-start' }}>
            {mayPlan && <ImportSeason seen={data.view} />}
            <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href={out('season.json')} download>
              {t('seasonDocument')}
            </Button>
            <Button
              variant="outlined"
              color="inherit"
              startIcon={<DownloadIcon />}
              href={out('sowing-list.csv')}
              download
            >
              {t('sowingListCsv')}
            </Button>
            <Button
              variant="outlined"
              color="inherit"
              startIcon={<DownloadIcon />}
              href={out('field-plan.csv')}
              download
            >
              {t('fieldPlanCsv')}
            </Button>
            <Button variant="outlined" color="inherit" startIcon={<DownloadIcon />} href={out('tasks.ics')} download>
              {t('calendarOfAllWork')}
            </Button>
            <Button color="inherit" component={Link} href="/calendar">
              {t('calendarToSubscribe')}
            </Button>
            <Button color="inherit" component={Link} href="/drills">
              {t('drills')}
            </Button>
            <Button color="inherit" component={Link} href="/practice">
              {t('practice')}
            </Button>
            <Button color="inherit" component={Link} href="/people">
              {t('people')}
            </Button>
            <Button color="inherit" component={WholeLink} href="/farms">
              {t('farmsAndSeasons')}
            </Button>
          </Box>
          <Preferences />
          <SiteFacts />
          <Section id="places" title={t('places')} tool={<Add href="/farm?new=place" what={t('aPlace')} />}>
            <Table head={[t('place'), t('room'), t('warmth'), t('light'), t('open')]}>
              {season.places.map((one, i) => (
                <Row key={one.key} id={`place-${one.key}`}>
                  <td>
                    <svg width="26" height="14" aria-hidden="true" style={{ marginRight: 8, verticalAlign: -1 }}>
                      <rect x="0.5" y="0.5" width="25" height="13" fill={placePaint(i)} stroke="currentColor" />
                    </svg>
                    <TextLink href={`/farm?place=${one.key}`}>{one.name}</TextLink>
                  </td>
                  <td className="n">{t('trayPlacesOfTrayPlaces', { trayPlaces: format.number(one.trayPlaces) })}</td>
                  <td>
                    {warmthWords(one.temperature, format)}
                    {one.temperature.periods.length > 0 ? t('differsBySeason') : ''}
                  </td>
                  <td>{lightWords(one, format)}</td>
                  <td>
                    {one.open
                      ? t('to', {
                          monthDay: monthDay(one.open.from, format),
                          monthDay2: monthDay(one.open.until, format),
                        })
                      : t('allYear')}
                  </td>
                </Row>
              ))}
            </Table>
          </Section>
          <Section
            id="containers"
            title={t('containers')}
            tool={<Add href="/farm?new=container" what={t('aContainer')} />}
          >
            <Table
              head={[t('container'), t('kind'), t('cells'), t('mixInACell'), t('trayPlaces2'), t('owned'), t('wash')]}
            >
              {season.containers.map((one) => (
                <Row key={one.key} id={`container-${one.key}`}>
                  <td>
                    <TextLink href={`/farm?container=${one.key}`}>{one.name}</TextLink>
                    {one.plantable ? t('plantedWhole') : ''}
                  </td>
                  <td>{format.t(`words.farm.containerKind.${one.kind}`)}</td>
                  <td className="n">{format.number(one.cells)}</td>
                  <td className="n">{format.volume(one.cellVolume)}</td>
                  <td className="n">{format.number(one.trayPlaces, 2)}</td>
                  <td className="n">
                    {one.owned === undefined ? t('any') : format.number(ownedOn(one, season.records, today)!)}
                  </td>
                  <td className="n">{t('days', { washDays: String(one.washDays) })}</td>
                </Row>
              ))}
            </Table>
          </Section>
          <Mixes />
          {keeps && <BackupFacts />}
        </Box>
      )}
      {panel && (
        <SidePanel shows={params.toString()} width={460}>
          {panel}
        </SidePanel>
      )}
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
