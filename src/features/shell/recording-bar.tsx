/** How records of this device stand: on their way, waiting for signal, or refused with a reason. Nothing is shown when all is well. */
'use client'
import Alert, { type AlertColor } from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { clock } from '../../ui/records/clock'
import type { Queued } from '../../ui/records/queue'
import { entrySentence, refusalSentence } from '../../ui/records/words'
import { useNotice } from '../../ui/notice'
import { useConnectionLost } from '../../ui/use-signal'
import { later } from '../../ui/later'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { WaitingChanges } from './waiting-changes'
import { WrongClock } from './wrong-clock'

const CorrectRefused = later(() => import('./correct-refused').then((module) => module.CorrectRefused))

const SETTLE = 1500 // ms after the last record before the server is asked what there is now
const SHOWN = 2 // refused entries that are written out; more are counted

const noClock = { asks: undefined }

export function RecordingBar() {
  const t = useTranslations('shell')
  const { queue, recording, season, format, data, catchUp, trouble: unseen, troubleSince } = useSeason()
  const notice = useNotice()
  const { asks } = useSyncExternalStore(clock.subscribe, clock.get, () => noClock)
  const kept = recording.items.filter((item) => item.state === 'kept' && item.season === data.own).length
  const waiting = recording.items.filter(({ state }) => state === 'waiting').length
  const photos = recording.items.reduce(
    (n, { entry, photosWait }) => n + (photosWait ? (entry.photos?.length ?? 0) : 0),
    0,
  )
  const refused = recording.items.filter(({ state }) => state === 'refused')
  useEffect(() => {
    if (kept === 0) return
    const timer = setTimeout(() => void catchUp(), SETTLE)
    return () => clearTimeout(timer)
  }, [kept, catchUp])
  useEffect(
    () =>
      queue.onAlready(({ who, on }) =>
        notice({
          text: t('hadAlreadyWrittenThatOn', { who, parseDay: format.date(parseDay(on)) }),
        }),
      ),
    [queue, notice, format, t],
  )
  const gone = useConnectionLost()
  const lost = unseen === 'no-connection' ? troubleSince : gone
  // A page left while something waits loses nothing, but it should be known.
  const { trouble, safe } = recording
  const sendNow = (
    <Button color="inherit" onClick={() => void queue.send()}>
      {t('sendNow')}
    </Button>
  )
  const entries = count(format, waiting, 'entry')
  return (
    <Box aria-live="polite" data-waiting={waiting} className="no-print">
      <Box sx={{ display: 'grid' }}>
        {/* A day that is opened by its season has no clock to be wrong. */}
        {asks !== undefined && season.season.opensOn === undefined && <WrongClock ahead={asks} />}
        {trouble !== undefined && waiting > 0 && (
          <Line severity="warning" action={sendNow}>
            {t(
              trouble === 'server-fault'
                ? 'serverCannotTakeThem'
                : trouble === 'signed-out'
                  ? 'signedOutTheyWait'
                  : 'noConnectionWaitOnThis',
              { entries, waiting },
            )}
          </Line>
        )}
        {unseen === 'signed-out' && waiting === 0 && (
          <Line
            severity="warning"
            action={
              <Button color="inherit" onClick={() => window.location.reload()}>
                {t('opening.signIn')}
              </Button>
            }
          >
            {t('opening.signed-out')}
          </Line>
        )}
        {lost !== undefined && waiting === 0 && photos === 0 && (
          <Line severity="info">
            {t('noConnectionSince', {
              time: new Intl.DateTimeFormat(format.locale, { hour: 'numeric', minute: '2-digit' }).format(lost),
            })}
          </Line>
        )}
        {trouble !== undefined && waiting === 0 && photos > 0 && (
          <Line severity="info" action={sendNow}>
            {t('waitOnThisDeviceFor', { photos: count(format, photos, 'photo'), photos2: photos })}
          </Line>
        )}
        {safe !== true && (
          <Line severity="warning">{t(safe === 'full' ? 'thisDeviceIsFull' : 'thisDeviceKeepsNothingWhen')}</Line>
        )}
        <WaitingChanges />
        <RefusedEntries refused={refused} />
      </Box>
    </Box>
  )
}

function Line({ severity, action, children }: { severity: AlertColor; action?: ReactNode; children: ReactNode }) {
  return (
    <Alert severity={severity} square action={action}>
      {children}
    </Alert>
  )
}

/** Entries that could not be kept, each with its reason, to be corrected or deleted. */
function RefusedEntries({ refused }: { refused: readonly Queued[] }) {
  const t = useTranslations('shell')
  const { data, queue, season, plan, format } = useSeason()
  const [all, setAll] = useState(false)
  const [correcting, setCorrecting] = useState<string>()
  const shown = all ? refused : refused.slice(0, SHOWN)
  const item = refused.find(({ entry }) => entry.id === correcting)
  return (
    <>
      <Box sx={{ maxHeight: '40dvh', overflowY: 'auto' }}>
        {shown.map(({ entry, season: of, reason }) => (
          <Line
            key={entry.id}
            severity="error"
            action={
              <>
                <Button color="inherit" onClick={() => setCorrecting(entry.id)}>
                  {t('correct')}
                </Button>
                <Button color="inherit" onClick={() => queue.remove(entry.id)}>
                  {t('delete')}
                </Button>
              </>
            }
          >
            <b>
              {of === data.own ? '' : t('inAnotherSeason')}
              {entry.batch === undefined
                ? ''
                : `${(of === data.own ? plan.byId.get(entry.batch)?.code : undefined) ?? entry.batch}: `}
              {entrySentence(entry, season, format)}
            </b>
            {t('couldNotBeKept', {
              parseDay: format.date(parseDay(entry.on)),
              refusalSentence: refusalSentence(reason!, format),
            })}
          </Line>
        ))}
      </Box>
      {refused.length > SHOWN && (
        <Line
          severity="error"
          action={
            <Button color="inherit" onClick={() => setAll(!all)}>
              {t(all ? 'showFewer' : 'showAll')}
            </Button>
          }
        >
          {t('couldNotBeKeptInAll', { entries: count(format, refused.length, 'entry') })}
        </Line>
      )}
      {item && <CorrectRefused key={item.entry.id} item={item} onClose={() => setCorrecting(undefined)} />}
    </>
  )
}
