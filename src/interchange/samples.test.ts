import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSamples } from './samples'

const NOW = Date.parse('2027-04-01T06:00:00Z')
const HALF_PAST_FOUR = Date.parse('2027-04-01T04:30:00Z')
const metric = { unit: 'C', zone: 'Europe/Paris' } as const
const read = (text: string, by: Parameters<typeof readSamples>[1] = metric) => readSamples(text, by, NOW)

describe('what thermometers send', () => {
  it('may be a bare number, of now', () => {
    for (const text of ['4.6', ' 4.6\n', '4,6', '4.6 °C', '"4.6"'])
      expect(read(text), text).toEqual({ samples: [{ at: NOW, celsius: 4.6 }], wrong: [] })
    expect(read('-0.5').samples).toEqual([{ at: NOW, celsius: -0.5 }])
  })

  it('may be JSON: one, a list, or a list by its name, and names that loggers use', () => {
    for (const text of [
      '{"temperature":4.6,"at":"2027-04-01T04:30:00Z"}',
      '[{"temp":4.6,"time":1806553800}]',
      '{"readings":[{"value":"4.6","ts":1806553800000}]}',
      '{"t":4.6,"timestamp":"2027-04-01 06:30"}',
      '{"temperature_c":4.6,"date":"2027-04-01T06:30:00+02:00","humidity":80}',
      '{"Temperature":40.28,"unit":"°F","at":"2027-04-01T04:30Z"}',
      '{"temp_f":40.28,"at":"2027-03-31T20:30:00-0800"}',
    ])
      expect(read(text), text).toEqual({ samples: [{ at: HALF_PAST_FOUR, celsius: 4.6 }], wrong: [] })
  })

  it('may be lines, with a heading or none', () => {
    const samples = [
      { at: HALF_PAST_FOUR, celsius: 4.6 },
      { at: HALF_PAST_FOUR + 3_600_000, celsius: -1 },
    ]
    for (const text of [
      'time,temperature\n2027-04-01T04:30Z,4.6\n2027-04-01T05:30Z,-1',
      '2027-04-01 06:30;4,6\r\n2027-04-01 07:30;-1,0\r\n',
      '1806553800\t4.6\n1806557400\t-1',
      '2027-04-01 06:30,40.28,F\n2027-04-01 07:30,30.2,F',
    ])
      expect(read(text), text).toEqual({ samples, wrong: [] })
  })

  it('are in °F where the thermometer is', () => {
    expect(read('40.28', { unit: 'F', zone: undefined }).samples[0]!.celsius).toBe(4.6)
    expect(read('{"temperature":4.6,"unit":"C"}', { unit: 'F', zone: undefined }).samples[0]!.celsius).toBe(4.6)
  })

  it('are left out one by one where they are none, and why is said', () => {
    expect(read('[{"temperature":4.6},{"humidity":80},{"temperature":5,"at":"yesterday"},{"temp":null},7]')).toEqual({
      samples: [
        { at: NOW, celsius: 4.6 },
        { at: NOW, celsius: 7 },
      ],
      wrong: [
        { n: 2, why: 'no-temperature' },
        { n: 3, why: 'no-time' },
        { n: 4, why: 'no-temperature' },
      ],
    })
    expect(read('2027-02-30T10:00,4.6\n2027-04-01T25:00,5').wrong.map(({ why }) => why)).toEqual(['no-time', 'no-time'])
    for (const text of ['', '{', 'warm', '{"readings":{}}', '[null]', '\u0000'])
      expect(read(text), text).toEqual({ samples: [], wrong: [{ n: 1, why: 'no-temperature' }] })
  })

  it('are not of a time to come, nor of years ago: a clock is wrong', () => {
    expect(read('{"temperature":4,"at":"2027-04-01T06:09:00Z"}').samples).toHaveLength(1)
    expect(read('{"temperature":4,"at":"2027-04-01T06:11:00Z"}').wrong).toEqual([{ n: 1, why: 'ahead' }])
    expect(read('{"temperature":4,"at":"1970-01-01T00:05:00Z"}').wrong).toEqual([{ n: 1, why: 'too-old' }])
  })

  it('never stop the reader, whatever is sent', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json(), fc.string({ unit: 'binary' })), (text) => {
        for (const { at, celsius } of read(text).samples) {
          expect(Number.isFinite(at) && at <= NOW + 600_000).toBe(true)
          expect(Number.isFinite(celsius)).toBe(true)
        }
      }),
      { numRuns: 500 },
    )
  })
})
