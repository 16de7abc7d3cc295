/** Making labels: the sheet, the printer, and what is printed. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import { useRef, useState } from 'react'
import { useTranslations } from 'next-intl'
import { simulatedPrinter, type PrintState } from '../../standins/label-printer'
import { useOut } from '../../ui/navigation'

/** Makes the PDF and shows how far it is; opens it when it is there. */
export function Making({ query, labels, onMade }: { query: string; labels: number; onMade: () => void }) {
  const t = useTranslations('labels')
  const out = useOut()
  const [share, setShare] = useState<number>()
  const [problem, setProblem] = useState<string>()
  const [made, setMade] = useState<{ url: string; query: string }>()
  const stop = useRef<AbortController | null>(null)
  const make = async () => {
    setProblem(undefined)
    setShare(0)
    stop.current = new AbortController()
    try {
      const response = await fetch(out('labels.pdf', query), { signal: stop.current.signal })
      if (!response.ok)
        throw new Error(
          ((await response.json().catch(() => ({}))) as { problem?: string }).problem ?? t('theServerCouldNotMake'),
        )
      const pages = Number(response.headers.get('x-pages') ?? 1)
      const parts: BlobPart[] = []
      const text = new TextDecoder('latin1')
      let seen = 0
      const reader = response.body!.getReader()
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        parts.push(part.value)
        seen += text.decode(part.value, { stream: true }).split('/Type /Page\n').length - 1
        setShare(Math.min(1, seen / pages))
      }
      setMade({ url: URL.createObjectURL(new Blob(parts, { type: 'application/pdf' })), query })
      onMade()
    } catch (error) {
      if (!stop.current.signal.aborted) setProblem(error instanceof Error ? error.message : t('theServerDidNotAnswer'))
    } finally {
      setShare(undefined)
    }
  }
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Button
        variant="contained"
        disableElevation
        disabled={labels === 0 || share !== undefined}
        onClick={() => void make()}
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
          <Button size="small" color="inherit" onClick={() => stop.current?.abort()}>
            {t('stop')}
          </Button>
        </Box>
      )}
      {problem && <Alert severity="error">{problem}</Alert>}
      {made && made.query === query && (
        <Button variant="outlined" href={made.url} target="_blank" sx={{ minHeight: 44 }}>
          {t('openThePdf')}
        </Button>
      )}
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
