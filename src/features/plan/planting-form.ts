/** The planting panel's fields, and the way from them to a planting and back. */
import { z } from 'zod'
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/plan/batch'
import { Planting, type Season } from '../../season/schema'

const whole = (what: string) =>
  z
    .string()
    .trim()
    .regex(/^\d+$/, `Write ${what} as a whole number.`)
    .refine((text) => Number(text) >= 1, `${what[0]!.toUpperCase()}${what.slice(1)} must be at least 1.`)
const date = (text: string) => z.iso.date(text)

/** Fields as they are typed; everything is text until it is read. */
export const PlantingForm = z
  .object({
    variety: z.string().min(1, 'Choose what to plant.'),
    method: z.string().min(1, 'Choose how it is raised.'),
    plants: whole('the number of plants').refine((text) => Number(text) <= 10_000_000, 'That is more plants than any field holds.'),
    on: date('Choose the planting day.'),
    hangs: z.enum(['fixed', 'last-frost', 'first-frost', 'harvest']),
    frostDays: z.string(),
    harvestOn: z.string(),
    repeat: z.enum(['once', 'series']),
    every: z.string(),
    ends: z.enum(['last', 'count']),
    last: z.string(),
    count: z.string(),
    lot: z.string(),
    age: z.enum(['younger', 'usual', 'older', 'kept']),
    confidence: z.string(),
    sowOn: z.string(),
    code: z
      .string()
      .trim()
      .regex(/^[A-Za-z0-9]{1,12}$/, 'A code is 1 to 12 letters and digits.'),
    note: z.string().max(2000, 'A note may have 2,000 letters.'),
  })
  .superRefine((form, context) => {
    const wrong = (field: string, message: string) => context.addIssue({ code: 'custom', path: [field], message })
    if (form.repeat === 'series') {
      if (!/^\d+$/.test(form.every.trim()) || Number(form.every) < 1 || Number(form.every) > 365) wrong('every', 'Write the days between, 1 to 365.')
      if (form.ends === 'count' && (!/^\d+$/.test(form.count.trim()) || Number(form.count) < 1 || Number(form.count) > 400)) {
        wrong('count', 'Write how many, 1 to 400.')
      }
      if (form.ends === 'last') {
        if (!date('').safeParse(form.last).success) wrong('last', 'Choose the last planting day.')
        else if (form.last < form.on) wrong('last', 'The last is before the first.')
      }
    } else if (form.sowOn !== '' && form.sowOn >= form.on) wrong('sowOn', 'Sowing must be before planting.')
    if (form.hangs === 'last-frost' && !/^[-−]?\d{1,3}$/.test(form.frostDays.trim())) wrong('frostDays', 'Write days after the frost date; below 0 before it.')
    if (form.hangs === 'harvest' && !date('').safeParse(form.harvestOn).success) wrong('harvestOn', 'Choose the day of the first harvest.')
    const sure = form.confidence.trim().replace(',', '.')
    if (sure !== '' && !(Number(sure) >= 50 && Number(sure) <= 99.9)) wrong('confidence', 'Write 50 to 99 (in 100).')
  })

export type PlantingForm = z.infer<typeof PlantingForm>

const AGE_POINTS = { younger: 0.1, older: 0.7 } as const

/** Fields of a new planting. */
export function emptyForm(season: Season, code: string, day: Day): PlantingForm {
  return {
    variety: '',
    method: '',
    plants: '',
    on: formatDay(day),
    hangs: 'fixed',
    frostDays: '0',
    harvestOn: formatDay(day + 60),
    repeat: 'once',
    every: '14',
    ends: 'count',
    last: '',
    count: '3',
    lot: '',
    age: 'usual',
    confidence: '',
    sowOn: '',
    code,
    note: '',
  }
}

/** Fields of a planting that is there already. */
export function formOf(planting: Planting): PlantingForm {
  const { series, agePoint } = planting
  const age =
    agePoint === undefined ? 'usual' : agePoint === AGE_POINTS.younger ? 'younger' : agePoint === AGE_POINTS.older ? 'older' : 'kept'
  return {
    variety: planting.variety,
    method: planting.method,
    plants: String(planting.plants),
    on: planting.on,
    hangs: planting.anchor?.to ?? 'fixed',
    frostDays: planting.anchor?.to === 'last-frost' ? String(planting.anchor.days) : '0',
    harvestOn: planting.anchor?.to === 'harvest' ? planting.anchor.on : formatDay(parseDay(planting.on) + 60),
    repeat: series ? 'series' : 'once',
    every: String(series?.every ?? 14),
    ends: series?.last === undefined ? 'count' : 'last',
    last: series?.last ?? '',
    count: String(series?.count ?? 3),
    lot: planting.lot ?? '',
    age,
    confidence: planting.confidence === undefined ? '' : String(Math.round(planting.confidence * 1000) / 10),
    sowOn: planting.sowOn ?? '',
    code: planting.code,
    note: planting.note ?? '',
  }
}

/**
 * Planting of checked fields.
 *
 * @param base the planting being edited, whose changes within a series are kept where they still apply
 */
export function plantingOf(form: PlantingForm, key: string, base: Planting | undefined): Planting {
  const series =
    form.repeat === 'series'
      ? { every: Number(form.every), ...(form.ends === 'last' ? { last: form.last } : { count: Number(form.count) }) }
      : undefined
  const anchor = anchorOf(form, base)
  const agePoint = form.age === 'kept' ? base?.agePoint : form.age === 'usual' ? undefined : AGE_POINTS[form.age]
  const sure = form.confidence.trim().replace(',', '.')
  return Planting.parse({
    key,
    code: form.code.trim().toUpperCase(),
    variety: form.variety,
    method: form.method,
    plants: Number(form.plants),
    on: form.on,
    changes: series ? (base?.changes ?? []) : [],
    ...(anchor ? { anchor } : {}),
    ...(series ? { series } : {}),
    ...(form.lot ? { lot: form.lot } : {}),
    ...(agePoint === undefined ? {} : { agePoint }),
    ...(sure === '' ? {} : { confidence: Number(sure) / 100 }),
    ...(!series && form.sowOn ? { sowOn: form.sowOn } : {}),
    ...(form.note.trim() ? { note: form.note.trim() } : {}),
  })
}

/** What the planting day of the form hangs on. */
export function anchorOf(form: Pick<PlantingForm, 'hangs' | 'frostDays' | 'harvestOn'>, base?: Planting): Planting['anchor'] {
  switch (form.hangs) {
    case 'fixed':
      return undefined
    case 'last-frost':
      return { to: 'last-frost', days: Number(form.frostDays.trim().replace('−', '-')) }
    case 'first-frost':
      return { to: 'first-frost', factor: base?.anchor?.to === 'first-frost' ? base.anchor.factor : 1.2 }
    case 'harvest':
      return { to: 'harvest', on: form.harvestOn }
  }
}

/** Fields of one planting of a series. */
export const OneOfSeriesForm = z
  .object({
    on: date('Choose the planting day.'),
    plants: whole('the number of plants'),
    sowOn: z.string(),
  })
  .superRefine((form, context) => {
    if (form.sowOn !== '' && form.sowOn >= form.on) {
      context.addIssue({ code: 'custom', path: ['sowOn'], message: 'Sowing must be before planting.' })
    }
  })
export type OneOfSeriesForm = z.infer<typeof OneOfSeriesForm>

/** Fields of one batch of a series. */
export function oneForm(batch: Batch): OneOfSeriesForm {
  return {
    on: formatDay(batch.plantOn),
    plants: String(batch.plants),
    sowOn: batch.sowOn === undefined ? '' : formatDay(batch.sowOn),
  }
}

/** The whole planting with one of its series changed; what equals the series again is no longer a change. */
export function withOneChanged(planting: Planting, n: number, form: OneOfSeriesForm): Planting {
  const usual = formatDay(parseDay(planting.on) + (n - 1) * (planting.series?.every ?? 0))
  const plants = Number(form.plants)
  const change = {
    n,
    ...(form.on === usual ? {} : { on: form.on }),
    ...(form.sowOn ? { sowOn: form.sowOn } : {}),
    ...(plants === planting.plants ? {} : { plants }),
  }
  const others = planting.changes.filter((other) => other.n !== n)
  const changes = Object.keys(change).length > 1 ? [...others, change] : others
  return { ...planting, changes: changes.sort((a, b) => a.n - b.n) }
}

/** The whole planting with one of its series dropped. */
export function withOneDropped(planting: Planting, n: number): Planting {
  const others = planting.changes.filter((other) => other.n !== n)
  return { ...planting, changes: [...others, { n, dropped: true }].sort((a, b) => a.n - b.n) }
}

const CODE_LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ' // without I and O, which read as 1 and 0

/** A code that no planting has yet, from the first letters of a name where they are free. */
export function freeCode(season: Season, name = ''): string {
  const taken = new Set(season.plantings.map((planting) => planting.code))
  const letters = name.toUpperCase().replace(/[^A-Z]/g, '').replace(/[IO]/g, '')
  const wishes = [letters.slice(0, 2), `${letters[0] ?? 'A'}${letters.at(-1) ?? 'A'}`].filter((code) => code.length === 2)
  for (const code of wishes) if (!taken.has(code)) return code
  for (const a of letters[0] ? [letters[0], ...CODE_LETTERS] : CODE_LETTERS) {
    for (const b of CODE_LETTERS) if (!taken.has(`${a}${b}`)) return `${a}${b}`
  }
  for (let n = 2; ; n++) for (const a of CODE_LETTERS) if (!taken.has(`${a}${n}`)) return `${a}${n}`
}

/** A key that no planting has yet. */
export function freeKey(season: Season, code: string): string {
  const taken = new Set(season.plantings.map((planting) => planting.key))
  const base = code.toLowerCase()
  if (!taken.has(base)) return base
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`
}
