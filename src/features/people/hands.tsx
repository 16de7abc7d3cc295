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
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'

const LONGEST = 60

export function Hands({ hands }: { hands: PeopleListed['hands'] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const [name, setName] = useState('')
  const { busy, ask } = useAsk()
  const called = name.trim()
  const add = (event: FormEvent) => {
    event.preventDefault()
    if (called === '') return
    ask(
      () => addCrewName(data.view, called),
      () => setName((now) => (now.trim() === called ? '' : now)), // what was typed meanwhile stays
    )
  }
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
      <Box
        component="form"
        noValidate
        onSubmit={add}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start', mt: 2 }}
      >
        <TextField
          label={t('helper')}
          value={name}
          onChange={(event) => setName(event.target.value)}
          slotProps={{ htmlInput: { maxLength: LONGEST } }}
          sx={{ width: { xs: '100%', sm: 300 } }}
        />
        <Button type="submit" variant="outlined" disabled={busy || called === ''} sx={{ minHeight: 42 }}>
          {t('addHelper')}
        </Button>
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
