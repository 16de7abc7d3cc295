/** The schools of practice as ready methods: each a choice with its cost, none better than another. */
import type { Container, Crop, Method, Place, Season } from '../season/schema'

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
    how: 'Germinated in the smallest cells, moved into larger ones when the plug holds.',
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
  const places = placesFor(crop, season.places)
  if (!places) return { needs: 'place' }
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
    stages: containers.map((container, i) => ({
      container: container.key,
      place: i === containers.length - 1 ? places.grow.key : places.start.key,
      survival: i === 0 ? 0.96 : 0.98,
      ...(i === 0 &&
      sowing.policy !== 'bought' &&
      places.germinate.key !== (containers.length === 1 ? places.grow.key : places.start.key)
        ? { germinateAt: places.germinate.key }
        : {}),
    })),
    hardening: places.harden ? { days: crop.field.hardeningDays ?? 7, place: places.harden.key } : { days: 0 },
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
      return final
        ? make(
            { policy: 'clump', seedsPerCell: count, count: 'plants', atLeast: 1 },
            [final],
            `Clumps of ${count}, ${final.name}`,
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
      const next = larger(small)
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
      return block ? make({ policy: 'single' }, [block], block.name) : { needs: 'block-sheet' }
    }
    case 'plantable': {
      const pot = season.containers
        .filter(({ kind, plantable }) => kind === 'pots' && plantable)
        .sort(bySize)
        .find((one) => holdsFor(crop, one))
      return pot ? make({ policy: 'single' }, [pot], pot.name) : { needs: 'plantable' }
    }
    case 'sheet': {
      const sheet = season.containers
        .filter(({ kind }) => kind === 'foam-sheet' || kind === 'pellet-sheet' || kind === 'fibre-sheet')
        .sort(bySize)
        .find((one) => holdsFor(crop, one))
      return sheet ? make({ policy: 'single' }, [sheet], sheet.name) : { needs: 'sheet' }
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

/** The container nearest to the middle of what the kind is raised in. */
function finalContainer(crop: Crop, containers: readonly Container[]): Container | undefined {
  const ml = crop.growth.points.map((point) => Math.log(point.ml))
  const middle = ml.reduce((sum, x) => sum + x, 0) / ml.length
  return containers
    .filter((one) => holdsFor(crop, one))
    .sort((a, b) => Math.abs(Math.log(volume(a)) - middle) - Math.abs(Math.log(volume(b)) - middle))[0]
}

/** Places to germinate, start, grow on and harden, by what they are for. */
function placesFor(
  crop: Crop,
  places: readonly Place[],
): { germinate: Place; start: Place; grow: Place; harden: Place | undefined } | undefined {
  const of = (...kinds: Place['kind'][]) => kinds.flatMap((kind) => places.filter((place) => place.kind === kind))[0]
  const grow =
    crop.season === 'warm'
      ? of('bench', 'tunnel', 'lit-shelf', 'cold-frame')
      : of('tunnel', 'bench', 'lit-shelf', 'cold-frame')
  const any = grow ?? places[0]
  if (!any) return undefined
  const start = of('lit-shelf', 'bench') ?? any
  const germinate =
    (crop.season === 'warm'
      ? of('heat-mat', 'germination-cabinet', 'lit-shelf', 'bench')
      : of('germination-cabinet', 'lit-shelf', 'bench')) ?? any
  return { germinate, start, grow: any, harden: of('hardening-area', 'cold-frame') }
}
