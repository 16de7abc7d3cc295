import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SURROUNDINGS } from '../../library/drill-cards'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { bearsWhileHardening } from '../field/hardening'
import { seeded } from '../statistics/random'
import { cardsOf, drawCold, drawDrill, drawMix } from './drill'
import { drawCount, drawDecision, drawPlant, PLANT_ANSWERS, STAND_ANSWERS } from './stands'

const around = SURROUNDINGS

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}
const FARMS = [
  ...['sallow-ferry', 'kestrel-flat', 'loft-and-porch', 'one-tunnel'].map((name) => [name, farm(name)] as const),
  ['the small season', readSmall()] as const,
]
const empty = (season: Season): Season => ({ ...season, plantings: [], crops: [], methods: [], varieties: [] })

describe.each(FARMS)('drills of %s', (_, season) => {
  it('have one right answer among different ones, on every card, for every draw', () => {
    const cards = cardsOf(season, around)
    expect(new Set(cards).size).toBe(cards.length)
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...cards), (seed, card) => {
        const drill = drawDrill(card, season, around, seeded(seed))
        if (!drill) return
        const options: readonly unknown[] = drill.kind === 'label' || 'crops' in drill ? drill.crops : drill.options
        expect(drill.right).toBeGreaterThanOrEqual(0)
        expect(drill.right).toBeLessThan(options.length)
        expect(options.length).toBeGreaterThanOrEqual(3)
        expect(new Set(options).size).toBe(options.length)
      }),
      { numRuns: 40 },
    )
  })
  it('are the same for the same numbers', () => {
    for (const card of cardsOf(season, around).slice(0, 6))
      expect(JSON.stringify(drawDrill(card, season, around, seeded(7)))).toBe(
        JSON.stringify(drawDrill(card, season, around, seeded(7))),
      )
  })
})

describe('a tray to count', () => {
  it('has as many blanks as its right answer says', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const { up, options, right } = drawCount(seeded(seed))
        expect(options[right]).toBe(up.filter((one) => !one).length)
      }),
    )
  })
})

describe('a stand to decide on', () => {
  const season = farm('sallow-ferry')
  it('asks for each of its answers in turn, as the count of the real work advises', () => {
    const answers = new Set<string>()
    for (let seed = 1; seed <= 24; seed++) {
      const drill = drawDecision(season, seeded(seed))
      if (!drill) continue
      const first = drill.decision.choices[0]!.kind
      expect(first === 'resow-here' ? 'resow' : first).toBe(drill.options[drill.right])
      answers.add(drill.options[drill.right]!)
    }
    expect([...answers].toSorted()).toEqual([...STAND_ANSWERS].toSorted())
  })
})

describe('a plant to judge', () => {
  const season = farm('sallow-ferry')
  it('comes in every state, and is never ready before its plug holds', () => {
    const answers = new Set<string>()
    for (let seed = 1; seed <= 40; seed++) {
      const drill = drawPlant(season, seeded(seed))
      if (!drill) continue
      const answer = drill.options[drill.right]!
      answers.add(answer)
      if (drill.seen.lifts === false) expect(['plant', 'move-up']).not.toContain(answer)
      if (drill.seen.roots === 'circling-hard') expect(answer).toBe('past')
    }
    expect([...answers].toSorted()).toEqual([...PLANT_ANSWERS].toSorted())
  })
})

describe('a cold night', () => {
  const { crops } = farm('sallow-ferry')
  it('is borne by one alone, or by all but one', () => {
    fc.assert(
      fc.property(fc.integer(), fc.constantFrom('bench' as const, 'frost' as const), (seed, kind) => {
        const { low, crops: shown, right } = drawCold(kind, crops, seeded(seed))!
        const borne = shown.map((crop) => bearsWhileHardening(crop) <= low)
        expect(borne.filter((one) => one === (kind === 'bench'))).toHaveLength(1)
        expect(borne[right]).toBe(kind === 'bench')
      }),
    )
  })
  it('is not asked about where all kinds bear as much', () => {
    const one = crops[0]!
    const alike = [1, 2, 3, 4].map((n) => ({ ...one, key: `k${n}`, name: `K ${n}` }))
    expect(drawCold('frost', alike, seeded(1))).toBeUndefined()
  })
})

describe('a sign of trouble', () => {
  it('is never asked for beside another that is met alike', () => {
    const first = new Map(around.symptoms.map((one) => [one.key, one.first]))
    for (const { key } of around.symptoms)
      for (let seed = 1; seed <= 12; seed++) {
        const drill = drawDrill(`symptom/${key}`, readSmall(), around, seeded(seed))
        if (drill?.kind !== 'symptom') throw new Error('it must be asked')
        expect(drill.options[drill.right]).toBe(key)
        if (drill.asks === 'first') expect(new Set(drill.options.map((one) => first.get(one))).size).toBe(3)
      }
  })
})

describe('a mix to measure out', () => {
  it('is the part of the whole: 3 parts of 5 in 20 litres are 12', () => {
    const { habits } = readSmall()
    const mix = { ...habits.mix, parts: [{ what: 'Fines', parts: 3 }, { what: 'Grit', parts: 2 }] } // prettier-ignore
    const own = { mixes: [], habits: { ...habits, mix } }
    const drawn = Array.from({ length: 60 }, (_, seed) => drawMix(own, seeded(seed + 1))!)
    const twenty = drawn.find(({ litres, part }) => litres === 20 && part === 'Fines')!
    expect(twenty.options[twenty.right]).toBe(12)
    for (const { options } of drawn) expect(options).toHaveLength(3)
  })
  it('is not asked for where a farm buys its mix ready', () => {
    const { habits } = readSmall()
    const parts = [{ what: 'Bought', parts: 1 }]
    expect(drawMix({ mixes: [], habits: { ...habits, mix: { ...habits.mix, parts } } }, seeded(1))).toBeUndefined()
  })
})

describe('a farm with nothing yet', () => {
  it('still has what every greenhouse asks: counting, signs and safety', () => {
    const cards = cardsOf(empty(readSmall()), around)
    expect(cards).toEqual(expect.arrayContaining(['count', 'symptom/purple', 'safety/dust']))
    expect(cards).not.toContain('plant')
    expect(drawDrill('plant', empty(readSmall()), around, seeded(1))).toBeUndefined()
    expect(drawDrill('symptom/nothing', readSmall(), around, seeded(1))).toBeUndefined()
  })
})
