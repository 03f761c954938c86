import { defineConfig } from 'vitest/config'

// What is mutated and the tests that hold it: each mutant runs those of them that reach it.
export default defineConfig({
  test: {
    // One folder at a time goes faster with its own tests only: ANKLET_TESTS names them.
    include: process.env['ANKLET_TESTS']?.split(',') ?? [
      'core/**/*.test.ts',
      'server/http/test/devices.test.ts',
      'server/devices/*.test.ts',
    ],
    exclude: ['**/node_modules/**', '**/dist/**'],
    environment: 'node',
    // The usual run's cases, not those of the long one.
    provide: { longSeed: null },
    testTimeout: 60_000,
    hookTimeout: 120_000,
  },
})
