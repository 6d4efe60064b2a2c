import { defineConfig } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './src/chromium.ts'
import { SEEDED } from './src/seedDemo.ts'

const PORT = 4317

export default defineConfig({
  testDir: './src',
  testMatch: '*.spec.ts',
  globalSetup: './src/seedDemo.ts',
  outputDir: '../test-results',
  // Far more than anything takes, so that no test is one of how fast a machine is that others use, too.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  fullyParallel: true,
  workers: 3,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '../.cache/browser.json' }]],
  use: {
    actionTimeout: 60_000,
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // For tests that are none for the page that is kept (`keptPage.ts`): one serves them all, emptied between them.
    reuseContext: true,
    storageState: SEEDED,
    // What only moves to be looked at would be drawn by the same two cores.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS },
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    cwd: '..',
    env: { PORT: String(PORT) },
    url: `http://localhost:${PORT}/health`,
    reuseExistingServer: false,
  },
})
