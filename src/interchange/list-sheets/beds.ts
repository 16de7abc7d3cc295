/** Beds as rows of a sheet. */
import type { Bed, Season } from '../../season/schema'
import { keyOf, freeKeyIn } from '../../season/keys'
import { plainText } from '../sheet-file/plain-text'
import type { Said } from '../sheet-file/table'
import { readLength } from './cells'
import type { BedColumn } from './lists'
import type { ListProblem, ListReading, RowRead } from './read-list'

const WIDEST_M = 10 // a bare width above it is in cm, or inches
const LONGEST_M = 500

/** Reads one row: the bed of that name in that block, or a new one; a block that is not there yet comes along. */
export function readBed(row: Said<string>, reading: ListReading): RowRead {
  const said = row as Said<BedColumn>
  const { feet, season, blocks } = reading
  const [name, inBlock] = [said.bed.trim(), said.block.trim()]
  const block = inBlock === '' ? undefined : blocks.find((one) => plainText(one.name) === plainText(inBlock))
  const base = season.beds.find(
    (one) => plainText(one.name) === plainText(name) && (inBlock === '' || one.block === block?.key),
  )
  // What a new bed does not say is as in the last one there.
  const like = base ?? season.beds.findLast((one) => one.block === block?.key) ?? season.beds.at(-1)
  const problems: ListProblem[] = []
  const measure = (column: 'length' | 'width', usual: Parameters<typeof readLength>[2]): number | undefined => {
    const { value, problem } = readLength(said[column], column, usual)
    const cm = asItWas(value, base?.[column]) ?? like?.[column]
    if (problem ?? cm === undefined) problems.push(problem ?? { column, what: 'missing' })
    return cm
  }
  const length = measure('length', (n) => (feet ? 'ft' : n > LONGEST_M ? 'cm' : 'm'))
  const width = measure('width', (n) => (n > WIDEST_M ? (feet ? 'in' : 'cm') : feet ? 'ft' : 'm'))
  if (name === '') problems.push({ column: 'bed', what: 'missing' })
  const own = inBlock === '' ? (blocks.find(({ key }) => key === base?.block) ?? blocks.at(-1)) : block
  if (inBlock === '' && !own) problems.push({ column: 'block', what: 'missing' })
  if (problems.length > 0) return { name, problems, brings: undefined, base, draft: undefined }
  const made = own ?? addBlock(inBlock, reading)
  const draft = { ...(base ?? { key: 'new', name, standing: [] }), block: made.key, length, width } as Bed
  return { name: `${made.name}, ${name}`, problems, brings: own ? undefined : made.name, base, draft }
}

/** A measure that differs from what it was by no more than the rounding of a sheet is what it was. */
const asItWas = (read: number | undefined, was: number | undefined) =>
  read !== undefined && was !== undefined && Math.abs(read - was) < ROUNDED ? was : read

const ROUNDED = 0.6 // cm

function addBlock(name: string, reading: ListReading) {
  const block = { key: freeKeyIn(reading.blocks, keyOf(name)), name: name.slice(0, 120), path: 45 }
  reading.blocks.push(block)
  reading.additions.push({ of: 'blocks', key: block.key, from: null, to: block })
  return block
}

const CM_IN_FOOT = 30.48
/** A length of the ground, in the unit that is written beside it. */
const metres = (cm: number, feet: boolean) =>
  feet ? `${Number((cm / CM_IN_FOOT).toFixed(2))} ft` : `${Number((cm / 100).toFixed(2))} m`

/** Every bed as a row. */
export function bedRows(season: Season): Said<BedColumn>[] {
  const blocks = new Map(season.blocks.map((one) => [one.key, one.name]))
  const feet = season.farm.units === 'us'
  return season.beds.map((bed) => ({
    block: blocks.get(bed.block) ?? '',
    bed: bed.name,
    length: metres(bed.length, feet),
    width: metres(bed.width, feet),
  }))
}
