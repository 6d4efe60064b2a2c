import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: [
      'core/src/**/*.test.ts',
      'core/test/**/*.test.ts',
      'app/src/**/*.test.ts',
      'cli/src/**/*.test.ts',
      'server/src/**/*.test.ts',
      'demo/src/**/*.test.ts',
      'docs/src/**/*.test.ts',
      'tools/**/*.test.ts',
    ],
    setupFiles: ['tools/fixedSeed.ts'],
    testTimeout: 300_000,
    // By itself it would leave one of two cores unused.
    maxWorkers: 2,
    reporters: ['default', 'json'],
    outputFile: { json: '.cache/unit.json' },
  },
})
