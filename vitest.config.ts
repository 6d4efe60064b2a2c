import { defineConfig } from 'vitest/config'

/** Of the application: modules that keep something, so that each file has its own. */
const WITH_STATE = ['app/src/{session,storage,sound,pictures,work,draw}/**/*.test.ts']

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
          name: 'without state',
          include: [
            '{core,app,cli,server,demo,docs}/src/**/*.test.ts',
            'core/test/**/*.test.ts',
            'tools/**/*.test.ts',
          ],
          exclude: WITH_STATE,
          // Modules are loaded once for all files, which saves a minute.
          isolate: false,
        },
      },
      { extends: true, test: { name: 'with state', include: WITH_STATE } },
    ],
  },
})
