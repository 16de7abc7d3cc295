/** From what is in hand (so many cells, trays or seeds) to the plants that may be promised from it. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import type { InHand } from '../../core/plan/in-hand'
import type { Planting } from '../../season/schema'
import { ChoiceField, NumberField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { chanceWords, count } from '../../words/format'
import { fromHand } from './planting-choices'

const OF = ['cells', 'trays', 'seeds'] as const

/** @param planting the planting as it is written so far; none while it cannot be planned */
export function FromHand({ planting, onTake }: { planting: Planting | undefined; onTake: (plants: number) => void }) {
  const t = useTranslations('plan')
  const { season, planner, format } = useSeason()
  const [open, setOpen] = useState(false)
  const [hand, setHand] = useState<{ of: InHand['of']; amount: number | undefined }>({ of: 'cells', amount: undefined })
  if (!open)
    return (
      <Button size="small" color="inherit" onClick={() => setOpen(true)} sx={{ justifySelf: 'start', mt: -1 }}>
        {t('fromWhatIsInHand')}
      </Button>
    )
  const { of, amount } = hand
  const found =
    planting && amount !== undefined && amount > 0 ? fromHand({ of, amount }, planting, season, planner) : undefined
  const words = () => {
    if (!planting) return t('chooseWhatAndHowFirst')
    if (amount === undefined || amount <= 0) return t('howManyAreThere')
    if (!found) return t('notOnePlantFromIt')
    return t('fromHandComesTo', {
      plants: count(format, found.plants, 'plant'),
      chance: chanceWords(format, found.chance),
      expected: count(format, found.expected, 'plant'),
      cells: count(format, found.cells, 'cell'),
      seeds: count(format, found.seeds, 'seed'),
      left: format.number(found.left),
    })
  }
  return (
    <Box role="group" aria-label={t('fromWhatIsInHand')} sx={{ display: 'grid', gap: 0.75 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start' }}>
        <NumberField
          label={t('inHand')}
          value={amount}
          onChange={(next) => setHand({ of, amount: next })}
          width={110}
        />
        <ChoiceField
          label={t('ofWhat')}
          value={of}
          options={OF.map((one) => [one, t(`inHandOf.${one}`)] as const)}
          onChange={(next) => next && setHand({ of: next, amount })}
          width={130}
        />
        <Button
          size="small"
          variant="outlined"
          disabled={!found}
          onClick={() => found && onTake(found.plants)}
          sx={{ mt: 0.5 }}
        >
          {t('useThat')}
        </Button>
      </Box>
      <Box role="status" sx={{ fontSize: 14, color: 'text.secondary' }}>
        {words()}
      </Box>
    </Box>
  )
}
