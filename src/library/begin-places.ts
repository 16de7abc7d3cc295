/** Where trays stand, as it is answered when a farm is begun: houses and benches one by one, or room by place. */
import { trayPlacesOf } from '../core/geometry/bench'
import { readRoom, type TypedRoom } from '../core/geometry/typed-room'
import { freeKeyIn, keyOf } from '../season/keys'
import type { Place } from '../season/schema'
import { PRESET_PLACES } from './presets'

/** A house, or a part of one, where trays stand. */
export interface RoomAnswer {
  /** Key of the place it is like. */
  like: string
  /** Its own name; that of the place it is like, when it is left out. */
  name?: string | undefined
  /** Tray places, or benches by their measures: `24`, `2 benches 3.6 × 0.9 m`. */
  room: string
  /** °C it is never let fall below, or held at; as is usual for the like where it is left out, `null` for no heating. */
  heatedTo?: number | null | undefined
}

/** What is answered of places. */
export interface PlaceAnswers {
  /** Room by place, in tray places; none where it is 0. */
  places: Record<string, number>
  /** Houses and benches one by one; they have the word over `places`. */
  rooms?: readonly RoomAnswer[] | undefined
  units?: 'metric' | 'us' | undefined
}

/** Everything that is wrong with them, by path. */
export function roomProblems(answers: PlaceAnswers): { path: string; message: string }[] {
  const { rooms } = answers
  const problems: { path: string; message: string }[] = []
  rooms?.forEach((one, i) => {
    const say = (path: string, message: string) => void problems.push({ path: `rooms[${i}].${path}`, message })
    if (!PRESET_PLACES.some(({ key }) => key === one.like))
      say('like', `is not known; there are ${PRESET_PLACES.map(({ key }) => key).join(', ')}.`)
    if (one.name !== undefined && one.name.trim() === '') say('name', 'is empty.')
    const read = readRoom(one.room, answers.units === 'us')
    if (!read) say('room', 'Write a number of trays, or benches such as 3.6 × 0.9 m, 2 levels.')
    else if (read.benches && trayPlacesOf(read.benches) === 0)
      say('room', 'No tray of 54 × 28 cm stands on a bench of that size.')
    if (typeof one.heatedTo === 'number' && !(one.heatedTo >= -20 && one.heatedTo <= 40))
      say('heatedTo', 'must lie between −20 and 40 °C.')
  })
  if (problems.length === 0 && !placesOf(answers).some(({ trayPlaces }) => trayPlaces > 0))
    problems.push({ path: rooms ? 'rooms' : 'places', message: 'none has any room: give at least one.' })
  return problems
}

/** The places they make. */
export function placesOf({ places, rooms, units }: PlaceAnswers): Place[] {
  if (!rooms) return PRESET_PLACES.map((place) => ({ ...place, trayPlaces: places[place.key] ?? 0 }))
  const made: Place[] = []
  for (const one of rooms) {
    const like = PRESET_PLACES.find(({ key }) => key === one.like)
    const room = readRoom(one.room, units === 'us')
    if (like && room) made.push(placeLike(like, one, room, made))
  }
  return made
}

function placeLike(like: Place, { name, heatedTo }: RoomAnswer, room: TypedRoom, others: readonly Place[]): Place {
  const called = name?.trim() || like.name
  const { floor, ...temperature } = like.temperature
  const to = heatedTo === undefined ? floor : (heatedTo ?? undefined)
  return {
    ...like,
    key: freeKeyIn(others, called === like.name ? like.key : keyOf(called)),
    name: called,
    trayPlaces: room.benches ? trayPlacesOf(room.benches) : (room.trayPlaces ?? 0),
    temperature:
      like.temperature.held !== undefined && typeof heatedTo === 'number'
        ? { ...temperature, held: heatedTo }
        : like.temperature.held !== undefined || to === undefined
          ? temperature
          : { ...temperature, floor: to },
    ...(room.benches
      ? { layout: { benches: room.benches.map((bench, i) => ({ ...bench, name: `Bench ${i + 1}` })) } }
      : {}),
  }
}
