/** Every drill can be asked and explained, in both languages and both units. */
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { cardsOf, drawDrill } from '../../core/drills/drill'
import { seeded } from '../../core/statistics/random'
import { SURROUNDINGS } from '../../library/drill-cards'
import { readSeason } from '../../season/read'
import { createFormat } from '../../words/format'
import { loadLanguage } from '../../words/translator'
import { askWords, optionWords, seenWords, whyWords } from './sentences'
import './words'

const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read

describe.each([
  ['en-GB', 'metric'],
  ['en-US', 'us'],
  ['es-ES', 'metric'],
] as const)('drills in %s', (locale, units) => {
  beforeAll(() => loadLanguage('es'))
  it('say what is asked, what may be answered and why', () => {
    const f = createFormat(locale, units)
    for (const card of cardsOf(season, SURROUNDINGS))
      for (const seed of [1, 2, 3]) {
        const drill = drawDrill(card, season, SURROUNDINGS, seeded(seed))
        if (!drill) continue
        const options = optionWords(drill, f)
        expect(new Set(options).size).toBe(options.length)
        for (const text of [askWords(drill, f), whyWords(drill, f), ...options, ...seenWords(drill, f)]) {
          expect(text.length).toBeGreaterThan(0)
          expect(text).not.toMatch(/drills\.|undefined|NaN|\{|\}|Infinity/)
        }
      }
  })
})

it('measures are those of the reader', () => {
  const us = createFormat('en-US', 'us')
  const mix = drawDrill('mix', season, SURROUNDINGS, seeded(1))!
  expect(askWords(mix, us)).toMatch(/gal|cu ft|qt/)
  const frost = drawDrill('frost', season, SURROUNDINGS, seeded(1))!
  expect(askWords(frost, us)).toContain('°F')
})
