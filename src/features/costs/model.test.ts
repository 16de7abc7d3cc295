import { describe, expect, it } from 'vitest'
import type { SaleLine } from '../../core/plan/sales'
import { plantPrice } from '../../core/plan/worth'
import { Crop } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { priceRows, withPrice } from './model'

const season = readSmall()
const [lettuce, tomato] = season.crops
const line = (crop: Crop, container: string | undefined) => ({ batch: { way: { crop } }, container }) as unknown as SaleLine // prettier-ignore

describe('the price list', () => {
  it('has every kind in every container once', () => {
    const rows = priceRows([line(tomato!, 'pots'), line(tomato!, 'pots'), line(lettuce!, undefined), line(tomato!, 'cells-128')], season) // prettier-ignore
    expect(rows.map(({ crop, container }) => [crop.key, container?.key])).toEqual([
      ['lettuce', undefined],
      ['tomato', 'cells-128'],
      ['tomato', 'pots'],
    ])
  })
  it('changes one price and no other', () => {
    const one = withPrice(tomato!, 'pots', 2.5)
    expect([plantPrice(one, 'pots'), plantPrice(one, 'cells-128')]).toEqual([2.5, undefined])
    const two = withPrice(one, undefined, 1.2)
    expect([plantPrice(two, 'pots'), plantPrice(two, 'cells-128')]).toEqual([2.5, 1.2])
    const three = withPrice(two, 'pots', 3)
    expect(three.prices!.inContainer).toEqual([{ container: 'pots', price: 3 }])
    expect(Crop.parse(three)).toEqual(three)
  })
  it('leaves nothing behind once every price is taken back', () => {
    const none = withPrice(withPrice(tomato!, 'pots', 2.5), 'pots', undefined)
    expect(none).toEqual(tomato)
    expect('prices' in none).toBe(false)
    const kept = withPrice({ ...tomato!, prices: { harvest: 3, inContainer: [] } }, undefined, undefined)
    expect(kept.prices).toEqual({ harvest: 3, inContainer: [] })
  })
})
