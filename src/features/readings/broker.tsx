/** The broker that thermometers of the farm speak through: set, changed, and how it goes with it. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { deleteFarmBroker, setFarmBroker } from '../../actions/thermometers'
import { present } from '../../season/values'
import type { ThermometersShown } from '../../season/thermometers'
import { callServer, troubleWords } from '../../ui/call-server'
import { WordField } from '../../ui/fields'
import { useNotice } from '../../ui/notice'
import { EntryForm } from '../../ui/records/entry-form'
import { useSeason } from '../../ui/season-context'
import { Sheet } from '../../ui/sheet'

type Broker = NonNullable<ThermometersShown['broker']>

const TONES = { connected: 'success', asked: 'info', failed: 'error' } as const

export function BrokerPart({
  broker,
  owns,
  again,
}: {
  broker: Broker | undefined
  owns: boolean
  again: () => Promise<void>
}) {
  const t = useTranslations('thermometers')
  const { data, format } = useSeason()
  const notice = useNotice()
  const [open, setOpen] = useState(false)
  const [busy, start] = useTransition()
  const drop = () =>
    start(async () => {
      const called = await callServer(() => deleteFarmBroker(data.own))
      notice(called.ok ? { text: t('brokerDeleted') } : { tone: 'error', text: troubleWords(called, format) })
      await again()
    })
  return (
    <Box component="section" aria-label={t('broker')} sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {t('broker')}
      </Typography>
      <Box component="p" sx={{ m: 0, mb: 1, maxWidth: 720, color: 'text.secondary', fontSize: 15 }}>
        {t('brokerHow')}
      </Box>
      {broker && (
        <Alert severity={TONES[broker.heard]} sx={{ mb: 1, maxWidth: 860 }}>
          {broker.heard === 'connected' && t('brokerConnected', { address: broker.address })}
          {broker.heard === 'asked' && t('brokerAsked', { address: broker.address })}
          {broker.heard === 'failed' && t('brokerFailed', { address: broker.address, problem: broker.problem ?? '' })}
        </Alert>
      )}
      {owns && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="outlined" color="inherit" onClick={() => setOpen(true)} sx={{ minHeight: 44 }}>
            {broker ? t('changeBroker') : t('setBroker')}
          </Button>
          {broker && (
            <Button color="inherit" disabled={busy} onClick={drop} sx={{ minHeight: 44 }}>
              {t('deleteBroker')}
            </Button>
          )}
        </Box>
      )}
      {open && (
        <BrokerForm
          broker={broker}
          onClose={() => {
            setOpen(false)
            void again()
          }}
        />
      )}
    </Box>
  )
}

const ADDRESS = /^mqtts?:\/\/[^\s/?#@]+\/?$/i

function BrokerForm({ broker, onClose }: { broker: Broker | undefined; onClose: () => void }) {
  const t = useTranslations('thermometers')
  const { data, format } = useSeason()
  const notice = useNotice()
  const [busy, start] = useTransition()
  const [address, setAddress] = useState(broker?.address ?? '')
  const [username, setUsername] = useState(broker?.username ?? '')
  const [password, setPassword] = useState('')
  const [problem, setProblem] = useState<string>()
  const write = () => {
    if (!ADDRESS.test(address.trim())) return setProblem(t('brokerAddressWrong'))
    const facts = present({
      address: address.trim(),
      username: username === '' ? undefined : username,
      password: password === '' ? undefined : password,
    })
    start(async () => {
      const called = await callServer(() => setFarmBroker(data.own, facts))
      if (!called.ok) return setProblem(troubleWords(called, format))
      notice({ text: t('brokerSaved') })
      onClose()
    })
  }
  return (
    <Sheet name={t('broker')} onClose={onClose}>
      <EntryForm
        title={t('broker')}
        problem={problem}
        action={t('save')}
        back={t('cancel')}
        onWrite={() => !busy && write()}
        onClose={onClose}
      >
        <WordField label={t('brokerAddress')} help={t('brokerAddressHow')} value={address} onChange={setAddress} />
        <WordField label={t('brokerUser')} value={username} onChange={setUsername} />
        <TextField
          type="password"
          label={t('brokerPassword')}
          helperText={broker ? t('brokerPasswordKept') : undefined}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'new-password' } }}
        />
      </EntryForm>
    </Sheet>
  )
}
