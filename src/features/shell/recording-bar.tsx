/** How records of this device stand: on their way, waiting for signal, or refused with a reason. Nothing is shown when all is well. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useEffect } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import { useRefresh } from '../../ui/come-back'
import { entrySentence, refusalSentence } from '../../ui/records/words'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

const SETTLE = 1500 // ms after the last record before the page is drawn from the server again

export function RecordingBar() {
  const t = useTranslations('shell')
  const { data, queue, recording, season, plan, format } = useSeason()
  const notice = useNotice()
  const refresh = useRefresh()
  const kept = recording.items.filter(({ state }) => state === 'kept').length
  const waiting = recording.items.filter(({ state }) => state === 'waiting').length
  const photos = recording.items.reduce(
    (n, { entry, photosWait }) => n + (photosWait ? (entry.photos?.length ?? 0) : 0),
    0,
  )
  const refused = recording.items.filter(({ state }) => state === 'refused')
  useEffect(() => {
    if (kept === 0) return
    const timer = setTimeout(() => void refresh(), SETTLE)
    return () => clearTimeout(timer)
  }, [kept, refresh])
  useEffect(
    () =>
      queue.onAlready(({ who, on }) =>
        notice({
          text: t('hadAlreadyWrittenThatOn', { who, parseDay: format.date(parseDay(on)) }),
        }),
      ),
    [queue, notice, format, t],
  )
  // A page left while something waits loses nothing, but it should be known.
  const shown = recording.offline || !recording.safe || refused.length > 0
  return (
    <Box aria-live="polite" data-waiting={waiting} className="no-print">
      {shown && (
        <Box sx={{ display: 'grid' }}>
          {recording.offline && waiting > 0 && (
            <Alert
              severity="warning"
              square
              action={
                <Button color="inherit" onClick={() => void queue.send()}>
                  {t('sendNow')}
                </Button>
              }
            >
              {t('noConnectionWaitOnThis', { entries: count(format, waiting, 'entry'), waiting })}
            </Alert>
          )}
          {recording.offline && waiting === 0 && photos > 0 && (
            <Alert
              severity="info"
              square
              action={
                <Button color="inherit" onClick={() => void queue.send()}>
                  {t('sendNow')}
                </Button>
              }
            >
              {t('waitOnThisDeviceFor', { photos: count(format, photos, 'photo'), photos2: photos })}
            </Alert>
          )}
          {!recording.safe && (
            <Alert severity="warning" square>
              {t('thisDeviceKeepsNothingWhen')}
            </Alert>
          )}
          {refused.map(({ entry, season: of, reason }) => (
            <Alert
              key={entry.id}
              severity="error"
              square
              action={
                <Button color="inherit" onClick={() => queue.remove(entry.id)}>
                  {t('dismiss')}
                </Button>
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
            </Alert>
          ))}
        </Box>
      )}
    </Box>
  )
}
