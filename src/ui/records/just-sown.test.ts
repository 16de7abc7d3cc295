import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { justSown, sowables, type JustSown, type Written } from './just-sown'
import { createFormat } from '../../words/format'

const f = createFormat('en-GB', 'metric')

function farm(name: string): Season {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}

const FARMS = ['sallow-ferry-2027', 'one-tunnel-2027', 'kestrel-flat-2027', 'loft-and-porch-2027'].map(farm)

/** The season after what was written, read as a file would be. */
function after(season: Season, written: Written): Season {
  if ('problem' in written) throw new Error(written.problem)
  const next: Record<string, unknown> = { ...season }
  for (const { of, to } of written.edits) next[of] = [...(next[of] as unknown[]), to]
  next.records = [
    ...season.records,
    ...written.said.map(({ batch, on, what }, i): Entry => ({
      id: `00000000-0000-4000-8000-00000000000${i}`,
      on: formatDay(on!),
      at: `${formatDay(on!)}T12:00:00.000Z`,
      who: 'Crew A',
      batch: batch!,
      what,
    })),
  ]
  const read = readSeason(next)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('; '))
  return read.season
}

const sowingOf = (season: Season, sown: Partial<JustSown>): JustSown => {
  const on = parseDay(season.season.from) + 70
  return {
    container: season.containers.find(({ kind }) => kind === 'cell-tray')!,
    wholes: 1,
    parts: [],
    place: undefined,
    on,
    today: on + 3,
    tray: 'a1',
    ...sown,
  }
}

describe('sown just now', () => {
  it('works on every farm with everything it has and every kind of the library, or says what is missing', () => {
    for (const [farm, season] of FARMS.entries()) {
      const container = season.containers.find(({ kind }) => kind === 'cell-tray')!
      let refused = 0
      // Every fourth on each of the four farms, so that each kind is tried somewhere.
      const all = sowables(season).filter((_, i) => i % 4 === farm)
      for (const what of all) {
        const sowing = sowingOf(season, { parts: [{ what, lot: undefined, seeds: 2, cells: [[0, 24]] }] })
        const written = justSown(season, sowing, f)
        if ('problem' in written) {
          refused++
          expect(written.problem, what.name).toMatch(/^\S.*\.$/)
          continue
        }
        expect(written.plantings).toHaveLength(1)
        const now = after({ ...season, plantings: [], records: [] }, written)
        const batch = createPlanner()
          .plan(now, sowing.today)
          .batches.find(({ id }) => id === written.plantings[0]!.key)!
        expect(batch.progress!.standing, what.name).not.toBe('to-sow')
        expect(batch.progress!.ledger.accounts, what.name).toMatchObject({ sown: 24 })
        expect(batch.plantOn).toBeGreaterThan(sowing.on)
        expect(batch.stays[0]!.container.key).toBe(container.key)
        expect(batch.stays[0]!.from).toBe(sowing.on)
      }
      expect(refused / all.length, season.farm.name).toBeLessThan(0.25)
    }
  })
  it('makes a new kind once, though it is in the tray twice', () => {
    const [season] = FARMS as [Season]
    const what = sowables(season).find(({ variety }) => !variety)!
    const parts = [
      { what, lot: undefined, seeds: 1, cells: [[0, 20]] as const },
      { what, lot: undefined, seeds: 3, cells: [[20, 40]] as const },
    ]
    const written = justSown(season, sowingOf(season, { parts }), f)
    if ('problem' in written) throw new Error(written.problem)
    expect(written.edits.filter(({ of }) => of === 'crops')).toHaveLength(1)
    expect(written.edits.filter(({ of }) => of === 'methods')).toHaveLength(1)
    expect(new Set(written.plantings.map(({ code }) => code)).size).toBe(2)
    expect(written.said.map(({ what: { did, ...said } }) => [did, 'seeds' in said && said.seeds])).toEqual([
      ['task', 20],
      ['task', 60],
    ])
    after(season, written)
  })
  it('counts seeds in an open flat, and pricks out into what the farm has', () => {
    const [season] = FARMS as [Season]
    const container = season.containers.find(({ kind }) => kind === 'open-flat')!
    const what = sowables(season).find(
      ({ variety, crop }) => !variety && crop.growth.leafInterval !== undefined && crop.name === 'Lobelia',
    )
    const some =
      what ?? sowables(season).find(({ variety, crop }) => !variety && crop.growth.leafInterval !== undefined)!
    const sowing = sowingOf(season, { container, parts: [{ what: some, lot: undefined, seeds: 300, cells: [[0, 8]] }] })
    const written = justSown(season, sowing, f)
    const now = after(season, written)
    if ('problem' in written) throw new Error(written.problem)
    const batch = createPlanner().plan(now, sowing.today).byId.get(written.plantings[0]!.key)!
    expect(batch.progress!.ledger.accounts.sown).toBe(300)
    expect(batch.stays[0]).toMatchObject({ trays: 1, container: { key: container.key } })
    expect(batch.way.method.sowing.policy).toBe('flat')
    expect(batch.way.method.stages).toHaveLength(2)
  })
})
