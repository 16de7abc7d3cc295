/** Changes of the plan that wait on this device: sent when there is a connection, compared where somebody changed the same. */
'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { useNotice } from '../../ui/notice'
import { later } from '../../ui/later'
import type { WaitingChange } from '../../ui/plan-changes/waiting'
import { useSeason } from '../../ui/season-context'
import { useConnectionLost } from '../../ui/use-signal'

const CompareSides = later(() => import('./compare-sides').then((module) => module.CompareSides))

const TRIES_AGAIN = 20_000 // ms

export function WaitingChanges() {
  const t = useTranslations('shell')
  const { changes, waiting, data, format, trouble } = useSeason()
  const lost = useConnectionLost()
  const open = waiting.filter(({ clash }) => !clash)
  const due = open.length > 0
  const { view } = data
  useEffect(() => {
    if (!due || lost !== undefined) return
    void changes.send(view)
    const again = setInterval(() => void changes.send(view), TRIES_AGAIN)
    return () => clearInterval(again)
  }, [changes, view, due, lost, trouble])
  return (
    <>
      {due && (
        <Alert severity="warning" square>
          {t('changesWait', { n: open.length, text: format.number(open.length) })}
        </Alert>
      )}
      {waiting.map((change) => change.clash && <Clashing key={change.id} change={change} />)}
    </>
  )
}

function Clashing({ change }: { change: WaitingChange }) {
  const t = useTranslations('shell')
  const { changes } = useSeason()
  const notice = useNotice()
  const [comparing, setComparing] = useState(false)
  const { clash, summary, id } = change
  const remove = async () => {
    if (!(await changes.remove(id))) notice({ text: t('laterOnesGoToo'), tone: 'error' })
  }
  if (clash?.reason === 'stale')
    return (
      <Alert
        severity="error"
        square
        action={
          <Button color="inherit" onClick={() => setComparing(true)}>
            {t('changeAndTheirs')}
          </Button>
        }
      >
        {t('changeClashes', { summary })}
        {comparing && (
          <CompareSides
            change={change}
            onMine={() => void changes.useMine(id)}
            onTheirs={() => void remove()}
            onClose={() => setComparing(false)}
          />
        )}
      </Alert>
    )
  return (
    <Alert
      severity="error"
      square
      action={
        <Button color="inherit" onClick={() => void remove()}>
          {t('delete')}
        </Button>
      }
    >
      {t('changeNotSaved', {
        summary,
        why:
          clash?.reason === 'used'
            ? t('changeUsed')
            : clash?.reason === 'no-season'
              ? t('changeNoSeason')
              : (clash?.message ?? ''),
      })}
    </Alert>
  )
}
