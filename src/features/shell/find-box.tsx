/** One box to find anything and go there. */
'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { useRouter } from '../../ui/navigation'
import { useSeason } from '../../ui/season-context'
import { dayOrderOf } from '../../words/format'
import { findAnything, type Found } from './find'

/** The box. What is chosen is gone to at once. */
export function FindBox({ onClose }: { onClose: () => void }) {
  const t = useTranslations('find')
  const { plan, format, workingDay, data } = useSeason()
  const router = useRouter()
  const [text, setText] = useState('')
  const asked = text.trim()
  const order = dayOrderOf(data.locale)
  const found = useMemo(() => findAnything(text, plan, format, order), [text, plan, format, order])
  const go = (one: Found) => {
    onClose()
    const day = /^\/today\?day=(\d{4}-\d\d-\d\d)$/.exec(one.href)?.[1]
    // A day is looked at wherever one is.
    if (day === undefined) return router.push(one.href)
    workingDay.set(Math.round(Date.parse(day) / 86_400_000))
  }
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label={t('findAnything')}
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
    >
      <Box sx={{ p: 1.5 }}>
        <Autocomplete<Found, false, false, true>
          open={asked !== ''}
          freeSolo
          autoHighlight
          options={found}
          filterOptions={(all) => all}
          groupBy={({ kind }) => t(`kinds.${kind}`)}
          getOptionLabel={(one) => (typeof one === 'string' ? one : one.name)}
          getOptionKey={(one) => (typeof one === 'string' ? one : one.id)}
          inputValue={text}
          onInputChange={(_, next, reason) => reason !== 'reset' && setText(next)}
          onChange={(_, one) => {
            // Entered before anything was chosen: what goes by it best.
            const chosen = typeof one === 'string' ? found[0] : one
            if (chosen) go(chosen)
          }}
          slotProps={{ listbox: { sx: { maxHeight: '60vh' } } }}
          renderOption={({ key, ...props }, one) => (
            <Box component="li" key={key} {...props} sx={{ minHeight: 40, display: 'block !important' }}>
              <Box component="span" sx={{ fontWeight: 650 }}>
                {one.name}
              </Box>
              {one.more !== '' && (
                <Box component="span" sx={{ color: 'text.secondary', fontSize: 14, ml: 1 }}>
                  {one.more}
                </Box>
              )}
            </Box>
          )}
          renderInput={(props) => (
            <TextField
              {...props}
              autoFocus
              label={t('findAnything')}
              helperText={asked === '' ? t('whatCanBeFound') : undefined}
            />
          )}
        />
        {asked !== '' && found.length === 0 && (
          <Box role="status" sx={{ pt: 1.5, color: 'text.secondary' }}>
            {t('nothingGoesByThat', { text: asked })}
          </Box>
        )}
      </Box>
    </Dialog>
  )
}
