import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { guidePage as pageFrom, guidePages } from '../../../scripts/guide/pages'
import { VIEW_NAMES } from '../../season/address'
import guide from './guide.json'
import { guidePage, PAGE_NAMES, pageOf, searchPages } from './pages'

describe('the guide in the application', () => {
  it('is what docs/guide says: npm run guide writes it anew', () => {
    expect(guide).toEqual(JSON.parse(JSON.stringify(guidePages())))
  })
  it('has a page for every view, in two or three sentences first', () => {
    for (const view of VIEW_NAMES.filter((one) => one !== 'guide')) {
      const name = pageOf(`/${view}`)
      expect(name === 'everywhere', view).toBe(false)
      const { say } = guidePage(name, 'en')
      expect(say.length, name).toBeGreaterThan(40)
      expect(say.split(/[.?!](?= |$)/).length - 1, name).toBeLessThanOrEqual(3)
    }
    expect(Object.keys(guide.en).sort()).toEqual([...PAGE_NAMES].sort())
  })
  it('is found by the address of a view, whatever is asked of it', () => {
    expect(pageOf('/plan?batch=la.4')).toBe('plan')
    expect(pageOf('/readings')).toBe('journal')
    expect(pageOf('/what-if')).toBe('what-if')
    expect(pageOf('/')).toBe('everywhere')
  })
  it('says the first words in Spanish where a crew reads them, and the rest in English', () => {
    expect(guidePage('today', 'es').say).toContain('márquelo hecho')
    expect(guidePage('today', 'es').drawing).toBe(guidePage('today', 'en').drawing)
    expect(guidePage('costs', 'es')).toEqual(guidePage('costs', 'en'))
    expect(guidePage('today', 'de')).toEqual(guidePage('today', 'en'))
  })
  it('is searched by words in any order, with or without accents, titles first', () => {
    expect(searchPages('', 'en')).toEqual([...PAGE_NAMES])
    expect(searchPages('frost', 'en')).toContain('farm')
    expect(searchPages('list buying', 'en')[0]).toBe('buying')
    expect(searchPages('lampara', 'es')).toContain('mats')
    expect(searchPages('zeppelin', 'en')).toEqual([])
  })
  it('leads only to pages there are', () => {
    for (const pages of [guide.en, guide.es])
      for (const { html } of Object.values(pages) as { html?: string }[])
        for (const [, to] of html?.matchAll(/href="([^"]*)"/g) ?? [])
          expect(PAGE_NAMES.map((name) => `guide?page=${name}`)).toContain(to)
  })
})

describe('a page from its Markdown', () => {
  it('is its title, its first paragraph, and the rest', () => {
    const page = pageFrom(
      '# Beds\n\nWhat stands *where*.\n\n## Rows\n\n`2 rows` & more, see [Plan](plan.md) or [the rest](../model.md).\n',
    )
    expect(page).toMatchObject({ title: 'Beds', say: 'What stands where.' })
    expect(page.html).toContain('<a href="guide?page=plan">Plan</a> or the rest')
    expect(page.text).toBe('Beds What stands where. Rows 2 rows & more, see Plan or the rest.')
    expect(pageFrom('# Bare\n\nOnly this.\n')).toEqual({ title: 'Bare', say: 'Only this.', text: 'Bare Only this.' })
  })
  it('holds its drawing, which says what it shows', () => {
    const page = pageFrom('# Plan\n\nStairs.\n\n![A stair](drawings/plan.svg)\n\n## More\n\nWords.\n')
    expect(page.drawing).toMatch(/^<svg role="img" aria-label="A stair" /)
    expect(page.html).not.toContain('img')
    const source = readFileSync(new URL('../../../docs/guide/drawings/plan.svg', import.meta.url), 'utf8')
    expect(page.drawing!.length).toBeGreaterThan(source.trim().length)
  })
})
