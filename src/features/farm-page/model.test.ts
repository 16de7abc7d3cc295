import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import { readSmall } from '../../season/small-season'
import { closest, newContainer, newPlace } from './model'

describe('what is added on the farm page', () => {
  it('reads as it begins, as often as it is added', () => {
    let season = readSmall()
    for (let i = 0; i < 3; i++)
      season = {
        ...season,
        places: [...season.places, newPlace(season, 'New place')],
        containers: [...season.containers, newContainer(season, 'New container')],
      }
    const read = readSeason(season)
    expect(read.ok ? [] : read.problems).toEqual([])
    expect(new Set(season.places.map(({ key }) => key)).size).toBe(season.places.length)
  })
})

describe('a chance of frost', () => {
  it('is offered as the nearest that is offered', () => {
    expect([0.5, 0.4, 0.3, 0.1, 0.07, 0.01, 1].map(closest)).toEqual([
      '0.5',
      '0.5',
      '0.2',
      '0.1',
      '0.05',
      '0.05',
      '0.5',
    ])
  })
})
