/** The journal: everything that happened, in order, to be searched, corrected and taken out. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useSearchParams } from 'next/navigation'
import { useDeferredValue, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { parseDay } from '../../core/calendar/day'
import type { Entry } from '../../season/schema'
import { ChoiceField, WordField } from '../../ui/fields'
import { JournalTabs } from '../../ui/journal-tabs'
import { EntryList } from '../../ui/records/entry-list'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { CorrectEntry } from './correct-entry'
import { foundIn, KINDS, peopleOf, type Kind } from './model'
import { WriteNote } from './write-note'

const AT_ONCE = 60

export function JournalView() {
  const t = useTranslations('journal')
  const { season, plan, format, data } = useSeason()
  const search = useSearchParams()
  const [words, setWords] = useState(search.get('q') ?? '')
  const [kind, setKind] = useState<Kind | ''>('')
  const [person, setPerson] = useState('')
  const [place, setPlace] = useState('')
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
        <Button variant="outlined" color="inherit" href="/out/journal.csv" download sx={{ minHeight: 44 }}>
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
        <WordField type="search" label={t('searchBatchCropPlacePerson')} value={words} onChange={setWords} />
        <ChoiceField label={t('kind')} value={kind} none={t('everything')} options={KINDS} onChange={setKind} />
        <ChoiceField
          label={t('person')}
          value={person}
          none={t('everyone')}
          options={people.map((one) => [one, one] as const)}
          onChange={setPerson}
        />
        <ChoiceField
          label={t('place')}
          value={place}
          none={t('everywhere')}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={setPlace}
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
