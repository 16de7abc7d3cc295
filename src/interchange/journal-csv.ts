/** Everything that was recorded, as a table: corrected entries stay, beside what corrected them. */
import Papa from 'papaparse'
import type { Plan } from '../core/plan/plan'
import type { Entry, Season } from '../season/schema'

const HEADINGS = [
  'on',
  'written at',
  'who',
  'batch',
  'variety',
  'place',
  'what',
  'task',
  'account',
  'plants',
  'cells',
  'trays',
  'seeds',
  'showing',
  'doubles',
  'cause',
  'details',
  'note',
  'photos',
  'id',
  'corrects',
  'taken back',
] as const
const NAMED = new Set(['did', 'task', 'plants', 'cells', 'trays', 'seeds', 'showing', 'doubles', 'cause', 'place'])

/** Records in the order they were written, one a line, UTF-8 with a byte order mark for spreadsheets. */
export function journalCsv(season: Season, plan: Plan): string {
  const rows = season.records.map((entry) => row(entry, season, plan))
  return `\uFEFF${Papa.unparse({ fields: [...HEADINGS], data: rows }, { newline: '\r\n', escapeFormulae: true })}\r\n`
}

function row(
  { id, on, at, who, batch, place, what, note, photos, instead, void: taken }: Entry,
  season: Season,
  plan: Plan,
): (string | number)[] {
  const of = batch === undefined ? undefined : plan.byId.get(batch)
  const value = (name: string) => (name in what ? (what as unknown as Record<string, string | number>)[name]! : '')
  const where = place ?? ('place' in what ? what.place : undefined)
  const rest = Object.entries(what).filter(([name]) => !NAMED.has(name))
  return [
    on,
    at,
    who,
    of?.code ?? batch ?? '',
    of?.variety.name ?? '',
    season.places.find(({ key }) => key === where)?.name ?? where ?? '',
    what.did,
    value('task'),
    accountOf(what),
    value('plants'),
    value('cells'),
    value('trays'),
    value('seeds'),
    value('showing'),
    value('doubles'),
    value('cause'),
    rest.length === 0
      ? ''
      : rest.map(([name, one]) => `${name} ${Array.isArray(one) ? one.join(' ') : String(one)}`).join('; '),
    note ?? '',
    (photos ?? []).join(' '),
    id,
    instead ?? '',
    taken ? 'yes' : '',
  ]
}

/** The account an entry moves amounts to, in the words of the report of the command line; none where it moves nothing. */
function accountOf(what: Entry['what']): string {
  switch (what.did) {
    case 'task':
      return (
        { sow: 'sown', receive: 'sown', thin: 'thinned', 'pot-up': 'pottedOn', plant: 'planted' }[
          what.task as string
        ] ?? ''
      )
    case 'moved':
      return what.container === undefined ? '' : 'pottedOn'
    case 'loss':
      return 'lost'
    case 'count':
      return 'blank'
    case 'fill':
      return 'filled'
    case 'sow-again':
      return 'sownAgain'
    case 'split':
      return 'splitOff'
    case 'merge':
      return 'merged'
    case 'end':
      return what.how === 'left-over' ? 'leftOver' : what.how
    default:
      return ''
  }
}
