/** The guided start: what is answered, and the season document it makes. */
import { library, libraryKind } from '../../library/library'
import { firstPlanting, monthlyMeans, PRESET_CONTAINERS, PRESET_PLACES, seasonSpan } from '../../library/presets'
import { methodOfSchool, SCHOOLS } from '../../library/schools'
import type { Container, Crop, Method, Place, SeasonInput } from '../../season/schema'
import type { Units } from '../../words/format'

export interface PlantingAnswer {
  crop: string
  plants: number | undefined
  on: string
  every: number | undefined
  count: number | undefined
}

export interface Answers {
  units: Units
  farm: string
  year: number
  latitude: number | undefined
  coldest: number | undefined
  warmest: number | undefined
  /** MM-DD; half the years have it before (spring) or after (autumn). */
  lastFrost: string
  firstFrost: string
  spread: number
  /** Room by place; none where it is 0. */
  places: Record<string, number>
  /** Owned by container; absent where it is not used, `null` for as many as it takes. */
  containers: Record<string, number | null>
  crops: string[]
  plantings: PlantingAnswer[]
}

/** What stands there before anything is answered. */
export function firstAnswers(year: number, units: Units): Answers {
  return {
    units,
    farm: '',
    year,
    latitude: undefined,
    coldest: 0,
    warmest: 19,
    lastFrost: '05-05',
    firstFrost: '10-08',
    spread: 14,
    places: Object.fromEntries(PRESET_PLACES.map(({ key, trayPlaces }) => [key, key === 'lit-rack' ? 0 : trayPlaces])),
    containers: { 'cells-128': null, 'cells-72': null, 'pots-9': null },
    crops: [],
    plantings: [],
  }
}

/** Ten crops that many begin with. */
export const BEGIN_WITH = [
  'lettuce',
  'tomato',
  'kale',
  'basil',
  'cabbage',
  'courgette',
  'parsley',
  'zinnia',
  'snapdragon',
  'sunflower',
]

/** What is missing in a step, in words; none when it is answered. */
export function missing(step: number, answers: Answers): string | undefined {
  const monthDay = /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/
  switch (step) {
    case 0:
      if (answers.farm.trim() === '') return 'Give the farm a name.'
      if (answers.latitude === undefined || Math.abs(answers.latitude) > 66)
        return 'Give the latitude, between −66 and 66; south is below 0.'
      if (answers.coldest === undefined || answers.warmest === undefined || answers.warmest <= answers.coldest)
        return 'Give the mean of the coldest month and, above it, of the warmest.'
      return Number.isInteger(answers.year) && answers.year >= 2000 && answers.year <= 2100
        ? undefined
        : 'Give the year.'
    case 1:
      return monthDay.test(answers.lastFrost) && monthDay.test(answers.firstFrost)
        ? undefined
        : 'Write both days as MM-DD, for example 05-05.'
    case 2:
      return Object.values(answers.places).some((room) => room > 0) ? undefined : 'Give at least one place some room.'
    case 3:
      return Object.keys(answers.containers).length > 0 ? undefined : 'Choose at least one container.'
    case 4:
      return answers.crops.length > 0 ? undefined : 'Choose at least one crop.'
    default:
      return undefined
  }
}

/** Ways for a crop with what the farm has: the usual one first. */
function waysFor(crop: Crop, farm: { places: Place[]; containers: Container[] }): Method[] {
  const usual =
    crop.care.roots === 'touchy'
      ? ['plantable', 'blocks', 'one-seed']
      : (crop.seed.perCell ?? 1) > 1
        ? ['thin', 'one-seed', 'clump']
        : ['one-seed', 'small-then-pot', 'straight']
  // What is always sown in place has that first; what may be raised is raised.
  const direct = crop.raise?.way === 'direct' ? ['in-place'] : []
  const order = [
    ...direct,
    ...usual,
    ...SCHOOLS.map(({ key }) => key).filter((key) => key !== 'bought' && key !== 'in-place' && !usual.includes(key)),
  ]
  const ways: Method[] = []
  for (const school of order) {
    const made = methodOfSchool(school, crop, farm)
    if (!('needs' in made) && !ways.some(({ name }) => name === made.name))
      ways.push({ ...made, key: `${crop.key}-${school}` })
    if (ways.length === 2) break
  }
  return ways
}

/** The farm as it has been answered so far: places with their room and containers with their number. */
export function farmOf(answers: Answers): { places: Place[]; containers: Container[] } {
  return {
    places: PRESET_PLACES.filter(({ key }) => (answers.places[key] ?? 0) > 0).map((place) => ({
      ...place,
      trayPlaces: answers.places[place.key]!,
    })),
    containers: PRESET_CONTAINERS.filter(({ key }) => key in answers.containers).map((one) => {
      const owned = answers.containers[one.key]
      return owned === null || owned === undefined ? one : { ...one, owned }
    }),
  }
}

/** Plantings to begin with: one of each crop, on its first good day. */
export function plantingsFor(answers: Answers): PlantingAnswer[] {
  const { from } = seasonSpan(answers.year, answers.latitude ?? 45)
  return answers.crops.map((key) => {
    const known = answers.plantings.find(({ crop }) => crop === key)
    return (
      known ?? {
        crop: key,
        plants: undefined,
        on: firstPlanting(libraryKind(key)!.crop, answers.lastFrost, from),
        every: undefined,
        count: undefined,
      }
    )
  })
}

/** The season document the answers make. */
export function documentOf(answers: Answers): SeasonInput {
  const latitude = answers.latitude ?? 45
  const farm = farmOf(answers)
  const crops = answers.crops.flatMap((key) => libraryKind(key)?.crop ?? [])
  const methods = crops.flatMap((crop) => waysFor(crop, farm))
  const codes = new Set<string>()
  const codeFor = (name: string) => {
    const letters = name.toUpperCase().replace(/[^A-Z]/g, '')
    for (let i = 1; i < letters.length; i++) {
      const code = letters[0]! + letters[i]!
      if (!codes.has(code)) return (codes.add(code), code)
    }
    for (let n = 1; ; n++) if (!codes.has(`X${n}`)) return (codes.add(`X${n}`), `X${n}`)
  }
  return {
    format: 1,
    farm: { name: answers.farm.trim() },
    season: seasonSpan(answers.year, latitude),
    site: {
      latitude,
      outdoorMonthlyMeans: monthlyMeans(answers.coldest ?? 0, answers.warmest ?? 19, latitude),
      frost: {
        lastSpring: { median: answers.lastFrost, spreadDays: answers.spread },
        firstAutumn: { median: answers.firstFrost, spreadDays: answers.spread },
      },
    },
    ...farm,
    crops,
    varieties: crops.map(({ key, name }) => ({ key, crop: key, name })),
    methods,
    plantings: answers.plantings.flatMap((wish) => {
      const method = methods.find(({ crop }) => crop === wish.crop)
      const crop = libraryKind(wish.crop)?.crop
      if (!method || !crop || !answers.crops.includes(wish.crop) || wish.plants === undefined || wish.plants < 1)
        return []
      const series =
        wish.every !== undefined && wish.count !== undefined && wish.count > 1
          ? { series: { every: Math.round(wish.every), count: Math.round(wish.count) } }
          : {}
      const code = codeFor(crop.name)
      return [
        {
          key: code.toLowerCase(),
          code,
          variety: wish.crop,
          method: method.key,
          plants: Math.round(wish.plants),
          on: wish.on,
          ...series,
        },
      ]
    }),
  }
}

/** Crops that no way fits with what the farm has. */
export function cropsWithoutWay(answers: Answers): Crop[] {
  const farm = farmOf(answers)
  return answers.crops.flatMap((key) => libraryKind(key)?.crop ?? []).filter((crop) => waysFor(crop, farm).length === 0)
}

export const allKinds = () => library().map(({ crop }) => crop)
