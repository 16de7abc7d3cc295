/** How many containers broke or were lost. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { NumberField } from '../fields'
import type { BrokenProps } from './broken'
import { useRecord } from './use-record'

export function BrokenForm({ container, most, unwashed, onClose }: BrokenProps & { onClose: () => void }) {
  const t = useTranslations('records')
  const { record } = useRecord()
  const [trays, setTrays] = useState<number>()
  const { key, name } = container
  const whole = trays !== undefined && Number.isInteger(trays) && trays >= 1
  const tooMany = trays !== undefined && most !== undefined && trays > most
  const wrong = trays === undefined ? undefined : !whole ? t('aWholeNumber') : tooMany ? t('thereAreOnly', { most }) : undefined // prettier-ignore
  const save = () => {
    if (trays === undefined || wrong !== undefined) return
    void record(
      { what: { did: 'broke', container: key, trays, ...(unwashed ? { unwashed } : {}) } },
      t('brokeNotice', { trays, name }),
    )
    onClose()
  }
  return (
    <Box
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return
        event.preventDefault()
        save()
      }}
      sx={{ display: 'flex', gap: 1, flexBasis: '100%', alignItems: 'flex-start' }}
    >
      <Box sx={{ width: 190 }}>
        <NumberField label={t('brokenOrLost')} value={trays} onChange={setTrays} error={wrong} />
      </Box>
      <Button
        onClick={save}
        variant="outlined"
        color="inherit"
        disabled={trays === undefined || wrong !== undefined}
        sx={{ minHeight: 48, mt: 2.5 }}
      >
        {t('saveBroken')}
      </Button>
      <Button color="inherit" onClick={onClose} sx={{ minHeight: 48, mt: 2.5 }}>
        {t('cancelBroken')}
      </Button>
    </Box>
  )
}
