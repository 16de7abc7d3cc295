/** Finding a batch by the code on its label. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import { useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { batchOfLabel } from '../../core/labels/content'
import { useRouter } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'

const WRONG = ['length', 'character', 'check', 'unknown'] as const
type Wrong = (typeof WRONG)[number]

/** A code read from a tray opens its batch. */
export function FindCode({ lost, onLost }: { lost: boolean; onLost: () => void }) {
  const t = useTranslations('labels')
  const { plan, season } = useSeason()
  const router = useRouter()
  const search = useSearchParams()
  const [text, setText] = useState(search.get('code') ?? '')
  const [problem, setProblem] = useState<Wrong | undefined>(WRONG.find((one) => one === search.get('wrong')))
  return (
    <Box
      component="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault()
        const read = batchOfLabel(text, plan.batches, season.records)
        if (read.ok) router.push(`/batch?id=${encodeURIComponent(read.id)}`)
        else setProblem(read.reason)
      }}
      sx={{ display: 'flex', gap: 1, mt: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}
    >
      <TextField
        label={t('codeOnATray')}
        fullWidth={false}
        value={text}
        onChange={(event) => {
          setText(event.target.value)
          setProblem(undefined)
        }}
        error={problem !== undefined}
        helperText={problem && t(`wrong.${problem}`)}
        slotProps={{
          htmlInput: {
            autoCapitalize: 'characters',
            autoComplete: 'off',
            spellCheck: false,
            maxLength: 12,
            style: { fontSize: 20, letterSpacing: '0.08em', width: 210 },
          },
        }}
      />
      <Button type="submit" variant="outlined" color="inherit" sx={{ minHeight: 46 }}>
        {t('open')}
      </Button>
      <Button type="button" color="inherit" aria-expanded={lost} onClick={onLost} sx={{ minHeight: 46 }}>
        {t('noLabelOnIt')}
      </Button>
    </Box>
  )
}
