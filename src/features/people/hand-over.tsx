/** Giving the server to another member to keep. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { handServerOver } from '../../actions/people'
import type { PeopleListed } from '../../actions/people-listed'
import { useSeason } from '../../ui/season-context'
import { Part } from './part'
import { useAsk } from './use-ask'
import './words'

export function HandOver({ others }: { others: PeopleListed['members'] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const [to, setTo] = useState('')
  const { busy, ask, say } = useAsk()
  const name = others.find(({ id }) => id === to)?.name
  const go = () =>
    ask(
      () => handServerOver(data.view, to),
      (done) => say(done === 'handed-over' ? t('handedOver', { name: name ?? '' }) : t('noSuchMember')),
    )
  return (
    <Part title={t('handOver')}>
      <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
        {t('handOverMeans')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        <TextField
          select
          label={t('handOverTo')}
          value={to}
          onChange={(event) => setTo(event.target.value)}
          sx={{ width: { xs: '100%', sm: 300 } }}
        >
          {others.map(({ id, name: each }) => (
            <MenuItem key={id} value={id}>
              {each}
            </MenuItem>
          ))}
        </TextField>
        <Button
          variant="outlined"
          color="inherit"
          disabled={busy || name === undefined}
          onClick={go}
          sx={{ minHeight: 42 }}
        >
          {t('handOver')}
        </Button>
      </Box>
    </Part>
  )
}
