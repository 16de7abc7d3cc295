/** The planting panel's fields, and the way from them to a planting and back. */
import { z } from 'zod'
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { withChange } from '../../core/batch/one-of-series'
import { Planting, type Season } from '../../season/schema'
import { withFigure } from '../../season/figures'
import { shownText, storedValue } from '../../ui/measure'
import type { Format, Units } from '../../words/format'

/** A number of plants: whole, and at least one. */
const plants = (f: Pick<Format, 't'>) =>
  z
    .string()
    .trim()
    .regex(/^\d+$/, f.t('plan.writeTheNumberOfPlants'))
    .refine((text) => Number(text) >= 1, f.t('plan.thereMustBeAtLeast'))
const date = (text: string) => z.iso.date(text)

/** Fields as they are typed; everything is text until it is read. What is wrong is said in the reader's words. */
export const plantingForm = (f: Pick<Format, 't'>) =>
  z
    .object({
      variety: z.string().min(1, f.t('plan.chooseWhatToPlant')),
      method: z.string().min(1, f.t('plan.chooseHowItIsRaised')),
      plants: plants(f).refine((text) => Number(text) <= 10_000_000, f.t('plan.thatIsMorePlantsThan')),
      on: date(f.t('plan.chooseThePlantingDay')),
      hangs: z.enum(['fixed', 'last-frost', 'first-frost', 'harvest', 'event', 'bed', 'warmth']),
      frostDays: z.string(),
      frostUnit: z.enum(['days', 'weeks']),
      frostFrom: z.enum(['working', 'average']),
      /** Weeks before the last frost it is sown, or empty. */
      sowFrost: z.string(),
      sowFrostFrom: z.enum(['working', 'average']),
      event: z.string(),
      eventDays: z.string(),
      afterBed: z.string(),
      bedDays: z.string(),
      night: z.string(),
      soil: z.string(),
      bed: z.string(),
      evenly: z.enum(['planting', 'harvest']),
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
        .regex(/^[A-Za-z0-9]{1,12}$/, f.t('plan.aCodeIs1To')),
      note: z.string().max(2000, f.t('plan.aNoteMayHave2')),
      worth: z.enum(['usual', 'promise', 'money']),
      amount: z.string(),
      earlier: z.string(),
      later: z.string(),
      methods: z.array(z.string()),
    })
    .superRefine((form, context) => {
      const wrong = (field: string, message: string) => context.addIssue({ code: 'custom', path: [field], message })
      if (form.repeat === 'series') {
        if (!/^\d+$/.test(form.every.trim()) || Number(form.every) < 1 || Number(form.every) > 365)
          wrong('every', f.t('plan.writeTheDaysBetween1'))
        if (
          form.ends === 'count' &&
          (!/^\d+$/.test(form.count.trim()) || Number(form.count) < 1 || Number(form.count) > 400)
        ) {
          wrong('count', f.t('plan.writeHowMany1To'))
        }
        if (form.ends === 'last') {
          if (!date('').safeParse(form.last).success) wrong('last', f.t('plan.chooseTheLastPlantingDay'))
          else if (form.last < form.on) wrong('last', f.t('plan.theLastIsBeforeThe'))
        }
      } else if (form.sowOn !== '' && form.sowOn >= form.on) wrong('sowOn', f.t('plan.sowingMustBeBeforePlanting'))
      if (form.sowFrost.trim() !== '' && sowAnchorOf(form) === undefined)
        wrong('sowFrost', f.t('plan.writeWeeksBeforeTheFrost'))
      if (form.hangs === 'last-frost' && !/^[-−]?\d{1,3}$/.test(form.frostDays.trim()))
        wrong('frostDays', f.t('plan.writeDaysAfterTheFrost'))
      if (form.hangs === 'event') {
        if (form.event === '') wrong('event', f.t('plan.chooseTheEvent'))
        if (!/^\d{1,3}$/.test(form.eventDays.trim())) wrong('eventDays', f.t('plan.writeDays0To200'))
      }
      if (form.hangs === 'bed') {
        if (form.afterBed === '') wrong('afterBed', f.t('plan.chooseTheBed'))
        if (!/^\d{1,3}$/.test(form.bedDays.trim())) wrong('bedDays', f.t('plan.writeDays0To200'))
      }
      if (form.hangs === 'warmth') {
        for (const field of ['night', 'soil'] as const)
          if (form[field].trim() !== '' && !isTemperature(form[field])) wrong(field, f.t('plan.writeATemperature'))
        if (form.night.trim() === '' && form.soil.trim() === '') wrong('night', f.t('plan.writeATemperatureOfThe'))
      }
      if (form.worth === 'money' && !/^\d+([.,]\d+)?$/.test(form.amount.trim()))
        wrong('amount', f.t('plan.writeAnAmountOfMoney'))
      for (const field of ['earlier', 'later'] as const)
        if (form[field].trim() !== '' && !(/^\d+$/.test(form[field].trim()) && Number(form[field]) <= 120))
          wrong(field, f.t('plan.writeDays0To120'))
      if (form.hangs === 'harvest' && !date('').safeParse(form.harvestOn).success)
        wrong('harvestOn', f.t('plan.chooseTheDayOfThe'))
      const sure = form.confidence.trim().replace(',', '.')
      if (sure !== '' && !(Number(sure) >= 50 && Number(sure) <= 99.9)) wrong('confidence', f.t('plan.enter50To99'))
    })

export type PlantingForm = z.infer<ReturnType<typeof plantingForm>>

const isTemperature = (text: string) => typeof storedValue(text, 'number', 'metric') === 'number'

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
    frostUnit: 'days',
    frostFrom: 'working',
    sowFrost: '',
    sowFrostFrom: 'average',
    event: season.site.events[0]?.key ?? '',
    eventDays: '0',
    afterBed: '',
    bedDays: String(season.habits.turnaroundDays),
    night: '',
    soil: '',
    bed: '',
    evenly: 'planting',
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
    worth: 'usual',
    amount: '',
    earlier: '',
    later: '',
    methods: [],
  }
}

/** Fields of a planting that is there already. */
export function formOf(planting: Planting, units: Units): PlantingForm {
  const { series, agePoint, anchor } = planting
  const age =
    agePoint === undefined
      ? 'usual'
      : agePoint === AGE_POINTS.younger
        ? 'younger'
        : agePoint === AGE_POINTS.older
          ? 'older'
          : 'kept'
  return {
    variety: planting.variety,
    method: planting.method,
    plants: String(planting.plants),
    on: planting.on,
    hangs: planting.anchor?.to ?? 'fixed',
    frostDays: anchor?.to === 'last-frost' ? String(anchor.weeks ? anchor.days / 7 : anchor.days) : '0',
    frostUnit: anchor?.to === 'last-frost' && anchor.weeks ? 'weeks' : 'days',
    frostFrom: anchor?.to === 'last-frost' && anchor.average ? 'average' : 'working',
    sowFrost: planting.sowAnchor ? String(Math.round((-planting.sowAnchor.days / 7) * 100) / 100) : '',
    sowFrostFrom: planting.sowAnchor && !planting.sowAnchor.average ? 'working' : 'average',
    event: anchor?.to === 'event' ? anchor.event : '',
    eventDays: String(anchor?.to === 'event' ? anchor.days : 0),
    afterBed: anchor?.to === 'bed' ? anchor.bed : '',
    bedDays: String(anchor?.to === 'bed' ? anchor.days : 0),
    night: anchor?.to === 'warmth' ? shownText(anchor.night, 'temperature', units) : '',
    soil: anchor?.to === 'warmth' ? shownText(anchor.soil, 'temperature', units) : '',
    bed: onlyBed(planting) ?? '',
    evenly: series?.even ?? 'planting',
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
    worth: planting.worth?.by ?? 'usual',
    amount: planting.worth?.by === 'money' ? String(planting.worth.amount) : '',
    earlier: String(planting.may?.earlier ?? ''),
    later: String(planting.may?.later ?? ''),
    methods: planting.may?.methods ?? [],
  }
}

/** The bed of a planting that goes into one bed whole; `undefined` when it goes nowhere yet, or to several. */
const onlyBed = ({ goes }: Planting): string | undefined =>
  goes?.length === 1 && goes[0]!.to === 'bed' ? goes[0]!.bed : undefined

/** Whether its plants are divided among more than one bed or buyer, which the panel leaves as it is. */
export const isDivided = (planting: Planting | undefined): boolean =>
  (planting?.goes?.length ?? 0) > 0 && onlyBed(planting!) === undefined

/** Who the plants of the form are for: divided ones stay as they were. */
function goesOf(form: PlantingForm, base: Planting | undefined): Planting['goes'] {
  if (isDivided(base)) return base!.goes
  if (form.bed === '') return undefined
  const at =
    base && onlyBed(base) === form.bed && base.goes![0]!.to === 'bed'
      ? (base.goes![0] as { at?: number }).at
      : undefined
  return [{ to: 'bed', bed: form.bed, plants: Number(form.plants), ...(at === undefined ? {} : { at }) }]
}

/**
 * Planting of checked fields.
 *
 * @param base the planting being edited, whose changes within a series are kept where they still apply
 */
export function plantingOf(form: PlantingForm, key: string, base: Planting | undefined, units: Units): Planting {
  const series =
    form.repeat === 'series'
      ? {
          every: Number(form.every),
          ...(form.ends === 'last' ? { last: form.last } : { count: Number(form.count) }),
          ...(form.evenly === 'harvest' ? { even: 'harvest' as const } : {}),
        }
      : undefined
  const anchor = anchorOf(form, units, base)
  const goes = goesOf(form, base)
  const sowAnchor = sowAnchorOf(form)
  const agePoint = form.age === 'kept' ? base?.agePoint : form.age === 'usual' ? undefined : AGE_POINTS[form.age]
  const sure = form.confidence.trim().replace(',', '.')
  return Planting.parse({
    key,
    code: form.code.trim().toUpperCase(),
    variety: form.variety,
    method: form.method,
    plants: Number(form.plants),
    on: form.on,
    changes: series
      ? (base?.changes ?? []).map((change) =>
          base?.method === form.method ? change : withFigure(change, 'otherwise', undefined),
        )
      : [],
    ...(base?.spacing ? { spacing: base.spacing } : {}),
    ...(base?.stand && !series ? { stand: base.stand } : {}),
    ...(base?.leaves && !series ? { leaves: base.leaves } : {}),
    ...(base?.clears && !series ? { clears: base.clears } : {}),
    // Where it is raised otherwise belongs to the method it was decided for.
    ...(base?.otherwise && base.method === form.method ? { otherwise: base.otherwise } : {}),
    ...(base?.pinned && !series ? { pinned: true } : {}),
    ...(base?.stands && !series ? { stands: base.stands } : {}),
    ...worthAndMay(form),
    ...(goes ? { goes } : {}),
    ...(anchor ? { anchor } : {}),
    ...(series ? { series } : {}),
    ...(form.lot ? { lot: form.lot } : {}),
    ...(agePoint === undefined ? {} : { agePoint }),
    ...(sure === '' ? {} : { confidence: Number(sure) / 100 }),
    ...(!series && form.sowOn ? { sowOn: form.sowOn } : {}),
    ...(!series && form.sowOn && sowAnchor ? { sowAnchor } : {}),
    ...(form.note.trim() ? { note: form.note.trim() } : {}),
  })
}

/** What hangs on a planting, and what may be changed of it to make the plan fit. */
function worthAndMay(form: PlantingForm): Pick<Planting, 'worth' | 'may'> {
  const may = {
    ...(form.earlier.trim() === '' ? {} : { earlier: Number(form.earlier) }),
    ...(form.later.trim() === '' ? {} : { later: Number(form.later) }),
    ...(form.methods.length === 0 ? {} : { methods: form.methods.filter((method) => method !== form.method) }),
  }
  const worth =
    form.worth === 'usual'
      ? undefined
      : form.worth === 'promise'
        ? { by: 'promise' as const }
        : { by: 'money' as const, amount: Number(form.amount.trim().replace(',', '.')) }
  return { ...(worth ? { worth } : {}), ...(Object.keys(may).length > 0 ? { may } : {}) }
}

/** What the sowing day of the form hangs on; `undefined` where it hangs on nothing, or what is typed is no number of weeks. */
export function sowAnchorOf({
  sowFrost,
  sowFrostFrom,
}: Pick<PlantingForm, 'sowFrost' | 'sowFrostFrom'>): Planting['sowAnchor'] {
  const text = sowFrost.trim().replace('−', '-').replace(',', '.')
  if (!/^-?\d{1,2}(\.\d+)?$/.test(text) || Math.abs(Number(text)) > 40) return undefined
  return { days: Math.round(-7 * Number(text)), ...(sowFrostFrom === 'average' ? { average: true } : {}) }
}

/** What the planting day of the form hangs on. */
export function anchorOf(form: PlantingForm, units: Units, base?: Planting): Planting['anchor'] {
  switch (form.hangs) {
    case 'fixed':
      return undefined
    case 'last-frost':
      return {
        to: 'last-frost',
        days: Number(form.frostDays.trim().replace('−', '-')) * (form.frostUnit === 'weeks' ? 7 : 1),
        ...(form.frostUnit === 'weeks' ? { weeks: true } : {}),
        ...(form.frostFrom === 'average' ? { average: true } : {}),
      }
    case 'event':
      return { to: 'event', event: form.event, days: Number(form.eventDays) }
    case 'bed':
      return { to: 'bed', bed: form.afterBed, days: Number(form.bedDays) }
    case 'warmth': {
      const [night, soil] = [form.night, form.soil].map((text) => storedValue(text, 'temperature', units) ?? undefined)
      return { to: 'warmth', ...(night === undefined ? {} : { night }), ...(soil === undefined ? {} : { soil }) }
    }
    case 'first-frost':
      return { to: 'first-frost', factor: base?.anchor?.to === 'first-frost' ? base.anchor.factor : 1.2 }
    case 'harvest':
      return { to: 'harvest', on: form.harvestOn }
  }
}

/** Fields of one planting of a series. */
export const oneOfSeriesForm = (f: Pick<Format, 't'>) =>
  z
    .object({
      on: date(f.t('plan.chooseThePlantingDay')),
      plants: plants(f),
      sowOn: z.string(),
    })
    .superRefine((form, context) => {
      if (form.sowOn !== '' && form.sowOn >= form.on) {
        context.addIssue({ code: 'custom', path: ['sowOn'], message: f.t('plan.sowingMustBeBeforePlanting') })
      }
    })
export type OneOfSeriesForm = z.infer<ReturnType<typeof oneOfSeriesForm>>

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
  const usual =
    planting.series?.dates?.[n - 1] ?? formatDay(parseDay(planting.on) + (n - 1) * (planting.series?.every ?? 0))
  const plants = Number(form.plants)
  return withChange(planting, n, {
    on: form.on === usual ? undefined : form.on,
    sowOn: form.sowOn || undefined,
    plants: plants === planting.plants ? undefined : plants,
    dropped: undefined,
  })
}

/** The whole planting with one of its series dropped, and nothing else left of it. */
export function withOneDropped(planting: Planting, n: number): Planting {
  const changes = planting.changes.filter((other) => other.n !== n)
  return withChange({ ...planting, changes }, n, { dropped: true })
}

/** A key that no planting has yet. */
export function freeKey(season: Season, code: string): string {
  const taken = new Set(season.plantings.map((planting) => planting.key))
  const base = code.toLowerCase()
  if (!taken.has(base)) return base
  for (let n = 2; ; n++) if (!taken.has(`${base}-${n}`)) return `${base}-${n}`
}
