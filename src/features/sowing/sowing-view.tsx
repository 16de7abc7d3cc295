/** A session on one screen, and on one sheet: what is done in the order of the work, with everything it takes and what is missing. */
'use client'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { partOf, sessionOn, type Session } from '../../core/advice/session'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useMay } from '../../ui/may'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { count } from '../../words/format'
import { cautionsFor } from '../../words/cautions'
import {
  chosenSession,
  daysLacking,
  lacking,
  missingList,
  openWorks,
  sessionsAhead,
  sessionsOf,
  type Chosen,
} from './model'
import { Line } from './session-line'
import { Takes } from './session-takes'
import { Link } from '../../ui/navigation'
import { later } from '../../ui/later'

const SownJustNow = later(() => import('../../ui/records/sown-just-now').then((module) => module.SownJustNow))

export function SowingView() {
  const t = useTranslations('sowing')
  const { plan, season, format, today } = useSeason()
  const { workingDay } = useSeason()
  const day = useWorkingDay()
  const asked = useSearchParams().get('what')
  const [sowing, setSowing] = useState(false)
  const whole = useMemo(() => sessionOn(plan, day), [plan, day])
  const chosen = chosenSession(whole, asked)
  const session = useMemo(() => partOf(plan, whole, sessionsOf(chosen)), [plan, whole, chosen])
  const ahead = useMemo(() => sessionsAhead(plan, day, chosen), [plan, day, chosen])
  const missingAhead = useMemo(() => daysLacking(plan, ahead, chosen), [plan, ahead, chosen])
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1200 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 240 }}>
          {t(`day.${chosen}`, { day: format.date(day) })}
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
          href={labelsOf(session)}
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
      <Kinds session={whole} chosen={chosen} />
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
              // A phone has room for the next few alone.
              sx={{ minHeight: 36, '&:nth-of-type(n+4)': { display: { xs: 'none', sm: 'inline-flex' } } }}
            >
              {format.date(other)}
            </Button>
          ))}
        </Box>
      )}
      {session.lines.length === 0 ? (
        <Box sx={{ mt: 2, p: 2.5, border: 1, borderColor: 'divider', borderRadius: 1.5, color: 'text.secondary' }}>
          {t(`nothing.${chosen}`, { day: day === today ? 'yes' : 'no' })}
        </Box>
      ) : (
        <Work session={session} />
      )}
      {missingAhead.length > 0 && (
        <Box component="section" className="no-print" aria-labelledby="ahead-title" sx={{ mt: 3 }}>
          <Typography variant="h2" id="ahead-title">
            {t('willBeMissingOnThe')}
          </Typography>
          {missingAhead.map((other) => (
            <Box key={other.day} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75, fontSize: 15 }}>
              <b>{format.date(other.day)}</b>: {missingList(lacking(other), format).join('; ')}.
            </Box>
          ))}
        </Box>
      )}
      <Box sx={{ mt: 2, fontSize: 13.5, color: 'text.secondary', '& a': { color: 'inherit' } }}>
        {t('mixesAreSet', { mixes: season.mixes.length })} <Link href="/farm#mixes">{t('farmPage')}</Link>.
      </Box>
    </Box>
  )
}

/** Labels of what is sown or potted in a session; all of the week where nothing is. */
function labelsOf({ lines }: Session): string {
  const batches = lines
    .filter(({ labels }) => labels > 0)
    .flatMap(({ works }) => works.map(({ task }) => task.batch.id))
  return batches.length === 0 ? '/labels' : `/labels?batch=${encodeURIComponent(batches.join(','))}`
}

/** The sessions of the day, to choose one. */
function Kinds({ session, chosen }: { session: Session; chosen: Chosen }) {
  const t = useTranslations('sowing')
  const { format } = useSeason()
  const shown = (['all', 'sow', 'pot-up', 'move', 'tend', 'plant', 'prepare'] as const).map((kind) => ({
    kind,
    n: openWorks(session, kind).length,
  }))
  return (
    <Box
      component="nav"
      className="no-print"
      aria-label={t('sessions')}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1.5 }}
    >
      {shown.map(({ kind, n }) => (
        <Button
          key={kind}
          component={Link}
          href={`/sowing?what=${kind}`}
          replace
          prefetch={false}
          variant={kind === chosen ? 'contained' : 'outlined'}
          color={kind === chosen ? 'primary' : 'inherit'}
          disableElevation
          aria-current={kind === chosen ? 'page' : undefined}
          sx={{ minHeight: 44, opacity: n === 0 && kind !== chosen ? 0.7 : 1 }}
        >
          {t(`kind.${kind}`)}
          {n > 0 && (
            <Box component="span" sx={{ ml: 0.75, fontWeight: 400 }}>
              {format.number(n)}
            </Box>
          )}
        </Button>
      ))}
    </Box>
  )
}

function Work({ session }: { session: Session }) {
  const t = useTranslations('sowing')
  const { season, format, today, data } = useSeason()
  const { record } = useRecord()
  const may = useMay('record') && !data.whatIf && session.day === today
  const open = openWorks(session, 'all')
  const cautions = cautionsFor(
    session.lines.flatMap(({ works }) => works.map(({ task }) => task)),
    format,
  )
  return (
    <>
      {session.missing.length > 0 && (
        <Alert severity="warning" sx={{ mt: 2 }}>
          <b>{t('lookToBeforeItBegins')}</b> {missingList(session.missing, format).join('; ')}.
        </Alert>
      )}
      <Takes session={session} />
      <Box component="ol" sx={{ listStyle: 'none', m: 0, mt: 2.5, p: 0 }}>
        {session.lines.map((line, i) => (
          <Line key={line.id} line={line} nth={i + 1} may={may} />
        ))}
      </Box>
      {may && open.length > 1 && (
        <Button
          className="no-print"
          variant="outlined"
          color="inherit"
          sx={{ mt: 1.5, minHeight: 48 }}
          onClick={() =>
            void record(
              open.map(({ task }) => asPlanned(task, season)),
              t('allDoneNotice', { tasks: format.number(open.length) }),
            )
          }
        >
          {t('allDone', { batches: count(format, open.length, 'piece') })}
        </Button>
      )}
      {cautions.length > 0 && (
        <Box sx={{ mt: 2, fontSize: 14, color: 'text.secondary', maxWidth: 760 }}>{cautions.join(' ')}</Box>
      )}
    </>
  )
}
