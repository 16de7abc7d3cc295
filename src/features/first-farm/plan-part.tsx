/** What is grown: kinds ticked or typed, with how many and when, on one sheet. */
'use client'
import Box from '@mui/material/Box'
import Chip from '@mui/material/Chip'
import { useMemo, useRef, useState, type FormEvent } from 'react'
import { useTranslations } from 'next-intl'
import { v4 as newId } from 'uuid'
import { findKinds, library } from '../../library/library'
import type { Season } from '../../season/schema'
import { WordField } from '../../ui/fields'
import { SaidContext } from '../../ui/typed-sheet/cell'
import { FromFile } from '../../ui/typed-sheet/from-file'
import { Lists } from '../../ui/typed-sheet/lists'
import { outcomesOf, type Line } from '../../interchange/plan-sheet/reader'
import { ended, withRows } from '../../ui/typed-sheet/model'
import { GRID_LOOK, SheetGrid } from '../../ui/typed-sheet/sheet-grid'
import { useSaid } from '../../ui/typed-sheet/use-said'
import { BEGIN_WITH, firstDayOf, withKind, withoutKind, type Answers, type Grown } from './model'
import { Part } from './part'
import './words'

interface PlanPartProps {
  answers: Answers
  /** The farm the sheet is read on. */
  bare: Season
  grown: Grown
  lines: readonly Line[]
  locale: string
  onLines: (change: (lines: readonly Line[]) => readonly Line[]) => void
}

export function PlanPart({ answers, bare, grown, lines, locale, onLines }: PlanPartProps) {
  const t = useTranslations('firstFarm')
  const after = useRef<HTMLDivElement>(null)
  const outcomes = useMemo(() => outcomesOf(grown.plan), [grown.plan])
  const said = useSaid({ ...grown, lines, outcomes })
  return (
    <Part
      title={t('whatDoYouGrow')}
      text={t('oneRowAPlanting')}
      tool={
        <FromFile
          from={firstDayOf(answers)}
          locale={locale}
          onTake={(rows) =>
            onLines((now) => withRows({ season: bare, lines: now, sent: new Map() }, rows, newId).lines)
          }
        />
      }
    >
      <Kinds answers={answers} lines={lines} onLines={onLines} />
      <Lists season={grown.season} />
      <Box
        role="region"
        aria-label={t('table')}
        data-testid="sheet"
        sx={{ ...GRID_LOOK, height: 36 + 34 * Math.min(18, Math.max(7, lines.length + 1)), mt: 2 }}
      >
        <SaidContext value={said}>
          <SheetGrid
            lines={lines}
            onChange={(next) => onLines(() => ended(next))}
            onRows={() => undefined}
            onLeave={() => after.current?.focus()}
          />
        </SaidContext>
      </Box>
      <div ref={after} tabIndex={-1} />
    </Part>
  )
}

/** Kinds to tick; others are found by any of their names. */
function Kinds({ answers, lines, onLines }: Pick<PlanPartProps, 'answers' | 'lines' | 'onLines'>) {
  const t = useTranslations('firstFarm')
  const [text, setText] = useState('')
  const found = text.trim() === '' ? library().filter(({ crop }) => BEGIN_WITH.includes(crop.key)) : findKinds(text)
  const shown = found.map(({ crop, names }) => ({ key: crop.key, name: names[answers.region] })).slice(0, 24)
  const add = (name: string) => onLines((now) => withKind(now, name, newId()))
  const submit = (event: FormEvent) => {
    event.preventDefault()
    const [first] = shown
    if (text.trim() === '' || !first) return
    add(first.name)
    setText('')
  }
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'flex-start', gap: 1 }}>
      <Box component="form" onSubmit={submit}>
        <WordField label={t('findAKind')} type="search" value={text} onChange={setText} width={260} />
      </Box>
      <Box role="group" aria-label={t('kinds')} sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, flex: '1 1 400px' }}>
        {shown.map(({ key, name }) => {
          const on = lines.some(({ kind }) => kind === name)
          return (
            <Chip
              key={key}
              label={name}
              clickable
              component="button"
              type="button"
              aria-pressed={on}
              color={on ? 'primary' : 'default'}
              variant={on ? 'filled' : 'outlined'}
              onClick={() => (on ? onLines((now) => withoutKind(now, name)) : add(name))}
              sx={{ height: 40, borderRadius: 20, fontSize: 15 }}
            />
          )
        })}
        {shown.length === 0 && (
          <Box sx={{ color: 'text.secondary', alignSelf: 'center' }}>{t('nothingOfThatName')}</Box>
        )}
      </Box>
    </Box>
  )
}
