/** npm test: everything that shows the application is right, ending in one line with the counts. */
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import {
  checkNode,
  ensureBuild,
  ensureCaddy,
  ensureChromium,
  ensurePackages,
  ensurePostgres,
  ROOT,
  say,
  SetupError,
} from './machine.mjs'

const coverage = process.argv.includes('--coverage')
const results = join(ROOT, 'test-results')
const bin = (name) => join(ROOT, 'node_modules', '.bin', name)
let passed = 0
let failed = 0

/** What runs now: a stop is passed on to it, and waited for, so that no server stays behind. */
const running = new Set()
let stopped = false
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    stopped = true
    for (const child of running) child.kill(signal)
  })

/** Runs a program to its end; its output is shown only when it fails, or always when `show`. */
function run(name, command, args, { show = false } = {}) {
  if (stopped) return Promise.resolve(false)
  return new Promise((done) => {
    const begun = Date.now()
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: show ? 'inherit' : 'pipe',
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', FORCE_COLOR: '0' },
    })
    running.add(child)
    let output = ''
    child.stdout?.on('data', (text) => (output += text))
    child.stderr?.on('data', (text) => (output += text))
    child.on('exit', (code) => {
      running.delete(child)
      const seconds = ((Date.now() - begun) / 1000).toFixed(0)
      say(`${code === 0 ? 'ok  ' : 'FAIL'} ${name} (${seconds} s)`)
      if (code !== 0 && !show) say(output)
      done(code === 0)
    })
  })
}

/** A check that passes or fails as one. */
async function check(name, command, args) {
  if (await run(name, command, args)) passed++
  else failed++
}

/** Counts of a runner's JSON report; a runner that wrote none has failed as one. */
function count(file, read, ok) {
  const path = join(results, file)
  if (!existsSync(path)) {
    failed++
    return
  }
  const [good, bad] = read(JSON.parse(readFileSync(path, 'utf8')))
  passed += good
  failed += bad
  if (!ok && bad === 0) failed++
  if (good + bad === 0) failed++
}

async function main() {
  checkNode()
  ensurePackages()
  ensurePostgres()
  ensureChromium()
  ensureCaddy()
  rmSync(results, { recursive: true, force: true })
  mkdirSync(results, { recursive: true })

  // Each keeps one processor busy; lint takes as long as all the others.
  const others = async () => {
    await check('format', bin('prettier'), ['--check', '.'])
    await check('boundaries', process.execPath, ['scripts/boundaries.mjs'])
    await check('nothing unused', bin('knip'), [])
    await check('types', bin('tsc'), ['--noEmit'])
  }
  await Promise.all([others(), check('lint', bin('eslint'), ['.', '--max-warnings', '0'])])

  const unit = await run(
    'unit and database tests',
    bin('vitest'),
    [
      'run',
      ...(coverage ? ['--coverage'] : []),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${join(results, 'vitest.json')}`,
    ],
    { show: coverage },
  )
  count(
    'vitest.json',
    (report) => [
      report.numPassedTests,
      report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests === 0 ? 1 : 0),
    ],
    unit,
  )

  if (stopped) return
  try {
    ensureBuild()
    say('ok   build')
    passed++
    const browser = await run('browser tests', bin('playwright'), ['test'], { show: true })
    count('playwright.json', ({ stats }) => [stats.expected, stats.unexpected + stats.flaky], browser)
  } catch (error) {
    failed++
    say(`FAIL build\n${error.message}`)
  }
}

main().then(
  () => {
    if (stopped) say('Stopped before the end.')
    say(`${passed} passed, ${failed} failed`)
    process.exit(stopped ? 130 : failed === 0 ? 0 : 1)
  },
  (error) => {
    console.error(error instanceof SetupError ? error.message : error)
    say(`${passed} passed, ${failed + 1} failed`)
    process.exit(1)
  },
)
