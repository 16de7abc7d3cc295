/** What every editor of one thing shares: its draft, its problems while it is written, and its save bar. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useMemo, useState, type ReactNode } from 'react'
import type { Path, PathValue } from 'react-hook-form'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../actions/change-season'
import { withFigure } from '../season/figures'
import { sameValue } from '../season/values'
import { readSeason, type Problem } from '../season/read'
import type { Season } from '../season/schema'
import { usesOf } from '../season/uses'
import { NotYours, useMay } from './may'
import { useSeason } from './season-context'
import { useChange } from './use-change'
import { useRouter } from './navigation'

/** A thing as it is being written: kept while the page is open, started anew when what stands there changes. */
export function useDraft<T extends object>(stored: T) {
  const [draft, setDraft] = useState({ of: stored, now: stored })
  // Someone else's change shows at once, unless something here has been written already.
  if (draft.of !== stored && sameValue(draft.of, draft.now)) setDraft({ of: stored, now: stored })
  return {
    now: draft.now,
    from: draft.of,
    changed: !sameValue(draft.of, draft.now),
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
export function EditorFrame({
  title,
  changed,
  busy,
  failure,
  problems,
  onSave,
  onDrop,
  children,
  more,
  onPaper = false,
}: EditorFrameProps) {
  const t = useTranslations('ui')
  const may = useMay('plan')
  return (
    <Box
      component="form"
      noValidate
      sx={{ bgcolor: onPaper ? 'background.paper' : 'background.default' }}
      onSubmit={(event) => {
        event.preventDefault()
        const unread = event.currentTarget.querySelector<HTMLElement>('[data-unread]')
        if (unread) unread.focus()
        else if (may) onSave()
      }}
    >
      {title}
      {children}
      <Box
        sx={{
          position: 'sticky',
          bottom: 0,
          zIndex: 2,
          mt: 3,
          py: 1.25,
          bgcolor: 'inherit',
          borderTop: 1,
          borderColor: 'divider',
        }}
      >
        {failure && (
          <Alert severity="error" sx={{ mb: 1 }}>
            {failure}
          </Alert>
        )}
        {problems.length > 0 && (
          <Alert severity="error" sx={{ mb: 1 }}>
            {problems.length === 1
              ? t('oneFigureDoesNotFit')
              : t('figuresDoNotFit', { problems: String(problems.length) })}
            :{' '}
            {problems
              .slice(0, 3)
              .map(({ path, message }) => `${path ? `${path} ` : ''}${message}`)
              .join(' ')}
          </Alert>
        )}
        {!may && <NotYours />}
        <Box sx={{ display: may ? 'flex' : 'none', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
          <Button type="submit" variant="contained" disabled={!may || !changed || busy || problems.length > 0}>
            {busy ? t('saving') : t('save')}
          </Button>
          <Button color="inherit" disabled={!changed || busy} onClick={onDrop}>
            {t('cancelChanges')}
          </Button>
          <Box sx={{ flex: 1 }} />
          {more}
        </Box>
      </Box>
    </Box>
  )
}

/** Problems of one thing of the season as it would be, by the path inside it. */
function useThingProblems<Of extends Edited>(of: Of, thing: Season[Of][number], isNew = false): readonly Problem[] {
  const { season } = useSeason()
  return useMemo(() => {
    const list = season[of] as readonly { key: string }[]
    const at = isNew ? list.length : list.findIndex(({ key }) => key === thing.key)
    const next = at >= list.length ? [...list, thing] : list.map((other, i) => (i === at ? thing : other))
    const read = readSeason({ ...season, [of]: next })
    if (read.ok) return []
    const own = `${of}[${at}]`
    return read.problems.map((problem) =>
      problem.path.startsWith(own) ? { ...problem, path: problem.path.slice(own.length).replace(/^\./, '') } : problem,
    )
  }, [season, of, thing, isNew])
}

/** The first problem at a path or inside it, as a sentence. */
export function problemAt(problems: readonly Problem[], path: string): string | undefined {
  const found = problems.find(
    (problem) => problem.path === path || problem.path.startsWith(`${path}.`) || problem.path.startsWith(`${path}[`),
  )
  return found && `${found.message[0]!.toUpperCase()}${found.message.slice(1)}`
}

/** Things of the season that have an editor. */
type Edited =
  'crops' | 'varieties' | 'methods' | 'places' | 'mixes' | 'containers' | 'lots' | 'supplies' | 'blocks' | 'beds'

/**
 * Everything an editor of one thing needs: its draft with its problems, saving, and taking it away when nothing uses it.
 *
 * @param after where to go when it has been taken away
 * @param also what is written together with it
 */
export function useThingEditor<Of extends Edited>(
  of: Of,
  stored: Season[Of][number],
  after: string,
  {
    isNew = false,
    onDone,
    also,
  }: {
    isNew?: boolean
    onDone?: ((key: string) => void) | undefined
    also?: (now: Season[Of][number]) => ThingEdit[]
  } = {},
) {
  const t = useTranslations('ui')
  type Thing = Season[Of][number]
  const { season } = useSeason()
  const router = useRouter()
  const draft = useDraft<Thing>(stored)
  const saving = useChange()
  const local = useThingProblems(of, draft.now, isNew)
  const [removing, setRemoving] = useState(false)
  const written = draft.changed || isNew
  const problems = written ? (local.length > 0 ? local : saving.problems) : []
  const { key } = stored
  const save = async () => {
    const { name } = draft.now
    if (
      await saving.change(
        [...(also?.(draft.now) ?? []), { of, key, from: isNew ? null : draft.from, to: draft.now }],
        `${name} ${isNew ? 'added' : 'changed'}`,
      )
    ) {
      draft.saved()
      onDone?.(key)
    }
  }
  const remove = async () => {
    if (usesOf(season, of, key).length > 0) return setRemoving(true)
    if (await saving.change([{ of, key, from: stored, to: null }], t('removed', { stored: stored.name })))
      router.push(after)
  }
  return {
    now: draft.now,
    set: draft.set,
    /** Sets a figure by its path; `undefined` takes it out. */
    put: <At extends Path<Thing>>(path: At, value: PathValue<Thing, At> | undefined) =>
      draft.set(withFigure(draft.now, path, value)),
    problems,
    /** The problem at a path, as a sentence. */
    at: (path: string) => problemAt(problems, path),
    saving,
    remove: () => void remove(),
    /** What uses it, once it was to be taken away. */
    uses: removing ? usesOf(season, of, key) : [],
    frame: {
      changed: written,
      busy: saving.busy,
      failure: saving.failure,
      problems,
      onSave: () => void save(),
      onDrop: () => {
        draft.drop()
        saving.clear()
      },
    },
  }
}
