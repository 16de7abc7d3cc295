/** Checks which folder knows which, and fails when it looked at nothing. */
import { cruise } from 'dependency-cruiser'
import extractDepcruiseOptions from 'dependency-cruiser/config-utl/extract-depcruise-options'
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config'

const options = await extractDepcruiseOptions('./.dependency-cruiser.cjs')
const { output } = await cruise(['src'], options, null, { tsConfig: extractTSConfig('./tsconfig.json') })
const { summary, modules } = output
const ours = modules.filter(({ source }) => source.startsWith('src/'))
for (const { rule, from, to } of summary.violations) console.error(`${rule.name}: ${from} → ${to}`)
if (ours.length < 30) {
  console.error(`Only ${ours.length} modules were looked at: the check itself is broken.`)
  process.exitCode = 1
} else if (summary.error > 0) process.exitCode = 1
else console.log(`${ours.length} modules keep to their folders.`)
