/** What is said beside every line of a sheet: what it comes to, or what is wrong in it. */
'use client'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import type { ReadRow } from '../../interchange/plan-sheet/read-rows'
import { count } from '../../words/format'
import { useFormat, useUnits } from '../units'
import type { Said, SaidLines } from './cell'
import type { Line, Outcome } from '../../interchange/plan-sheet/reader'
import { problemWords } from './row-words'

interface SaidOf {
  lines: readonly Line[]
  /** Lines that were written in, with what they were read as. */
  edited: readonly Line[]
  rows: readonly ReadRow[]
  /** What every planting comes to, by its key. */
  outcomes: ReadonlyMap<string, Outcome>
  /** What empty cells of a line are taken to say. */
  taken?: ReadonlyMap<string, NonNullable<Said['taken']>>
}

/** What is said of every line, worked out for those that are drawn. */
export function useSaid({ lines, edited, rows, outcomes, taken }: SaidOf): SaidLines {
  const t = useTranslations('sheet')
  const format = useFormat(useUnits())
  return useMemo(() => {
    const byId = new Map(lines.map((line) => [line.id, line]))
    const written = new Map(edited.map(({ id }, i) => [id, rows[i]]))
    const known = new Map<string, Said>()
    const say = (line: Line): Said => {
      const row = written.get(line.id)
      const key = row ? row.planting?.key : line.of
      const outcome = key === undefined ? undefined : outcomes.get(key)
      const problems = (row?.problems ?? []).map((problem) => problemWords(problem, format))
      const comesTo = [
        ...(row?.brings ? [t('brings', { name: row.brings })] : []),
        ...(outcome?.sow === undefined
          ? []
          : [
              t('sowOn', { day: format.date(outcome.sow) }) +
                (outcome.trays > 0 ? `, ${count(format, outcome.trays, 'tray')}` : ''),
            ]),
        ...(outcome?.marks ?? []).map((kind) => format.t(`words.marks.tags.${kind}`)),
      ]
      const wrong = new Set((row?.problems ?? []).map(({ column }) => column))
      const words = (problems.length > 0 ? problems : comesTo).join(' · ')
      const forEmpty = taken?.get(line.id)
      return forEmpty ? { words, wrong, taken: forEmpty } : { words, wrong }
    }
    return {
      get(id: string): Said | undefined {
        const line = byId.get(id)
        if (!line) return undefined
        const said = known.get(id) ?? say(line)
        known.set(id, said)
        return said
      },
    }
  }, [lines, edited, rows, outcomes, taken, format, t])
}
