/** Writes the service worker of a build: what opens the application without signal, with the list of that build's files. */
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative, sep } from 'node:path'
import { buildSync } from 'esbuild'
import { ROOT } from './machine.mjs'

const BUILT = join(ROOT, '.next')

/** What is fetched when it is needed: too large for every phone. The reader of labels is needed where there is no signal. */
const LATER = /^(?!zxing_reader).*\.(wasm|map)$/

const files = readdirSync(join(BUILT, 'static'), { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && !LATER.test(entry.name))
  .map((entry) => `/_next/${relative(BUILT, join(entry.parentPath, entry.name)).split(sep).join('/')}`)
  .sort()

buildSync({
  absWorkingDir: ROOT,
  entryPoints: ['src/service-worker/service-worker.ts'],
  outfile: join(ROOT, 'public', 'sw.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2022',
  logLevel: 'warning',
  define: {
    'process.env.NODE_ENV': '"production"',
    FILES: JSON.stringify(files),
    BUILD: JSON.stringify(readFileSync(join(BUILT, 'BUILD_ID'), 'utf8').trim()),
  },
})
