/** A sowing day on one screen, and on one sheet: lots in order of work, containers, mix, labels, places, and what is missing. */
'use client'
import CheckIcon from '@mui/icons-material/Check'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { sowingDay, type SowingDay } from '../../core/plan/sowing-day'
import { tasksOf } from '../../core/batch/tasks'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { count, list, mixWords } from '../../words/format'
import { inFlats } from '../../core/sowing/policies'
import { daysLacking, lacking, missingWords, sowingsAhead } from './model'
import { Link } from '../../ui/navigation'
import { later } from '../../ui/later'

const SownJustNow = later(() => import('../../ui/records/sown-just-now').then((module) => module.SownJustNow))
const NotAsPlanned = later(() => import('../../ui/records/not-as-planned').then((module) => module.NotAsPlanned))

export function SowingView() {
  const t = useTranslations('sowing')
  const { plan, season, format, today } = useSeason()
  const { workingDay } = useSeason()
  const day = useWorkingDay()
  const [sowing, setSowing] = useState(false)
  const session = useMemo(() => sowingDay(plan, day), [plan, day])
  const ahead = useMemo(() => sowingsAhead(plan, day), [plan, day])
  const missingAhead = useMemo(() => daysLacking(plan, ahead), [plan, ahead])
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1200 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 240 }}>
          {t('sowingDay', { day: format.date(day) })}
        </Typography>
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          onClick={() => setSowing(true)}
          sx={{ minHeight: 44 }}
        >
          {t('sownJustNow')}
        </Button>
        <Button
          className="no-print"
          component={Link}
          href="/labels"
          variant="outlined"
          color="inherit"
          sx={{ minHeight: 44 }}
        >
          {t('labels')}
        </Button>
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
      {sowing && <SownJustNow onClose={() => setSowing(false)} />}
      {ahead.length > 0 && (
        <Box
          className="no-print"
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gap: 0.75,
            mt: 1,
            alignItems: 'center',
            fontSize: 14,
            color: 'text.secondary',
          }}
        >
          {t('next')}
          {ahead.slice(0, 7).map((other) => (
            <Button
              key={other}
              size="small"
              variant="outlined"
              color="inherit"
              onClick={() => workingDay.set(other)}
              sx={{ minHeight: 36 }}
            >
              {format.date(other)}
            </Button>
          ))}
        </Box>
      )}
      {session.batches.length === 0 ? (
        <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
          {t('nothingIsSownOnThis', { day: day === today ? 'yes' : 'no' })}
        </Box>
      ) : (
        <Session session={session} />
      )}
      {missingAhead.length > 0 && (
        <Box component="section" className="no-print" aria-labelledby="ahead-title" sx={{ mt: 3 }}>
          <Typography variant="h2" id="ahead-title">
            {t('willBeMissingOnThe')}
          </Typography>
          {missingAhead.map((other) => (
            <Box key={other.day} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75, fontSize: 15 }}>
              <b>{format.date(other.day)}</b>:{' '}
              {lacking(other)
                .map((one) => missingWords(one, format))
                .join('; ')}
              .
            </Box>
          ))}
        </Box>
      )}
      <Box sx={{ mt: 2, fontSize: 13.5, color: 'text.secondary', '& a': { color: 'inherit' } }}>
        {t('mixByTheRecipeOf', { mix: season.habits.mix.name })} <Link href="/farm?edit=habits">{t('farmPage')}</Link>.
      </Box>
    </Box>
  )
}

function Session({ session }: { session: SowingDay }) {
  const t = useTranslations('sowing')
  const { season, format } = useSeason()
  const { missing, containers, litres, measured, labels, covers, places, minutes } = session
  const hours = (n: number) =>
    n < 90 ? count(format, Math.round(n), 'minute') : t('hours', { n: format.number(n / 60, 1) })
  return (
    <>
      {missing.length > 0 && (
        <Alert severity="warning" sx={{ mt: 2 }}>
          <b>{t('lookToBeforeItBegins')}</b> {missing.map((one) => missingWords(one, format)).join('; ')}.
        </Alert>
      )}
      <Box
        sx={{
          mt: 2,
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', lg: 'repeat(4, 1fr)' },
          '& h2': { m: 0, mb: 0.5, fontSize: 14, fontWeight: 700, color: 'text.secondary' },
          '& .big': { fontSize: 22, fontWeight: 650, lineHeight: 1.25 },
        }}
      >
        <section>
          <h2>{t('fill')}</h2>
          {containers.map(({ container, trays }) => (
            <Box key={container.key} sx={{ fontSize: 16 }}>
              <b>{format.number(trays)}</b> × {container.name}
            </Box>
          ))}
        </section>
        <section>
          <h2>{t('mix', { mix: season.habits.mix.name })}</h2>
          <div className="big">{mixWords(format, litres)}</div>
          {measured.parts.length > 1 &&
            measured.parts.map(({ what, litres: part }) => (
              <div key={what}>
                {what}: {mixWords(format, part)}
              </div>
            ))}
          {measured.additives.map(({ what, amount, unit }) => (
            <div key={what}>
              {what}: {format.number(amount, amount < 10 ? 1 : 0)} {unit}
            </div>
          ))}
          <div>{t('water', { mix: mixWords(format, measured.water) })}</div>
        </section>
        <section>
          <h2>{t('carryTo')}</h2>
          {places.map(({ place, trays }) => (
            <div key={place}>
              {season.places[place]!.name}: <b>{count(format, trays, 'tray')}</b>
            </div>
          ))}
          {covers > 0 && <div>{t('covers', { covers: format.number(covers) })}</div>}
        </section>
        <section>
          <h2>{t('labelsAndTime')}</h2>
          <div className="big">{count(format, labels, 'label')}</div>
          <div>
            {t('toFillToSow', {
              hours: hours(minutes.fill + minutes.sow),
              hours2: hours(minutes.fill),
              hours3: hours(minutes.sow),
            })}
          </div>
        </section>
      </Box>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, mt: 2.5, p: 0 }}>
        {session.batches.map((batch, i) => (
          <Lot key={batch.id} batch={batch} nth={i + 1} who={session.for[i]!.who} />
        ))}
      </Box>
    </>
  )
}

function Lot({ batch, nth, who }: { batch: Batch; nth: number; who: SowingDay['for'][number]['who'] }) {
  const t = useTranslations('sowing')
  const { season, format, data, today } = useSeason()
  const { record } = useRecord()
  const [other, setOther] = useState(false)
  const { way, sizing, seed, progress } = batch
  const [first] = batch.stays
  const { germination } = way.crop
  const done = progress?.ledger.sown
  const task = tasksOf(batch, batch.sow!, batch.sow! + 1).find(({ kind }) => kind === 'sow')
  const how = [
    inFlats(way.method) ? 'broadcast' : t('aCell', { seeds: count(format, way.seedsPerCell, 'seed') }),
    germination.depth === undefined
      ? ''
      : germination.depth === 0
        ? t('onTheSurface')
        : t('deep', { depth: format.depth(germination.depth) }),
    germination.cover === undefined ? '' : t(`covering.${germination.cover}`),
    germination.light === 'either' ? '' : t(`light.${germination.light}`),
  ].filter((part) => part !== '')
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1.5,
        alignItems: 'center',
        borderTop: 1,
        borderColor: 'divider',
        py: 1,
        breakInside: 'avoid',
        opacity: done ? 0.68 : 1,
      }}
    >
      <Box sx={{ fontFamily: 'var(--heading)', fontSize: 22, width: 30, color: 'text.secondary' }}>{nth}</Box>
      <Box sx={{ flex: '1 1 300px', minWidth: 0 }}>
        <Box sx={{ fontSize: 17 }}>
          <Box component="span" sx={{ fontWeight: 700, color: 'text.secondary' }}>
            {batch.code}
          </Box>{' '}
          <b>{batch.variety.name}</b>
        </Box>
        <Box sx={{ fontSize: 15 }}>
          {t('inTo', {
            seeds: count(format, sizing!.seeds, 'seed'),
            trays: format.number(first!.trays),
            container: first!.container.name,
            places: season.places[first!.place]!.name,
          })}
        </Box>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>{how.join(' · ')}</Box>
        <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
          {seed.lot ? seed.lot.name : t('noLotEntered')}
          {seed.lot?.treated ? t('treatedGloves') : ''}
          {who.length > 0
            ? t('for', {
                list: list(
                  format,
                  who.slice(0, 4).map(({ name, plants }) => `${name} ${format.number(plants)}`),
                ),
                who: who.length > 4 ? 'yes' : 'no',
              })
            : ''}
        </Box>
      </Box>
      {done ? (
        <Box sx={{ color: 'success.main', fontWeight: 650 }}>{t('sown', { who: done.entry.who })}</Box>
      ) : (
        batch.sow === today &&
        task &&
        !data.whatIf && (
          <Box className="no-print" sx={{ display: 'flex', gap: 1, flex: { xs: '1 1 100%', sm: '0 0 auto' } }}>
            <Button
              variant="contained"
              disableElevation
              startIcon={<CheckIcon />}
              onClick={() => void record(asPlanned(task, season), t('sownOfBatch', { batch: batch.code }))}
              aria-label={t('sownOfBatch2', { batch: batch.code })}
              sx={{ minHeight: 48, minWidth: 110, fontSize: 16, flex: { xs: 1.4, sm: '0 0 auto' } }}
            >
              {t('sown2')}
            </Button>
            <Button
              variant="outlined"
              color="inherit"
              onClick={() => setOther(true)}
              aria-label={t('notAsPlannedSow', { batch: batch.code })}
              sx={{ minHeight: 48, flex: { xs: 1, sm: '0 0 auto' }, lineHeight: 1.15 }}
            >
              {t('notAsPlanned')}
            </Button>
            {other && (
              <NotAsPlanned
                work={{ task, state: 'open', due: task.day, late: 0, line: undefined }}
                onClose={() => setOther(false)}
              />
            )}
          </Box>
        )
      )}
    </Box>
  )
}
