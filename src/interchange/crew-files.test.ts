import { buffer } from 'node:stream/consumers'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { parseDay } from '../core/calendar/day'
import { done, entry } from '../core/testing/records'
import { labelCodes, labelsOf } from '../core/labels/content'
import { createPlanner } from '../core/plan/plan'
import { readSmall } from '../season/small-season'
import { createFormat } from '../words/format'
import { journalCsv } from './journal-csv'
import { fontsOnDisk } from './fonts-on-disk'
import { labelsPdf, SHEETS, trayMapPdf, type SheetKey } from './labels-pdf'

const season = readSmall()
const plan = createPlanner().plan(season)
const f = createFormat('en-GB', 'metric')
const fonts = fontsOnDisk()
const codes = labelCodes(plan.batches, [])
const day = plan.byId.get('a')!.sow!
const labels = labelsOf(plan.batches, season, codes, day, 'tray')
const pagesIn = (pdf: Buffer) => pdf.toString('latin1').split('/Type /Page\n').length - 1

describe('labels', () => {
  it('are one for every tray or one for a batch, with what comes next', () => {
    expect(labels).toHaveLength(plan.batches.reduce((sum, { stays }) => sum + stays[0]!.trays, 0))
    expect(labelsOf(plan.batches, season, codes, day, 'batch')).toHaveLength(plan.batches.length)
    const [first] = labels
    expect(first).toMatchObject({ tray: 1, sown: day })
    expect(first!.next!.day).toBeGreaterThan(day)
  })
  it('follow a batch into its next container', () => {
    const t = plan.byId.get('t')!
    const pots = t.stays.find(({ container }) => container.key === 'pots')!
    const [label] = labelsOf([t], season, codes, pots.from, 'batch')
    expect(label!.container.key).toBe('pots')
    expect(label!.next!.day).toBeGreaterThan(pots.from)
  })
  it('keep the code they were printed with', () => {
    const records = [entry('a', '2027-03-01', { did: 'label', code: 'ACDEF', labels: 2 })]
    expect(labelCodes(plan.batches, records).get('a')).toBe('ACDEF')
  })
  it.each(Object.keys(SHEETS) as SheetKey[])(
    'fill %s, page by page, from the first label that is left',
    async (sheet) => {
      const { across, down } = SHEETS[sheet]
      const skip = Math.min(3, across * down - 1)
      const { doc, pages } = labelsPdf({ labels, sheet, skip, address: 'http://192.168.1.20:4000', fonts }, season, f)
      const pdf = await buffer(doc)
      expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
      expect(pages).toBe(Math.ceil((labels.length + skip) / (across * down)))
      expect(pagesIn(pdf)).toBe(pages)
    },
  )
  it('of nothing are an empty page, and a map names every tray', async () => {
    expect(
      pagesIn(await buffer(labelsPdf({ labels: [], sheet: 'a4-24', address: 'http://x', fonts }, season, f).doc)),
    ).toBe(1)
    const map = await buffer(
      trayMapPdf(
        Array.from({ length: 90 }, () => labels[0]!),
        plan,
        season,
        f,
        { title: 'Trays', fonts },
      ),
    )
    expect(pagesIn(map)).toBe(2)
  })
})

describe('the journal as a table', () => {
  it('has every entry once, corrected ones too, and nothing a spreadsheet would run', () => {
    const wrong = entry('a', '2027-03-12', { did: 'loss', plants: 9, cause: 'cold' }, { note: '=HYPERLINK("x")' })
    const records = [
      done('a', '2027-03-01', 'sow', { cells: 200, trays: 2, seeds: 200, place: 'bench' }),
      wrong,
      entry('a', '2027-03-12', { did: 'note' }, { instead: wrong.id, void: true }),
      entry(undefined, '2027-03-13', { did: 'round', what: 'water' }, { place: 'frame' }),
    ]
    const now = { ...season, records }
    const { data } = Papa.parse<Record<string, string>>(
      journalCsv(now, createPlanner().plan(now, parseDay('2027-03-14')))
        .replace(/^\uFEFF/, '')
        .trim(),
      { header: true },
    )
    expect(data).toHaveLength(4)
    expect(data[0]).toMatchObject({
      on: '2027-03-01',
      batch: 'A',
      variety: 'Lettuce, red',
      what: 'task',
      task: 'sow',
      cells: '200',
      place: 'Warm bench',
    })
    expect(data[1]!.note).toBe('\'=HYPERLINK("x")')
    expect(data[2]).toMatchObject({ corrects: wrong.id, 'taken back': 'yes' })
    expect(data[3]!.place).toBe('Frame')
  })
})
