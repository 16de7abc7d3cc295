/** Who of a crew holds the phone now: a tap on a name, and a PIN where one was set. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState, type FormEvent } from 'react'
import { useTranslations } from 'next-intl'
import { isPin } from '../../season/pin'
import { useWho } from '../../ui/records/use-record'
import type { SeasonData } from '../../ui/season-data'

type Phone = NonNullable<SeasonData['phone']>

export function Names({ phone, onClose }: { phone: Phone; onClose: () => void }) {
  const t = useTranslations('shell')
  const [, setWho] = useWho()
  const [asked, setAsked] = useState<Phone['hands'][number]>()
  const take = (name: string) => {
    setWho(name)
    onClose()
  }
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="who-holds">
      <DialogTitle id="who-holds">{asked ? t('pinFor', { name: asked.name }) : t('whoHolds')}</DialogTitle>
      <DialogContent>
        {asked ? (
          <AskPin hand={asked} onRight={() => take(asked.name)} onBack={() => setAsked(undefined)} />
        ) : (
          <>
            <Typography component="p" sx={{ mb: 2 }}>
              {t(phone.hands.length === 0 ? 'nobodyListed' : 'tapYourName')}
            </Typography>
            <Box sx={{ display: 'grid', gap: 1 }}>
              {phone.hands.map((hand) => (
                <Button
                  key={hand.name}
                  variant="outlined"
                  color="inherit"
                  onClick={() => (hand.pin ? setAsked(hand) : take(hand.name))}
                  sx={{ minHeight: 56, fontSize: 18, justifyContent: 'flex-start', overflowWrap: 'anywhere' }}
                >
                  {hand.name}
                </Button>
              ))}
            </Box>
          </>
        )}
      </DialogContent>
    </Dialog>
  )
}

function AskPin({ hand, onRight, onBack }: { hand: Phone['hands'][number]; onRight: () => void; onBack: () => void }) {
  const t = useTranslations('shell')
  const [pin, setPin] = useState('')
  const [state, setState] = useState<'asking' | 'looking' | 'wrong'>('asking')
  const look = async (event: FormEvent) => {
    event.preventDefault()
    setState('looking')
    if (!hand.pin || (await isPin(pin, hand.pin))) return onRight()
    setPin('')
    setState('wrong')
  }
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event: FormEvent) => void look(event)}
      sx={{ display: 'grid', gap: 2, pt: 1 }}
    >
      <TextField
        label={t('pinFor', { name: hand.name })}
        type="password"
        value={pin}
        autoFocus
        autoComplete="off"
        error={state === 'wrong'}
        helperText={state === 'wrong' ? t('wrongPin', { name: hand.name }) : undefined}
        onChange={(event) => setPin(event.target.value.replace(/\D/g, ''))}
        slotProps={{ htmlInput: { maxLength: 8, inputMode: 'numeric' } }}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button
          type="submit"
          variant="contained"
          disabled={state === 'looking' || pin.length < 4}
          sx={{ minHeight: 48 }}
        >
          {t('goOn')}
        </Button>
        <Button color="inherit" onClick={onBack} sx={{ minHeight: 48 }}>
          {t('back')}
        </Button>
      </Box>
    </Box>
  )
}
