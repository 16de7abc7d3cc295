/** Lots that are ticked, changed in one step. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { ChoiceField, NumberField } from '../../ui/fields'
import type { Ticks } from '../../ui/many/use-ticks'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { changedLots, type LotsChange } from './model'

/** @param shown keys of all lots that are shown */
export function ManyLots({ ticks, shown, onStop }: { ticks: Ticks; shown: readonly string[]; onStop: () => void }) {
  const t = useTranslations('seed')
  const { season, data, format } = useSeason()
  const { change, busy, failure, problems } = useChange()
  const [asked, setAsked] = useState<LotsChange>({})
  const put = (part: LotsChange) => setAsked((before) => ({ ...before, ...part }))
  const lots = count(format, ticks.ids.length, 'lot')
  const write = async (what: LotsChange | 'delete') => {
    const edits = changedLots(season, ticks.ids, what, data.versions)
    const summary = what === 'delete' ? t('lotsDeleted', { lots }) : t('lotsChanged', { lots })
    if (edits.length > 0 && (await change(edits, summary))) {
      ticks.clear()
      setAsked({})
    }
  }
  const none = ticks.ids.length === 0
  return (
    <Box
      role="toolbar"
      aria-label={t('tickLots')}
      className="no-print"
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, p: 1, mb: 1.5, bgcolor: 'var(--ribbon)' }}
    >
      <Box role="status" sx={{ fontWeight: 650 }}>
        {t('lotsTicked', { lots })}
      </Box>
      <Button size="small" color="inherit" onClick={() => ticks.toggleAll(shown)}>
        {t('tickShown', { n: format.number(shown.length) })}
      </Button>
      <ChoiceField
        label={t('kept')}
        value={asked.stored ?? ''}
        none={t('asItIs')}
        options={[
          ['cool-dry', t('coolAndDry')],
          ['room', t('inARoom')],
          ['warm-damp', t('warmAndDamp')],
        ]}
        onChange={(stored) => put({ stored: stored === '' ? undefined : stored })}
        width={170}
      />
      <ChoiceField
        label={t('form')}
        value={asked.form ?? ''}
        none={t('asItIs')}
        options={[
          ['raw', 'raw'],
          ['pelleted', 'pelleted'],
          ['primed', 'primed'],
        ]}
        onChange={(form) => put({ form: form === '' ? undefined : form })}
        width={130}
      />
      <NumberField label={t('packedFor')} value={asked.year} onChange={(year) => put({ year })} width={120} />
      <Button
        size="small"
        variant="contained"
        disabled={none || busy || Object.values(asked).every((one) => one === undefined)}
        onClick={() => void write(asked)}
      >
        {t('changeLots')}
      </Button>
      <Button size="small" color="error" disabled={none || busy} onClick={() => void write('delete')}>
        {t('delete')}
      </Button>
      <Box sx={{ flex: 1 }} />
      <Button size="small" color="inherit" onClick={onStop}>
        {t('stopTicking')}
      </Button>
      {(failure ?? problems[0]) && (
        <Box sx={{ color: 'error.main', width: '100%' }}>{failure ?? problems[0]!.message}</Box>
      )}
    </Box>
  )
}
