/** An entry that could not be kept, put right and sent again. */
'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import { useMemo, useState } from 'react'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'
import { EntryFields, useEntryDraft } from '../../ui/records/entry-fields'
import { EntryForm } from '../../ui/records/entry-form'
import type { Queued } from '../../ui/records/queue'
import { entrySentence, refusalSentence } from '../../ui/records/words'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'

export function CorrectRefused({ item, onClose }: { item: Queued; onClose: () => void }) {
  const t = useTranslations('shell')
  const { data, queue, season, plan, format } = useSeason()
  const notice = useNotice()
  const { entry, reason } = item
  const draft = useEntryDraft(entry)
  const [batch, setBatch] = useState<string | null>(
    entry.batch !== undefined && plan.byId.has(entry.batch) ? entry.batch : null,
  )
  const [problem, setProblem] = useState<string>()
  const batches = useMemo(() => [...plan.byId.keys()], [plan.byId])
  // What is of a season that is gone goes to the one on screen.
  const into = reason?.kind === 'no-such-season' ? data.own : item.season
  const here = into === data.own
  const nameOf = (id: string) => {
    const found = plan.byId.get(id)
    return found ? `${found.code} ${found.variety.name}` : id
  }
  const send = async () => {
    const read = draft.read()
    if (typeof read === 'string') return setProblem(read)
    if (here && entry.batch !== undefined && batch === null) return setProblem(t('chooseTheBatch'))
    const { note: _, ...rest } = entry
    const chosen = here && batch !== null ? { batch } : {}
    await queue.correct(entry.id, { ...rest, ...chosen, ...read, id: newId() }, into)
    notice({ text: t('sentAgain') })
    onClose()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="refused-title">
      <Box sx={{ p: 2.5 }}>
        <EntryForm
          title={entrySentence(entry, season, format)}
          titleId="refused-title"
          problem={problem ?? refusalSentence(reason!, format)}
          action={t('sendAgain')}
          onWrite={() => void send()}
          onClose={onClose}
        >
          {here && entry.batch !== undefined && (
            <Autocomplete
              options={batches}
              value={batch}
              onChange={(_, next) => setBatch(next)}
              getOptionLabel={nameOf}
              getOptionKey={(id) => id}
              renderInput={(params) => <TextField {...params} label={t('batch')} />}
            />
          )}
          <EntryFields entry={entry} draft={draft} />
        </EntryForm>
      </Box>
    </Dialog>
  )
}
