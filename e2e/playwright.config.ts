import { defineConfig } from '@playwright/test'
import { LAUNCH, ONE_SITE } from './browser.ts'

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './demoFolder.ts',
  outputDir: '../test-results/e2e',
  // The longest journey takes a minute of a machine with nothing else to do.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  retries: 0,
  // So many, and it is the interface that does not open: the rest would wait for it in vain.
  maxFailures: 10,
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  use: {
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    // The keeper fetches the whole interface at the first visit; journeys without the server ask for it.
    serviceWorkers: 'block',
    launchOptions: { ...LAUNCH, args: [...LAUNCH.args, ...ONE_SITE] },
  },
})
