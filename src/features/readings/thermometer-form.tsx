/** A thermometer: its name, where it hangs, and when somebody is told. */
'use client'
import { useState, useTransition } from 'react'
import { useTranslations } from 'next-intl'
import { editThermometer, newThermometer } from '../../actions/thermometers'
import { usualLimits } from '../../core/climate/alarm'
import { present } from '../../season/values'
import type { ThermometerShown } from '../../season/thermometers'
import { callServer, troubleWords } from '../../ui/call-server'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useNotice } from '../../ui/notice'
import { EntryForm } from '../../ui/records/entry-form'
import { useSeason } from '../../ui/season-context'
import { Sheet } from '../../ui/sheet'
import { useUnits } from '../../ui/units'
import type { MadeKey } from './thermometer-key'

export function ThermometerForm({
  of,
  onAdded,
  onClose,
}: {
  /** The one that is changed; none: a new one. */
  of: ThermometerShown | undefined
  onAdded: (made: MadeKey) => void
  onClose: () => void
}) {
  const t = useTranslations('thermometers')
  const { season, today, data, format } = useSeason()
  const wholeIn = useUnits() === 'us' ? 'F' : 'C'
  const notice = useNotice()
  const [busy, start] = useTransition()
  const [problem, setProblem] = useState<string>()
  const [facts, setFacts] = useState(() => {
    const place = of?.place ?? season.places[0]!.key
    const guess = of ?? usualLimits(season.places[0]!, today, wholeIn)
    return {
      name: of?.name ?? '',
      place,
      unit: of?.unit ?? wholeIn,
      below: guess.below,
      above: guess.above,
      topic: of?.topic ?? '',
    }
  })
  const [limitsTyped, setLimitsTyped] = useState(of !== undefined)
  const set = (more: Partial<typeof facts>) => setFacts((now) => ({ ...now, ...more }))
  const choosePlace = (key: string) => {
    const place = season.places.find((one) => one.key === key)
    if (place) set({ place: key, ...(limitsTyped ? {} : usualLimits(place, today, wholeIn)) })
  }
  const setLimit = (more: { below?: number | undefined } | { above?: number | undefined }) => {
    setLimitsTyped(true)
    set(more)
  }
  const name = facts.name.trim()
  const topic = facts.topic.trim()
  const write = () => {
    const wrong = wrongIn({ ...facts, name, topic })
    if (wrong) return setProblem(t(`wrong.${wrong}`))
    const sent = present({ ...facts, name, topic: topic === '' ? undefined : topic })
    start(async () => {
      const called = await callServer(async () =>
        of ? await editThermometer(data.own, of.id, sent) : await newThermometer(data.own, sent),
      )
      if (!called.ok) return setProblem(troubleWords(called, format))
      const { answer } = called
      if (answer === undefined || answer === 'none') return setProblem(t('gone'))
      if (answer === 'name-taken') return setProblem(t('nameTaken'))
      if (typeof answer === 'object') onAdded({ name, key: answer.key, topic: sent.topic })
      else notice({ text: t('saved', { name }) })
      onClose()
    })
  }
  return (
    <Sheet name={of ? t('changeNamed', { name: of.name }) : t('add')} onClose={onClose}>
      <EntryForm
        title={of ? t('changeNamed', { name: of.name }) : t('add')}
        problem={problem}
        action={t('save')}
        back={t('cancel')}
        onWrite={() => !busy && write()}
        onClose={onClose}
      >
        <WordField label={t('name')} value={facts.name} onChange={(next) => set({ name: next })} />
        <ChoiceField
          label={t('place')}
          value={season.places.some(({ key }) => key === facts.place) ? facts.place : ''}
          options={season.places.map((one) => [one.key, one.name] as const)}
          onChange={choosePlace}
        />
        <ChoiceField
          label={t('unit')}
          value={facts.unit}
          options={[
            ['C', '°C'],
            ['F', '°F'],
          ]}
          onChange={(unit) => unit !== '' && set({ unit })}
        />
        <NumberField
          label={t('below')}
          value={facts.below}
          quantity="temperature"
          onChange={(below) => setLimit({ below })}
        />
        <NumberField
          label={t('above')}
          value={facts.above}
          quantity="temperature"
          onChange={(above) => setLimit({ above })}
        />
        <WordField
          label={t('topic')}
          help={t('topicHow')}
          value={facts.topic}
          onChange={(next) => set({ topic: next })}
        />
      </EntryForm>
    </Sheet>
  )
}

const LONGEST = 60

/** What is wrong with what was typed; nothing where it can be saved. */
function wrongIn({
  name,
  topic,
  below,
  above,
}: {
  name: string
  topic: string
  below?: number | undefined
  above?: number | undefined
}) {
  if (name === '' || name.length > LONGEST) return 'name' as const
  if (below !== undefined && above !== undefined && below >= above) return 'limits' as const
  return /[#+\0]/.test(topic) || topic.length > 200 ? ('topic' as const) : undefined
}
