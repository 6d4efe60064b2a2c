import type { Page } from '@playwright/test'

/** Pages that have been told to do without: what a page is told stays, and more than one test may open a project in it. */
const told = new WeakSet<Page>()

/** Files are chosen by ordinary inputs and downloads, which the tests can answer; the browser's own pickers are not. */
export async function withoutPickers(page: Page): Promise<void> {
  if (told.has(page)) return
  told.add(page)
  await page.addInitScript(() => {
    for (const name of ['showSaveFilePicker', 'showOpenFilePicker']) Reflect.deleteProperty(window, name)
  })
}
