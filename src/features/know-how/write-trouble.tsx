/** What was seen, written on the batch it was seen on. */
'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useTranslations } from 'next-intl'
import { useMemo, useState } from 'react'
import type { Batch } from '../../core/batch/batch'
import { useMay } from '../../ui/may'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import './words'

/** Whether anything can be seen on a batch: it is sown, and stands in the nursery. */
const stands = ({ progress }: Batch): boolean =>
  progress !== undefined && !['to-sow', 'planted', 'gone'].includes(progress.standing)

export function WriteTrouble({ see }: { see: string }) {
  const t = useTranslations('knowHow')
  const { plan } = useSeason()
  const may = useMay('record')
  const { record } = useRecord()
  const [batch, setBatch] = useState<Batch | null>(null)
  const batches = useMemo(() => plan.batches.filter(stands), [plan])
  if (!may || batches.length === 0) return null
  return (
    <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center', mt: 1 }}>
      <Autocomplete
        options={batches}
        value={batch}
        onChange={(_, next) => setBatch(next)}
        getOptionKey={({ id }) => id}
        getOptionLabel={({ code, variety }) => `${code} ${variety.name}`}
        isOptionEqualToValue={(one, other) => one.id === other.id}
        renderInput={(params) => <TextField {...params} label={t('seenOn')} />}
        sx={{ width: 280 }}
      />
      <Button
        variant="outlined"
        color="inherit"
        disabled={batch === null}
        sx={{ minHeight: 44 }}
        onClick={() => {
          if (!batch) return
          void record(
            { batch: batch.id, what: { did: 'note' }, note: t('seen', { see }) },
            t('writtenDown', { code: batch.code }),
          )
          setBatch(null)
        }}
      >
        {t('writeItDown')}
      </Button>
    </Box>
  )
}
