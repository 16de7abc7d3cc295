/** Which folder may know which: see docs/decisions.md. */
const only = (name, from, allowed, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^src/|^scripts/|^e2e/', pathNot: [from, ...allowed] },
})

module.exports = {
  forbidden: [
    only('core-alone', '^src/core/', ['^src/season/'], 'core imports core and types of season'),
    {
      name: 'core-no-packages',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '(\\.test\\.ts$|^src/core/testing/)' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'core-types-of-season',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '(\\.test\\.ts$|^src/core/testing/)' },
      // What a value is stands below both.
      to: { path: '^src/season/', pathNot: '^src/season/values\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    only('season-alone', '^src/season/', [], 'season knows nothing else'),
    {
      name: 'season-zod-only',
      severity: 'error',
      from: { path: '^src/season/', pathNot: '(\\.test|any-season|any-part)\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev'], pathNot: 'node_modules/(zod|fast-equals|@noble/hashes)' },
    },
    only('library', '^src/library/', ['^src/core/', '^src/season/'], 'the library is facts, read with the core'),
    only('words', '^src/words/', ['^src/core/', '^src/season/', '^src/library/'], 'words phrase what core computes'),
    only(
      'standins',
      '^src/standins/',
      ['^src/core/', '^src/season/'],
      'stand-ins make things up from the core and a seed',
    ),
    only(
      'interchange',
      '^src/interchange/',
      ['^src/worker/', '^src/core/', '^src/season/', '^src/library/', '^src/words/'],
      'interchange has no interface and no database',
    ),
    only(
      'worker',
      '^src/worker/',
      ['^src/core/', '^src/season/', '^src/data/', '^src/words/', '^src/interchange/samples\\.ts$'],
      "workers run the core; the server's take from the queue, hear thermometers and tell people of them",
    ),
    only('service-worker', '^src/service-worker/', ['^src/season/'], 'it knows addresses, and nothing that is shown'),
    only('data', '^src/data/', ['^src/season/', '^src/core/'], 'data stores, and shows nothing'),
    {
      name: 'sql-in-data-only',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/data/' },
      to: { path: 'node_modules/(kysely|pg)/' },
    },
    only(
      'ui',
      '^src/ui/',
      [
        '^src/core/',
        '^src/season/',
        '^src/words/',
        '^src/library/',
        '^src/actions/',
        '^src/standins/',
        '^src/interchange/(plan|list)-sheets?/',
        '^src/interchange/sheet-file/',
        '^src/interchange/weather-csv\\.ts$',
        '^src/interchange/page\\.worker\\.ts$',
      ],
      'ui is shared, so it knows no feature; files that several features take in are read by it',
    ),
    {
      name: 'features-apart',
      comment: 'features never import each other',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/([^/]+)/', pathNot: '^src/features/$1/' },
    },
    { name: 'features-not-app', severity: 'error', from: { path: '^src/features/' }, to: { path: '^src/app/' } },
    {
      name: 'app-composes',
      severity: 'error',
      from: { path: '^src/app/', pathNot: '^src/app/api/' },
      to: { path: '^src/(core|data|interchange|words)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: '^src/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
