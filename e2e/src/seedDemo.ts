import { chromium, type FullConfig } from '@playwright/test'
import { CHROMIUM_ARGS, CHROMIUM_PATH } from './chromium.ts'

/** What the browser keeps after a first visit: the demo with its pictures. Tests begin with it. */
export const SEEDED = new URL('../../.cache/seeded.json', import.meta.url).pathname

/** Visits the application once and keeps what that left in the browser, so that not every test has to. */
export default async function seedDemo(config: FullConfig): Promise<void> {
  const { baseURL } = config.projects[0]!.use
  const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS })
  try {
    const context = await browser.newContext()
    const page = await context.newPage()
    await page.goto(baseURL!)
    await page.getByRole('link', { name: 'Open Lantern Regatta' }).waitFor()
    await page.getByRole('img', { includeHidden: true }).first().waitFor({ state: 'attached' })
    await context.storageState({ path: SEEDED, indexedDB: true })
  } finally {
    await browser.close()
  }
}
