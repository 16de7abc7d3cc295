/** The schools of practice as ready methods: each a choice with its cost, none better than another. */
import { containerAge, containerHolds } from '../core/growth/container-age'
import { PLACE_BY_RULE } from '../core/schedule/place-by-rule'
import type { Container, Crop, Method, Place, Season } from '../season/schema'
import { libraryKind } from './library'

/** One way of raising plants that growers hold to. */
export interface School {
  key: string
  name: string
  /** What is done. */
  how: string
  gains: string
  costs: string
}

/** Why a school cannot be followed with what a farm has. */
export type SchoolNeeds = {
  needs:
    | 'cells'
    | 'pots'
    | 'open-flat'
    | 'block-sheet'
    | 'plantable'
    | 'sheet'
    | 'place'
    | 'leaf-interval'
    | 'larger-container'
    | 'spacing'
}

export const SCHOOLS: readonly School[] = [
  {
    key: 'one-seed',
    name: 'One seed a cell, a few cells spare',
    how: 'One seed in each cell; enough cells more that the blanks do not matter.',
    gains: 'Least seed, no thinning.',
    costs: 'More cells and room for the blanks; wants good seed.',
  },
  {
    key: 'thin',
    name: 'Two or three a cell, thinned',
    how: 'Several seeds in each cell; when the first true leaf shows, all but the best are cut off.',
    gains: 'Nearly every cell filled, with the strongest plant.',
    costs: 'Two or three times the seed, and minutes with scissors.',
  },
  {
    key: 'clump',
    name: 'Sown thick and kept as a clump',
    how: 'Four to ten seeds in a cell, planted together.',
    gains: 'Many plants from few cells; quick to plant.',
    costs: 'Plants share their mix, so the clump must go out sooner; sizes vary.',
  },
  {
    key: 'divide',
    name: 'Sown thick and divided',
    how: 'Many seeds in a cell; at potting up the cell is pulled apart and each part gets its own.',
    gains: 'Least heat and light space at the start.',
    costs: 'Handwork with roots; not for kinds that resent it.',
  },
  {
    key: 'prick-out',
    name: 'Sown in a flat, the best pricked out',
    how: 'Seed scattered or in rows in an open flat; seedlings moved to cells at their first true leaf.',
    gains: 'Only good seedlings get a cell; a thousand stand in one tray of heat.',
    costs: 'Handwork, and a short stretch of days to do it in.',
  },
  {
    key: 'straight',
    name: 'Straight into the final container',
    how: 'Sown where it stays until planting.',
    gains: 'No potting labour, no check.',
    costs: 'Most bench and mat space, from the first day; wet mix round a small root.',
  },
  {
    key: 'small-then-pot',
    name: 'Small cells, then potted up',
    how: 'Germinated in the smallest cells, moved into larger ones when the plug pulls cleanly.',
    gains: 'Least heated and lit space.',
    costs: 'Potting labour; each move is a pause of some days.',
  },
  {
    key: 'blocks',
    name: 'Soil blocks',
    how: 'Sown in pressed blocks that are planted whole.',
    gains: 'No pause at planting; no trays to wash.',
    costs: 'Making blocks; they dry quickly.',
  },
  {
    key: 'plantable',
    name: 'Pots that are planted whole',
    how: 'Sown in pots that go into the ground with the plant.',
    gains: 'Roots that resent it are not disturbed.',
    costs: 'Pots bought each year; large footprint.',
  },
  {
    key: 'sheet',
    name: 'Foam, pellet or fibre sheets',
    how: 'Sown in a sheet of soilless plugs.',
    gains: 'Clean, even and quick to fill.',
    costs: 'The sheet is bought; little reserve of water or feed.',
  },
  {
    key: 'bought',
    name: 'Young plants bought in',
    how: 'Ordered ahead, looked over on arrival, grown on or planted.',
    gains: 'No germination, no mat; dear or slow kinds made by someone else.',
    costs: 'Price, an order deadline, and what comes with the plants.',
  },
  {
    key: 'in-place',
    name: 'Sown where it is to stand',
    how: 'Sown in rows in its bed, up by the warmth of the soil, thinned to its distance.',
    gains: 'No trays, no bench, no hardening; roots that are never moved.',
    costs: 'More seed, a bed taken from sowing on, and weeds, cold soil and beetles to outrun.',
  },
]

const volume = (container: Container) => container.cellVolume
const bySize = (a: Container, b: Container) => volume(a) - volume(b)

const TWICE = 2 // seedlings sown for each plant that is left, so that thinning can choose

/** Rows in place: twice as many seedlings as are left, by what usually comes up. */
function inRows(crop: Crop, { key, how }: School): Omit<Method, 'key'> | SchoolNeeds {
  const { plantSpacing } = crop.field
  if (plantSpacing === undefined) return { needs: 'spacing' }
  const seedsPerMetre = Math.min(
    2000,
    Math.ceil(((100 / plantSpacing) * TWICE) / Math.max(0.1, crop.germination.usualShare)),
  )
  return {
    crop: crop.key,
    name: 'Sown in rows',
    school: key,
    note: how,
    sowing: { policy: 'in-place', seedsPerMetre, thinTo: plantSpacing, thinLeaf: 2 },
    leaveHeatAt: 0.5,
    potUpPoint: 0.5,
    stages: [],
    hardening: { days: 0 },
  }
}

/**
 * A school as a method for one crop, with the containers and places a farm has.
 *
 * @returns the method, without a key of its own yet; or what the farm lacks for it
 */
export function methodOfSchool(
  school: string,
  crop: Crop,
  season: Pick<Season, 'places' | 'containers'>,
): Omit<Method, 'key'> | SchoolNeeds {
  const said = SCHOOLS.find(({ key }) => key === school)
  if (!said) throw new Error(`There is no school "${school}".`)
  if (school === 'in-place') return inRows(crop, said)
  if (season.places.length === 0) return { needs: 'place' }
  const harden = hardeningPlace(season.places)
  const cells = season.containers.filter(({ kind }) => kind === 'cell-tray' || kind === 'break-apart-pack').sort(bySize)
  const pots = season.containers.filter(({ kind, plantable }) => kind === 'pots' && !plantable).sort(bySize)
  const final = finalContainer(crop, [...cells, ...pots])
  const small = cells.find((one) => holdsFor(crop, one))
  const larger = (than: Container) =>
    [...cells, ...pots].sort(bySize).find((one) => volume(one) >= 1.8 * volume(than) && holdsFor(crop, one))
  const seeds = Math.max(2, Math.min(3, crop.seed.perCell ?? 2))
  const make = (sowing: Method['sowing'], containers: readonly Container[], name: string): Omit<Method, 'key'> => ({
    crop: crop.key,
    name,
    school,
    note: said.how,
    sowing,
    leaveHeatAt: 0.5,
    potUpPoint: 0.5,
    // Where it stands is left to the rule: the cheapest place that keeps its pace and bears the nights of those days.
    stages: containers.map((container, i) => ({
      container: container.key,
      place: PLACE_BY_RULE,
      survival: i === 0 ? 0.96 : 0.98,
    })),
    hardening: harden ? { days: crop.field.hardeningDays ?? 7, place: harden.key } : { days: 0 },
  })
  switch (school) {
    case 'one-seed':
      return final ? make({ policy: 'single' }, [final], `One seed a cell, ${final.name}`) : { needs: 'cells' }
    case 'thin':
      return final
        ? make({ policy: 'thin', seedsPerCell: seeds, keep: 1 }, [final], `${seeds} a cell and thinned, ${final.name}`)
        : { needs: 'cells' }
    case 'straight': {
      const largest = [...cells, ...pots]
        .sort(bySize)
        .filter((one) => holdsFor(crop, one))
        .at(-1)
      return largest ? make({ policy: 'single' }, [largest], `Straight into ${largest.name}`) : { needs: 'cells' }
    }
    case 'clump': {
      const count = Math.max(4, crop.seed.perCell ?? 4)
      const clumped = clumpContainer(crop, [...cells, ...pots], count)
      return clumped
        ? make(
            { policy: 'clump', seedsPerCell: count, count: 'plants', atLeast: 1 },
            [clumped],
            `Clumps of ${count}, ${clumped.name}`,
          )
        : { needs: 'cells' }
    }
    case 'divide': {
      if (!small) return { needs: 'cells' }
      const next = larger(small) ?? final
      return next && next !== small
        ? make(
            { policy: 'divide', seedsPerCell: 8, parts: 6 },
            [small, next],
            `Sown thick in ${small.name}, divided into ${next.name}`,
          )
        : { needs: 'larger-container' }
    }
    case 'small-then-pot': {
      if (!small) return { needs: 'cells' }
      const next = pottedInto(crop, [...cells, ...pots], small)
      return next
        ? make({ policy: 'single' }, [small, next], `${small.name}, potted into ${next.name}`)
        : { needs: 'larger-container' }
    }
    case 'prick-out': {
      const flat = season.containers.find(({ kind }) => kind === 'open-flat')
      if (!flat) return { needs: 'open-flat' }
      if (crop.growth.leafInterval === undefined) return { needs: 'leaf-interval' }
      return final
        ? make(
            { policy: 'flat', seedsPerFlat: 400, usable: 0.9, readyLeaf: 1, limitLeaf: 3 },
            [flat, final],
            `${flat.name}, pricked out into ${final.name}`,
          )
        : { needs: 'cells' }
    }
    case 'blocks': {
      const block = season.containers
        .filter(({ kind }) => kind === 'block-sheet')
        .sort(bySize)
        .find((one) => holdsFor(crop, one))
      return block ? make({ policy: 'single' }, [block], `One seed a block, ${block.name}`) : { needs: 'block-sheet' }
    }
    case 'plantable': {
      const pot = season.containers
        .filter(({ kind, plantable }) => kind === 'pots' && plantable)
        .sort(bySize)
        .find((one) => holdsFor(crop, one))
      return pot
        ? make({ policy: 'single' }, [pot], `One seed a pot planted whole, ${pot.name}`)
        : { needs: 'plantable' }
    }
    case 'sheet': {
      const sheet = season.containers
        .filter(({ kind }) => kind === 'foam-sheet' || kind === 'pellet-sheet' || kind === 'fibre-sheet')
        .sort(bySize)
        .find((one) => holdsFor(crop, one))
      return sheet ? make({ policy: 'single' }, [sheet], `One seed a plug, ${sheet.name}`) : { needs: 'sheet' }
    }
    case 'bought': {
      const tray = small ?? final
      if (!tray) return { needs: 'cells' }
      const age = readyIn(crop, tray)
      return make(
        { policy: 'bought', age: Math.round(age * 0.8), good: 0.97, orderDays: 42 },
        [tray],
        `Bought in as plugs, ${tray.name}`,
      )
    }
  }
  throw new Error(`no school ${school}`)
}

const BY_KIND: Partial<Record<Container['kind'], string>> = {
  'open-flat': 'prick-out',
  'block-sheet': 'blocks',
  'foam-sheet': 'sheet',
  'pellet-sheet': 'sheet',
  'fibre-sheet': 'sheet',
}

/**
 * The plain way of raising a kind from a sowing into one container; of an open flat, pricked out into what fits.
 *
 * @returns the method, without a key of its own yet; or what the farm lacks for it
 */
export function wayInto(
  container: Container,
  crop: Crop,
  farm: Pick<Season, 'places' | 'containers'>,
): Omit<Method, 'key'> | SchoolNeeds {
  const school = container.plantable ? 'plantable' : (BY_KIND[container.kind] ?? 'one-seed')
  const flat = container.kind === 'open-flat'
  const others = flat ? farm.containers.filter(({ kind }) => kind !== 'open-flat') : []
  return methodOfSchool(school, crop, { places: farm.places, containers: [container, ...others] })
}

const readyIn = (crop: Crop, container: Container) => {
  const points = [...crop.growth.points].sort(
    (a, b) => Math.abs(Math.log(a.ml / volume(container))) - Math.abs(Math.log(b.ml / volume(container))),
  )
  return points[0]!.ready
}

/** Whether the volume is one the kind is commonly raised in: not far outside its growth points, or well beyond an only one. */
function holdsFor(crop: Crop, container: Container): boolean {
  const ml = crop.growth.points.map((point) => point.ml)
  return (
    volume(container) >= Math.min(...ml) * 0.55 && volume(container) <= Math.max(...ml) * (ml.length === 1 ? 20 : 2.2)
  )
}

/** Whether a kind can be raised in a container that is not common for it, where a farm has nothing better. */
function justHolds(crop: Crop, container: Container): boolean {
  const ml = crop.growth.points.map((point) => point.ml)
  const v = volume(container)
  return v >= Math.min(...ml) * 0.4 && v <= Math.max(...ml) * 5 && containerHolds(containerAge(crop.growth.points, v))
}

/** Middle, in ln ml, of what a kind is raised in. */
function middleVolume(crop: Crop): number {
  const ml = crop.growth.points.map((point) => Math.log(point.ml))
  return ml.reduce((sum, x) => sum + x, 0) / ml.length
}

/** The container nearest to the middle of what the kind is raised in. */
function finalContainer(crop: Crop, containers: readonly Container[]): Container | undefined {
  const middle = middleVolume(crop)
  const common = containers.filter((one) => holdsFor(crop, one))
  return (common.length > 0 ? common : containers.filter((one) => justHolds(crop, one))).sort(
    (a, b) => Math.abs(Math.log(volume(a)) - middle) - Math.abs(Math.log(volume(b)) - middle),
  )[0]
}

/** The container for a clump: of those in which its plants are ready before they suffer, the nearest to a little more than one plant has. */
function clumpContainer(crop: Crop, containers: readonly Container[], seeds: number): Container | undefined {
  const sharing = Math.max(1, seeds * crop.germination.usualShare)
  const holds = containers.filter(
    (one) => holdsFor(crop, one) && containerHolds(containerAge(crop.growth.points, volume(one) / sharing)),
  )
  const middle = middleVolume(crop) + Math.log(1.5)
  return holds.sort((a, b) => Math.abs(Math.log(volume(a)) - middle) - Math.abs(Math.log(volume(b)) - middle))[0]
}

/** The container a kind is potted into from a small one: the nearest to the largest it is usually raised in. */
function pottedInto(crop: Crop, containers: readonly Container[], small: Container): Container | undefined {
  const [second, largest] = crop.growth.points
    .map(({ ml }) => Math.log(ml))
    .sort((a, b) => a - b)
    .slice(-2)
  const wanted = largest === undefined ? second! : (second! + 2 * largest) / 3
  return containers
    .filter((one) => volume(one) >= 1.8 * volume(small) && holdsFor(crop, one))
    .sort((a, b) => Math.abs(Math.log(volume(a)) - wanted) - Math.abs(Math.log(volume(b)) - wanted))[0]
}

/** Where plants are hardened: out of doors, else in frames. */
const hardeningPlace = (places: readonly Place[]): Place | undefined =>
  places.find(({ kind, trayPlaces }) => kind === 'hardening-area' && trayPlaces > 0) ??
  places.find(({ kind, trayPlaces }) => kind === 'cold-frame' && trayPlaces > 0)

const MOST_WAYS = 3

/**
 * Ready-made growing methods of a kind with what a farm has: two or three, the usual first, none twice. What is always
 * sown in its place has that first; what may be is offered it last.
 *
 * @param usual ready-made methods that suit the kind, the usual first; those of the library unless given
 */
export function readyWays(
  crop: Crop,
  farm: Pick<Season, 'places' | 'containers'>,
  usual: readonly string[] = libraryKind(crop.kind)?.ways ?? usualBySeed(crop),
): { school: string; method: Omit<Method, 'key'> }[] {
  const direct = crop.raise?.way === 'direct'
  const raised = [...usual, ...SCHOOLS.map(({ key }) => key)].filter((key) => key !== 'bought' && key !== 'in-place')
  const order = [...(direct ? ['in-place'] : []), ...new Set(raised)]
  const ways: { school: string; method: Omit<Method, 'key'> }[] = []
  const last = crop.raise?.way === 'either' ? MOST_WAYS - 1 : MOST_WAYS
  for (const school of order) {
    // Beyond what suits the kind another way is only looked for where there is none yet.
    if (!usual.includes(school) && school !== 'in-place' && ways.length > 0) break
    addWay(ways, school, crop, farm)
    if (ways.length === last) break
  }
  if (crop.raise?.way === 'either') addWay(ways, 'in-place', crop, farm)
  return ways
}

function addWay(
  ways: { school: string; method: Omit<Method, 'key'> }[],
  school: string,
  crop: Crop,
  farm: Pick<Season, 'places' | 'containers'>,
): void {
  const method = methodOfSchool(school, crop, farm)
  if ('needs' in method) return
  const same = (other: Omit<Method, 'key'>) =>
    JSON.stringify([other.sowing, other.stages]) === JSON.stringify([method.sowing, method.stages])
  if (!ways.some((way) => way.method.name === method.name || same(way.method))) ways.push({ school, method })
}

/** What suits a kind that is not of the library, by its roots and its seed. */
function usualBySeed(crop: Crop): string[] {
  if (crop.care.roots === 'touchy') return ['plantable', 'blocks', 'one-seed']
  return (crop.seed.perCell ?? 1) > 1 ? ['thin', 'one-seed', 'clump'] : ['one-seed', 'small-then-pot', 'straight']
}
