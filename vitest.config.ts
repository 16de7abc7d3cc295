import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'scripts/**/*.test.ts'],
    setupFiles: ['scripts/testing/laws.ts', 'scripts/testing/languages.ts'],
    globalSetup: ['scripts/testing/vitest-database.ts'],
    environment: 'node',
    testTimeout: 90_000, // a busy machine is slow, not wrong
    hookTimeout: 30_000,
    maxWorkers: 2,
    coverage: {
      provider: 'v8',
      include: ['src/core/**/*.ts'],
      exclude: ['**/*.test.ts', 'src/core/testing/**'],
      reporter: ['text-summary'],
      thresholds: { lines: 85 },
    },
  },
})
