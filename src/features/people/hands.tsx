/** Who records on the phones that the crew shares, and their PINs. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState, type FormEvent } from 'react'
import { useTranslations } from 'next-intl'
import type { PeopleListed } from '../../actions/people-listed'
import { addCrewName, choosePin, removeCrewName } from '../../actions/phones'
import { PIN } from '../../season/pin'
import { useSeason } from '../../ui/season-context'
import { AddName } from './add-name'
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'
import './words'

export function Hands({ hands }: { hands: PeopleListed['hands'] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const { busy, ask } = useAsk()
  return (
    <Part title={t('recordOnPhones')}>
      <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
        {t('recordOnPhonesHow')}
      </Typography>
      <Lines>
        {hands.map((hand) => (
          <OneHand key={hand.name} hand={hand} />
        ))}
      </Lines>
      <Box sx={{ mt: 2 }}>
        <AddName
          label={t('helper')}
          action={t('addHelper')}
          busy={busy}
          onAdd={(name, added) => ask(() => addCrewName(data.view, name), added)}
        />
      </Box>
    </Part>
  )
}

function OneHand({ hand }: { hand: PeopleListed['hands'][number] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const { busy, ask, say } = useAsk()
  const [pin, setPin] = useState<string>()
  const { name, isMember, hasPin } = hand
  const choose = (to: string | null) =>
    ask(
      () => choosePin(data.view, name, to),
      () => {
        setPin(undefined)
        say(t(to === null ? 'pinRemoved' : 'pinSaved', { name }))
      },
    )
  return (
    <Line>
      <Box sx={{ flex: '1 1 200px', minWidth: 0, overflowWrap: 'anywhere' }}>
        <b>{name}</b>
        {isMember && (
          <Box component="span" sx={{ color: 'text.secondary', ml: 1 }}>
            {t('member')}
          </Box>
        )}
      </Box>
      {pin === undefined ? (
        <>
          <Button color="inherit" disabled={busy} aria-label={t('pinOf', { name })} onClick={() => setPin('')}>
            {t(hasPin ? 'changePin' : 'setPin')}
          </Button>
          {!isMember && (
            <Button
              color="inherit"
              disabled={busy}
              aria-label={t('removeHelper', { name })}
              onClick={() => ask(() => removeCrewName(data.view, name))}
            >
              {t('takeOff')}
            </Button>
          )}
        </>
      ) : (
        <Box
          component="form"
          noValidate
          onSubmit={(event: FormEvent) => {
            event.preventDefault()
            if (PIN.test(pin)) choose(pin)
          }}
          sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'flex-start' }}
        >
          <TextField
            size="small"
            label={t('pin')}
            value={pin}
            autoComplete="off"
            autoFocus
            onChange={(event) => setPin(event.target.value.replace(/\D/g, ''))}
            helperText={t('pinIs')}
            slotProps={{ htmlInput: { maxLength: 8, inputMode: 'numeric', 'aria-label': t('pinOf', { name }) } }}
            sx={{ width: 130 }}
          />
          <Button type="submit" variant="contained" disabled={busy || !PIN.test(pin)}>
            {t('savePin')}
          </Button>
          {hasPin && (
            <Button color="inherit" disabled={busy} onClick={() => choose(null)}>
              {t('removePin')}
            </Button>
          )}
          <Button color="inherit" onClick={() => setPin(undefined)}>
            {t('cancel')}
          </Button>
        </Box>
      )}
    </Line>
  )
}
