/** Making labels: the sheet, the printer, and what is printed. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { proxy } from 'comlink'
import { useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import { simulatedPrinter, type PrintState } from '../../standins/label-printer'
import { formatDay } from '../../core/calendar/day'
import type { LabelsAsked } from '../../interchange/labels-asked'
import { startBeside } from '../../ui/page-worker'
import { useSeason } from '../../ui/season-context'

/** Makes the PDF on the device, shows how far it is, and opens it when it is there; beside it the map of coded trays. */
export function Making({ asked, labels, onMade }: { asked: LabelsAsked; labels: number; onMade: () => void }) {
  const t = useTranslations('labels')
  const { season, format, today } = useSeason()
  const [share, setShare] = useState<number>()
  const [problem, setProblem] = useState<string>()
  const [made, setMade] = useState<{ url: string; of: string; map: boolean }>()
  const stop = useRef<() => void>(undefined)
  const of = JSON.stringify(asked)
  const make = async (map: boolean) => {
    setProblem(undefined)
    setShare(0)
    const { own, api } = startBeside()
    // How far it is comes on a way of its own, and may come after the file itself.
    let over = false
    const stopped = new Promise<'stopped'>((done) => (stop.current = () => done('stopped')))
    const broken = new Promise<never>((_, failed) =>
      own.addEventListener('error', (event) => failed(new Error(event.message))),
    )
    try {
      const made = await Promise.race([
        api.labels(
          { season, today: formatDay(today), locale: format.locale, units: format.units },
          { ...asked, map },
          proxy((done: number) => void (over || setShare(done))),
        ),
        stopped,
        broken,
      ])
      if (made === 'stopped') return
      if ('tooMany' in made) return setProblem(t('tooMany', { labels: format.number(made.tooMany) }))
      setMade({ url: URL.createObjectURL(made), of, map })
      if (!map) onMade()
    } catch (error) {
      console.warn('Labels could not be made:', error)
      setProblem(t('couldNotBeMade'))
    } finally {
      over = true
      own.terminate()
      setShare(undefined)
    }
  }
  const open = (map: boolean) =>
    made?.of === of &&
    made.map === map && (
      <Button variant="outlined" href={made.url} target="_blank" sx={{ minHeight: 44 }}>
        {map ? t('openTheMap') : t('openThePdf')}
      </Button>
    )
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="contained"
        disableElevation
        disabled={labels === 0 || share !== undefined}
        onClick={() => void make(false)}
        sx={{ minHeight: 52, fontSize: 16 }}
      >
        {t('makeLabelsAsPdf', { labels: String(labels), labels2: labels })}
      </Button>
      {share !== undefined && (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <LinearProgress
            variant="determinate"
            value={100 * share}
            sx={{ flex: 1, height: 8, borderRadius: 1 }}
            aria-label={t('labelsMade')}
          />
          <Button size="small" color="inherit" onClick={() => stop.current?.()}>
            {t('stop')}
          </Button>
        </Box>
      )}
      {problem && <Alert severity="error">{problem}</Alert>}
      {open(false)}
      <Button
        variant="outlined"
        color="inherit"
        disabled={labels === 0 || share !== undefined}
        onClick={() => void make(true)}
        sx={{ minHeight: 44 }}
      >
        {t('mapOfCodedTrays')}
      </Button>
      {open(true)}
    </Box>
  )
}

/** The roll printer that is not there. */
export function RollPrinter({ labels, onDone }: { labels: number; onDone: () => void }) {
  const t = useTranslations('labels')
  const [printer] = useState(() => simulatedPrinter(7))
  const [state, setState] = useState<PrintState>()
  const [left, setLeft] = useState<number>()
  const stop = useRef<() => void>(undefined)
  const run = async (n: number) => {
    const job = printer.print(n, setState)
    stop.current = job.stop
    const end = await job.done
    setLeft(end.state === 'done' ? undefined : n - end.done)
    if (end.state === 'done') onDone()
  }
  const busy = state?.state === 'printing'
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="outlined"
        color="inherit"
        disabled={labels === 0 || busy}
        onClick={() => void run(labels)}
        sx={{ minHeight: 44 }}
      >
        {t('printOnTheRollPrinter')}
      </Button>
      {state && (
        <Box sx={{ fontSize: 14.5 }} aria-live="polite">
          {t('ofPrinted', {
            done: String(state.done),
            of: String(state.of),
            extra:
              state.state === 'out-of-labels'
                ? t('theRollIsEmpty')
                : state.state === 'jammed'
                  ? t('aLabelIsStuck')
                  : state.state === 'stopped'
                    ? '; stopped'
                    : '',
          })}
          {busy && (
            <Button size="small" color="inherit" onClick={() => stop.current?.()}>
              {t('stop')}
            </Button>
          )}
          {left !== undefined && !busy && (
            <Button
              size="small"
              onClick={() => {
                printer.putRight()
                void run(left)
              }}
            >
              {t('putItRightAndGo')}
            </Button>
          )}
        </Box>
      )}
    </Box>
  )
}
