/** Everything ticked, changed in one step: what is asked, and what it does before it is saved. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { weekStart, type Day } from '../../core/calendar/day'
import { readTypedDay, type TypedDays } from '../../core/calendar/typed-day'
import type { ManyChange, Ticked } from '../../core/batch/many'
import { count, dayOrderOf, list, type Format } from '../../words/format'
import { ChoiceField, NumberField, WordField } from '../fields'
import { useSeason } from '../season-context'
import { Sheet } from '../sheet'
import { useChange } from '../use-change'
import { choicesFor, effectOf, type ManyEffect } from './model'
import { OverList } from './over-list'

/** What is typed; empty where it stays as it is. */
interface Typed {
  by: number | undefined
  week: string
  method: string
  container: string
  place: string
  plants: number | undefined
  percent: number | undefined
  age: '' | 'usual' | 'ready' | 'middle' | 'limit'
  lot: string
  bed: string
  buyer: string
  priority: '' | 'promised' | 'normal'
}

const NOTHING: Typed = {
  by: undefined,
  week: '',
  method: '',
  container: '',
  place: '',
  plants: undefined,
  percent: undefined,
  age: '',
  lot: '',
  bed: '',
  buyer: '',
  priority: '',
}

const AGES = { usual: null, ready: 0, middle: 0.5, limit: 1 } as const

/**
 * @param remove whether they are to be taken out of the plan, which only has to be confirmed
 * @param onDone told when it is saved
 */
export function ManyPanel({
  ticked,
  remove = false,
  onClose,
  onDone,
}: {
  ticked: readonly Ticked[]
  remove?: boolean
  onClose: () => void
  onDone: () => void
}) {
  const t = useTranslations('many')
  const { season, plan, planner, data, format } = useSeason()
  const { change: save, busy, failure, problems } = useChange()
  const [typed, setTyped] = useState(NOTHING)
  const put = (part: Partial<Typed>) => setTyped((before) => ({ ...before, ...part }))
  const choices = useMemo(() => choicesFor(season, ticked), [season, ticked])
  const days: TypedDays = useMemo(() => ({ from: plan.from, order: dayOrderOf(data.locale) }), [plan.from, data.locale])
  const week = readWeek(typed.week, days)
  const deferred = useDeferredValue(typed)
  const change = useMemo<ManyChange>(
    () => (remove ? { remove: true } : changeOf(deferred, choices.methodOf, readWeek(deferred.week, days))),
    [remove, deferred, choices, days],
  )
  const effect = useMemo(
    () =>
      Object.keys(change).length === 0
        ? undefined
        : effectOf({ season, plan, planner, versions: data.versions }, ticked, change),
    [season, plan, planner, data.versions, ticked, change],
  )
  const all = count(format, ticked.length, 'batch')
  const write = async () => {
    if (!effect) return
    const changed = count(format, effect.changed.length, 'batch')
    const what = list(format, [
      ...new Set((Object.keys(change) as (keyof ManyChange)[]).map((key) => t(`what.${key}`))),
    ])
    if (await save(effect.edits, remove ? t('deleted', { count: changed }) : t('changed', { count: changed, what })))
      onDone()
  }
  const title = remove ? t('deleteTicked', { count: all }) : t('changeTicked', { count: all })
  const wrongWeek = typed.week.trim() !== '' && week === undefined
  return (
    <Sheet name={title} onClose={onClose}>
      <Typography variant="h2">{title}</Typography>
      {(failure ?? problems[0]) && <Alert severity="error">{failure ?? problems[0]!.message}</Alert>}
      {!remove && (
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.75, alignItems: 'start' }}>
          <NumberField
            label={t('daysLater')}
            value={typed.by}
            help={t('daysLaterHelp')}
            onChange={(by) => put({ by, week: '' })}
          />
          <WordField
            label={t('toWeek')}
            value={typed.week}
            help={t('toWeekHelp')}
            error={wrongWeek ? t('noWeek') : undefined}
            onChange={(next) => put({ week: next, by: undefined })}
          />
          <NumberField
            label={t('plantsEach')}
            value={typed.plants}
            onChange={(plants) => put({ plants, percent: undefined })}
          />
          <NumberField
            label={t('percent')}
            value={typed.percent}
            help={t('percentHelp')}
            onChange={(percent) => put({ percent, plants: undefined })}
          />
          <ChoiceField
            label={t('method')}
            value={typed.method}
            none={t('asItIs')}
            options={choices.methods}
            onChange={(method) => put({ method })}
          />
          <ChoiceField
            label={t('sownInto')}
            value={typed.container}
            none={t('asItIs')}
            options={season.containers.map(({ key, name }) => [key, name] as const)}
            onChange={(container) => put({ container })}
          />
          <ChoiceField
            label={t('standsAt')}
            value={typed.place}
            none={t('asItIs')}
            options={season.places.map(({ key, name }) => [key, name] as const)}
            onChange={(place) => put({ place })}
          />
          <ChoiceField
            label={t('age')}
            value={typed.age}
            none={t('asItIs')}
            options={(['usual', 'ready', 'middle', 'limit'] as const).map((age) => [age, t(`ages.${age}`)] as const)}
            onChange={(age) => put({ age })}
          />
          <ChoiceField
            label={t('lot')}
            value={typed.lot}
            none={t('asItIs')}
            options={choices.lots}
            onChange={(lot) => put({ lot })}
          />
          <ChoiceField
            label={t('priority')}
            value={typed.priority}
            none={t('asItIs')}
            options={(['promised', 'normal'] as const).map((one) => [one, t(`priorities.${one}`)] as const)}
            onChange={(priority) => put({ priority })}
          />
          <ChoiceField
            label={t('bed')}
            value={typed.bed}
            none={t('asItIs')}
            options={season.beds.map(({ key, name }) => [key, name] as const)}
            onChange={(bed) => put({ bed, buyer: '' })}
          />
          <WordField label={t('buyer')} value={typed.buyer} onChange={(buyer) => put({ buyer, bed: '' })} />
        </Box>
      )}
      {effect ? (
        <Effect effect={effect} remove={remove} />
      ) : (
        <Box sx={{ color: 'text.secondary' }}>{t('nothingYet')}</Box>
      )}
      <Box sx={{ position: 'sticky', bottom: -16, display: 'flex', gap: 1, py: 1.5, bgcolor: 'background.paper' }}>
        <Button
          variant="contained"
          color={remove ? 'error' : 'primary'}
          disabled={busy || wrongWeek || typed !== deferred || !effect || effect.changed.length === 0}
          onClick={() => void write()}
        >
          {busy ? t('saving') : remove ? title : t('save')}
        </Button>
        <Button color="inherit" onClick={onClose}>
          {t('cancel')}
        </Button>
      </Box>
    </Sheet>
  )
}

/** What it does to the batches, the benches and the seed. */
function Effect({ effect, remove }: { effect: ManyEffect; remove: boolean }) {
  const t = useTranslations('many')
  const { format, plan } = useSeason()
  const { changed, stay, moves, over, trays, seeds, stops } = effect
  const codes = useMemo(() => {
    const known = new Map(plan.batches.map(({ id, code }) => [id, code]))
    for (const { id, code } of plan.inPlace) known.set(id, code)
    return known
  }, [plan])
  const reasons = [...new Set(stay.map(({ why }) => why))]
  const text = (n: number) => ({ n, text: format.number(n) })
  const grows = over.some(({ kind }) => kind === 'new' || kind === 'more')
  return (
    <Box role="status" data-testid="effect" sx={{ bgcolor: 'var(--ribbon)', borderRadius: 1.5, p: 1.75, fontSize: 15 }}>
      <b>{remove ? t('goes', text(changed.length)) : t('changes', text(changed.length))}</b>
      {moves.length > 0 && <Box>{t('alsoMove', text(moves.length))}</Box>}
      {trays[0] !== trays[1] && (
        <Box>{t('trays', { was: format.number(trays[0]), would: format.number(trays[1]) })}</Box>
      )}
      {seeds[0] !== seeds[1] && (
        <Box>{t('seeds', { was: format.number(seeds[0]), would: format.number(seeds[1]) })}</Box>
      )}
      {stops.length > 0 && (
        <Box sx={{ color: 'error.main', fontWeight: 650 }}>
          {t('noLongerWorks', {
            names: named(
              stops.map(({ code }) => code),
              format,
            ),
          })}
        </Box>
      )}
      {reasons.map((why) => (
        <Box key={why} sx={{ color: 'text.secondary' }}>
          {t('stays', {
            names: named(
              stay.filter((one) => one.why === why).map(({ id }) => codes.get(id) ?? id),
              format,
            ),
            why: t(`why.${why}`),
          })}
        </Box>
      ))}
      <OverList changes={over} />
      {!grows && <Box sx={{ color: 'text.secondary' }}>{t('noOverfull')}</Box>}
    </Box>
  )
}

const MOST_NAMES = 8

/** Names, the first of many. */
const named = (names: readonly string[], f: Format): string =>
  names.length <= MOST_NAMES
    ? list(f, names)
    : list(f, [...names.slice(0, MOST_NAMES), count(f, names.length - MOST_NAMES, 'batch')])

/** Monday of the week that was typed. */
function readWeek(text: string, days: TypedDays): Day | undefined {
  if (text.trim() === '') return undefined
  const read = readTypedDay(text, days)
  return read.ok ? weekStart(read.day) : undefined
}

/** What is asked, as far as it is typed. */
function changeOf(
  typed: Typed,
  methodOf: (chosen: string) => NonNullable<ManyChange['method']>,
  week: Day | undefined,
): ManyChange {
  const { by, method, container, place, plants, percent, age, lot, bed, buyer, priority } = typed
  const positive = (n: number | undefined): n is number => n !== undefined && n > 0
  return {
    ...(by !== undefined && by !== 0 && Math.abs(by) <= 3650 ? { by: Math.round(by) } : {}),
    ...(week === undefined ? {} : { week }),
    ...(method === '' ? {} : { method: methodOf(method) }),
    ...(container === '' ? {} : { container }),
    ...(place === '' ? {} : { place }),
    ...(positive(plants) ? { plants: Math.round(plants) } : {}),
    ...(positive(percent) && percent !== 100 ? { times: percent / 100 } : {}),
    ...(age === '' ? {} : { age: AGES[age] }),
    ...(lot === '' ? {} : { lot }),
    ...(bed !== '' ? { goes: { bed } } : buyer.trim() !== '' ? { goes: { buyer: buyer.trim() } } : {}),
    ...(priority === '' ? {} : { promised: priority === 'promised' }),
  }
}
