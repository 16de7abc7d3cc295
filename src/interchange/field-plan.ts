/** The field as CSV: one row for each part of a planting and who it is for. */
import Papa from 'papaparse'
import { formatDay, type Day } from '../core/calendar/day'
import { settle } from '../core/field/who-gets-what'
import type { Plan } from '../core/plan/plan'

const COLUMNS =
  'planting variety plants counted raised goes_to name wanted gets from_cm to_cm on first_harvest clear no_room_until'

/**
 * CSV (RFC 4180, UTF-8) of every planting in the field, by planting day; plants that nobody is to have yet make a row of
 * their own.
 */
export function fieldPlanCsv(plan: Plan): string {
  const iso = (day: Day | undefined) => (day === undefined || !Number.isFinite(day) ? '' : formatDay(day))
  const bedName = new Map(plan.season.beds.map(({ key, name }) => [key, name]))
  const stands = [...plan.inField].sort((a, b) => a.from - b.from || (a.code < b.code ? -1 : 1))
  const rows = stands.flatMap((stand) => {
    const common = {
      planting: stand.code,
      variety: stand.variety.name,
      plants: stand.plants,
      counted: stand.stand?.plants ?? '',
      raised: stand.inPlace ? 'in place' : 'raised',
      first_harvest: iso(stand.harvest),
      clear: iso(stand.clears),
    }
    const { shares, left } = settle(stand.goes, stand.stand?.plants ?? stand.plants)
    const clashes = plan.beds.clashesOf.get(stand.id)
    const given = shares.map(({ share, wanted, gets }) => {
      const use =
        share.to === 'bed'
          ? plan.beds.uses.get(share.bed)?.find((one) => one.stand === stand && one.plants === share.plants)
          : undefined
      return {
        ...common,
        goes_to: share.to,
        name: share.to === 'bed' ? bedName.get(share.bed) : share.to === 'customer' ? share.name : '',
        wanted,
        gets,
        from_cm: use?.at ?? '',
        to_cm: use ? use.at + use.length : '',
        on: share.to !== 'spare' && share.on !== undefined ? share.on : formatDay(stand.from),
        no_room_until: share.to === 'bed' ? iso(clashes?.find(({ bed }) => bed.key === share.bed)?.freeOn) : '',
      }
    })
    return left > 0
      ? [
          ...given,
          {
            ...common,
            goes_to: '',
            name: '',
            wanted: left,
            gets: left,
            from_cm: '',
            to_cm: '',
            on: formatDay(stand.from),
            no_room_until: '',
          },
        ]
      : given
  })
  return `\uFEFF${Papa.unparse({ fields: COLUMNS.split(' '), data: rows }, { newline: '\r\n', escapeFormulae: true })}\r\n`
}
