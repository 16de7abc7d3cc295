/** What came into a lot and went of it, and a stocktake: each an entry with its day. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { formatDay, parseDay } from '../../core/calendar/day'
import { standing } from '../../core/ledger/records'
import type { LotUse } from '../../core/seed/lot-use'
import type { SEED_MOVES } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { dayItHappened } from '../../ui/records/entry-form'
import { useRecord } from '../../ui/records/use-record'
import { entrySentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

type How = (typeof SEED_MOVES)[number]

const HOW: readonly (readonly [How, string])[] = [
  ['counted', 'Counted: so many are left'],
  ['delivered', 'Delivered'],
  ['spilled', 'Spilled'],
  ['given', 'Given away'],
  ['discarded', 'Thrown away'],
]

export function SeedStock({ use }: { use: LotUse }) {
  const { season, format, today } = useSeason()
  const { record, takeBack } = useRecord()
  const [how, setHow] = useState<How>('counted')
  const [seeds, setSeeds] = useState<number>()
  const [on, setOn] = useState(formatDay(today))
  const [problem, setProblem] = useState<string>()
  const { lot, had, used, gone, left } = use
  const entries = standing(season.records).filter(({ what }) => what.did === 'seed' && what.lot === lot.key)
  const save = () => {
    const day = dayItHappened(on, today, format)
    if (typeof day === 'string') return setProblem(day)
    if (seeds === undefined || seeds < 0 || !Number.isInteger(seeds))
      return setProblem('Enter how many seeds, in whole numbers.')
    if (left !== undefined && (how === 'spilled' || how === 'given' || how === 'discarded') && seeds > left)
      return setProblem(`There are ${format.number(left)} left. Correct the number, or count them first.`)
    setProblem(undefined)
    setSeeds(undefined)
    void record({ on: day, what: { did: 'seed', lot: lot.key, how, seeds } }, `${lot.name}: saved.`)
  }
  return (
    <Box component="section" aria-label="Seed in stock" sx={{ mb: 2 }}>
      <Typography variant="h3" component="h3">
        In stock
      </Typography>
      <Box sx={{ fontSize: 15, mt: 0.5 }}>
        {had === undefined
          ? 'How many there were is not known. Count them.'
          : `${count(format, had, 'seed')} at the start and since delivered`}
        {used > 0 && `, ${format.number(used)} sown`}
        {gone > 0 && `, ${format.number(gone)} spilled, given or thrown away`}
        {left !== undefined && (
          <>
            : <b>{format.number(left)} left</b>
          </>
        )}
        .
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0, fontSize: 14.5 }}>
        {entries.map((entry) => (
          <Box component="li" key={entry.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Box sx={{ flex: 1 }}>
              {format.date(parseDay(entry.on))}: {entrySentence(entry, season, format)}
            </Box>
            <Button size="small" color="inherit" onClick={() => void takeBack([entry])}>
              Undo
            </Button>
          </Box>
        ))}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: '1fr 1fr',
          gap: 1.5,
          mt: 1,
          '& > :first-of-type': { gridColumn: '1 / -1' },
        }}
      >
        <ChoiceField label="What happened" value={how} options={HOW} onChange={(next) => setHow(next || 'counted')} />
        <NumberField label="How many seeds" value={seeds} onChange={setSeeds} error={problem} />
        <WordField label="Day of it" type="date" value={on} onChange={setOn} />
      </Box>
      <Button size="small" disabled={seeds === undefined} onClick={save} sx={{ mt: 0.5 }}>
        Save this entry
      </Button>
    </Box>
  )
}
