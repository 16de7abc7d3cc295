/** Plantings that are ticked, copied to another season. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { copyPlantings } from '../../actions/copy-plantings'
import type { Ticked } from '../../core/batch/many'
import { count, list } from '../../words/format'
import { callForSeason, troubleWords } from '../call-server'
import { ChoiceField } from '../fields'
import { useNotice } from '../notice'
import { useWholeRouter } from '../navigation'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'

export function CopyPanel({ ticked, onClose }: { ticked: readonly Ticked[]; onClose: () => void }) {
  const t = useTranslations('many')
  const { data, format, season } = useSeason()
  const notice = useNotice()
  const router = useWholeRouter()
  const others = data.farms.flatMap((farm) =>
    farm.seasons
      .filter(({ id, archived }) => id !== data.own && !archived)
      .map(({ id, name }) => [id, `${farm.name}, ${name}`] as const),
  )
  const [into, setInto] = useState<string>(others[0]?.[0] ?? '')
  const [busy, setBusy] = useState(false)
  const [failure, setFailure] = useState<string>()
  const keys = [...new Set(ticked.map(({ planting }) => planting.key))]
  const title = t('copyTitle', { count: count(format, keys.length, 'planting') })
  const copy = async () => {
    setBusy(true)
    setFailure(undefined)
    const summary = t('copied', { count: count(format, keys.length, 'planting'), name: season.season.name })
    const called = await callForSeason(() => copyPlantings({ from: data.view, into, keys, summary }))
    setBusy(false)
    if (!called.ok) return setFailure(troubleWords(called, format))
    const result = called.answer
    if (result.ok) {
      const name = others.find(([id]) => id === into)?.[1] ?? ''
      notice({
        text: t('copied', { count: count(format, keys.length, 'planting'), name }),
        action: { label: t('goThere'), run: () => router.push(`${result.at}/plan`) },
      })
      return onClose()
    }
    if (result.reason === 'needs') return setFailure(t('copyNeeds', { names: list(format, result.names) }))
    if (result.reason === 'wrong')
      return setFailure(
        t('copyWrong', { why: `${result.problems[0]?.path ?? ''} ${result.problems[0]?.message ?? ''}` }),
      )
    return setFailure(t('copyGone'))
  }
  return (
    <Sheet name={title} onClose={onClose}>
      <Typography variant="h2">{title}</Typography>
      {failure && <Alert severity="error">{failure}</Alert>}
      {others.length === 0 ? (
        <Box>{t('noOther')}</Box>
      ) : (
        <>
          <Box sx={{ color: 'text.secondary' }}>{t('copyHow')}</Box>
          <ChoiceField label={t('season')} value={into} options={others} onChange={setInto} />
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" disabled={busy || into === ''} onClick={() => void copy()}>
          {busy ? t('saving') : t('copy')}
        </Button>
        <Button color="inherit" onClick={onClose}>
          {t('cancel')}
        </Button>
      </Box>
    </Sheet>
  )
}
