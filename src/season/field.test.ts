import { describe, expect, it } from 'vitest'
import { readSeason } from './read'
import { readField } from './small-field'
import type { SmallSeason } from './small-season'
import { usesOf } from './uses'

/** Problems of the field season, bent, as `path: message`. */
function problems(bend: (season: SmallSeason) => void): Record<string, string> {
  const document = structuredClone(readField()) as unknown as SmallSeason
  bend(document)
  const read = readSeason(document)
  return read.ok ? {} : Object.fromEntries(read.problems.map(({ path, message }) => [path, message]))
}

describe('a season document with a field', () => {
  it('reads as it stands', () => {
    expect(problems(() => undefined)).toEqual({})
  })
  it.each<[string, (s: SmallSeason) => void, string, string]>([
    [
      'a bed in no block',
      (s) => (s.beds[0]!.block = 'gone'),
      'beds[0].block',
      'there is no block with the key "gone" in blocks.',
    ],
    ['two beds of one key', (s) => (s.beds[1]!.key = 'n1'), 'beds[1].key', 'the key "n1" is used twice in beds.'],
    [
      'what leaves a bed before it came',
      (s) => (s.beds[0]!.standing = [{ what: 'leeks', from: '2027-05-01', until: '2027-04-01' }]),
      'beds[0].standing[0].until',
      'it is clear on 2027-04-01, not after it came, 2027-05-01.',
    ],
    ['a bed without length', (s) => (s.beds[0]!.length = 0), 'beds[0].length', 'must be above 0; it is 0.'],
    [
      'plants for a bed that is not there',
      (s) => (s.plantings[0]!.goes = [{ to: 'bed', bed: 'x1', plants: 5 }]),
      'plantings[0].goes[0].bed',
      'there is no bed with the key "x1" in beds.',
    ],
    [
      'plants of one of a series for such a bed',
      (s) => (s.plantings[1]!.changes![0]!.goes = [{ to: 'bed', bed: 'x1', plants: 5 }]),
      'plantings[1].changes[0].goes[0].bed',
      'there is no bed with the key "x1" in beds.',
    ],
    [
      'plants sold in a pot that is not there',
      (s) => (s.plantings[0]!.goes = [{ to: 'sale', plants: 5, pot: 'jar' }]),
      'plantings[0].goes[0].pot',
      'there is no container with the key "jar" in containers.',
    ],
    [
      'plants for nobody known',
      (s) => (s.plantings[0]!.goes = [{ to: 'moon', plants: 5 } as never]),
      'plantings[0].goes[0].to',
      'must be "bed", "customer", "sale" or "spare".',
    ],
    [
      'a day that hangs on nothing known',
      (s) => (s.plantings[0]!.anchor = { to: 'moon' } as never),
      'plantings[0].anchor.to',
      'must be "last-frost", "first-frost", "harvest", "event", "bed" or "warmth".',
    ],
    [
      'a day that hangs on a bed that is not there',
      (s) => (s.plantings[0]!.anchor = { to: 'bed', bed: 'x1' }),
      'plantings[0].anchor.bed',
      'there is no bed with the key "x1" in beds.',
    ],
    [
      'a day that hangs on an event that is not there',
      (s) => (s.plantings[0]!.anchor = { to: 'event', event: 'fair' }),
      'plantings[0].anchor.event',
      'there is no event with the key "fair" in site.events.',
    ],
    [
      'warmth of nothing',
      (s) => (s.plantings[0]!.anchor = { to: 'warmth' }),
      'plantings[0].anchor',
      'needs a temperature of the night, of the soil, or both.',
    ],
    [
      'two events of one key',
      (s) =>
        (s.site.events = [
          { key: 'fair', name: 'A', on: '2027-05-01' },
          { key: 'fair', name: 'B', on: '2027-06-01' },
        ]),
      'site.events[1].key',
      'the key "fair" is used twice in site.events.',
    ],
    [
      'a forecast from nowhere known',
      (s) => (s.site.forecast = { from: 'sky' } as never),
      'site.forecast.from',
      'must be "stand-in" or "file".',
    ],
    [
      'even harvests without their days',
      (s) => (s.plantings[1]!.series = { every: 10, count: 4, even: 'harvest' }),
      'plantings[1].series.dates',
      'are missing: the planting days that even harvests came to.',
    ],
    [
      'days of a series that is not even',
      (s) => (s.plantings[1]!.series = { every: 10, count: 2, dates: ['2027-05-01', '2027-05-11'] }),
      'plantings[1].series.dates',
      'belong only to a series that harvests evenly.',
    ],
    [
      'even days out of order',
      (s) => (s.plantings[1]!.series = { every: 10, count: 2, even: 'harvest', dates: ['2027-05-01', '2027-05-01'] }),
      'plantings[1].series.dates[1]',
      '2027-05-01 is not after 2027-05-01.',
    ],
    [
      'even days that begin elsewhere',
      (s) => (s.plantings[1]!.series = { every: 10, count: 2, even: 'harvest', dates: ['2027-05-02', '2027-05-11'] }),
      'plantings[1].series.dates[0]',
      'is 2027-05-02, but the first planting is on 2027-05-01.',
    ],
    [
      'even days in another year',
      (s) => (s.plantings[1]!.series = { every: 10, count: 2, even: 'harvest', dates: ['2027-05-01', '2037-05-11'] }),
      'plantings[1].series.dates[1]',
      '2037-05-11 is outside the season (2027-01-01 to 2027-12-31).',
    ],
    [
      'rows with stages',
      (s) => (s.methods[0]!.sowing = { policy: 'in-place', seedsPerMetre: 20, thinTo: 10 }),
      'methods[0].stages',
      'what is sown where it is to stand has no stages.',
    ],
    [
      'a way of raising without stages',
      (s) => (s.methods[0]!.stages = []),
      'methods[0].stages',
      'needs at least 1 entries; it has 0.',
    ],
    [
      'hardening by no school',
      (s) => (s.methods[0]!.hardening = { days: 5, place: 'frame', school: 'sauna' as never }),
      'methods[0].hardening.school',
      'must be "growing-hours" or "two-weeks" or "four-weeks" or "cool-bench"; it is "sauna".',
    ],
  ])('refuses %s', (_, bend, path, message) => {
    expect(problems(bend)).toMatchObject({ [path]: message })
  })
})

describe('what uses a bed', () => {
  const season = readField((s) => {
    s.plantings[0]!.goes = [{ to: 'bed', bed: 'n1', plants: 5 }]
    s.plantings[1]!.changes!.push({ n: 4, goes: [{ to: 'bed', bed: 'n1', plants: 5 }] })
    s.plantings[2]!.anchor = { to: 'bed', bed: 'n1' }
  })
  it('is every planting that goes there, one of a series too, and every one that follows it', () => {
    expect(usesOf(season, 'beds', 'n1').map(({ key }) => key)).toEqual(['a', 'b', 't'])
    expect(usesOf(season, 'beds', 'f1')).toEqual([])
    expect(usesOf(season, 'blocks', 'near').map(({ by, key }) => `${by} ${key}`)).toEqual(['beds n1', 'beds n2'])
  })
})
