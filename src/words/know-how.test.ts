import { describe, expect, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { tasksOf } from '../core/batch/tasks'
import { readSmall, type SmallSeason } from '../season/small-season'
import { scaleOf, shownText, storedValue } from '../ui/measure'
import { cautionsFor, cropCautionWords } from './cautions'
import { createFormat } from './format'
import { lotReasonWords, lotWarningWords, needsWords, sourceWords } from './figures'
import { isBought, sowingWords, sownWords } from './methods'
import { taskLine, taskName } from './tasks'
import { workingOf } from './working'

const f = createFormat('en-GB', 'metric')
const of = (bend: (s: SmallSeason) => void) => {
  const season = readSmall(bend)
  return { season, batch: createPlanner().plan(season).byId.get('t')! }
}
const flat = (s: SmallSeason) => {
  s.containers.push({ key: 'flat', name: 'Flat', kind: 'open-flat', cells: 1, cellVolume: 6000, trayPlaces: 1 })
  s.methods[1]!.sowing = { policy: 'flat', seedsPerFlat: 50 }
  s.methods[1]!.stages[0]!.container = 'flat'
}
const bought = (s: SmallSeason) => {
  s.methods[1]!.sowing = { policy: 'bought', age: 200, orderDays: 30 }
  delete s.methods[1]!.stages[0]!.germinateAt
}

describe('ways in words', () => {
  it('name what goes into a cell', () => {
    expect(sowingWords({ policy: 'single' }, f)).toBe('one seed a cell')
    expect(sowingWords({ policy: 'thin', seedsPerCell: 3, keep: 1 }, f)).toBe('3 seeds a cell, thinned to one')
    expect(sowingWords({ policy: 'clump', seedsPerCell: 4, count: 'plants', atLeast: 1 }, f)).toContain('clump')
    expect(sowingWords({ policy: 'divide', seedsPerCell: 8, parts: 5 }, f)).toContain('divided into 5')
  })
  it('say what is sown, or arrives, and in what', () => {
    const seeds = of(flat)
    expect(sownWords(seeds.batch, f)).toMatch(/^\d+ seeds over \d+ × Flat$/)
    const plants = of(bought)
    expect(isBought(plants.batch)).toBe(true)
    expect(sownWords(plants.batch, f)).toMatch(/^\d+ young plants in \d+ × 128-cell tray$/)
    expect(sownWords(of(() => undefined).batch, f)).toMatch(/seeds in \d+ cells: \d+ × 128-cell tray$/)
  })
  it('call the first potting from a flat pricking out, and of a thick sowing dividing', () => {
    const names = (bend: (s: SmallSeason) => void) =>
      tasksOf(of(bend).batch, -Infinity, Infinity).map((one) => taskName(one, f))
    expect(names(flat)).toContain('Prick out')
    expect(names((s) => (s.methods[1]!.sowing = { policy: 'divide', seedsPerCell: 5, parts: 3 }))).toContain(
      'Divide and pot up',
    )
    expect(names(() => undefined)).toContain('Pot up')
  })
  it('tell how many young plants to order, and what to look for', () => {
    const { season, batch } = of(bought)
    const lines = tasksOf(batch, -Infinity, Infinity).map((task) => taskLine(task, season.places, f))
    expect(lines.some((line) => /^\d+ young plants, to arrive /.test(line))).toBe(true)
    expect(lines.some((line) => /look for pests/.test(line))).toBe(true)
  })
  it('show their working by policy, every piece of it in words', () => {
    for (const bend of [
      flat,
      bought,
      (s: SmallSeason) =>
        void (s.methods[1]!.sowing = { policy: 'clump', seedsPerCell: 4, count: 'clumps', atLeast: 2 }),
    ]) {
      const { season, batch } = of(bend)
      const text = JSON.stringify(workingOf(batch, season, f))
      expect(text).not.toMatch(/NaN|undefined|Infinity/)
      expect(text).toContain('good plants')
    }
    expect(workingOf(of(bought).batch, of(bought).season, f).map(({ title }) => title)).toEqual([
      'Arrival day',
      'Young plants',
      'Room',
    ])
    expect(JSON.stringify(workingOf(of(flat).batch, of(flat).season, f))).toContain('good enough to prick out')
  })
})

describe('cautions', () => {
  it('come with the work they belong to, each once', () => {
    const { batch } = of((s) => {
      s.crops[1]!.cautions = ['irritant', 'hot-seed']
      s.lots.push({ key: 'tl', variety: 'tomato-plum', name: 'T', germination: 0.9, treated: true })
    })
    const tasks = tasksOf(batch, -Infinity, Infinity)
    const said = cautionsFor([...tasks, ...tasks], f)
    expect(new Set(said).size).toBe(said.length)
    for (const word of ['Treated seed', 'Hot seed', 'dust', 'residual-current', 'heavy', 'Scissors', 'irritate'])
      expect(said.join(' ')).toContain(word)
    expect(cautionsFor([], f)).toEqual([])
    expect(cropCautionWords(batch.way.crop, f)).toContain('gloves')
    expect(cropCautionWords({ ...batch.way.crop, cautions: [] }, f)).toBe('')
  })
})

describe('sources and lots in words', () => {
  it('are plain', () => {
    expect(sourceWords({ source: 'measured', says: 'fitted', cited: 'Someone & Other 1974' }, f)).toBe(
      'Someone & Other 1974',
    )
    expect(sourceWords({ source: 'estimate', says: 'an estimate' }, f)).toBe('an estimate')
    expect(sourceWords({ source: 'range', says: 'on packets' }, f)).toBe('published range: on packets')
    expect(sourceWords(undefined, f)).toBe('yours')
    expect(needsWords({ needs: 'plantable' }, f)).toContain('planted whole')
    expect(lotReasonWords({ kind: 'aged', years: 2.5, from: 0.9, to: 0.7, stored: 'room', form: 'pelleted' }, f)).toBe(
      'Kept in a room for 2.5 years since, and pelleted seed ages faster: down to about 70 %, an estimate.',
    )
    expect(lotWarningWords('treated', f)).toContain('gloves')
  })
})

describe('measures in the reader’s units', () => {
  it('are shown and stored, there and back', () => {
    expect(shownText(20, 'temperature', 'us')).toBe('68')
    expect(storedValue('68', 'temperature', 'us')).toBe(20)
    expect(storedValue('2,5', 'length', 'metric')).toBe(2.5)
    expect(storedValue('1', 'length', 'us')).toBe(2.54)
    expect(storedValue('90', 'share', 'metric')).toBe(0.9)
    expect(storedValue('−4', 'temperature', 'metric')).toBe(-4)
    expect(storedValue(' ', 'number', 'metric')).toBeUndefined()
    expect(storedValue('warm', 'number', 'metric')).toBeNull()
    expect(shownText(undefined, 'number', 'metric')).toBe('')
    expect(scaleOf('volume', 'us').unit).toBe('cu in')
  })
})
