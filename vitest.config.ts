import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: ['core', 'contract', 'server', 'web', 'scripts'].map((name) => ({
      test: {
        name,
        include: [`${name}/**/*.test.{ts,mjs}`],
        exclude: ['**/node_modules/**', '**/dist/**'],
        environment: 'node' as const,
        testTimeout: 60_000,
        hookTimeout: 120_000,
      },
    })),
  },
})
