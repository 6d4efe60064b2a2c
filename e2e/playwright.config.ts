import { defineConfig } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './src/chromium.ts'
import { SEEDED } from './src/seedDemo.ts'

const PORT = 4317

export default defineConfig({
  testDir: './src',
  testMatch: '*.spec.ts',
  globalSetup: './src/seedDemo.ts',
  outputDir: '../test-results',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  fullyParallel: true,
  workers: 2,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '../.cache/browser.json' }]],
  use: {
    actionTimeout: 20_000,
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
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
