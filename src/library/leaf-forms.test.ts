import { describe, expect, it } from 'vitest'
import { leafForms } from './leaf-forms'
import { library } from './library'

describe('what a seedling looks like', () => {
  const of = (key: string) => leafForms(library().find(({ crop }) => crop.key === key)!.crop)
  it('is by its family, and otherwise where its kind differs', () => {
    expect(of('cabbage')).toMatchObject({ seed: 'notched', leaf: 'lobed' })
    expect(of('onion')).toMatchObject({ seed: 'loop', leaf: 'tube' })
    expect(of('pepper')).toMatchObject({ seed: 'narrow', leaf: 'oval' })
    expect(of('tomato')).toMatchObject({ seed: 'narrow', leaf: 'compound' })
    expect(of('basil')).toMatchObject({ seed: 'round', pairs: true })
    expect(of('sweet-corn')).toMatchObject({ seed: 'blade', leaf: 'blade' })
  })
  it('holds for a kind under its own name, and is said to be unknown of what nobody has drawn', () => {
    expect(leafForms({ key: 'my-tomato', kind: 'tomato', family: undefined })).toEqual(of('tomato'))
    expect(leafForms({ key: 'sallow-weed', kind: undefined, family: 'Salicaceae' }).known).toBe(false)
    expect(leafForms({ key: 'sallow-weed', kind: undefined, family: undefined }).known).toBe(false)
  })
  it('is known of nine kinds in ten', () => {
    const all = library().map(({ crop }) => leafForms(crop).known)
    expect(all.filter(Boolean).length / all.length).toBeGreaterThan(0.9)
  })
})
