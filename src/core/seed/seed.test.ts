import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Crop, Lot } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { lotNow, seedsLeft } from './ageing'

const crop: Crop = { ...readSmall().crops[0]!, seed: { perGram: 800, keepsYears: 4 } }
const lot = (more: Partial<Lot> = {}): Lot =>
  Lot.parse({
    key: 'l',
    variety: 'v',
    name: 'Lot',
    germination: 0.9,
    testedOn: '2026-01-15',
    stored: 'cool-dry',
    ...more,
  })
const on = (iso: string) => parseDay(iso)

describe('a seed lot', () => {
  it('is what its test says on the day of the test', () => {
    const now = lotNow(lot(), crop, on('2026-01-15'))
    expect(now.germination).toBe(0.9)
    expect(now.testedSeeds).toBe(100)
    expect(now.reasons.map(({ kind }) => kind)).toEqual(['packet'])
  })
  it('of good seed kept cool and dry has fallen to half after the years its crop keeps', () => {
    expect(lotNow(lot(), crop, on('2030-01-15')).germination).toBeCloseTo(0.5, 2)
  })
  it('ages much faster in damp warmth; an ordinary room, said or not, takes nothing more than cool and dry', () => {
    const after = (stored: Lot['stored']) => lotNow(lot({ stored }), crop, on('2027-01-15')).germination
    expect(after('warm-damp')).toBeLessThan(after('room') - 0.1)
    expect(after('room')).toBe(after('cool-dry'))
    expect(after(undefined)).toBe(after('room'))
  })
  it('goes on ageing within a season: in a hot rack since February it is weaker in June', () => {
    const at = (day: string) => lotNow(lot({ stored: 'warm-damp', testedOn: '2027-01-15' }), crop, on(day)).germination
    expect(at('2027-06-01')).toBeLessThan(at('2027-02-15') - 0.05)
  })
  it('that nobody has tested is taken to be as is usual, with a wide doubt, until ten seeds are tested', () => {
    const own = Lot.parse({ key: 'l', variety: 'v', name: 'Own', homeTests: [] })
    const now = lotNow(own, crop, on('2026-02-01'))
    expect(now.germination).toBe(crop.germination.usualShare)
    expect(now.testedSeeds).toBeLessThan(10)
    expect(now.reasons.map(({ kind }) => kind)).toEqual(['untested'])
    expect(now.warnings).toEqual(['untested'])
    const ten = lotNow({ ...own, homeTests: [{ on: '2026-02-01', sown: 10, up: 4 }] }, crop, on('2026-02-01'))
    expect(ten.germination).toBeLessThan(now.germination - 0.15)
    expect(ten.warnings).not.toContain('untested')
  })
  it('never gains by waiting, whatever its form and storage', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('raw', 'pelleted', 'primed'),
        fc.constantFrom('cool-dry', 'room', 'warm-damp'),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        fc.nat(2000),
        fc.nat(600),
        (form, stored, germination, days, more) => {
          const at = (d: number) => lotNow(lot({ form, stored, germination }), crop, on('2026-01-15') + d).germination
          expect(at(days + more)).toBeLessThanOrEqual(at(days) + 1e-12)
        },
      ),
    )
  })
  it('moves towards a home test, by how many seeds were in it', () => {
    const tested = (sown: number, up: number) =>
      lotNow(lot({ homeTests: [{ on: '2026-01-15', sown, up }] }), crop, on('2026-01-15'))
    expect(tested(100, 50).germination).toBeCloseTo(0.7, 6)
    expect(tested(400, 200).germination).toBeCloseTo(0.58, 6)
    expect(tested(100, 50).testedSeeds).toBe(200)
    expect(tested(20, 10).germination).toBeGreaterThan(tested(100, 50).germination)
  })
  it('ignores a home test made later than the day asked for', () => {
    expect(
      lotNow(lot({ homeTests: [{ on: '2026-03-01', sown: 100, up: 0 }] }), crop, on('2026-01-15')).germination,
    ).toBe(0.9)
  })
  it('is warned of: old pelleted, never tested, tested long ago, weak, dressed', () => {
    expect(lotNow(lot({ form: 'pelleted', year: 2024 }), crop, on('2026-02-01')).warnings).toContain('old-pelleted')
    expect(
      lotNow(Lot.parse({ key: 'l', variety: 'v', name: 'L', germination: 0.9 }), crop, on('2026-02-01')).warnings,
    ).toEqual(['no-test'])
    expect(lotNow(lot({ testedOn: '2024-01-01' }), crop, on('2026-02-01')).warnings).toContain('old-test')
    expect(lotNow(lot({ germination: 0.4 }), crop, on('2026-02-01')).warnings).toEqual(['weak'])
    expect(lotNow(lot({ treated: true }), crop, on('2026-02-01')).warnings).toEqual(['treated'])
  })
  it('is counted, or weighed', () => {
    expect(seedsLeft(lot({ seeds: 120, grams: 5 }), crop)).toBe(120)
    expect(seedsLeft(lot({ grams: 2.5 }), crop)).toBe(2000)
    expect(seedsLeft(lot(), crop)).toBeUndefined()
  })
})

describe('the seed of a plan', () => {
  it('runs short at the sowing that no longer gets enough', () => {
    const season = readSmall((s) => {
      s.lots[0]!.seeds = 300
    })
    const plan = createPlanner().plan(season)
    const [use] = plan.lots
    const own = plan.batches.filter((batch) => batch.seed.lot && batch.sizing).sort((a, b) => a.sow! - b.sow!)
    expect(use!.toSow).toBe(own.reduce((sum, batch) => sum + batch.sizing!.seeds, 0))
    expect(use!.needed).toBe(Math.ceil(use!.toSow * 1.03 - 1e-9))
    expect(use!.short).toBe(use!.needed - 300)
    expect(use!.runsOut!.id).toBe(own[1]!.id)
    expect(use!.without.has(own[0]!.id)).toBe(false)
    expect(use!.without.has(own.at(-1)!.id)).toBe(true)
  })
  it('is not asked for by young plants that are bought', () => {
    const season = readSmall((s) => {
      s.methods[0]!.sowing = { policy: 'bought', age: 150, price: 0.2 }
    })
    const plan = createPlanner().plan(season)
    expect(plan.lots[0]!.toSow).toBe(0)
    const batch = plan.byId.get('a')!
    expect(batch.pass!.emergence).toBe(batch.sow)
    expect(batch.ageAtPlanting).toBeGreaterThan(150)
    expect(batch.sizing!.seeds).toBe(0)
    expect(batch.sizing!.cells).toBeGreaterThan(200)
  })
})
