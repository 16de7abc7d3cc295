/** npm run bench: builds the benchmark as production code is built (a transpiler on the fly would slow it), then runs it. */
import { spawn } from 'node:child_process'
import { rmSync } from 'node:fs'
import { build } from 'esbuild'

const entry = process.argv.includes('--browser')
  ? 'scripts/bench-browser.ts'
  : process.argv.includes('--fit')
    ? 'scripts/bench-fit.ts'
    : process.argv.includes('--crew')
      ? 'scripts/bench-crew.ts'
      : process.argv.includes('--sheet-browser')
        ? 'scripts/bench-sheet-browser.ts'
        : process.argv.includes('--live')
          ? 'scripts/bench-live.ts'
          : process.argv.includes('--people')
            ? 'scripts/bench-people.ts'
            : process.argv.includes('--sheet')
              ? 'scripts/bench-sheet.ts'
              : process.argv.includes('--phone')
                ? 'scripts/bench-phone.ts'
                : process.argv.includes('--photo')
                  ? 'scripts/bench-photo.ts'
                  : 'scripts/bench.ts'
const outfile = 'scripts/.bench.tmp.mjs' // beside machine.mjs, which finds the project by its own place
await build({
  entryPoints: [entry],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  external: ['./machine.mjs', './cluster.mjs'],
  alias: {
    'next/navigation': 'next/navigation.js',
    'next/link': 'next/link.js',
    'next/cache': 'next/cache.js',
    'next/headers': 'next/headers.js',
  }, // as plain Node finds them
  logLevel: 'error',
  loader: { '.json': 'json' },
})
const child = spawn(process.execPath, [outfile, ...process.argv.slice(2)], { stdio: 'inherit' })
// What is stopped is the benchmark, which ends its servers; then this.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
const status = await new Promise((done) => child.on('exit', (code) => done(code ?? 1)))
rmSync(outfile, { force: true })
process.exitCode = status
