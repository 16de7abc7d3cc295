/** Mats and lamps in the evening: what may leave tomorrow, what takes its room, who waits, and how high each lamp hangs. */
'use client'
import CheckIcon from '@mui/icons-material/Check'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { eveningOf, whatItGives, type Coming, type Leaving, type WarmPlace } from '../../core/advice/evening'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useMay } from '../../ui/may'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { count } from '../../words/format'
import { taskName } from '../../words/tasks'
import { comingWords, lampWords, leavingWords, stayingWords, takenWords } from './words'

export function MatsView() {
  const t = useTranslations('mats')
  const { plan, planner, season, format } = useSeason()
  const day = useWorkingDay()
  const places = useMemo(() => eveningOf(planner, plan, day), [planner, plan, day])
  const hasAny = season.places.some((place) => whatItGives(place) !== undefined)
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1000 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 220 }}>
          {t('title', { day: format.date(day) })}
        </Typography>
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          startIcon={<PrintIcon />}
          onClick={() => window.print()}
          sx={{ minHeight: 44 }}
        >
          {t('print')}
        </Button>
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14.5, mt: 0.5, maxWidth: 700 }}>
        {t('about')}
      </Typography>
      {places.length === 0 ? (
        <Box
          sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary', '& a': { color: 'inherit' } }} // prettier-ignore
        >
          {hasAny ? t('nothingStands') : t('noMatsOrLamps')} {!hasAny && <Link href="/farm#places">{t('places')}</Link>}
        </Box>
      ) : (
        places.map((place) => <Warm key={place.place} warm={place} />)
      )}
    </Box>
  )
}

function Warm({ warm }: { warm: WarmPlace }) {
  const t = useTranslations('mats')
  const { season, format } = useSeason()
  const { place, gives, leaving, coming, lamp, staying, taken, room } = warm
  const { key, name, lamp: fitted } = season.places[place]!
  const lampLines = lamp ? lampWords(lamp, format) : []
  return (
    <Box component="section" aria-label={name} data-warm={key} sx={{ mt: 3 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, alignItems: 'baseline' }}>
        <Typography variant="h2">{name}</Typography>
        <Box sx={{ color: taken > room + 1e-9 ? 'error.main' : 'text.secondary', fontSize: 15 }}>
          {takenWords(warm, format)}
        </Box>
      </Box>
      {lampLines.length > 0 && (
        <Box
          sx={{
            mt: 0.75,
            p: 1.25,
            borderRadius: 1.5,
            border: 1,
            borderColor: 'divider',
            bgcolor: 'background.paper',
            fontSize: 15.5,
          }}
        >
          {/* prettier-ignore */}
          {lampLines.map((line) => (
            <div key={line}>{line}</div>
          ))}
          {fitted && fitted.above === undefined && lamp?.tallest && (
            <Box sx={{ fontSize: 14, color: 'text.secondary', '& a': { color: 'inherit' } }} className="no-print">
              <Link href={`/farm?place=${key}`}>{t('sayHowFarOver')}</Link>
            </Box>
          )}
        </Box>
      )}
      {leaving.length > 0 && (
        <List title={t(gives === 'heat' ? 'canLeaveHeat' : 'canLeaveLight')}>
          {leaving.map((one) => (
            <Leaves key={one.work.task.id} leaving={one} />
          ))}
        </List>
      )}
      {coming.length > 0 && (
        <List title={t('comesTomorrow')}>
          {coming.map((one) => (
            <Comes key={one.work.task.id} coming={one} />
          ))}
        </List>
      )}
      {staying.length > 0 && (
        <Box sx={{ mt: 1, fontSize: 15, color: 'text.secondary' }}>
          {t('stays', { batches: stayingWords(staying, format) })}
        </Box>
      )}
      {leaving.length + coming.length === 0 && (
        <Box sx={{ mt: 0.75, fontSize: 15, color: 'text.secondary' }}>{t('nothingMoves')}</Box>
      )}
    </Box>
  )
}

function List({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <>
      <Typography variant="h3" sx={{ mt: 1.5 }}>
        {title}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0 }}>
        {children}
      </Box>
    </>
  )
}

const row = { borderTop: 1, borderColor: 'divider', py: 0.75, display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' } // prettier-ignore

function Leaves({ leaving }: { leaving: Leaving }) {
  const t = useTranslations('mats')
  const { season, format, today, data } = useSeason()
  const { record } = useRecord()
  const day = useWorkingDay()
  const may = useMay('record') && day === today && !data.whatIf
  const { work, stay, to, why, frees, pottedHere } = leaving
  const { task } = work
  const { batch } = task
  const name = `${taskName(task, format)} ${batch.code}`
  return (
    <Box component="li" data-leaves={batch.id} sx={row}>
      <Box sx={{ flex: '1 1 260px', minWidth: 0, fontSize: 16 }}>
        <Link href={`/batch?id=${encodeURIComponent(batch.id)}`} prefetch={false} style={{ color: 'inherit' }}>
          <b>{batch.code}</b> {batch.variety.name}
        </Link>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {count(format, stay.trays, 'tray')}{' '}
          {to === undefined
            ? t('toTheField')
            : pottedHere
              ? t('pottedHere', { trays: format.number(pottedHere.trays), container: pottedHere.container.name })
              : frees === 0
                ? t('uncoverHere')
                : t('goesTo', { place: season.places[to]!.name })}
          {' · '}
          <Box
            component="span"
            sx={{ color: why === 'late' ? 'error.main' : why === 'showing' ? 'success.main' : 'inherit' }}
          >
            {/* prettier-ignore */}
            {leavingWords(leaving, format)}
          </Box>
        </Box>
      </Box>
      {may && task.kind !== 'plant' && task.kind !== 'pot-up' && (
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          startIcon={<CheckIcon />}
          aria-label={t('doneOf', { name })}
          onClick={() => void record(asPlanned(task, season), t('doneNotice', { name }))}
          sx={{ minHeight: 48, minWidth: 112 }}
        >
          {t('done')}
        </Button>
      )}
    </Box>
  )
}

function Comes({ coming }: { coming: Coming }) {
  const { format } = useSeason()
  const { work, size, room } = coming
  const { task } = work
  const { batch } = task
  return (
    <Box component="li" data-comes={batch.id} sx={row}>
      <Box sx={{ flex: '1 1 260px', minWidth: 0, fontSize: 16 }}>
        <Link href={`/batch?id=${encodeURIComponent(batch.id)}`} prefetch={false} style={{ color: 'inherit' }}>
          <b>{batch.code}</b> {batch.variety.name}
        </Link>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {taskName(task, format)}, {count(format, size, 'trayPlace')}
        </Box>
      </Box>
      <Box
        sx={{
          flex: '1 1 260px',
          fontSize: 15,
          color: room ? 'text.primary' : 'error.main',
          fontWeight: room ? 400 : 600,
        }}
      >
        {/* prettier-ignore */}
        {comingWords(coming, format)}
      </Box>
    </Box>
  )
}
