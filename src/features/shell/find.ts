/** Anything of a season by its name, its code, its state or its day, and where it is shown. */
import { formatDay, parseDay } from '../../core/calendar/day'
import { readTypedDay, type DayOrder } from '../../core/calendar/typed-day'
import type { Plan } from '../../core/plan/plan'
import { findKinds, library, namesOf, wordsFor } from '../../library/library'
import { markTag } from '../../words/marks'
import type { Format } from '../../words/format'
import { setAt } from '../../words/working'

/** What kind of thing was found, in the order they are shown. */
export const FOUND_KINDS = ['day', 'batch', 'kind', 'lot', 'bed', 'place', 'method', 'person', 'view'] as const
export type FoundKind = (typeof FOUND_KINDS)[number]

/** Something found, and the view of this season it is shown in. */
export interface Found {
  kind: FoundKind
  /** Different for everything that can be found. */
  id: string
  name: string
  more: string
  href: string
}

/** Views and parts of views that are found by their own name. */
const SECTIONS = {
  today: '/today',
  plan: '/plan',
  sheet: '/sheet',
  startNow: '/start-now',
  benches: '/benches',
  whatIf: '/what-if',
  field: '/field',
  beds: '/field?tab=beds',
  hardening: '/field?tab=hardening',
  monthSheet: '/field?tab=month',
  weather: '/field?weather=1',
  seed: '/seed',
  buying: '/buying',
  costs: '/costs',
  mats: '/mats',
  guide: '/guide',
  calendar: '/calendar',
  drills: '/drills',
  practice: '/practice',
  rehearse: '/rehearse',
  labels: '/labels',
  scan: '/scan',
  sowing: '/sowing',
  knowHow: '/know-how',
  methods: '/know-how?tab=methods',
  troubles: '/know-how?tab=trouble',
  packet: '/know-how?new=packet',
  journal: '/journal',
  readings: '/readings',
  learned: '/learned',
  farm: '/farm',
  site: '/farm?edit=site',
  frost: '/farm?edit=frost',
  habits: '/farm?edit=habits',
} as const

const EACH = 6 // of a kind shown at most

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** How well words are found in a text: all of them at beginnings of words, all somewhere, or not. */
function fit(words: readonly string[], text: string): number {
  const said = ` ${plain(text).replace(/[^\p{L}\p{N}%]+/gu, ' ')} `
  if (words.every((word) => said.includes(` ${word}`))) return 2
  return words.every((word) => word.length > 2 && said.includes(word)) ? 1 : 0
}

/**
 * Everything that goes by what was typed, the best of each kind first.
 *
 * @param order of day and month where days are typed in digits
 */
export function findAnything(text: string, plan: Plan, f: Format, order: DayOrder): Found[] {
  const asked = plain(text).trim()
  if (asked === '') return []
  const words = asked.split(/[^\p{L}\p{N}%]+/u).filter(Boolean)
  const best = (all: readonly Found[], sayOf: (one: Found) => string = ({ name, more }) => `${name} ${more}`) =>
    all
      .map((one, at) => ({ one, at, well: fit(words, sayOf(one)) + (plain(one.name).startsWith(asked) ? 2 : 0) }))
      .filter(({ well }) => well > 0)
      .sort((a, b) => b.well - a.well || a.at - b.at)
      .slice(0, EACH)
      .map(({ one }) => one)
  return [
    ...daysFound(text, plan, f, order),
    ...batchesFound(asked, words, plan, f),
    ...kindsFound(text, plan, words),
    ...best(lotsOf(plan)),
    ...best(bedsOf(plan)),
    ...best(placesOf(plan)),
    ...best(methodsOf(plan)),
    ...best(peopleOf(plan)),
    ...best(viewsOf(f)),
  ]
}

/** The day that was typed, as a working day. */
function daysFound(text: string, plan: Plan, f: Format, order: DayOrder): Found[] {
  const read = readTypedDay(text, { from: parseDay(plan.season.season.from), order })
  if (!read.ok) return []
  const day = formatDay(read.day)
  return [
    { kind: 'day', id: `day ${day}`, name: f.longDate(read.day), more: f.week(read.day), href: `/today?day=${day}` },
  ]
}

/** Batches by code, variety and any name of their kind, or by what is the matter with them. */
function batchesFound(asked: string, words: readonly string[], plan: Plan, f: Format): Found[] {
  const found = plan.batches.flatMap((batch, at) => {
    const { code, variety, marks, way } = batch
    const tags = [...new Set(marks.map((mark) => markTag(mark, f)))]
    const exact = plain(code) === asked ? 8 : plain(code).startsWith(asked) ? 4 : 0
    const well = exact || fit(words, `${variety.name} ${wordsFor(way.crop)} ${tags.join(' ')}`)
    if (well === 0) return []
    const sown = batch.sow === undefined ? [] : [f.t('find.sow', { day: f.shortDate(batch.sow) })]
    const more = [...sown, f.t('find.plant', { day: f.shortDate(batch.plantOn) }), ...tags].join(' · ')
    const href = `/batch?id=${encodeURIComponent(batch.id)}`
    return [
      {
        well,
        at,
        one: { kind: 'batch' as const, id: `batch ${batch.id}`, name: `${code} ${variety.name}`, more, href },
      },
    ]
  })
  const standing = plan.inPlace.flatMap((stand, at) => {
    const well = plain(stand.code) === asked ? 8 : fit(words, `${stand.variety.name} ${wordsFor(stand.crop)}`)
    const href = `/field?stand=${encodeURIComponent(stand.id)}`
    const more = f.t('find.sow', { day: f.shortDate(stand.from) })
    return well === 0
      ? []
      : [
          {
            well,
            at,
            one: {
              kind: 'batch' as const,
              id: `batch ${stand.id}`,
              name: `${stand.code} ${stand.variety.name}`,
              more,
              href,
            },
          },
        ]
  })
  return [...found, ...standing]
    .sort((a, b) => b.well - a.well || a.at - b.at)
    .slice(0, EACH)
    .map(({ one }) => one)
}

/** Kinds of the season and of the library, by any name they go by. */
function kindsFound(text: string, { season }: Plan, words: readonly string[]): Found[] {
  const region = season.farm.region ?? 'uk'
  const known = new Set(season.crops.map(({ kind }) => kind))
  const own = season.crops
    .filter((crop) => fit(words, wordsFor(crop)) > 0)
    .map((crop): Found => ({
      kind: 'kind',
      id: `kind ${crop.key}`,
      name: crop.name,
      more: '',
      href: setAt.crop(crop.key),
    }))
  const byWord = new Set(findKinds(text).map(({ crop }) => crop.key))
  const others = library()
    .filter((kind) => !known.has(kind.crop.key) && byWord.has(kind.crop.key) && fit(words, namesOf(kind).join(' ')) > 0)
    .map((kind): Found => {
      const name = kind.names[region]
      const more = namesOf(kind).filter((one) => plain(one) !== plain(name))
      return {
        kind: 'kind',
        id: `library ${kind.crop.key}`,
        name,
        more: more.slice(0, 3).join(', '),
        href: `/know-how?kind=${kind.crop.key}`,
      }
    })
  return [...own, ...others].slice(0, EACH)
}

const lotsOf = ({ season }: Plan): Found[] =>
  season.lots.map((lot) => ({
    kind: 'lot',
    id: `lot ${lot.key}`,
    name: lot.name,
    more: season.varieties.find(({ key }) => key === lot.variety)?.name ?? '',
    href: setAt.lot(lot.key),
  }))

const bedsOf = ({ season }: Plan): Found[] =>
  season.beds.map((bed) => ({
    kind: 'bed',
    id: `bed ${bed.key}`,
    name: bed.name,
    more: season.blocks.find(({ key }) => key === bed.block)?.name ?? '',
    href: setAt.bed(bed.key),
  }))

const placesOf = ({ season }: Plan): Found[] => [
  ...season.places.map(({ key, name }) => ({
    kind: 'place' as const,
    id: `place ${key}`,
    name,
    more: '',
    href: setAt.place(key),
  })),
  ...season.containers.map(({ key, name }) => ({
    kind: 'place' as const,
    id: `container ${key}`,
    name,
    more: '',
    href: setAt.container(key),
  })),
]

const methodsOf = ({ season }: Plan): Found[] =>
  season.methods.map((method) => ({
    kind: 'method',
    id: `method ${method.key}`,
    name: method.name,
    more: season.crops.find(({ key }) => key === method.crop)?.name ?? '',
    href: setAt.method(method.key),
  }))

const peopleOf = ({ season }: Plan): Found[] =>
  [...new Set(season.records.map(({ who }) => who))].sort().map((who) => ({
    kind: 'person',
    id: `person ${who}`,
    name: who,
    more: '',
    href: `/journal?person=${encodeURIComponent(who)}`,
  }))

const viewsOf = (f: Format): Found[] =>
  (Object.keys(SECTIONS) as (keyof typeof SECTIONS)[]).map((section) => ({
    kind: 'view',
    id: `view ${section}`,
    name: f.t(`find.section.${section}`),
    more: f.t(`find.about.${section}`),
    href: SECTIONS[section],
  }))
