import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readSeasonText } from '../../interchange/season-file'
import { createFormat } from '../../words/format'
import { findAnything, FOUND_KINDS } from './find'

const read = readSeasonText(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))
if (!read.ok) throw new Error('the demo farm must read')
const plan = createPlanner().plan(read.season, parseDay('2027-04-12'))
const f = createFormat('en-GB', 'metric', 2027)
const find = (text: string) => findAnything(text, plan, f, 'dmy')
const names = (text: string, kind?: string) =>
  find(text)
    .filter((one) => kind === undefined || one.kind === kind)
    .map(({ name }) => name)

describe('anything', () => {
  it('is found by its code first, in small letters too', () => {
    expect(find('la-3')[0]).toMatchObject({ kind: 'batch', name: 'LA-3 Lettuce, red oak', href: '/batch?id=la.3' })
    expect(names('tr', 'batch')[0]).toMatch(/^TR /)
  })
  it('is found by any name of its kind, of any region, with accents or without', () => {
    expect(names('eggplant', 'batch')[0]).toMatch(/Aubergine/)
    expect(names('zucchini', 'kind')).toContain('Courgette')
    expect(find('watermelon')).toContainEqual(
      expect.objectContaining({ kind: 'kind', href: '/know-how?kind=watermelon' }),
    )
  })
  it('is found by what is the matter with it', () => {
    const [mark] = plan.batches.flatMap(({ marks }) => marks)
    expect(mark).toBeDefined()
    const tag = find('overgrown').length > 0 ? 'overgrown' : 'slow'
    for (const one of find(tag).filter(({ kind }) => kind === 'batch')) expect(one.more).toContain(tag)
    expect(find(tag).some(({ kind }) => kind === 'batch')).toBe(true)
  })
  it('is a day, typed as days are', () => {
    expect(find('29 Apr')[0]).toMatchObject({ kind: 'day', href: '/today?day=2027-04-29' })
    expect(find('week 18')[0]).toMatchObject({ kind: 'day', href: '/today?day=2027-05-03' })
  })
  it('is a lot, a bed, a place, a person, a page or a setting', () => {
    const { lots, beds, places, records } = read.season
    expect(names(lots[0]!.name, 'lot')).toContain(lots[0]!.name)
    expect(names(beds[0]!.name, 'bed')[0]).toBe(beds[0]!.name)
    expect(names(places[0]!.name, 'place')).toContain(places[0]!.name)
    expect(names(records[0]!.who, 'person')).toContain(records[0]!.who)
    expect(find('units')).toContainEqual(expect.objectContaining({ kind: 'view', href: '/farm' }))
    expect(find('leggy')).toContainEqual(expect.objectContaining({ href: '/know-how?tab=trouble' }))
  })
  it('of no name finds nothing; whatever is typed, each thing is shown once, in the order of its kinds', () => {
    expect(find('')).toEqual([])
    expect(find('   ')).toEqual([])
    expect(find('xyzzyplugh')).toEqual([])
    for (const text of ['a', 'to', '%', '(', '4/5', 'kale red', '\\', 'é', 'week']) {
      const found = find(text)
      expect(new Set(found.map(({ id }) => id)).size).toBe(found.length)
      const order = found.map(({ kind }) => FOUND_KINDS.indexOf(kind))
      expect(order).toEqual([...order].sort((a, b) => a - b))
    }
  })
})
