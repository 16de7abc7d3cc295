/** Which records the journal shows. */
import type { Plan } from '../../core/plan/plan'
import type { Entry } from '../../season/schema'
import { entrySentence } from '../../ui/records/words'
import type { Format } from '../../words/format'

/** Kinds of records a reader can choose among. */
export const KIND_NAMES = ['task', 'count', 'loss', 'round', 'note'] as const
export type Kind = (typeof KIND_NAMES)[number]

const KIND_OF: Record<Entry['what']['did'], Kind> = {
  task: 'task',
  drop: 'task',
  wait: 'task',
  moved: 'task',
  loss: 'loss',
  end: 'loss',
  count: 'count',
  check: 'count',
  fill: 'count',
  'sow-again': 'count',
  seed: 'task',
  resow: 'count',
  split: 'task',
  merge: 'task',
  mixed: 'loss',
  label: 'round',
  round: 'round',
  temperature: 'round',
  broke: 'loss',
  wash: 'round',
  note: 'note',
}

/** What is asked for; empty parts ask for everything. */
export interface Asked {
  words: string
  kind: Kind | ''
  person: string
  /** Key of a place. */
  place: string
}

/** Key of the place a record is of, where it says one. */
const placeOf = ({ place, what }: Entry): string | undefined => place ?? ('place' in what ? what.place : undefined)

const isOfKind = (entry: Entry, kind: Kind) =>
  KIND_OF[entry.what.did] === kind || (kind === 'note' && (entry.note !== undefined || entry.photos !== undefined))

/** All that a record says, for finding words in it. */
function textOf(entry: Entry, plan: Plan, f: Format): string {
  const { season } = plan
  const batch = entry.batch === undefined ? undefined : plan.byId.get(entry.batch)
  const where = placeOf(entry)
  return [
    batch?.code,
    entry.batch,
    batch?.variety.name,
    batch?.way.crop.name,
    entry.who,
    entry.note,
    where === undefined ? '' : season.places.find(({ key }) => key === where)?.name,
    entrySentence(entry, season, f),
  ]
    .join(' ')
    .toLowerCase()
}

/** Records with every word asked for, of the kind, person and place asked for; the latest first. */
export function foundIn(plan: Plan, { words, kind, person, place }: Asked, f: Format): Entry[] {
  const terms = words.toLowerCase().split(/\s+/).filter(Boolean)
  return plan.season.records
    .filter((entry) => {
      if (entry.void) return false
      if (kind !== '' && !isOfKind(entry, kind)) return false
      if (person !== '' && entry.who !== person) return false
      if (place !== '' && placeOf(entry) !== place) return false
      if (terms.length === 0) return true
      const text = textOf(entry, plan, f)
      return terms.every((term) => text.includes(term))
    })
    .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : a.at < b.at ? 1 : -1))
}

/** Everyone who wrote something down, in the order of the alphabet. */
export const peopleOf = (records: readonly Entry[]): string[] => [...new Set(records.map(({ who }) => who))].sort()
