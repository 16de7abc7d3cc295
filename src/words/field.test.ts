import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import { holdFor } from '../core/field/beds'
import type { Gate } from '../core/field/gates'
import { exposureOn } from '../core/field/hardening'
import { plantingCard } from '../core/field/planting-card'
import { anchoredDay } from '../core/field/anchor'
import { createPlanner } from '../core/plan/plan'
import { readField } from '../season/small-field'
import { anchorSentence } from './anchors'
import {
  alongRow,
  cardLines,
  clashSentence,
  exposureSentence,
  gateSentence,
  holdSentence,
  inPlaceSentence,
  leafTimeSentence,
  metres,
  spacing,
  stretch,
  water,
} from './field'
import { createFormat } from './format'

const f = createFormat('en-GB', 'metric')
const us = createFormat('en-US', 'us')
const day = parseDay

describe('measures of the field', () => {
  it('are in metres and centimetres, or feet and inches', () => {
    expect([metres(f, 3000), metres(f, 1250), metres(us, 3000)]).toEqual(['30 m', '12.5 m', '98 ft'])
    expect([spacing(f, 28), spacing(us, 30.48)]).toEqual(['28 cm', '12 in'])
    expect([water(f, 200), water(f, 58_800), water(us, 296)]).toEqual(['200 ml', '58.8 l', '10 fl oz'])
    expect(alongRow(f, 'seeds', 40)).toEqual({ seeds: '40', unit: 'm' })
    expect(alongRow(us, 'seeds', 100)).toEqual({ seeds: '30.5', unit: 'ft' })
    expect(stretch({ at: 450, length: 300 }, f)).toBe('4.5 m to 7.5 m')
  })
})

describe('beds', () => {
  const season = readField((s) => {
    s.plantings[3]!.goes = [{ to: 'bed', bed: 'n1', plants: 80 }]
    s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 200 }]
  })
  const plan = createPlanner().plan(season)
  it('say who is in the way and what the wait does', () => {
    const clashes = plan.beds.clashesOf.get('h')!
    expect(clashSentence(clashes[0]!, f)).toBe(
      '8.1 m too little room in N1: garlic until Thu 1 Jul. Free from Sun 4 Jul.',
    )
    expect(
      holdSentence(
        holdFor(
          plan.inField.find(({ id }) => id === 'h')!,
          clashes,
        )!,
        f,
      ),
    ).toMatch(/^Plants wait 33 days for the bed and outgrow their cells \d+ days before it is free\.$/)
    expect(holdSentence({ freeOn: 1, days: 1, overgrown: 0 }, f)).toBe(
      'Plants wait 1 day for the bed; their cells hold them that long.',
    )
    expect(holdSentence({ freeOn: Infinity, days: Infinity, overgrown: Infinity }, f)).toBe(
      'The bed has no room for them this season.',
    )
  })
  it('say when a planting is longer than its bed', () => {
    expect(clashSentence(plan.beds.clashesOf.get('a')![0]!, f)).toBe('N2 is 10 m long; this needs 20.1 m.')
  })
})

describe('gates', () => {
  const says = (gate: Gate) => gateSentence(gate, f)
  it('give their reason in one sentence each', () => {
    const frost = { kind: 'frost', threshold: 0, trusted: 0.1, typed: false, cold: undefined } as const
    expect(says({ ...frost, verdict: 'risk', chance: 0.3 })).toBe('30 % chance of 0 °C or colder; your limit is 10 %.')
    expect(says({ ...frost, verdict: 'go', chance: 0, cold: { day: 1, low: 4 } })).toBe(
      'No year on record had 0 °C so late. Coldest night ahead 4 °C.',
    )
    expect(says({ ...frost, verdict: 'go', chance: undefined })).toBe('Bears light frost.')
    expect(says({ ...frost, verdict: 'wait', chance: 0.3, cold: { day: day('2027-05-14'), low: -1.2 } })).toBe(
      '−1.2 °C forecast for the night of Fri 14 May.',
    )
    expect(says({ kind: 'night', verdict: 'risk', above: 10, low: 8, forecast: false })).toBe(
      'Normal nights for the date 8 °C; needs 10 °C.',
    )
    expect(says({ kind: 'soil', verdict: 'go', above: 10, soil: 12, forecast: true })).toBe(
      'Soil about 12 °C; needs 10 °C.',
    )
    expect(says({ kind: 'bed', verdict: 'risk', state: 'none', clashes: [] })).toBe('No bed chosen yet.')
    expect(says({ kind: 'plants', verdict: 'risk', state: 'past', on: day('2027-05-01') })).toBe(
      'Overgrown since Sat 1 May.',
    )
    expect(says({ kind: 'leaves', verdict: 'wait', state: 'pale' })).toContain('Pale')
  })
})

describe('hardening, planting and day length', () => {
  it('are said as one tells a helper', () => {
    expect(exposureSentence(exposureOn('growing-hours', 100, 107, 100, 5)!, f)).toBe(
      '2 hours outside in shade, in at night.',
    )
    expect(exposureSentence(exposureOn('growing-hours', 100, 107, 106, 5)!, f)).toBe('Out day and night, in full sun.')
    expect(exposureSentence(exposureOn('cool-bench', 100, 107, 101, 5)!, f)).toBe(
      'Cool bench, fan on, kept a little dry.',
    )
    const cold = { name: '', simulated: false, days: new Map([[102, { low: -3, high: 4 }]]) }
    expect(exposureSentence(exposureOn('growing-hours', 100, 107, 102, 5, cold)!, f)).toBe(
      'Stay in; too cold outside today.',
    )
  })
  it('put what goes into the holes in kilos and litres when it is much', () => {
    const season = readField(
      (s) =>
        (s.crops[1]!.field = {
          ...s.crops[1]!.field,
          hole: [{ what: 'Compost', amount: 250, unit: 'ml' }],
          support: 'stake',
        }),
    )
    const stand = createPlanner()
      .plan(season)
      .inField.find(({ id }) => id === 't')!
    expect(cardLines(plantingCard(stand), f).map(({ name, text }) => `${name}: ${text}`)).toEqual([
      'Spacing: 60 plants, 50 cm in the row, rows 75 cm apart',
      'Water in: 700 ml each, 42 l in all',
      'In each hole: Compost: 250 ml, 15 l in all',
      'Support: a stake for each',
    ])
  })
  it('say how much leaf can still be made', () => {
    expect(leafTimeSentence({ hours: 15, turns: day('2027-05-24'), days: 20, leaves: 7.4, lamps: [] }, f)).toBe(
      '20 days of leaf time until the days reach 15 h on Mon 24 May: about 7 leaves by then.',
    )
    expect(
      leafTimeSentence({ hours: 15, turns: undefined, days: 90, leaves: 9, lamps: [{ place: 'Rack', hours: 16 }] }, f),
    ).toBe('The days here never reach 15 h. The lamps of Rack are on for 16 h: long enough to turn it in its tray.')
  })
  it('tell of rows sown in place, and when they are sown too thin', () => {
    const season = readField((s) => {
      s.methods.push({
        key: 'rows',
        crop: 'lettuce',
        name: 'Rows',
        sowing: { policy: 'in-place', seedsPerMetre: 4, thinTo: 20 },
        stages: [],
      })
      s.plantings.push({ key: 'd', code: 'D', variety: 'lettuce-red', method: 'rows', plants: 100, on: '2027-05-01' })
    })
    const sentence = inPlaceSentence(createPlanner().plan(season).inPlace[0]!, f)
    expect(sentence).toMatch(
      /^Sow Sat 1 May: 80 seeds along 20 m of row, for 100 plants 20 cm apart\. Up about .* May\. Thin .*\. Only 4 seedlings a metre/,
    )
  })
})

describe('what a day hangs on', () => {
  const season = readField((s) => (s.site.events = [{ key: 'fair', name: 'Fair', on: '2027-07-20' }]))
  const [lettuce, tomato] = season.crops
  it('is one sentence for every kind of anchor', () => {
    expect(anchorSentence({ to: 'last-frost', days: 14, weeks: true }, lettuce!, season, f)).toBe(
      '2 weeks after the working frost date, Wed 19 May.',
    )
    expect(anchorSentence({ to: 'event', event: 'fair', days: 3 }, lettuce!, season, f)).toBe(
      '45 days before a first harvest 3 days ahead of Fair on Tue 20 Jul.',
    )
    expect(anchorSentence({ to: 'harvest', on: '2027-07-20' }, tomato!, season, f)).toBe(
      '60 days at 20 °C, counted in warmth, before a first harvest on Tue 20 Jul.',
    )
    expect(anchorSentence({ to: 'bed', bed: 'n1', days: 3 }, lettuce!, season, f)).toBe('3 days after N1 is clear.')
    expect(anchorSentence({ to: 'warmth', night: 8, soil: 12 }, lettuce!, season, f)).toBe(
      'From the day usual nights keep above 8 °C and the soil has 12 °C.',
    )
    expect(anchoredDay({ to: 'last-frost', days: 14, weeks: true }, lettuce!, season)).toBe(day('2027-06-02'))
  })
})
