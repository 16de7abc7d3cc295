/** Everything else that happens to a batch: losses, parts that go their own way, slips, an end, a note. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { Batch } from '../../core/batch/batch'
import { type Own, Form } from './happened-form'
import { Moved, Split, Merge } from './happened-moves'
import { Loss, End, Mixed } from './happened-amounts'

const KINDS = ['loss', 'moved', 'split', 'merge', 'end', 'mixed', 'note'] as const
type Kind = (typeof KINDS)[number]

export function MoreHappened({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const [kind, setKind] = useState<Kind>()
  const sown = batch.progress !== undefined && batch.progress.standing !== 'to-sow'
  const isPart = batch.id.includes('~')
  const offered = KINDS.filter((one) => (one === 'note' || one === 'mixed' ? true : one === 'merge' ? isPart : sown))
  if (kind === undefined) {
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        {offered.map((one) => (
          <Button
            key={one}
            variant="outlined"
            color="inherit"
            onClick={() => setKind(one)}
            sx={{ display: 'block', textAlign: 'left', minHeight: 56 }}
          >
            <Box sx={{ fontSize: 16.5, fontWeight: 650 }}>{t(`happened.${one}.title`)}</Box>
            {one !== 'note' && <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t(`happened.${one}.under`)}</Box>}
          </Button>
        ))}
        {!sown && <Box sx={{ color: 'text.secondary', fontSize: 15 }}>{t('lossesAndPartsCanBe')}</Box>}
      </Box>
    )
  }
  const props = { batch, onClose: () => setKind(undefined) }
  switch (kind) {
    case 'loss':
      return <Loss {...props} />
    case 'moved':
      return <Moved {...props} />
    case 'split':
      return <Split {...props} />
    case 'merge':
      return <Merge {...props} />
    case 'end':
      return <End {...props} />
    case 'mixed':
      return <Mixed {...props} />
    case 'note':
      return <Note {...props} />
  }
}

function Note(own: Own) {
  const t = useTranslations('batch')
  return (
    <Form
      {...own}
      title={t('aNoteOrAPhoto')}
      summary={t('noted')}
      said={(on) => [{ batch: own.batch.id, on, what: { did: 'note' } }]}
    />
  )
}
