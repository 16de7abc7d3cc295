/** Phones that the crew shares: adding one by a code to scan, and taking one away. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { PeopleListed } from '../../actions/people-listed'
import { endPhone, newPhone } from '../../actions/phones'
import { QrPicture } from '../../ui/qr-picture'
import { useSeason } from '../../ui/season-context'
import { AddName } from './add-name'
import { Line, Lines, Part } from './part'
import { useAsk } from './use-ask'
import './words'

const LOOK_EVERY = 3000 // ms between two looks at whether a code was scanned

export function Phones({ phones, addresses }: { phones: PeopleListed['phones']; addresses: readonly string[] }) {
  const t = useTranslations('people')
  const { data } = useSeason()
  const [made, setMade] = useState<{ id: string; name: string; at: string }>()
  const { busy, ask } = useAsk()
  const add = (name: string, added: () => void) =>
    ask(
      () => newPhone(data.view, name),
      (done) => {
        if (!done) return
        setMade({ name, ...done })
        added()
      },
    )
  return (
    <Part title={t('phones')}>
      <Typography component="p" sx={{ mb: 2, maxWidth: 720 }}>
        {t('phonesHow')}
      </Typography>
      {addresses.length === 0 ? (
        <Typography component="p" sx={{ maxWidth: 720, color: 'text.secondary' }}>
          {t('notReachable')}
        </Typography>
      ) : (
        <AddName label={t('phoneName')} action={t('addPhone')} busy={busy} isMain onAdd={add} />
      )}
      {made && (
        <Code
          {...made}
          isOne={phones.some(({ id, isOne }) => id === made.id && isOne)}
          addresses={addresses}
          onDone={() => setMade(undefined)}
        />
      )}
      {phones.length > 0 && (
        <Box sx={{ mt: 2 }}>
          <Lines>
            {phones.map((phone) => (
              <OnePhone key={phone.id} phone={phone} />
            ))}
          </Lines>
        </Box>
      )}
    </Part>
  )
}

/** The code, as large as a camera likes it, and what it says for phones without one. */
function Code({
  name,
  at,
  isOne,
  addresses,
  onDone,
}: {
  name: string
  at: string
  isOne: boolean
  addresses: readonly string[]
  onDone: () => void
}) {
  const t = useTranslations('people')
  const [address, setAddress] = useState(addresses[0] ?? '')
  const link = address + at
  const router = useRouter()
  useEffect(() => {
    if (isOne) return
    const looking = setInterval(() => document.hidden || router.refresh(), LOOK_EVERY)
    return () => clearInterval(looking)
  }, [isOne, router])
  if (isOne)
    return (
      <Alert severity="success" onClose={onDone} sx={{ mt: 2, maxWidth: 760 }}>
        {t('phoneReady', { name })}
      </Alert>
    )
  return (
    <Box
      sx={{
        mt: 2.5,
        p: 2.5,
        display: 'flex',
        flexWrap: 'wrap',
        gap: 3,
        maxWidth: 760,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
      }}
    >
      <Box sx={{ bgcolor: '#fff', p: 1, lineHeight: 0 }}>
        <QrPicture text={link} name={t('codeFor', { name })} width={232} />
      </Box>
      <Box sx={{ flex: '1 1 260px', minWidth: 0, display: 'grid', gap: 2, alignContent: 'start' }}>
        <Typography component="p" sx={{ fontSize: 18 }}>
          {t('scanThis', { name })}
        </Typography>
        {addresses.length > 1 && (
          <TextField
            select
            label={t('address')}
            value={address}
            onChange={(event) => setAddress(event.target.value)}
            fullWidth
          >
            {addresses.map((one) => (
              <MenuItem key={one} value={one}>
                {one}
              </MenuItem>
            ))}
          </TextField>
        )}
        <TextField
          label={t('openThis')}
          value={link}
          onFocus={(event) => event.target.select()}
          slotProps={{ input: { readOnly: true } }}
          fullWidth
        />
        <Box>
          <Button variant="outlined" color="inherit" onClick={onDone}>
            {t('hideCode')}
          </Button>
        </Box>
      </Box>
    </Box>
  )
}

function OnePhone({ phone }: { phone: PeopleListed['phones'][number] }) {
  const t = useTranslations('people')
  const { data, format } = useSeason()
  const { busy, ask, say } = useAsk()
  const { id, name, madeBy, isOne, seen } = phone
  const facts = [
    isOne && seen !== null ? t('usedOn', { day: format.date(Math.floor(seen / 86_400_000)) }) : t('notScanned'),
    ...(madeBy === null ? [] : [t('addedBy', { name: madeBy })]),
  ]
  return (
    <Line>
      <Box sx={{ flex: '1 1 220px', minWidth: 0, overflowWrap: 'anywhere' }}>
        <b>{name}</b>
        <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{facts.join(', ')}</Box>
      </Box>
      <Button
        color="inherit"
        disabled={busy}
        aria-label={t('removePhone', { name })}
        onClick={() =>
          ask(
            () => endPhone(data.view, id),
            () => say(t('phoneRemoved', { name })),
          )
        }
      >
        {t('takeOff')}
      </Button>
    </Line>
  )
}
