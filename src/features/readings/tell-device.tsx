/** Whether this device is told of frost and heat while no page is open. */
'use client'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import { useEffect, useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { callServer, troubleWords } from '../../ui/call-server'
import { useNotice } from '../../ui/notice'
import { useSeason } from '../../ui/season-context'
import { isTold, startTelling, stopTelling, tellable, type Asked, type Tellable } from './push'

export function TellDevice() {
  const t = useTranslations('thermometers')
  const { data, format } = useSeason()
  const notice = useNotice()
  const [busy, start] = useTransition()
  const [state, setState] = useState<{ can: Tellable; told: boolean }>()
  useEffect(() => {
    let gone = false
    void isTold(data.own)
      .catch(() => false)
      .then((told) => !gone && setState({ can: tellable(), told }))
    return () => {
      gone = true
    }
  }, [data.own])
  if (!state) return null
  const turn = (on: boolean) =>
    start(async () => {
      const called = await callServer<Asked | void>(() =>
        on ? startTelling(data.own, format.locale, format.units) : stopTelling(data.own),
      )
      if (!called.ok) return notice({ tone: 'error', text: troubleWords(called, format) })
      const asked = called.answer ?? undefined
      setState({ can: tellable(), told: asked === 'told' })
      notice(
        asked === undefined
          ? { text: t('tellOff') }
          : { text: t(`tell.${asked}`), ...(asked === 'told' ? {} : { tone: 'error' as const }) },
      )
    })
  return (
    <Box sx={{ mt: 2, maxWidth: 720 }}>
      <FormControlLabel
        control={
          <Switch
            checked={state.told}
            disabled={busy || state.can !== 'yes' || data.whatIf !== null}
            onChange={(_, next) => turn(next)}
          />
        }
        label={t('tellThisDevice')}
      />
      <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
        {state.can === 'yes' ? t('tellHow') : t(`tell.${state.can}`)}
      </Box>
    </Box>
  )
}
