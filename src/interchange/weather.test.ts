import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../core/calendar/day'
import { frostDates, frostSeasons, percentile } from '../core/frost/percentiles'
import { madeUpMinima } from '../standins/minima'
import { outdoorMean } from '../core/climate/outdoor'
import { readSmall } from '../season/small-season'
import { fileForecast, forecastOf, madeUpDay, standInForecast } from '../standins/forecast'
import { readForecast } from './forecast-csv'
import { readWeather } from './weather-csv'

const lines = (...rows: string[]) => rows.join('\n')
const days = (file: ReturnType<typeof readWeather>) =>
  file!.minima.map(([day, min]) => [formatDay(day), Math.round(min * 10) / 10])

describe('a weather file', () => {
  it('is read with its columns, date order and unit recognised', () => {
    const file = readWeather(lines('station;date;tmax;tmin', 'A;2020-03-01;9.5;-1.2', 'A;2020-03-02;11;0,4'))
    expect(file!.reading).toEqual({ date: 1, min: 3, order: 'ymd', unit: 'C' })
    expect(file!.doubts).toEqual([])
    expect(days(file)).toEqual([
      ['2020-03-01', -1.2],
      ['2020-03-02', 0.4],
    ])
  })
  it('takes °F, dates of either order, and names of months', () => {
    expect(days(readWeather(lines('Date,Low °F', '3/14/2021,28.4', '12/01/2021,50')))).toEqual([
      ['2021-03-14', -2],
      ['2021-12-01', 10],
    ])
    expect(days(readWeather(lines('Tag,Min C', '14.03.2021,-2', '01.12.2021,10')))).toEqual([
      ['2021-03-14', -2],
      ['2021-12-01', 10],
    ])
    expect(days(readWeather(lines('date,min', '14 Mar 2021,-2', '1 Dec 2021,10')))).toEqual([
      ['2021-03-14', -2],
      ['2021-12-01', 10],
    ])
    expect(days(readWeather(lines('date,min', '20210314,-2', '20211201,10')))).toEqual([
      ['2021-03-14', -2],
      ['2021-12-01', 10],
    ])
  })
  it('says what is in doubt instead of guessing silently, and takes what is confirmed', () => {
    const text = lines('date,a,b', '01/02/2021,3,21', '03/04/2021,2,20')
    const file = readWeather(text)!
    expect(file.doubts).toEqual(['columns', 'order'])
    expect(days(readWeather(text, { order: 'mdy', min: 1, unit: 'C' }))).toEqual([
      ['2021-01-02', 3],
      ['2021-03-04', 2],
    ])
    expect(readWeather(text, { order: 'mdy', min: 1, unit: 'C' })!.doubts).toEqual([])
  })
  it('lists every row it drops, with its line and why', () => {
    const file = readWeather(
      lines(
        'date,min C',
        '2021-01-01,-3',
        '2021-01-01,-4',
        '2021-02-30,1',
        '2021-01-03,M',
        'total,12',
        '2021-01-05,812',
        '',
        '2021-01-06,2',
      ),
    )!
    expect(file.dropped.map(({ line, why }) => [line, why])).toEqual([
      [3, 'doubled'],
      [4, 'no-date'],
      [5, 'no-number'],
      [6, 'no-date'],
      [7, 'impossible'],
    ])
    expect(days(file)).toEqual([
      ['2021-01-01', -3],
      ['2021-01-06', 2],
    ])
    expect(file.missing).toBe(4)
  })
  it('with the wrong unit drops nearly everything, and says so', () => {
    const warm = Array.from(
      { length: 60 },
      (_, i) => `2021-07-${String((i % 30) + 1).padStart(2, '0')},${60 + (i % 9)}`,
    )
    expect(readWeather(lines('date,min', ...warm), { unit: 'C' })!.minima).toEqual([])
    expect(readWeather(lines('date,min', ...warm))!.reading.unit).toBe('F')
  })
  it('is nothing at all when it holds no dates or no numbers', () => {
    expect(readWeather('')).toBeUndefined()
    expect(readWeather('hello,world\n1,2')).toBeUndefined()
    expect(readWeather('date\n2021-01-01')).toBeUndefined()
  })
  it('comes back as it was, whatever the days and minima', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 7000, max: 20_000 }), { minLength: 2, maxLength: 40 }),
        fc.array(fc.integer({ min: -300, max: 250 }), { minLength: 40, maxLength: 40 }),
        (list, tenths) => {
          const text = lines('date,min °C', ...list.map((day, i) => `${formatDay(day)},${tenths[i]! / 10}`))
          const file = readWeather(text)!
          expect(file.minima).toEqual(list.map((day, i) => [day, tenths[i]! / 10]).sort((a, b) => a[0]! - b[0]!))
          expect(file.dropped).toEqual([])
        },
      ),
    )
  })
})

describe('made-up minima', () => {
  it('are the same for a seed, and make a plausible record', () => {
    const means = [-1.0, 0.2, 4.6, 9.3, 14.2, 17.8, 19.9, 19.4, 15.1, 9.8, 4.1, 0.3]
    const minima = madeUpMinima(means, 2000, 26, 7)
    expect(madeUpMinima(means, 2000, 26, 7)).toEqual(minima)
    const { seasons } = frostSeasons(minima, 45)
    expect(seasons).toHaveLength(25)
    const dates = frostDates(seasons, 0, 45)
    const median = parseDay('2000-07-15') + percentile(dates.lastSpring, 0.5)
    expect(formatDay(median) > '2001-04-15' && formatDay(median) < '2001-05-20').toBe(true)
  })
})

describe('a forecast file', () => {
  it('is read with lows, highs, rain and wind by the names of their columns', () => {
    const file = readForecast(
      lines('day,tmin °C,tmax °C,rain mm,gust km/h', '2027-04-12,3.5,14,0,22', '2027-04-13,-1,9,12,60'),
      5,
    )!
    expect(file.days).toEqual([
      { on: '2027-04-12', low: 3.5, high: 14, rain: 0, wind: 22 },
      { on: '2027-04-13', low: -1, high: 9, rain: 12, wind: 60 },
    ])
    expect([file.doubts, file.dropped, file.guessedHighs]).toEqual([[], [], 0])
  })
  it('takes °F, and says how many highs are missing or below their low', () => {
    const file = readForecast(lines('Date,Low F,High F', '4/14/2027,32,59', '4/15/2027,41,', '4/16/2027,50,40'), 5)!
    expect(file.days.map(({ low, high }) => [low, high])).toEqual([
      [0, 15],
      [5, 15],
      [10, 20],
    ])
    expect(file.guessedHighs).toBe(2)
  })
  it('lists what it drops, and refuses what is no forecast', () => {
    const file = readForecast(
      lines('date,low,high', '2027-04-12,3,9', '2027-04-12,4,9', 'next week,1,2', '2027-04-13,400,9'),
      5,
    )!
    expect(file.days).toHaveLength(1)
    expect(file.dropped.map(({ why }) => why)).toEqual(['doubled', 'no-date', 'impossible'])
    expect(readForecast('nothing here', 5)).toBeUndefined()
  })
})

describe('the forecast stand-in', () => {
  const { site } = readSmall()
  const april = parseDay('2027-04-12')
  it('says the same again for a seed and day, plainly marked, and other weather for another seed', () => {
    const once = standInForecast(site, 7).ahead(april)
    expect(standInForecast(site, 7).ahead(april)).toEqual(once)
    expect(once.simulated).toBe(true)
    expect(once.days.size).toBe(10)
    expect(standInForecast(site, 8).ahead(april).days).not.toEqual(once.days)
    for (const { low, high } of once.days.values()) expect(high).toBeGreaterThan(low)
  })
  it('is right for today, and drifts only so far for days to come', () => {
    for (let day = april; day < april + 40; day++) {
      const { on, ...truth } = madeUpDay(site, 3, day)
      expect(on).toBe(formatDay(day))
      expect(standInForecast(site, 3).ahead(day).days.get(day)).toEqual(truth)
      expect(
        Math.abs(
          standInForecast(site, 3)
            .ahead(day - 9)
            .days.get(day)!.low - truth.low,
        ),
      ).toBeLessThan(4)
    }
  })
  it('keeps to the climate of the site, with cold snaps now and then', () => {
    const year = Array.from({ length: 730 }, (_, i) => april + i)
    const off = year.map((day) => {
      const { low, high } = madeUpDay(site, 5, day)
      return (low + high) / 2 - outdoorMean(site.outdoorMonthlyMeans, day)
    })
    expect(Math.abs(off.reduce((a, b) => a + b) / off.length)).toBeLessThan(1)
    expect(Math.min(...off)).toBeLessThan(-6)
  })
  it('is off unless switched on, and a file takes its place', () => {
    expect(forecastOf(site, april)).toBeUndefined()
    expect(forecastOf({ ...site, forecast: { from: 'stand-in', seed: 2 } }, april)!.simulated).toBe(true)
    const days = [
      { on: '2027-04-11', low: 1, high: 9 },
      { on: '2027-04-13', low: 2, high: 10 },
    ]
    const file = forecastOf({ ...site, forecast: { from: 'file', name: 'week.csv', days } }, april)!
    expect([file.name, file.simulated, [...file.days.keys()]]).toEqual(['week.csv', false, [april + 1]])
    expect(fileForecast('x', days).ahead(april - 5).days.size).toBe(2)
  })
})
