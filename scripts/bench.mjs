/** npm run bench: builds the benchmark as production code is built (a transpiler on the fly would slow it), then runs it. */
import { spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { build } from 'esbuild'

const entry = process.argv.includes('--browser')
  ? 'scripts/bench-browser.ts'
  : process.argv.includes('--fit')
    ? 'scripts/bench-fit.ts'
    : process.argv.includes('--crew')
      ? 'scripts/bench-crew.ts'
      : 'scripts/bench.ts'
const outfile = 'scripts/.bench.tmp.mjs' // beside machine.mjs, which finds the project by its own place
await build({
  entryPoints: [entry],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  external: ['./machine.mjs'],
  logLevel: 'error',
  loader: { '.json': 'json' },
})
const { status } = spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], { stdio: 'inherit' })
rmSync(outfile, { force: true })
process.exitCode = status ?? 1
