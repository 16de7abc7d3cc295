/** All farms with their seasons: opened, copied, put away; farms begun, reset and taken away. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useEffect, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { WholeLink } from '../../ui/navigation'
import { copySeason, putAway, removeFarm, resetDemo } from '../../actions/farms'
import type { FarmListed, SeasonListed } from '../../season/farms'
import { callServer, troubleWords } from '../../ui/call-server'
import { WordField } from '../../ui/fields'
import { useNotice } from '../../ui/notice'
import { useFormat, useUnits } from '../../ui/units'
import { freeName } from './model'
import { LookAtDemo, useGoing } from './demo-farm'
import { ImportSeason } from './import-season'
import './words'

export function FarmsView({ farms }: { farms: readonly FarmListed[] }) {
  const t = useTranslations('farmPage')
  useEffect(() => {
    document.documentElement.dataset.ready = ''
  }, [])
  return (
    <Box component="main" sx={{ maxWidth: 820, mx: 'auto', px: { xs: 2, sm: 3 }, py: { xs: 3, sm: 5 } }}>
      <Typography variant="h1">{t('farmsAndSeasons')}</Typography>
      <Box sx={{ display: 'grid', gap: 2, mt: 2.5 }}>
        {farms.map((farm) => (
          <OneFarm key={farm.id} farm={farm} />
        ))}
      </Box>
      {farms.length === 0 && <Typography component="p">{t('thereIsNoFarmYet')}</Typography>}
      <Typography variant="h2" sx={{ mt: 4, mb: 1.5 }}>
        {t('anotherFarm')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start' }}>
        <Button component={WholeLink} href="/begin" variant="contained" size="large">
          {t('beginMyFarm')}
        </Button>
        {!farms.some(({ demo }) => demo) && <LookAtDemo />}
        <ImportSeason seen={null} />
      </Box>
    </Box>
  )
}

function OneFarm({ farm }: { farm: FarmListed }) {
  const t = useTranslations('farmPage')
  const { busy, go } = useGoing()
  const [removing, setRemoving] = useState(false)
  const [resetting, setResetting] = useState(false)
  return (
    <Box
      component="section"
      aria-label={farm.name}
      sx={{ p: 2, border: 1, borderColor: 'divider', borderRadius: 1.5, bgcolor: 'background.paper' }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h2">{farm.name}</Typography>
        {farm.demo && <Chip size="small" label={t('demo')} />}
        <Box sx={{ flex: 1 }} />
        {farm.demo && (
          <Button
            size="small"
            color="inherit"
            disabled={busy}
            onClick={() => setResetting(!resetting)}
            aria-expanded={resetting}
          >
            {t('resetIt')}
          </Button>
        )}
        <Button
          size="small"
          color="error"
          disabled={busy}
          onClick={() => setRemoving(!removing)}
          aria-expanded={removing}
        >
          {t('deleteFarm')}
        </Button>
      </Box>
      {resetting && (
        <Box role="group" aria-label={t('resetIt')} sx={ASKED}>
          <Typography component="p" sx={{ mb: 1 }}>
            {t('whatWasDoneInTheDemoGoes')}
          </Typography>
          <Button color="error" variant="contained" disabled={busy} onClick={() => go(resetDemo)} sx={{ mr: 1 }}>
            {t('resetForGood')}
          </Button>
          <Button color="inherit" onClick={() => setResetting(false)}>
            {t('keepIt')}
          </Button>
        </Box>
      )}
      {removing && <Removing farm={farm} onLeave={() => setRemoving(false)} />}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
        {farm.seasons.map((season) => (
          <OneSeason key={season.id} farm={farm} season={season} />
        ))}
      </Box>
    </Box>
  )
}

function OneSeason({ farm, season }: { farm: FarmListed; season: SeasonListed }) {
  const t = useTranslations('farmPage')
  const { busy, go } = useGoing()
  const [moving, start] = useTransition()
  const name = freeName(
    t('copyOf', { season: season.name }),
    farm.seasons.map((one) => one.name),
  )
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        py: 0.75,
        borderTop: 1,
        borderColor: 'divider',
      }}
    >
      <MuiLink
        component={WholeLink}
        href={`/${farm.address}/${season.address}/today`}
        prefetch={false}
        sx={{ fontWeight: 650, minHeight: 32, display: 'inline-flex', alignItems: 'center' }}
      >
        {t('seasonNamed', { season: season.name })}
      </MuiLink>
      {season.archived && <Chip size="small" variant="outlined" label={t('putAway')} />}
      <Box sx={{ flex: 1 }} />
      <Button
        size="small"
        color="inherit"
        disabled={busy}
        onClick={() => go(() => copySeason(season.id, name))}
        aria-label={t('copySeasonOf', { season: season.name, farm: farm.name })}
      >
        {t('copyIt')}
      </Button>
      <Button
        size="small"
        color="inherit"
        disabled={moving}
        onClick={() => start(() => putAway(season.id, !season.archived))}
        aria-label={t(season.archived ? 'takeOutSeasonOf' : 'putAwaySeasonOf', {
          season: season.name,
          farm: farm.name,
        })}
      >
        {season.archived ? t('takeItOut') : t('putItAway')}
      </Button>
    </Box>
  )
}

/** Asks before a farm goes: an own one by its name, so that no slip takes a year's work away. */
function Removing({ farm, onLeave }: { farm: FarmListed; onLeave: () => void }) {
  const t = useTranslations('farmPage')
  const [said, setSaid] = useState('')
  const [busy, start] = useTransition()
  const notice = useNotice()
  const format = useFormat(useUnits())
  const remove = () =>
    start(async () => {
      const called = await callServer(() => removeFarm(farm.id, said))
      if (!called.ok) return notice({ tone: 'error', text: troubleWords(called, format) })
      notice(called.answer ? { text: t('farmDeleted', { farm: farm.name }) } : { tone: 'error', text: t('notDeleted') })
    })
  return (
    <Box role="group" aria-label={t('deleteFarm')} sx={ASKED}>
      <Typography component="p" sx={{ mb: 1 }}>
        {farm.demo ? t('theDemoCanBeBroughtBack') : t('everythingOfItGoes', { farm: farm.name })}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        {!farm.demo && <WordField label={t('itsName')} value={said} onChange={setSaid} width={240} />}
        <Button
          color="error"
          variant="contained"
          disabled={busy || (!farm.demo && said.trim() !== farm.name)}
          onClick={remove}
        >
          {t('deleteFarmForGood')}
        </Button>
        <Button color="inherit" onClick={onLeave}>
          {t('keepIt')}
        </Button>
      </Box>
    </Box>
  )
}

const ASKED = { mt: 1, p: 1.5, bgcolor: 'background.default', borderRadius: 1 } as const
