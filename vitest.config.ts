import { defineConfig } from 'vitest/config'
import { formChecks } from './web/formChecks.ts'

// A long run draws its cases from a seed of its own, and prints it so that what it finds can be had again.
const long = process.env['ANKLET_LONG'] !== undefined
const longSeed = long ? Number(process.env['ANKLET_SEED'] ?? Date.now() % 1_000_000) : null
if (longSeed !== null) console.log(`Seed of this long run: ${longSeed} (ANKLET_SEED=${longSeed})`)

// What only a PostgreSQL server can show is run where there is one.
const withoutServer =
  process.env['ANKLET_TEST_SERVER'] === undefined ? ['server/store/server.test.ts'] : []

export default defineConfig({
  test: {
    // Some wait for processes and clocks: a third keeps both of two processors busy.
    maxWorkers: 3,
    projects: ['core', 'contract', 'language', 'server', 'web', 'scripts', 'forms'].map((name) => ({
      // Records of tests have short ids.
      plugins: [formChecks({ uuid: /^/ })],
      test: {
        name,
        // A form is put on a page; everything else needs none.
        include: name === 'forms' ? ['web/**/*.test.tsx'] : [`${name}/**/*.test.{ts,mjs}`],
        exclude: ['**/node_modules/**', '**/dist/**', ...withoutServer],
        environment: name === 'forms' ? ('happy-dom' as const) : ('node' as const),
        // Files of one worker share what they import: reading it anew for each costs more than most tests.
        isolate: false,
        setupFiles: name === 'forms' ? ['web/test/formsApart.ts'] : [],
        // Threads share what is compiled once: PostgreSQL is ten megabytes of it.
        pool: 'threads' as const,
        provide: { longSeed },
        testTimeout: long ? 900_000 : 60_000,
        hookTimeout: 120_000,
      },
    })),
  },
})
