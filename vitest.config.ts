import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    setupFiles: ['tools/fixedSeed.ts'],
    testTimeout: 300_000,
    // By itself it would leave one of two cores unused.
    maxWorkers: 2,
    reporters: ['default', 'json'],
    outputFile: { json: '.cache/unit.json' },
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['core/src/**/*.test.ts', 'core/test/**/*.test.ts'],
          // The core keeps no state of its own: its modules are loaded once for all files, which saves a minute.
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'around',
          include: ['{app,cli,server,demo,docs}/src/**/*.test.ts', 'tools/**/*.test.ts'],
        },
      },
    ],
  },
})
