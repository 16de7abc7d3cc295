import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { createPlanner } from '../core/plan/plan'
import { tasksBetween } from '../core/batch/tasks'
import { readSmall, smallSeason } from '../season/small-season'
import { tasksCalendar } from './calendar'
import { parseDay } from '../core/calendar/day'
import { buyingListCells, buyingListCsv } from './buying-list'
import { compareSeasons } from './compare'
import { planReport } from './plan-report'
import { readSeasonText } from './season-file'
import { sowingListCsv } from './sowing-list'

const season = readSmall()
const plan = createPlanner().plan(season)

describe('the buying list', () => {
  it('has a row for every size that is bought, and one for what nobody sells', () => {
    const today = parseDay('2027-02-01')
    const bought = createPlanner().plan(
      readSmall((s) => {
        s.supplies = [
          {
            key: 'mix',
            name: 'Mix',
            of: { what: 'material', material: 'Bought sowing mix', unit: 'l' },
            offers: [
              { supplier: '=cmd()', size: 20, price: 5, leadDays: 3 },
              { supplier: 'the merchant', size: 3, price: 1, leadDays: 9 },
            ],
          },
        ]
      }),
      today,
    )
    const csv = buyingListCsv(bought, today)
    const rows = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: true }).data // prettier-ignore
    const mix = rows.filter(({ what }) => what === 'Bought sowing mix')
    expect(mix.length).toBeGreaterThan(0)
    const amount = mix.reduce((sum, { size, packs }) => sum + Number(size) * Number(packs), 0)
    expect(amount).toBeGreaterThanOrEqual(Number(mix[0]!.short) - 0.01)
    for (const { cost, price, packs } of mix) expect(Number(cost)).toBeCloseTo(Number(price) * Number(packs), 6)
    expect(csv).not.toMatch(/,=cmd/)
    expect(rows.find(({ what }) => what === 'Labels')).toMatchObject({ unit: 'labels', supplier: '', packs: '' })
    // The workbook says the same, cell by cell.
    const [, ...cells] = buyingListCells(bought, today)
    const plain = (text: string) => text.replace(/^'/, '')
    expect(cells).toEqual(rows.map((row) => Object.values(row).map(plain)))
  })
})

describe('the sowing list', () => {
  const parse = (csv: string) =>
    Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: true }).data
  it('has a row for every sowing, in order, with what is needed to sow it', () => {
    const rows = parse(sowingListCsv(plan))
    expect(rows).toHaveLength(plan.batches.length)
    expect(rows.map(({ sow }) => sow)).toEqual([...rows.map(({ sow }) => sow)].sort())
    const tomato = rows.find(({ batch }) => batch === 'T')!
    const batch = plan.byId.get('t')!
    expect(tomato).toMatchObject({
      seeds: String(batch.sizing!.seeds),
      cells: String(batch.sizing!.cells),
      container: '128-cell tray',
      place: 'Heat mat',
      seeds_per_cell: '2',
    })
  })
  it('keeps commas and quotes, and disarms formulas', () => {
    const nasty = readSmall((s) => (s.varieties[0]!.name = '=1+1, "red"'))
    const csv = sowingListCsv(createPlanner().plan(nasty))
    expect(parse(csv)[0]!.variety).toBe(`'=1+1, "red"`)
  })
})

describe('the calendar', () => {
  const text = tasksCalendar(plan, new Date('2027-01-01T00:00:00Z'))
  const lines = text.replace(/\r\n[ \t]/g, '').split('\r\n')
  it('holds every task as a whole day, in lines a calendar can read', () => {
    const tasks = tasksBetween(plan.batches, -Infinity, Infinity)
    expect(lines.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(tasks.length)
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
    expect(lines[0]).toBe('BEGIN:VCALENDAR')
  })
  it('puts a sowing on its day, also west and east of Greenwich', () => {
    const start = lines.indexOf('UID:t/sow/0@dove-step')
    const event = lines.slice(start, lines.indexOf('END:VEVENT', start))
    const day = new Date(plan.byId.get('t')!.sow! * 86_400_000).toISOString().slice(0, 10).replaceAll('-', '')
    expect(event).toContain(`DTSTART;VALUE=DATE:${day}`)
    for (const zone of ['America/Los_Angeles', 'Pacific/Auckland']) {
      const script = `import { tasksCalendar } from './src/interchange/calendar'; import { createPlanner } from './src/core/plan/plan'; import { readSmall } from './src/season/small-season'; process.stdout.write(tasksCalendar(createPlanner().plan(readSmall()), new Date('2027-01-01T00:00:00Z')))`
      const run = spawnSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
        encoding: 'utf8',
        env: { ...process.env, TZ: zone },
      })
      expect(run.stdout).toBe(text)
    }
  }, 60_000)
})

describe('comparing seasons', () => {
  it('finds nothing in an equal one', () => {
    expect(compareSeasons(season, structuredClone(season)).same).toBe(true)
  })
  it('names what is added, changed and taken out', () => {
    const other = readSmall((s) => {
      s.site.latitude = 46
      s.places[0]!.trayPlaces = 6
      s.plantings = s.plantings.slice(1)
      s.varieties.push({ key: 'new', crop: 'lettuce', name: 'Lettuce, new' })
    })
    const changes = compareSeasons(season, other)
    expect(changes.facts).toEqual(['site.latitude'])
    expect(changes.collections).toEqual([
      { collection: 'places', added: [], removed: [], changed: [{ name: 'Heat mat', fields: ['trayPlaces'] }] },
      { collection: 'varieties', added: ['Lettuce, new'], removed: [], changed: [] },
      { collection: 'plantings', added: [], removed: ['A (lettuce-red)'], changed: [] },
    ])
  })
})

describe('a season file', () => {
  it('that is not JSON is told by line', () => {
    const read = readSeasonText('{\n "format": 1,\n "farm": oops\n}')
    expect(read).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/line 3, column 10/) as string }],
    })
  })
  it.each(['', '  ', '{"format": 1', '[]', 'null', '{"format":1,}'])(
    'that is %j is refused, not crashed on',
    (text) => {
      const read = readSeasonText(text)
      expect(read.ok).toBe(false)
      if (!read.ok) expect(read.problems.length).toBeGreaterThan(0)
    },
  )
  it('may begin with a byte-order mark', () => {
    expect(readSeasonText(`\uFEFF${JSON.stringify(smallSeason())}`).ok).toBe(true)
  })
})

describe('the command line', () => {
  const run = (args: string[], input?: string) =>
    spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'scripts/season.ts', ...args], {
      encoding: 'utf8',
      input,
    })
  it('computes a season from a file and from standard input alike', () => {
    const file = join(mkdtempSync(join(tmpdir(), 'season-')), 's.json')
    writeFileSync(file, JSON.stringify(smallSeason()))
    const computed = run(['compute', file])
    expect(computed.status).toBe(0)
    expect(JSON.parse(computed.stdout)).toEqual(JSON.parse(JSON.stringify(planReport(season))))
    expect(run(['compute', '-'], readFileSync(file, 'utf8')).stdout).toBe(computed.stdout)
  }, 60_000)
  it('lists every problem by path and ends with 1', () => {
    const bad = smallSeason()
    bad.plantings[0]!.plants = 0
    bad.places[0]!.kind = 'shed' as never
    const checked = run(['check', '-'], JSON.stringify(bad))
    expect(checked.status).toBe(1)
    expect(checked.stderr).toContain('plantings[0].plants: must be at least 1; it is 0.')
    expect(checked.stderr).toContain('places[0].kind: must be "heat-mat"')
    expect(run(['compute', 'no-such-file.json']).status).toBe(1)
    expect(run(['dance']).stderr).toContain('Usage')
  }, 60_000)
})
