/** How a practice season goes: plants on time beside what the plan alone, and the best that could be known, would have brought; call by call. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { endPractice, practiseAgain } from '../../actions/practice'
import { parseDay } from '../../core/calendar/day'
import { shortWeeks } from '../../core/practice/crew'
import { judgePractice, sumsOf, type Judged, type Sums } from '../../core/practice/result'
import type { Season } from '../../season/schema'
import { callServer, troubleWords } from '../../ui/call-server'
import { goAnew } from '../../ui/held-season'
import { useMay } from '../../ui/may'
import { Link, useWholeRouter } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { hoursWords } from '../../words/format'
import '../../ui/practice-words'

type Practice = NonNullable<Season['season']['practice']>

export function HowItGoes({ practice }: { practice: Practice }) {
  const t = useTranslations('practice')
  const { plan } = useSeason()
  const may = useMay('own')
  const later = useDeferredValue(plan)
  const judged = useMemo(() => judgePractice(later, practice.seed), [later, practice.seed])
  return (
    <>
      {judged.length === 0 ? (
        <Box component="p" sx={{ fontSize: 16.5 }}>
          {t('nothingOver')}
        </Box>
      ) : (
        <>
          <SumBars sums={sumsOf(judged)} />
          <Typography variant="h2" sx={{ mt: 3, mb: 0.5 }}>
            {t('sofar')}
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {judged.map((one) => (
              <OneJudged key={one.batch.id} judged={one} />
            ))}
          </Box>
        </>
      )}
      <ShortWeeks practice={practice} />
      {may && <Ways />}
    </>
  )
}

/** Weeks in which some of the crew were away: the hours there were, and the work that was done all the same. */
function ShortWeeks({ practice: { seed, from } }: { practice: Practice }) {
  const t = useTranslations('practice')
  const { plan, format } = useSeason()
  const weeks = useMemo(() => shortWeeks(plan, seed, parseDay(from)), [plan, seed, from])
  if (weeks.length === 0) return null
  return (
    <>
      <Typography variant="h2" sx={{ mt: 3, mb: 0.5 }}>
        {t('shortWeeks')}
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: 15 }}>
        {weeks.map(({ monday, hours, done }) => (
          <li key={monday}>
            {t('shortWeek', {
              week: format.date(monday),
              hours: hoursWords(format, hours),
              done: hoursWords(format, done),
              over: done > hours ? 'yes' : 'no',
            })}
          </li>
        ))}
      </Box>
    </>
  )
}

const BARS = ['onTime', 'asPlanned', 'best'] as const

/** Plants on time, as bars beside those that were wanted. */
function SumBars({ sums }: { sums: Sums }) {
  const t = useTranslations('practice')
  const { format } = useSeason()
  return (
    <Box sx={{ mt: 1.5, maxWidth: 720 }}>
      <Box sx={{ fontSize: 16.5, mb: 1 }}>
        {t('sums.wanted')}: <b>{format.number(sums.wanted)}</b>
      </Box>
      {BARS.map((bar) => (
        <Box key={bar} sx={{ mb: 1 }}>
          <Box sx={{ display: 'flex', gap: 1, fontSize: 15 }}>
            <Box sx={{ flex: 1, fontWeight: bar === 'onTime' ? 700 : 400 }}>{t(`sums.${bar}`)}</Box>
            <b>{format.number(sums[bar])}</b>
          </Box>
          <Box
            aria-hidden="true"
            sx={{ height: 12, bgcolor: 'action.selected', borderRadius: 0.5, overflow: 'hidden' }}
          >
            <Box
              sx={{
                height: 1,
                width: `${(100 * sums[bar]) / Math.max(1, sums.wanted)}%`,
                bgcolor: bar === 'onTime' ? 'success.main' : 'text.secondary',
              }}
            />
          </Box>
        </Box>
      ))}
      <Box sx={{ color: 'text.secondary', fontSize: 15 }}>
        {t('sums.toBuy')}: {format.number(sums.toBuy)}. {t('sums.otherwise')}: {format.number(sums.otherwise)}.
      </Box>
    </Box>
  )
}

function OneJudged({ judged }: { judged: Judged }) {
  const t = useTranslations('practice')
  const { format } = useSeason()
  const { batch, wanted, yours, asPlanned, best, call } = judged
  return (
    <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', py: 1.25 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'baseline' }}>
        <Box sx={{ flex: '1 1 220px', fontSize: 16.5, '& a': { color: 'inherit' } }}>
          <b>{batch.code}</b> <Link href={`/batch?id=${encodeURIComponent(batch.id)}`}>{batch.variety.name}</Link>
        </Box>
        <Box sx={{ color: 'text.secondary' }}>
          {t('row.wanted')} {format.number(wanted)} · {t('row.asPlanned')} {format.number(asPlanned)} · {t('row.best')}{' '}
          {format.number(best)}
        </Box>
        <Box sx={{ fontWeight: 700, minWidth: 110, textAlign: { sm: 'right' } }}>
          {t('row.you')} {format.number(yours.onTime)}
        </Box>
      </Box>
      <Box component="details" sx={{ mt: 0.25, fontSize: 15 }}>
        <Box component="summary" sx={{ cursor: 'pointer', color: 'text.secondary', minHeight: 28 }}>
          {t('call')}
        </Box>
        <Box component="p" sx={{ m: 0, mt: 0.5 }}>
          {call
            ? t('callWas', {
                day: format.date(call.on),
                showing: format.number(call.showing),
                cells: format.number(call.cells),
                low: format.number(Math.round(call.decision.stand.low)),
                high: format.number(Math.round(call.decision.stand.high)),
                wanted: format.number(call.decision.wanted),
                chance: `${format.number(Math.round(100 * call.decision.chance))} %`,
              })
            : t('noCall')}{' '}
          {call && <b>{t(`advised.${call.advised}`)}</b>}{' '}
          {call &&
            (call.did === 'nothing'
              ? t('youDid.nothing', { counted: call.counted ? 'yes' : 'no' })
              : t(`youDid.${call.did}`))}
        </Box>
        <Box component="p" sx={{ m: 0, mt: 0.5 }}>
          {yours.planted === undefined
            ? t('notPlanted')
            : t('planted', {
                day: format.date(yours.planted),
                onTime: format.number(yours.onTime),
                otherwise: format.number(yours.otherwise),
              })}
        </Box>
      </Box>
    </Box>
  )
}

type Asked = 'again' | 'againSame' | 'end'

/** Beginning again, and ending it: asked about first. */
function Ways() {
  const t = useTranslations('practice')
  const { data, format } = useSeason()
  const router = useWholeRouter()
  const [asked, setAsked] = useState<Asked>()
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const go = async () => {
    setBusy(true)
    setFailure(undefined)
    const called = await callServer(() =>
      asked === 'end' ? endPractice(data.own) : practiseAgain(data.own, { sameYear: asked === 'againSame' }),
    )
    if (called.ok && 'at' in called.answer) return goAnew(`${called.answer.at}/today`)
    setBusy(false)
    setAsked(undefined)
    if (called.ok) router.refresh()
    return setFailure(called.ok ? t('gone') : troubleWords(called, format))
  }
  return (
    <Box className="no-print" sx={{ mt: 4 }}>
      {failure && (
        <Alert severity="error" sx={{ mb: 1 }}>
          {failure}
        </Alert>
      )}
      {asked ? (
        <Alert
          severity="warning"
          action={
            <>
              <Button color="inherit" disabled={busy} onClick={() => void go()}>
                {t('yes')}
              </Button>
              <Button color="inherit" disabled={busy} onClick={() => setAsked(undefined)}>
                {t('cancel')}
              </Button>
            </>
          }
        >
          {asked === 'end' ? t('endSure') : t('againSure')}
        </Alert>
      ) : (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
          <Button variant="outlined" color="inherit" onClick={() => setAsked('again')} sx={{ minHeight: 44 }}>
            {t('again')}
          </Button>
          <Button variant="outlined" color="inherit" onClick={() => setAsked('againSame')} sx={{ minHeight: 44 }}>
            {t('againSame')}
          </Button>
          <Button color="error" onClick={() => setAsked('end')} sx={{ minHeight: 44 }}>
            {t('end')}
          </Button>
        </Box>
      )}
    </Box>
  )
}
