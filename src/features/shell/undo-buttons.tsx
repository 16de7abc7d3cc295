/** Taking back and doing again, by button and by key. */
'use client'
import RedoIcon from '@mui/icons-material/Redo'
import UndoIcon from '@mui/icons-material/Undo'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Tooltip from '@mui/material/Tooltip'
import { useCallback, useEffect, useMemo, useRef, useTransition } from 'react'
import { useNotice } from '../../ui/notice'
import { OTHER_SEASON } from '../../ui/use-change'
import { useSeason } from '../../ui/season-context'
import { useUndo } from '../../ui/undo-context'
import { redoChange, undoChange } from './actions'
import { callServer } from '../../ui/call-server'

export function UndoButtons() {
  const { data } = useSeason()
  const undoing = useUndo()
  return (
    <Box sx={{ px: 1.5, display: 'flex' }}>
      <Tooltip title={data.undo ? `Undo: ${data.undo.summary} (Ctrl+Z)` : 'Nothing to undo'}>
        <span>
          <IconButton
            aria-label="Undo"
            color="inherit"
            disabled={!data.undo || undoing.busy}
            onClick={() => undoing.undo()}
            sx={{ '&.Mui-disabled': { color: 'rgba(255,255,255,.3)' } }}
          >
            <UndoIcon />
          </IconButton>
        </span>
      </Tooltip>
      <Tooltip title={data.redo ? `Redo: ${data.redo.summary} (Ctrl+Y)` : 'Nothing to redo'}>
        <span>
          <IconButton
            aria-label="Redo"
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
  const [busy, start] = useTransition()
  const notice = useNotice()
  // A notice outlives the drawing it was made in, as when a copy is kept: what counts is what is shown when it is pressed.
  const { data } = useSeason()
  const seen = useRef(data.view)
  useEffect(() => {
    seen.current = data.view
  }, [data.view])
  const run = useCallback(
    (what: 'undo' | 'redo', entry?: string) => {
      const attempt = () =>
        start(async () => {
          const called = await callServer(() =>
            what === 'undo' ? undoChange(seen.current, entry) : redoChange(seen.current),
          )
          if (!called.ok)
            return notice({ tone: 'error', text: called.words, action: { label: 'Try again', run: attempt } })
          const done = called.answer
          if (done.ok) notice({ text: `${what === 'undo' ? 'Taken back' : 'Done again'}: ${done.summary}` })
          else if (done.reason === 'changed-since') {
            notice({ tone: 'error', text: 'Not taken back: the same thing has been changed since.' })
          } else if (done.reason === 'other-season') notice({ tone: 'error', text: OTHER_SEASON })
          else notice({ text: `Nothing to ${what}.` })
        })
      attempt()
    },
    [notice],
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
  }, [run])
  return useMemo(() => ({ undo: (entry?: string) => run('undo', entry), redo: () => run('redo'), busy }), [run, busy])
}
