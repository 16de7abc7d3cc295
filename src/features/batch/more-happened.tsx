/** Everything else that happens to a batch: losses, parts that go their own way, slips, an end, a note. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import type { Batch } from '../../core/batch/batch'
import { type Own, Form } from './happened-form'
import { Moved, Split, Merge } from './happened-moves'
import { Loss, End, Mixed } from './happened-amounts'

type Kind = 'loss' | 'moved' | 'split' | 'merge' | 'end' | 'mixed' | 'note'

const KINDS: readonly (readonly [Kind, string, string])[] = [
  ['loss', 'Plants were lost', 'and why'],
  [
    'moved',
    'Moved, or potted on',
    'though its method did not plan it: to hold it, for want of room, into what was at hand',
  ],
  ['split', 'Split the batch', 'the forward plants leave first; sell, plant or pot up some'],
  ['merge', 'Merge back', 'with the rest of its batch'],
  ['end', 'Sold, given or thrown away', 'all of it, or some'],
  ['mixed', 'Lot or label mix-up', 'lots mixed, a cell sown twice, a tray found without its label'],
  ['note', 'A note or a photo', ''],
]

export function MoreHappened({ batch }: { batch: Batch }) {
  const [kind, setKind] = useState<Kind>()
  const sown = batch.progress !== undefined && batch.progress.standing !== 'to-sow'
  const isPart = batch.id.includes('~')
  const offered = KINDS.filter(([one]) => (one === 'note' || one === 'mixed' ? true : one === 'merge' ? isPart : sown))
  if (kind === undefined) {
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        {offered.map(([one, title, under]) => (
          <Button
            key={one}
            variant="outlined"
            color="inherit"
            onClick={() => setKind(one)}
            sx={{ display: 'block', textAlign: 'left', minHeight: 56 }}
          >
            <Box sx={{ fontSize: 16.5, fontWeight: 650 }}>{title}</Box>
            {under && <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{under}</Box>}
          </Button>
        ))}
        {!sown && (
          <Box sx={{ color: 'text.secondary', fontSize: 15 }}>
            Losses and parts can be written down once it is sown.
          </Box>
        )}
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
  return (
    <Form
      {...own}
      title="A note or a photo"
      summary="noted."
      said={(on) => [{ batch: own.batch.id, on, what: { did: 'note' } }]}
    />
  )
}
