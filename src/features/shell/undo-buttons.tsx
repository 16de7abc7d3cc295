/** Taking back and doing again, by button and by key. */
'use client'
import RedoIcon from '@mui/icons-material/Redo'
import UndoIcon from '@mui/icons-material/Undo'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { useCallback, useEffect, useMemo, useRef, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { useMay } from '../../ui/may'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { useUndo } from '../../ui/undo-context'
import { redoChange, undoChange } from './actions'
import { callForSeason, troubleWords } from '../../ui/call-server'

export function UndoButtons() {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const undoing = useUndo()
  if (!useMay('plan')) return null
  return (
    <Box sx={{ px: 1.5, display: 'flex' }}>
      <Tooltip title={data.undo ? t('undoCtrlZ', { summary: data.undo.summary }) : t('nothingToUndo')}>
        <span>
          <IconButton
            aria-label={t('undo')}
            color="inherit"
            disabled={!data.undo || undoing.busy}
            onClick={() => undoing.undo()}
            sx={{ '&.Mui-disabled': { color: 'rgba(255,255,255,.3)' } }}
          >
            <UndoIcon />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={data.redo ? t('redoCtrlY', { summary: data.redo.summary }) : t('nothingToRedo')}>
        <span>
          <IconButton
            aria-label={t('redo')}
            color="inherit"
            disabled={!data.redo || undoing.busy}
            onClick={() => undoing.redo()}
            sx={{ '&.Mui-disabled': { color: 'rgba(255,255,255,.3)' } }}
          >
            <RedoIcon />
          </IconButton>
        </span>
      </Tooltip>
    </Box>
  )
}

/** Undo and redo by button and by key. */
export function useUndoing() {
  const t = useTranslations('shell')
  const [busy, start] = useTransition()
  const notice = useNotice()
  const { data, format } = useSeason()
  const seen = useRef(data.view)
  useEffect(() => {
    seen.current = data.view
  }, [data.view])
  const run = useCallback(
    (what: 'undo' | 'redo', entry?: string, of?: string) => {
      const attempt = () =>
        start(async () => {
          const called = await callForSeason(() =>
            what === 'undo' ? undoChange(of ?? seen.current, entry) : redoChange(seen.current),
          )
          if (!called.ok)
            return notice({
              tone: 'error',
              text: troubleWords(called, format),
              action: { label: t('tryAgain'), run: attempt },
            })
          const done = called.answer
          if (done.ok) notice({ text: `${what === 'undo' ? t('takenBack') : t('doneAgain')}: ${done.summary}` })
          else if (done.reason === 'changed-since') {
            notice({ tone: 'error', text: t('notTakenBackTheSame') })
          } else notice({ text: t('nothingTo', { what }) })
        })
      attempt()
    },
    [format, notice, t],
  )
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return
      const target = event.target as HTMLElement | null
      if (target?.closest('input, textarea, [contenteditable]')) return
      const key = event.key.toLowerCase()
      const what = key === 'y' || (key === 'z' && event.shiftKey) ? 'redo' : key === 'z' ? 'undo' : undefined
      if (!what) return
      event.preventDefault()
      run(what)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [run, t])
  return useMemo(() => ({ undo: (entry?: string) => run('undo', entry), redo: () => run('redo'), busy }), [run, busy])
}
