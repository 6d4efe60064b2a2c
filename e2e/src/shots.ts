import { spawn } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { chromium, type Page } from '@playwright/test'

/** Writes docs/screenshots: one picture of each main view, from the demo, at 1280×800. */
const PORT = 4318
const FOLDER = new URL('../../docs/screenshots/', import.meta.url).pathname

const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: 'ignore',
})
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})

/** Pointer away, animations settled, then a picture. */
async function shoot(page: Page, name: string): Promise<void> {
  await page.mouse.move(640, 22)
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}${name}.png` })
}

try {
  for (let tries = 0; tries < 100; tries += 1) {
    const up = await fetch(`http://localhost:${PORT}/health`).then(
      (answer) => answer.ok,
      () => false,
    )
    if (up) break
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  mkdirSync(FOLDER, { recursive: true })
  // The preview dot keeps still, so that the same work gives the same picture.
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    locale: 'en-GB',
  })
  await page.goto(`http://localhost:${PORT}/`)
  await page.getByRole('article').waitFor()
  await shoot(page, 'projects-paper')
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).click()
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await shoot(page, 'desk-paper')
  await page.getByRole('button', { name: 'Help' }).click()
  await shoot(page, 'help-paper')
  await page.keyboard.press('Escape')
  await page.getByRole('link', { name: 'Export' }).click()
  await shoot(page, 'export-paper')
  await page.getByRole('link', { name: 'Desk' }).click()
  await page.getByRole('button', { name: 'Dark theme' }).click()
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await shoot(page, 'desk-lamp')
  await page.getByRole('link', { name: 'All projects' }).click()
  await page.getByRole('article').waitFor()
  await shoot(page, 'projects-lamp')
} finally {
  await browser.close()
  server.kill()
}
