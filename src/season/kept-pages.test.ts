import { describe, expect, it } from 'vitest'
import { isKept, isOfLastSeason, isSameView, pageInPlaceOf, VIEWS_KEPT } from './kept-pages'

describe('pages kept on the device', () => {
  it('are the views of a season, and nothing that is for one reader at one time', () => {
    for (const view of VIEWS_KEPT) expect(isKept(`/mill-field/2027/${view}`), view).toBe(true)
    for (const address of [
      '/',
      '/today',
      '/farms',
      '/sign-in',
      '/join/abc',
      '/new-password/abc',
      '/mill-field/2027',
      '/mill-field/2027/nothing',
      '/mill-field/2027/today/more',
      '/out/plan.csv',
      '/api/season',
      '/api/backup/kept',
      '/out/lists/today',
      '//2027/today',
    ])
      expect(isKept(address), address).toBe(false)
  })

  it('stand for an address by its season and view, and never by those of another farm', () => {
    const kept = ['/mill-field/2027/today', '/mill-field/2027/plan', '/reed-bank/2027/today', '/mill-field/2028/today']
    expect(pageInPlaceOf('/mill-field/2027/plan', kept)).toBe('/mill-field/2027/plan')
    expect(pageInPlaceOf('/reed-bank/2027/plan', kept)).toBe('/reed-bank/2027/today')
    expect(pageInPlaceOf('/mill-field/2026/plan', kept)).toBeUndefined()
    expect(pageInPlaceOf('/other/2027/today', kept)).toBeUndefined()
  })

  it('where the address names no season, are of the one looked at last', () => {
    const kept = ['/mill-field/2027/plan', '/mill-field/2027/today', '/reed-bank/2027/today']
    expect(pageInPlaceOf('/', kept)).toBe('/reed-bank/2027/today')
    expect(pageInPlaceOf('/today', kept)).toBe('/reed-bank/2027/today')
    // Never the view of a season that is not looked at any more.
    expect(pageInPlaceOf('/plan', kept)).toBe('/reed-bank/2027/today')
    expect(pageInPlaceOf('/benches', kept)).toBe('/reed-bank/2027/today')
    expect(pageInPlaceOf('/', [])).toBeUndefined()
  })

  it('are looked for at once where an address leads to what was looked at last, and only there', () => {
    for (const view of VIEWS_KEPT) expect(isOfLastSeason(`/${view}`)).toBe(true)
    expect(isOfLastSeason('/')).toBe(true)
    for (const address of ['/farms', '/sign-in', '/begin', '/join/abc', '/b/CA3X', '/mill-field/2027/today'])
      expect(isOfLastSeason(address), address).toBe(false)
  })

  it('show what an address asks for, or another view', () => {
    expect(isSameView('/journal', '/mill-field/2027/journal')).toBe(true)
    expect(isSameView('/journal', '/mill-field/2027/today')).toBe(false)
    expect(isSameView('/', '/mill-field/2027/today')).toBe(true)
    expect(isSameView('/', '/mill-field/2027/plan')).toBe(false)
  })

  it('stand for a label by the batch it says', () => {
    const kept = ['/mill-field/2027/today', '/mill-field/2027/batch']
    expect(pageInPlaceOf('/b/CA3X', kept)).toBe('/mill-field/2027/batch?label=CA3X')
    expect(pageInPlaceOf('/b/CA3X', ['/mill-field/2027/today'])).toBe('/mill-field/2027/today')
  })
})
