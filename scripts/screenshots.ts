/** npm run screenshots: one picture of each main view, from the demo farm, into docs/screenshots/. */
import { spawn } from 'node:child_process'
import { mkdirSync, readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { connect } from '../src/data/database'
import { migrate } from '../src/data/migrate'
import { createFarm } from '../src/data/season-repository'
import { readSeasonText } from '../src/interchange/season-file'
import { ensureBuild, ensureChromium, freePort, nextBin, ROOT, startTestCluster } from './machine.mjs'

interface Shot {
  file: string
  path: string
  width?: number
  height?: number
  dark?: boolean
  /** Something to press first. */
  press?: RegExp
}

const SHOTS: Shot[] = [
  { file: 'today', path: '/today' },
  { file: 'today-phone', path: '/today', width: 390, height: 844 },
  { file: 'plan', path: '/plan' },
  { file: 'plan-batch', path: '/plan?batch=tr', press: /^Cells/ },
  { file: 'plan-new-planting', path: '/plan?new=1&from=la' },
  { file: 'plan-night', path: '/plan?batch=qy.1', dark: true },
  { file: 'plan-phone', path: '/plan', width: 390, height: 844 },
  { file: 'benches', path: '/benches' },
  { file: 'benches-phone', path: '/benches', width: 390, height: 844 },
  { file: 'farm', path: '/farm?place=warm-bench' },
  { file: 'frost', path: '/farm?edit=frost' },
  { file: 'compare-ways', path: '/plan?batch=tr', press: /^Compare ways/ },
  { file: 'know-how', path: '/know-how?crop=tomato', press: /^Say it your way/ },
  { file: 'way', path: '/know-how?method=lisianthus-bought' },
  { file: 'seed', path: '/seed?lot=celosia-plume-lot' },
  { file: 'know-how-phone', path: '/know-how?crop=basil', width: 390, height: 844 },
]

const FLAGS = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync']

const cluster = await startTestCluster()
const { db, close } = connect(cluster.url)
await migrate(db)
const demo = readSeasonText(readFileSync(`${ROOT}/demo/sallow-ferry-2027.json`, 'utf8'))
if (!demo.ok) throw new Error('the demo farm must read')
await createFarm(db, demo.season)
ensureBuild()
const port = await freePort()
const server = spawn(process.execPath, [nextBin(), 'start', '-H', '127.0.0.1', '-p', String(port)], {
  cwd: ROOT,
  env: { ...process.env, DATABASE_URL: cluster.url, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise<void>((ready) => server.stdout.on('data', (text) => /ready/i.test(String(text)) && ready()))
const browser = await chromium.launch({ executablePath: ensureChromium(), args: FLAGS })
mkdirSync(`${ROOT}/docs/screenshots`, { recursive: true })
try {
  for (const { file, path, width = 1280, height = 800, dark = false, press } of SHOTS) {
    const page = await browser.newPage({ viewport: { width, height }, locale: 'en-GB', colorScheme: dark ? 'dark' : 'light' })
    await page.goto(`http://127.0.0.1:${port}${path}`)
    await page.locator('html[data-ready]').waitFor()
    await page.evaluate(() => document.fonts.ready)
    if (press) await page.getByRole('button', { name: press }).first().click()
    await page.waitForTimeout(1200)
    await page.screenshot({ path: `${ROOT}/docs/screenshots/${file}.png` })
    await page.close()
    console.log(file)
  }
} finally {
  await browser.close()
  server.kill()
  await close()
  cluster.stop()
}
process.exit(0)
