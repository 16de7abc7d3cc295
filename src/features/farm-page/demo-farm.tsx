/** The demo farm: looked at, and put back as it ships. */
'use client'
import Button from '@mui/material/Button'
import { useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { lookAtDemo } from '../../actions/farms'
import { callServer, troubleWords } from '../../ui/call-server'
import { useWholeRouter } from '../../ui/navigation'
import { useNotice } from '../../ui/notice'
import { useFormat, useUnits } from '../../ui/units'
import './words'

/** Does something that leads to a farm, and goes there; what goes wrong is said. */
export function useGoing(): { busy: boolean; go: (work: () => Promise<{ at: string } | undefined>) => void } {
  const [busy, start] = useTransition()
  const notice = useNotice()
  const router = useWholeRouter()
  const format = useFormat(useUnits())
  return {
    busy,
    go: (work) =>
      start(async () => {
        const called = await callServer(work)
        if (!called.ok) notice({ tone: 'error', text: troubleWords(called, format) })
        else if (called.answer) router.push(`${called.answer.at}/today`)
      }),
  }
}

export function LookAtDemo() {
  const t = useTranslations('farmPage')
  const { busy, go } = useGoing()
  return (
    <Button variant="outlined" color="inherit" size="large" disabled={busy} onClick={() => go(lookAtDemo)}>
      {busy ? t('opening') : t('lookAtTheDemoFarm')}
    </Button>
  )
}
