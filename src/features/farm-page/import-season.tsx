/** Bringing in a season document: choose a file, see what would change, then do it or leave it. */
'use client'
import UploadIcon from '@mui/icons-material/FileUploadOutlined'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useRef, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { z } from 'zod'
import type { SeasonChanges } from '../../interchange/compare'
import type { Problem } from '../../season/read'
import { caughtUp } from '../../ui/live-season'
import { useNotice } from '../../ui/notice'
import { useUndo } from '../../ui/undo-context'
import { sendFile } from '../../ui/send-file'
import type { ImportAnswer } from './import-api'
import type { ImportPreview } from './import-file'
import { useWholeRouter } from '../../ui/navigation'
import './words'

interface Chosen {
  file: string
  /** What the server calls it. */
  sent: string
  name: string
  /** Of the season it was compared with; null where there is none yet. */
  season: string | null
  revision: number
  changes: SeasonChanges
}

const MOST_BYTES = 100_000_000

const Sent = z.object({ file: z.string() })
const Said = z.object({ problem: z.string() })

/** Asks about a file that was sent. */
async function asked<T>(
  what: 'preview' | 'apply',
  body: object,
): Promise<{ answer: T } | { problem: string | undefined }> {
  try {
    const response = await fetch(`/api/import/${what}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    const answer: unknown = await response.json()
    return response.ok ? { answer: answer as T } : { problem: Said.safeParse(answer).data?.problem }
  } catch {
    return { problem: undefined }
  }
}

/** @param seen id of the season the file may replace; `null` where it becomes a farm of its own */
export function ImportSeason({ seen }: { seen: string | null }) {
  const t = useTranslations('farmPage')
  const input = useRef<HTMLInputElement>(null)
  const [busy, start] = useTransition()
  const [chosen, setChosen] = useState<Chosen>()
  const [problems, setProblems] = useState<{ file: string; list: Problem[] }>()
  const [share, setShare] = useState(0)
  const notice = useNotice()
  const router = useWholeRouter()
  const { undo } = useUndo()
  const fail = (file: string, message: string) => setProblems({ file, list: [{ path: '', message }] })

  /** Sends it, and tells how far it has come. */
  const send = async (file: File): Promise<string | undefined> => {
    try {
      const { answer } = await sendFile('/api/import/upload', file, setShare)
      const sent = Sent.safeParse(answer)
      if (sent.success) return sent.data.file
      fail(file.name, Said.safeParse(answer).data?.problem ?? t('backupNoAnswer'))
    } catch {
      fail(file.name, t('backupNoAnswer'))
    }
    return undefined
  }

  const choose = (file: File | undefined) =>
    start(async () => {
      setChosen(undefined)
      setProblems(undefined)
      if (!file) return
      if (file.size > MOST_BYTES) return fail(file.name, t('theFileIsLargerThan'))
      const sent = await send(file)
      if (sent === undefined) return
      setShare(1)
      const called = await asked<ImportPreview>('preview', { file: sent, season: seen })
      if ('problem' in called) return fail(file.name, called.problem ?? t('backupNoAnswer'))
      const preview = called.answer
      if (preview.ok)
        setChosen({
          file: file.name,
          sent,
          name: preview.name,
          season: preview.season,
          revision: preview.revision,
          changes: preview.changes,
        })
      else setProblems({ file: file.name, list: preview.problems })
    })

  /** @param season it replaces; `null` for a farm of its own */
  const apply = (season: string | null) =>
    start(async () => {
      if (!chosen) return
      const { sent, revision } = chosen
      const called = await asked<ImportAnswer>('apply', { file: sent, season, revision })
      if ('problem' in called) return fail(chosen.file, called.problem ?? t('backupNoAnswer'))
      const result = called.answer
      if (result.ok) {
        setChosen(undefined)
        if (result.entry === null) {
          notice({ text: result.summary })
          router.push(`${result.at ?? ''}/today`)
        } else {
          const { entry } = result
          await caughtUp()
          notice({ text: result.summary, action: { label: t('undo'), run: () => undo(entry) } })
          router.refresh()
        }
      } else if (result.reason === 'changed-since') {
        setChosen(undefined)
        fail(chosen.file, t('theSeasonWasChangedBy'))
      } else setProblems({ file: chosen.file, list: result.problems })
    })

  return (
    <Box>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        hidden
        data-testid="season-file"
        onChange={(event) => {
          choose(event.target.files?.[0])
          event.target.value = ''
        }}
      />
      <Button
        variant="outlined"
        color="inherit"
        startIcon={<UploadIcon />}
        disabled={busy}
        onClick={() => input.current?.click()}
      >
        {busy ? t('reading') : t('importASeason')}
      </Button>
      {busy && (
        <LinearProgress
          aria-label={t('reading')}
          sx={{ mt: 1.5, maxWidth: 420 }}
          {...(share < 1 ? { variant: 'determinate', value: 100 * share } : {})}
        />
      )}
      {problems && (
        <Alert severity="error" sx={{ mt: 2, textAlign: 'left' }}>
          <b>{t('wasNotBroughtInNothing', { file: problems.file })}</b>
          <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
            {problems.list.slice(0, 40).map(({ path, message }, i) => (
              <li key={i}>
                {path && <code>{path}</code>} {message}
              </li>
            ))}
          </Box>
          {problems.list.length > 40 && t('andMore', { list: String(problems.list.length - 40) })}
        </Alert>
      )}
      {chosen && (
        <Box
          data-testid="import-preview"
          sx={{
            mt: 2,
            border: 1,
            borderColor: 'divider',
            borderRadius: 1.5,
            p: 2,
            bgcolor: 'background.paper',
            textAlign: 'left',
          }}
        >
          <Typography variant="h3">{chosen.name}</Typography>
          <Changes changes={chosen.changes} empty={chosen.revision === 0} />
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2 }}>
            <Button
              variant="contained"
              disabled={busy || (chosen.season !== null && chosen.changes.same)}
              onClick={() => apply(chosen.season)}
            >
              {chosen.season === null ? t('openIt') : t('replaceThisSeason')}
            </Button>
            {chosen.season !== null && (
              <Button variant="outlined" disabled={busy} onClick={() => apply(null)}>
                {t('addAsAnotherFarm')}
              </Button>
            )}
            <Button color="inherit" onClick={() => setChosen(undefined)}>
              {t('leaveIt')}
            </Button>
          </Box>
        </Box>
      )}
    </Box>
  )
}

function Changes({ changes, empty }: { changes: SeasonChanges; empty: boolean }) {
  const t = useTranslations('farmPage')
  if (empty) return <p>{t('thisWillBeYourSeason')}</p>
  if (changes.same) return <p>{t('itSaysJustWhatThe')}</p>
  return (
    <Box component="ul" sx={{ pl: 2.5, my: 1 }}>
      {changes.facts.length > 0 && <li>{t('changed', { facts: changes.facts.join(', ') })}</li>}
      {changes.collections.map(({ collection, added, removed, changed }) => (
        <li key={collection}>
          <b>{collection}</b>:{' '}
          {[
            added.length > 0 ? t('addedOfAdded', { added: String(added.length), some: some(added) }) : '',
            changed.length > 0
              ? t('changedOfChanged', {
                  changed: String(changed.length),
                  some: some(changed.map(({ name, fields }) => `${name}: ${fields.join(', ')}`)),
                })
              : '',
            removed.length > 0 ? t('takenOut', { removed: String(removed.length), some: some(removed) }) : '',
          ]
            .filter(Boolean)
            .join('; ')}
        </li>
      ))}
    </Box>
  )
}

const some = (names: readonly string[]) => `${names.slice(0, 5).join('; ')}${names.length > 5 ? ' …' : ''}`
