import { defineConfig } from '@playwright/test'
import { BROWSER_FLAGS, CHROMIUM } from './scripts/machine.mjs'

export default defineConfig({
  testDir: 'e2e',
  workers: 2, // each with its own server and database
  timeout: 240_000, // a busy machine is slow, not wrong
  expect: { timeout: 30_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  use: {
    locale: 'en-GB',
    timezoneId: 'Europe/Paris',
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block', // but for the test of pages kept on the device
    screenshot: 'only-on-failure', // a trace would slow every test down
    // Emptied before each test, but for scripts already compiled: a quarter of the time. What keeps pages on the device asks for a new one.
    reuseContext: true,
    launchOptions: { executablePath: CHROMIUM, args: BROWSER_FLAGS },
  },
})
