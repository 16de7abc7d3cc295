/** What came into a lot and went of it, and a stocktake: each an entry with its day. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay } from '../../core/calendar/day'
import { standing } from '../../core/ledger/records'
import type { LotUse } from '../../core/seed/lot-use'
import type { SEED_MOVES } from '../../season/schema'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField } from '../../ui/fields'
import { dayItHappened } from '../../ui/records/entry-form'
import { useRecord } from '../../ui/records/use-record'
import { entrySentence } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'

type How = (typeof SEED_MOVES)[number]

/** In the order they are asked for. */
const HOW: readonly How[] = ['counted', 'delivered', 'spilled', 'given', 'discarded']

export function SeedStock({ use }: { use: LotUse }) {
  const t = useTranslations('seed')
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
    if (seeds === undefined || seeds < 0 || !Number.isInteger(seeds)) return setProblem(t('enterHowManySeedsIn'))
    if (left !== undefined && (how === 'spilled' || how === 'given' || how === 'discarded') && seeds > left)
      return setProblem(t('thereAreLeftCorrectThe', { left: format.number(left) }))
    setProblem(undefined)
    setSeeds(undefined)
    void record({ on: day, what: { did: 'seed', lot: lot.key, how, seeds } }, t('saved', { lot: lot.name }))
  }
  return (
    <Box component="section" aria-label={t('seedInStock')} sx={{ mb: 2 }}>
      <Typography variant="h3" component="h3">
        {t('inStock')}
      </Typography>
      <Box sx={{ fontSize: 15, mt: 0.5 }}>
        {had === undefined ? t('howManyThereWereIs') : t('atTheStartAndSince', { seeds: count(format, had, 'seed') })}
        {used > 0 && t('sownOfUsed', { used: format.number(used) })}
        {gone > 0 && t('spilledGivenOrThrownAway', { gone: format.number(gone) })}
        {left !== undefined && (
          <>
            : <b>{t('left', { left: format.number(left) })}</b>
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
              {t('undo')}
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
        <ChoiceField
          label={t('whatHappened')}
          value={how}
          options={HOW.map((one) => [one, t(`how.${one}`)] as const)}
          onChange={(next) => setHow(next || 'counted')}
        />
        <NumberField label={t('howManySeeds')} value={seeds} onChange={setSeeds} error={problem} />
        <DayField label={t('dayOfIt')} value={on} onChange={setOn} />
      </Box>
      <Button size="small" disabled={seeds === undefined} onClick={save} sx={{ mt: 0.5 }}>
        {t('saveThisEntry')}
      </Button>
    </Box>
  )
}
