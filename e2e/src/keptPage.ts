import { test as base, type Page } from '@playwright/test'
import { SEEDED } from './seedDemo.ts'
import { withoutPickers } from './withoutPickers.ts'

/** A page of the application's that has nothing of it in it. */
const EMPTY = '/health'

/**
 * Tests that share one page a worker, which keeps nothing from one to the next but the scripts it has read: what the browser
 * stores is again what a first visit left, and the page is as large and as still as the others. Playwright's own page for reuse
 * lets go of the scripts, too, and to read them is a sixth of what a test costs. What puts scripts of its own into pages, or
 * asks for another kind of page, is no test for this one.
 */
export const test = base.extend<object, { readonly keptPage: Page }>({
  keptPage: [
    async ({ browser }, use, { project }) => {
      const { baseURL, viewport, contextOptions } = project.use
      const context = await browser.newContext({
        ...contextOptions,
        baseURL: baseURL!,
        viewport: viewport!,
        storageState: SEEDED,
      })
      const page = await context.newPage()
      await withoutPickers(page)
      await page.goto(EMPTY)
      await copyStored(page, STORED, FIRST)
      await use(page)
      await context.close()
    },
    { scope: 'worker' },
  ],
  context: async ({ keptPage }, use) => use(keptPage.context()),
  page: async ({ keptPage, viewport, contextOptions }, use) => {
    await use(keptPage)
    for (const other of keptPage.context().pages()) if (other !== keptPage) await other.close()
    keptPage.removeAllListeners()
    await keptPage.unrouteAll()
    await keptPage.context().clearPermissions()
    await keptPage.setViewportSize(viewport!)
    await keptPage.emulateMedia({ colorScheme: null, reducedMotion: contextOptions.reducedMotion ?? null })
    await keptPage.goto(EMPTY)
    await copyStored(keptPage, FIRST, STORED)
    await keptPage.evaluate(() => {
      sessionStorage.clear()
      localStorage.clear()
    })
  },
})

/** The application's database, and a copy of it as it was after the first visit. */
const STORED = 'arrow-bend'
const FIRST = 'first-visit'

/** Makes all records of one database those of another, which is made with the same stores where there is none. */
function copyStored(page: Page, from: string, to: string): Promise<void> {
  return page.evaluate(
    async ([source, target]) => {
      const asked = <T>(request: IDBRequest<T>): Promise<T> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result)
          request.onerror = () => reject(request.error)
        })
      const one = await asked(indexedDB.open(source))
      const names = [...one.objectStoreNames]
      const reading = one.transaction(names)
      const stores = await Promise.all(
        names.map(async (name) => {
          const store = reading.objectStore(name)
          const [keys, values] = await Promise.all([asked(store.getAllKeys()), asked(store.getAll())])
          return { name, keyPath: store.keyPath, autoIncrement: store.autoIncrement, keys, values }
        }),
      )
      one.close()
      const opening = indexedDB.open(target)
      opening.onupgradeneeded = () => {
        for (const { name, ...how } of stores) opening.result.createObjectStore(name, how)
      }
      const other = await asked(opening)
      const writing = other.transaction(names, 'readwrite')
      const written = new Promise((resolve, reject) => {
        writing.oncomplete = resolve
        writing.onabort = () => reject(writing.error)
      })
      for (const { name, keyPath, keys, values } of stores) {
        const store = writing.objectStore(name)
        store.clear()
        values.forEach((value: unknown, i) =>
          keyPath === null ? store.put(value, keys[i]!) : store.put(value),
        )
      }
      await written
      other.close()
    },
    [from, to] as const,
  )
}
