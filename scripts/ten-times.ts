/** A season ten times over: its plantings, and a long note of each of them on record, for trying what must bear any size. */
import { v4 as newId } from 'uuid'
import type { Season } from '../src/season/schema'

export function tenTimes(one: Season): Season {
  const times = Array.from({ length: 10 }, (_, i) => i)
  const plantings = times.flatMap((i) =>
    one.plantings
      // What hangs on a bed that another leaves belongs to that one.
      .filter(({ anchor }) => i === 0 || anchor?.to !== 'bed')
      .map((planting) => ({ ...planting, key: `${planting.key}${i || ''}`, code: `${planting.code}${i || ''}` })),
  )
  const notes = times.flatMap((i) =>
    one.plantings.map((_, n) => ({
      id: newId(),
      on: '2027-04-01',
      at: `2027-04-01T09:00:${String((i * 7 + n) % 60).padStart(2, '0')}.000Z`,
      who: 'Crew B',
      what: { did: 'note' as const },
      note: `Bench ${n}, ${'a long note '.repeat(60)}`,
    })),
  )
  return { ...one, farm: { ...one.farm, name: 'Ten Ferries' }, plantings, records: [...one.records, ...notes] }
}
