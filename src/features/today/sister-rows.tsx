/** Sister work as one row that opens, and is done in one go. */
'use client'
import CheckIcon from '@mui/icons-material/Check'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import { useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { CountDue } from '../../core/advice/counts-due'
import type { Work } from '../../core/advice/work'
import { useMay } from '../../ui/may'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord } from '../../ui/records/use-record'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { taskName } from '../../words/tasks'
import { kindsOf } from './sister-work'

/** The same step of several batches, all open or all done. */
export function SisterRows({ work, children }: { work: readonly Work[]; children: () => ReactNode }) {
  const t = useTranslations('today')
  const { season, format, data, today } = useSeason()
  const { record } = useRecord()
  const records = useMay('record')
  const [{ task, state }] = work as [Work, ...Work[]]
  const done = state === 'done'
  const name = taskName(task, format)
  const n = work.length
  const text = format.number(n)
  const latest = Math.max(...work.map(({ late }) => late))
  // What goes out is looked at one by one: the weather may say no to some of it.
  const may = records && !data.whatIf && !done && task.kind !== 'plant'
  const all = () =>
    void record(
      work.map(({ task: one }) => ({ ...asPlanned(one, season), on: today })),
      t('severalDone', { n, text }),
    )
  return (
    <Folded
      step={name}
      amount={done ? t('sistersDone', { n, text }) : count(format, n, 'batch')}
      kinds={kindsOf(work.map((one) => one.task.batch))}
      late={latest > 0 && !done ? t('upToLate', { days: count(format, latest, 'day') }) : undefined}
      done={done}
      action={
        may && (
          <Button
            className="no-print"
            variant="outlined"
            color="inherit"
            onClick={all}
            aria-label={t('allOfDone', { name, n, text })}
            startIcon={<CheckIcon />}
            sx={{ minHeight: 48, flex: { xs: '1 1 100%', sm: '0 0 auto' } }}
          >
            {t('allDone', { text })}
          </Button>
        )
      }
    >
      {children}
    </Folded>
  )
}

/** Stands of several batches that are to be counted. */
export function SisterCounts({ due, children }: { due: readonly CountDue[]; children: () => ReactNode }) {
  const t = useTranslations('today')
  const { format } = useSeason()
  return (
    <Folded
      step={t('count')}
      amount={count(format, due.length, 'batch')}
      kinds={kindsOf(due.map(({ batch }) => batch))}
      done={false}
    >
      {children}
    </Folded>
  )
}

const KINDS_NAMED = 3

interface FoldedProps {
  step: string
  amount: string
  kinds: readonly string[]
  late?: string | undefined
  done: boolean
  action?: ReactNode
  children: () => ReactNode
}

function Folded({ step, amount, kinds, late, done, action, children }: FoldedProps) {
  const t = useTranslations('today')
  const { format } = useSeason()
  const [open, setOpen] = useState(false)
  const more = kinds.length - KINDS_NAMED
  return (
    <Box component="li" data-folded={step} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, opacity: done ? 0.68 : 1 }}>
        <ButtonBase
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          sx={{
            font: 'inherit',
            textAlign: 'left',
            flex: '1 1 240px',
            minWidth: 0,
            minHeight: 48,
            gap: 1,
            justifyContent: 'space-between',
            borderRadius: 1,
            '&:hover': { bgcolor: 'var(--row-chosen)' },
          }}
        >
          <Box sx={{ minWidth: 0, lineHeight: 1.3 }}>
            <Box sx={{ fontSize: 16 }}>
              <b>{step}</b>{' '}
              <Box component="span" sx={{ color: 'text.secondary', fontWeight: 700 }}>
                {amount}
              </Box>
            </Box>
            <Box sx={{ fontSize: 14.5, color: 'text.secondary' }}>
              {kinds.slice(0, KINDS_NAMED).join(', ')}
              {more > 0 && ` ${t('andMoreKinds', { n: more, text: format.number(more) })}`}
            </Box>
            {late !== undefined && <Box sx={{ fontSize: 14, fontWeight: 650, color: 'error.main' }}>{late}</Box>}
          </Box>
          <ExpandIcon sx={{ flex: 'none', transform: open ? 'rotate(180deg)' : 'none' }} />
        </ButtonBase>
        {action}
      </Box>
      {open && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0, pl: { xs: 1, sm: 2 } }}>
          {children()}
        </Box>
      )}
    </Box>
  )
}
