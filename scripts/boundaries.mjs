/** Checks which folder knows which, and fails when it looked at nothing. */
import { cruise } from 'dependency-cruiser'
import extractDepcruiseOptions from 'dependency-cruiser/config-utl/extract-depcruise-options'
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config'

const options = await extractDepcruiseOptions('./.dependency-cruiser.cjs')
const { output } = await cruise(['src'], options, null, { tsConfig: extractTSConfig('./tsconfig.json') })
const { summary, modules } = output
// Which folder of core stands on which: tests and their helpers may look anywhere.
const folders = await cruise(
  ['src/core'],
  {
    ...options,
    validate: true,
    exclude: { path: '(\\.test\\.ts$|^src/core/testing/)' },
    ruleSet: {
      forbidden: [
        {
          name: 'core-folders-stand-on-each-other',
          severity: 'error',
          scope: 'folder',
          from: { path: '^src/core/' },
          to: { circular: true },
        },
      ],
    },
  },
  null,
  { tsConfig: extractTSConfig('./tsconfig.json') },
)
summary.violations.push(...folders.output.summary.violations)
const ours = modules.filter(({ source }) => source.startsWith('src/'))
for (const { rule, from, to } of summary.violations) console.error(`${rule.name}: ${from} → ${to}`)
if (ours.length < 30) {
  console.error(`Only ${ours.length} modules were looked at: the check itself is broken.`)
  process.exitCode = 1
} else if (summary.violations.length > 0) process.exitCode = 1
else console.log(`${ours.length} modules keep to their folders.`)
