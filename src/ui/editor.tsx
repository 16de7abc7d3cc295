/** What every editor of one thing shares: its draft, its problems while it is written, and its save bar. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState, type ReactNode } from 'react'
import { sameFigure } from '../season/figures'
import { readSeason, type Problem } from '../season/read'
import type { Season } from '../season/schema'
import { useSeason } from './season-context'

/** A thing as it is being written: kept while the page is open, started anew when what stands there changes. */
export function useDraft<T extends object>(stored: T) {
  const [draft, setDraft] = useState({ of: stored, now: stored })
  // Someone else's change shows at once, unless something here has been written already.
  if (draft.of !== stored && sameFigure(draft.of, draft.now)) setDraft({ of: stored, now: stored })
  return {
    now: draft.now,
    from: draft.of,
    changed: !sameFigure(draft.of, draft.now),
    set: (next: T) => setDraft((last) => ({ ...last, now: next })),
    drop: () => setDraft({ of: stored, now: stored }),
    saved: () => setDraft((last) => ({ of: last.now, now: last.now })),
  }
}

export interface EditorFrameProps {
  title: ReactNode
  changed: boolean
  busy: boolean
  failure: string | undefined
  problems: readonly Problem[]
  onSave: () => void
  onDrop: () => void
  children: ReactNode
  more?: ReactNode
  /** It stands on a side panel. */
  onPaper?: boolean
}

/** A page being edited, with its save bar. */
export function EditorFrame({ title, changed, busy, failure, problems, onSave, onDrop, children, more, onPaper = false }: EditorFrameProps) {
  return (
    <Box component="form" noValidate sx={{ bgcolor: onPaper ? 'background.paper' : 'background.default' }} onSubmit={(event) => { event.preventDefault(); onSave() }}>
      {title}
      {children}
      <Box sx={{ position: 'sticky', bottom: 0, zIndex: 2, mt: 3, py: 1.25, bgcolor: 'inherit', borderTop: 1, borderColor: 'divider' }}>
        {failure && <Alert severity="error" sx={{ mb: 1 }}>{failure}</Alert>}
        {problems.length > 0 && (
          <Alert severity="error" sx={{ mb: 1 }}>
            {problems.length === 1 ? 'One figure does not fit' : `${problems.length} figures do not fit`}: {problems.slice(0, 3).map(({ path, message }) => `${path ? `${path} ` : ''}${message}`).join(' ')}
          </Alert>
        )}
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <Button type="submit" variant="contained" disabled={!changed || busy || problems.length > 0}>
            {busy ? 'Saving …' : 'Save'}
          </Button>
          <Button color="inherit" disabled={!changed || busy} onClick={onDrop}>
            Drop changes
          </Button>
          <Box sx={{ flex: 1 }} />
          {more}
        </Box>
      </Box>
    </Box>
  )
}

/** Problems of one thing of the season as it would be, by the path inside it. */
export function useThingProblems<Of extends 'crops' | 'varieties' | 'methods' | 'places' | 'containers' | 'lots'>(of: Of, thing: Season[Of][number], isNew = false): readonly Problem[] {
  const { season } = useSeason()
  return useMemo(() => {
    const list = season[of] as readonly { key: string }[]
    const at = isNew ? list.length : list.findIndex(({ key }) => key === thing.key)
    const next = at >= list.length ? [...list, thing] : list.map((other, i) => (i === at ? thing : other))
    const read = readSeason({ ...season, [of]: next })
    if (read.ok) return []
    const own = `${of}[${at}]`
    return read.problems.map((problem) => (problem.path.startsWith(own) ? { ...problem, path: problem.path.slice(own.length).replace(/^\./, '') } : problem))
  }, [season, of, thing, isNew])
}

/** The first problem at a path or inside it, as a sentence. */
export function problemAt(problems: readonly Problem[], path: string): string | undefined {
  const found = problems.find((problem) => problem.path === path || problem.path.startsWith(`${path}.`) || problem.path.startsWith(`${path}[`))
  return found && `${found.message[0]!.toUpperCase()}${found.message.slice(1)}`
}
