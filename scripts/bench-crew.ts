/**
 * npm run bench -- --crew: the forecast of 2,000 batches after one record, thirty devices recording at once, 500 labels.
 * Prints one JSON line a measurement. Names of parts after it (`-- --crew planners`) run only those.
 */
import { readFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { Writable } from 'node:stream'
import { sql } from 'kysely'
import { finished } from 'node:stream/promises'
import { formatDay, parseDay } from '../src/core/calendar/day'
import { labelCodes, labelsOf } from '../src/core/labels/content'
import { createPlanner } from '../src/core/plan/plan'
import { tasksOf } from '../src/core/batch/tasks'
import { connect } from '../src/data/database'
import { migrate } from '../src/data/migrate'
import { changeAsItStands } from '../src/data/change-repository'
import { keepRecords } from '../src/data/record-repository'
import { createFarm } from '../src/data/season-repository'
import { fontsOnDisk } from '../src/interchange/fonts-on-disk'
import { labelsPdf } from '../src/interchange/labels-pdf'
import { editSeason } from '../src/season/edit'
import { readSeasonText } from '../src/interchange/season-file'
import type { Entry, Season } from '../src/season/schema'
import { createFormat } from '../src/words/format'
import { largeSeason } from './large-season'
import { startTestCluster } from './cluster.mjs'
import { withServedSeason, withServer } from './served-season'

const print = (line: object) => console.log(JSON.stringify(line))
const round = (ms: number) => Math.round(ms * 100) / 100
const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!
let made = 0
const uuid = () => `00000000-0000-4000-8000-${(++made).toString(16).padStart(12, '0')}`
const entry = (batch: string, on: number, what: Entry['what']): Entry => ({
  id: uuid(),
  on: formatDay(on),
  at: `${formatDay(on)}T12:00:00.000Z`,
  who: 'Crew A',
  batch,
  what,
})

/** A season with all that was due by a day recorded, and looks, labels and notes besides until there are so many records. */
function recorded(batches: number, most: number): { season: Season; today: number } {
  const large = largeSeason(batches)
  const today = parseDay(large.season.from) + 130
  const season = { ...large, season: { ...large.season, opensOn: formatDay(today) } }
  const records = createPlanner()
    .plan(season)
    .batches.flatMap((batch) =>
      tasksOf(batch, -Infinity, today).map((task) =>
        entry(batch.id, task.day, {
          did: 'task',
          task: task.kind,
          nth: task.nth,
          ...(task.kind === 'sow' ? { cells: task.cells, seeds: batch.sizing!.seeds } : {}),
        }),
      ),
    )
  const sown = createPlanner()
    .plan({ ...season, records }, today)
    .batches.filter(({ sow, progress }) => progress?.ledger.sown && sow! < today - 20)
  for (let i = 0; records.length < most && sown.length > 0; i++) {
    const batch = sown[i % sown.length]!
    const on = batch.sow! + 3 + (i % 16)
    const cells = batch.progress!.ledger.sown!.entry.what.cells ?? 1
    records.push(
      entry(
        batch.id,
        on,
        i % 5 === 0
          ? { did: 'count', cells, showing: Math.floor(cells * 0.8), doubles: 0 }
          : i % 5 === 1
            ? { did: 'check', leaves: i % 3 }
            : i % 5 === 2
              ? { did: 'label', code: 'AB12', labels: 1 }
              : { did: 'note' },
      ),
    )
  }
  return { season: { ...season, records }, today }
}

function forecast(): void {
  const { season, today } = recorded(2000, 20_000)
  const planner = createPlanner()
  const first = performance.now()
  const plan = planner.plan(season, today)
  const first_ms = performance.now() - first
  // From nothing again, with the code warm: what another farm's season costs a server that has run for a while.
  const warm: number[] = []
  for (let i = 0; i < 7; i++) {
    const again = performance.now()
    createPlanner().plan(season, today)
    warm.push(performance.now() - again)
  }
  warm.sort((a, b) => a - b)
  const begun = plan.batches.filter(({ progress }) => progress && progress.standing !== 'planted')
  const times: number[] = []
  let { records } = season
  for (let i = 0; i < 60; i++) {
    const { id } = begun[(i * 37) % begun.length]!
    records = [...records, entry(id, today, { did: 'check', leaves: 2 + (i % 3) })]
    const start = performance.now()
    planner.plan({ ...season, records }, today)
    if (i >= 10) times.push(performance.now() - start)
  }
  times.sort((a, b) => a - b)
  print({
    bench: 'forecast after one record',
    batches: plan.batches.length,
    records: records.length,
    first_ms: round(first_ms),
    first_warm_ms: round(at(warm, 0.5)),
    median_ms: round(at(times, 0.5)),
    p95_ms: round(at(times, 0.95)),
    limit_ms: 10,
  })
}

async function labels(): Promise<void> {
  const season = largeSeason(500)
  const plan = createPlanner().plan(season)
  const day = plan.batches[0]!.sow!
  const codes = labelCodes(plan.batches, [])
  const all = labelsOf(plan.batches, season, codes, day, 'batch').slice(0, 500)
  for (const sheet of ['a4-24', 'roll-62'] as const) {
    const start = performance.now()
    let bytes = 0
    let first = 0
    const { doc, pages } = labelsPdf(
      { labels: all, sheet, address: 'http://192.168.1.20:4000', fonts: fontsOnDisk() },
      season,
      createFormat('en-GB', 'metric'),
    )
    const sink = new Writable({
      write(chunk: Buffer, _, done) {
        first ||= performance.now() - start
        bytes += chunk.length
        done()
      },
    })
    doc.pipe(sink)
    await finished(sink)
    print({
      bench: '500 labels as PDF',
      sheet,
      labels: all.length,
      pages,
      first_bytes_ms: round(first),
      ms: round(performance.now() - start),
      kilobytes: Math.round(bytes / 1024),
      limit_ms: 3000,
    })
  }
}

/** Sends one record and waits for the answer, as cheaply as can be: what asks shares the machine with what answers. */
function send(agent: Agent, url: string, season: string, one: Entry): Promise<{ kept: { ok: boolean }[] }> {
  const body = JSON.stringify({ season, records: [one] })
  return new Promise((done, failed) => {
    const asked = request(
      `${url}/api/records`,
      {
        agent,
        method: 'POST',
        headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
      },
      (response) => {
        let text = ''
        response.setEncoding('utf8')
        response.on('data', (chunk: string) => (text += chunk))
        response.on('end', () => done(JSON.parse(text) as { kept: { ok: boolean }[] }))
      },
    )
    asked.on('error', failed)
    asked.end(body)
  })
}

const PLANNERS = 8
const CHANGES = 40 // of each of them

/** Planners at work in one season, each on plantings of their own, as their server does it; beside bare inserts on the same cluster. */
async function planners(): Promise<void> {
  const cluster = await startTestCluster()
  const { db, close } = connect(cluster.url)
  try {
    await migrate(db)
    const demo = readSeasonText(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))
    if (!demo.ok) throw new Error('the demo farm must read')
    for (const [name, season] of [
      ['the demo farm', demo.season],
      ['2,000 batches', largeSeason(2000)],
    ] as const) {
      const id = await createFarm(db, season)
      const own = (n: number) => season.plantings.filter((_, i) => i % PLANNERS === n)
      const planner = async (n: number) => {
        for (let i = 0; i < CHANGES; i++) {
          const planting = own(n)[i % own(n).length]!
          const written = await changeAsItStands(
            db,
            id,
            (now) => {
              const from = now.plantings.find(({ key }) => key === planting.key)!
              const to = { ...from, plants: from.plants + 1 }
              const next = editSeason(now, [{ of: 'plantings', key: planting.key, to }])
              if (!next.ok) return next
              return { ok: true, summary: 'a change', changes: [{ of: 'plantings', key: planting.key, from, to }] }
            },
            { who: 'Grower' },
          )
          if (!written.ok) throw new Error('a change was refused')
        }
      }
      const start = performance.now()
      await Promise.all(Array.from({ length: PLANNERS }, (_, n) => planner(n)))
      const changes_a_second = Math.round((PLANNERS * CHANGES) / ((performance.now() - start) / 1000))
      await sql`create table if not exists bare (id serial primary key, what jsonb)`.execute(db)
      const bare = async () => {
        for (let i = 0; i < CHANGES; i++)
          await sql`insert into bare (what) values (${JSON.stringify(season.plantings[0])})`.execute(db)
      }
      const begun = performance.now()
      await Promise.all(Array.from({ length: PLANNERS }, bare))
      const bare_a_second = Math.round((PLANNERS * CHANGES) / ((performance.now() - begun) / 1000))
      print({
        bench: 'eight planners changing',
        season: name,
        changes_a_second,
        least: 40,
        bare_inserts_a_second: bare_a_second,
      })
    }
  } finally {
    await close()
    cluster.stop()
  }
}

const DEVICES = 30
const EACH = 20
const WARM = 4 // records of each device that do not count

/** Thirty devices, each recording one after another without a pause, against the served application. */
async function devices(): Promise<void> {
  const { season } = recorded(300, 0)
  await withServer({ ...season, records: [] }, async (url, id) => {
    const ids = createPlanner()
      .plan(season)
      .batches.map(({ id }) => id)
    for (let run = 0; run < 3; run++) {
      const agent = new Agent({ keepAlive: true, maxSockets: DEVICES })
      const times: number[] = []
      const device = async (n: number) => {
        for (let i = 0; i < EACH; i++) {
          const one = entry(ids[(n * EACH + i) % ids.length]!, parseDay(season.season.from) + 60, { did: 'note' })
          const start = performance.now()
          const { kept } = await send(agent, url, id, one)
          if (!kept[0]?.ok) throw new Error('a record was refused')
          if (i >= WARM) times.push(performance.now() - start)
        }
      }
      const start = performance.now()
      await Promise.all(Array.from({ length: DEVICES }, (_, n) => device(n)))
      const a_second = Math.round((DEVICES * EACH) / ((performance.now() - start) / 1000))
      agent.destroy()
      times.sort((a, b) => a - b)
      print({
        bench: 'thirty devices recording at once',
        run: run + 1,
        records: times.length,
        a_second,
        median_ms: round(at(times, 0.5)),
        p95_ms: round(at(times, 0.95)),
        limit_p95_ms: 150,
      })
    }
  })
}

/** The same without the web server: what the database takes. */
async function database(): Promise<void> {
  const cluster = await startTestCluster()
  const { db, close } = connect(cluster.url)
  try {
    await migrate(db)
    const { season } = recorded(300, 0)
    const id = await createFarm(db, season)
    const ids = createPlanner()
      .plan(season)
      .batches.map((batch) => batch.id)
    const times: number[] = []
    for (let i = 0; i < 80; i++) {
      const start = performance.now()
      await keepRecords(db, id, [entry(ids[i % ids.length]!, parseDay(season.season.to), { did: 'note' })])
      if (i >= 20) times.push(performance.now() - start)
    }
    times.sort((a, b) => a - b)
    print({
      bench: 'one record written',
      records_before: season.records.length,
      median_ms: round(at(times, 0.5)),
      p95_ms: round(at(times, 0.95)),
    })
  } finally {
    await close()
    cluster.stop()
  }
}

/** A tap on Today: from the finger to “Done” on the screen, in the page itself. */
async function taps(): Promise<void> {
  const read = readSeasonText(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))
  if (!read.ok) throw new Error('the demo farm must read')
  await withServedSeason(read.season, async (browser, url) => {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } })
    await page.goto(`${url}/today`)
    await page.locator('html[data-ready]').waitFor()
    await page.waitForTimeout(1500)
    const times = await page.evaluate(async () => {
      const times: number[] = []
      for (;;) {
        const button = document.querySelector<HTMLButtonElement>('[data-task] button[aria-label^="Done:"]')
        if (!button) return times
        const row = button.closest('[data-task]')!
        const start = performance.now()
        button.click()
        while (
          !/Done .*, /.test(
            row.isConnected
              ? row.textContent!
              : (document.querySelector(`[data-task="${row.getAttribute('data-task')}"]`)?.textContent ?? ''),
          )
        )
          await new Promise(requestAnimationFrame)
        times.push(performance.now() - start)
        await new Promise((done) => setTimeout(done, 400))
      }
    })
    times.sort((a, b) => a - b)
    print({
      bench: 'a tap on Today is on screen',
      taps: times.length,
      median_ms: round(at(times, 0.5)),
      slowest_ms: round(times.at(-1)!),
      limit_ms: 100,
    })
  })
}

const parts = { forecast, labels, database, planners, devices, taps }
const wanted = process.argv.slice(2).filter((word) => !word.startsWith('--'))
for (const [name, part] of Object.entries(parts)) if (wanted.length === 0 || wanted.includes(name)) await part()
