import { chromium } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'
import { serveBuilt } from './serveBuilt.ts'

const served = await serveBuilt(4319)
const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
const page = await browser.newPage({
  bypassCSP: true,
  baseURL: served.address,
  viewport: { width: 1280, height: 800 },
})
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()))
page.on('pageerror', (e) => console.log('pageerror', e.message))
try {
  await page.addInitScript(() => {
    for (const n of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, n)
  })
  await page.goto(served.address)
  await page.getByText('Lantern Regatta').first().waitFor()
  const steps = (await import(process.argv[2]!)) as { default: (page: unknown) => Promise<void> }
  await steps.default(page)
} finally {
  await browser.close()
  served.stop()
}
