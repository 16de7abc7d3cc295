/** What is in a calendar, and what it reminds of. */
'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormLabel from '@mui/material/FormLabel'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { CALENDAR_WORK, REMIND_OF, type CalendarFacts, type CalendarWork } from '../../season/calendars'
import { ChoiceField, WordField } from '../../ui/fields'
import { EntryForm } from '../../ui/records/entry-form'
import { useSeason } from '../../ui/season-context'
import { Sheet } from '../../ui/sheet'
import { clockText, minutesOf } from './clock-words'
import './words'

const MORNING = 7 * 60 // minutes

export function CalendarForm({
  of,
  problem: refused,
  onWrite,
  onClose,
}: {
  /** The one that is changed; none: a new one. */
  of: CalendarFacts | undefined
  problem: string | undefined
  onWrite: (facts: CalendarFacts) => void
  onClose: () => void
}) {
  const t = useTranslations('calendars')
  const { season } = useSeason()
  const [name, setName] = useState(of?.name ?? t('usualName'))
  const [work, setWork] = useState<readonly CalendarWork[]>(of?.work ?? CALENDAR_WORK)
  const [places, setPlaces] = useState<readonly string[]>(of?.places ?? [])
  const [remind, setRemind] = useState(of?.remind ?? 'what-cannot-wait')
  const [time, setTime] = useState(clockText(of?.remindAt ?? MORNING))
  const [problem, setProblem] = useState<string>()
  const title = of ? t('changeTitle', { name: of.name }) : t('addTitle')
  const there = new Map(season.places.map((place) => [place.key, place.name]))
  const write = () => {
    const remindAt = remind === 'nothing' ? (of?.remindAt ?? MORNING) : minutesOf(time)
    if (name.trim() === '') return setProblem(t('nameIt'))
    if (work.length === 0) return setProblem(t('chooseWork'))
    if (remindAt === undefined) return setProblem(t('aTime'))
    const chosen = CALENDAR_WORK.filter((one) => work.includes(one))
    onWrite({
      name: name.trim(),
      ...(chosen.length < CALENDAR_WORK.length ? { work: chosen } : {}),
      ...(places.length > 0 ? { places: [...places] } : {}),
      remind,
      remindAt,
    })
  }
  return (
    <Sheet name={title} onClose={onClose}>
      <EntryForm
        title={title}
        problem={problem ?? refused}
        action={t('save')}
        back={t('cancel')}
        onWrite={write}
        onClose={onClose}
      >
        <WordField label={t('name')} value={name} onChange={setName} />
        <Box component="fieldset" sx={{ border: 0, m: 0, p: 0, minWidth: 0 }}>
          <FormLabel component="legend" sx={{ fontSize: 14, mb: 0.5 }}>
            {t('work')}
          </FormLabel>
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
            {CALENDAR_WORK.map((one) => (
              <FormControlLabel
                key={one}
                label={t(`workOf.${one}`)}
                control={
                  <Checkbox
                    checked={work.includes(one)}
                    onChange={(_, on) => setWork(on ? [...work, one] : work.filter((other) => other !== one))}
                  />
                }
              />
            ))}
          </Box>
        </Box>
        <Autocomplete
          multiple
          disableCloseOnSelect
          options={season.places.map(({ key }) => key)}
          getOptionLabel={(key) => there.get(key) ?? key}
          value={places.filter((key) => there.has(key))}
          onChange={(_, chosen) => setPlaces(chosen)}
          renderInput={(params) => <TextField {...params} label={t('places')} helperText={t('placesNote')} />}
        />
        <ChoiceField
          label={t('remind')}
          value={remind}
          options={REMIND_OF.map((one) => [one, t(`remindOf.${one}`)] as const)}
          onChange={(one) => one && setRemind(one)}
          help={remind === 'what-cannot-wait' ? t('cannotWait') : undefined}
        />
        {remind !== 'nothing' && <WordField label={t('remindAt')} value={time} onChange={setTime} />}
      </EntryForm>
    </Sheet>
  )
}
