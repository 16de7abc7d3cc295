/** The journal: everything that happened, in order, to be searched, corrected and taken out. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo, useState } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import type { Entry } from '../../season/schema'
import { ChoiceField, WordField } from '../../ui/fields'
import { JournalTabs } from '../../ui/journal-tabs'
import { EntryList } from '../../ui/records/entry-list'
import { useInAddress } from '../../ui/use-in-address'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { CorrectEntry } from './correct-entry'
import { foundIn, KIND_NAMES, peopleOf } from './model'
import { WriteNote } from './write-note'
import { useOut } from '../../ui/navigation'

const AT_ONCE = 60

const Wanted = z.object({
  q: z.string().max(200),
  kind: z.enum(['', ...KIND_NAMES]),
  person: z.string(),
  place: z.string(),
})
const EVERYTHING: z.output<typeof Wanted> = { q: '', kind: '', person: '', place: '' }

export function JournalView() {
  const t = useTranslations('journal')
  const out = useOut()
  const { season, plan, format, data } = useSeason()
  const [{ q: words, kind, person, place }, setWanted] = useInAddress('journal', Wanted, EVERYTHING)
  const want = (part: Partial<z.output<typeof Wanted>>) => setWanted({ q: words, kind, person, place, ...part })
  const [shown, setShown] = useState(AT_ONCE)
  const [correcting, setCorrecting] = useState<Entry>()
  const [writing, setWriting] = useState(false)
  const asked = useDeferredValue(words)
  const people = useMemo(() => peopleOf(season.records), [season.records])
  const found = useMemo(
    () => foundIn(plan, { words: asked, kind, person, place }, format),
    [plan, format, asked, kind, person, place],
  )
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1000 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ flex: 1, minWidth: 160 }}>
          {t('journal')}
        </Typography>
        {!data.whatIf && (
          <Button variant="contained" disableElevation onClick={() => setWriting(true)} sx={{ minHeight: 44 }}>
            {t('writeANote')}
          </Button>
        )}
        <Button variant="outlined" color="inherit" href={out('journal.csv')} download sx={{ minHeight: 44 }}>
          {t('csv')}
        </Button>
      </Box>
      <JournalTabs at="/journal" />
      <Box
        sx={{
          display: 'grid',
          gap: 1.5,
          gridTemplateColumns: { xs: '1fr 1fr', md: '2fr 1fr 1fr 1fr' },
          mb: 1.5,
          '& > :first-of-type': { gridColumn: { xs: '1 / -1', md: 'auto' } },
        }}
      >
        <WordField type="search" label={t('searchBatchCropPlacePerson')} value={words} onChange={(q) => want({ q })} />
        <ChoiceField
          label={t('kind')}
          value={kind}
          none={t('everything')}
          options={KIND_NAMES.map((one) => [one, t(`kinds.${one}`)] as const)}
          onChange={(next) => want({ kind: next })}
        />
        <ChoiceField
          label={t('person')}
          value={person}
          none={t('everyone')}
          options={people.map((one) => [one, one] as const)}
          onChange={(next) => want({ person: next })}
        />
        <ChoiceField
          label={t('place')}
          value={place}
          none={t('everywhere')}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={(next) => want({ place: next })}
        />
      </Box>
      <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 0.5 }} aria-live="polite">
        {count(format, found.length, 'entry')}
        {found.length > 0
          ? t('to', {
              parseDay: format.date(parseDay(found.at(-1)!.on)),
              parseDay2: format.date(parseDay(found[0]!.on)),
            })
          : ''}
      </Box>
      <EntryList
        entries={found.slice(0, shown)}
        named
        empty={season.records.length === 0 ? t('nothingIsWrittenDownYet') : t('nothingIsFoundByThese')}
        onCorrect={setCorrecting}
      />
      {found.length > shown && (
        <Button
          color="inherit"
          variant="outlined"
          onClick={() => setShown(shown + 5 * AT_ONCE)}
          sx={{ mt: 1.5, minHeight: 44 }}
        >
          {t('showMore')}
        </Button>
      )}
      {correcting && <CorrectEntry entry={correcting} onClose={() => setCorrecting(undefined)} />}
      {writing && <WriteNote onClose={() => setWriting(false)} />}
    </Box>
  )
}
