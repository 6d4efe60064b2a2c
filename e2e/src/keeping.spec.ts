import { expect, test, type BrowserContext, type Page } from '@playwright/test'
import { NEW_BROWSER, addLayer, newProject, saved, savedFile, type } from './desk.ts'
import { withoutPickers } from './withoutPickers.ts'
import { storedProject } from './storedProject.ts'

/** The names of the layers in the deck, top first. */
const layers = async (page: Page): Promise<string[]> =>
  (await savedFile(page)).project.scenes[0]!.layers.map(({ name }) => name)

/** Another tab of the same browser at the same address. */
async function anotherTab(context: BrowserContext, page: Page): Promise<Page> {
  const other = await context.newPage()
  await withoutPickers(other)
  await other.goto(page.url())
  await expect(other.getByRole('region', { name: 'Deck' })).toBeVisible()
  return other
}

/** Fills the disk for this page: what is written to the journal or as a snapshot is refused until it is freed. */
async function withDisk(page: Page): Promise<{ fill: () => Promise<void>; free: () => Promise<void> }> {
  await page.addInitScript(() => {
    for (const name of ['add', 'put'] as const) {
      const write = IDBObjectStore.prototype[name]
      IDBObjectStore.prototype[name] = function (this: IDBObjectStore, ...given: [unknown, IDBValidKey?]) {
        if ((window as { diskIsFull?: boolean }).diskIsFull && /journal|states/.test(this.name))
          throw new DOMException('full', 'QuotaExceededError')
        return write.apply(this, given)
      }
    }
  })
  const set = (full: boolean) => (): Promise<void> =>
    page.evaluate((value) => void ((window as { diskIsFull?: boolean }).diskIsFull = value), full)
  return { fill: set(true), free: set(false) }
}

test('what could not be saved is saved whole once there is room, and nothing is told to be saved before', async ({
  page,
}) => {
  const disk = await withDisk(page)
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await saved(page)
  await disk.fill()
  await addLayer(page, 'Ellipse')
  await expect(page.getByRole('button', { name: 'Not saved' })).toBeVisible()
  await expect(page.getByText(/storage is full, so saving your last change failed/)).toBeVisible()
  await disk.free()
  await page.getByRole('button', { name: 'Not saved' }).click()
  await saved(page)
  await addLayer(page, 'Group')
  await saved(page)
  const before = await layers(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(page)).toEqual(before)
  expect(before).toHaveLength(3)
})

test('leaving while something is not saved is asked about', async ({ page }) => {
  const disk = await withDisk(page)
  await newProject(page)
  await disk.fill()
  await addLayer(page, 'Rectangle')
  await expect(page.getByRole('button', { name: 'Not saved' })).toBeVisible()
  page.once('dialog', (dialog) => void dialog.dismiss())
  await page.getByRole('link', { name: 'All projects' }).click()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
})

test('a second tab follows what the first does, takes over when asked, and the first then follows', async ({
  page,
  context,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const other = await anotherTab(context, page)
  await expect(other.getByText('being edited in another tab')).toBeVisible()
  await addLayer(page, 'Ellipse')
  await expect.poll(() => layers(other)).toHaveLength(2)

  await other.getByRole('button', { name: 'Edit here instead' }).click()
  await expect(other.getByText('being edited in another tab')).toHaveCount(0)
  await expect(page.getByText('being edited in another tab')).toBeVisible()
  await addLayer(other, 'Group')
  await saved(other)
  await expect.poll(() => layers(page)).toHaveLength(3)
  await other.reload()
  await expect(other.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(other)).toHaveLength(3)
})

test('the last edit is on disk before another tab goes on', async ({ page, context }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const other = await anotherTab(context, page)
  await type(page, 'Rectangle position x', '30')
  await other.getByRole('button', { name: 'Edit here instead' }).click()
  await expect(other.getByText('being edited in another tab')).toHaveCount(0)
  const { project } = await savedFile(other)
  expect(project.scenes[0]!.layers[0]!.properties['position']!.value).toEqual([30, 360])
})

test('a project deleted in another tab says so at once and can be kept; undoing the deletion keeps what came after', async ({
  page,
  context,
}) => {
  await newProject(page, 'Night swim')
  await addLayer(page, 'Rectangle')
  await saved(page)
  const projects = await context.newPage()
  await projects.goto('/')
  await projects.getByRole('button', { name: 'More for Night swim' }).click()
  await projects.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByText('This project was deleted in another tab.')).toBeVisible()
  await addLayer(page, 'Ellipse')
  await expect(page.getByRole('button', { name: 'Not saved' })).toBeVisible()
  await projects.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('This project was deleted in another tab.')).toHaveCount(0)
  await saved(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(page)).toHaveLength(2)

  await projects.getByRole('button', { name: 'More for Night swim' }).click()
  await projects.getByRole('menuitem', { name: 'Delete' }).click()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await addLayer(page, 'Group')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(page)).toHaveLength(3)
})

test('a rename from the projects screen reaches the tab that edits, and stays', async ({ page, context }) => {
  await newProject(page, 'Night swim')
  const projects = await context.newPage()
  await projects.goto('/')
  await projects.getByRole('button', { name: 'More for Night swim' }).click()
  await projects.getByRole('menuitem', { name: 'Rename' }).click()
  await projects.getByLabel('Project name').fill('Dawn swim')
  await projects.getByLabel('Project name').press('Enter')
  await expect(projects.getByRole('heading', { name: 'Dawn swim' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Dawn swim' })).toBeVisible()
  await addLayer(page, 'Rectangle')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('button', { name: 'Dawn swim' })).toBeVisible()
})

test('a damaged journal opens as far as it goes, says what is left out and hands it over', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await addLayer(page, 'Group')
  await saved(page)
  const { journal } = await storedProject(page)
  expect(journal).toHaveLength(3)
  await page.evaluate(
    (entry) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('arrow-bend')
        request.onerror = () => reject(new Error('not opened'))
        request.onsuccess = () => {
          const transaction = request.result.transaction('journal', 'readwrite')
          transaction.objectStore('journal').put({ ...entry, patches: 'garbage' })
          transaction.oncomplete = () => {
            request.result.close()
            resolve()
          }
        }
      }),
    journal[1]!,
  )
  await page.reload()
  await expect(page.getByRole('alert')).toContainText('The last 2 changes could not be read')
  expect(await layers(page)).toHaveLength(1)
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save what was left out…' }).click()
  expect((await waiting).suggestedFilename()).toMatch(/\.json$/)
  await addLayer(page, 'Ellipse')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(page)).toHaveLength(2)
  await expect(page.getByRole('alert')).toContainText('still kept aside')
  await page.getByRole('button', { name: 'Forget it' }).click()
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a project whose only snapshot is damaged says so, is handed over as it is, and can be deleted', async ({
  page,
}) => {
  await newProject(page)
  const id = new URL(page.url()).pathname.split('/')[2]!
  await page.evaluate(
    (project) =>
      new Promise<void>((resolve) => {
        const request = indexedDB.open('arrow-bend')
        request.onsuccess = () => {
          const transaction = request.result.transaction('states', 'readwrite')
          transaction.objectStore('states').put({ id: project, step: 0, project: 'garbage' })
          transaction.oncomplete = () => {
            request.result.close()
            resolve()
          }
        }
      }),
    id,
  )
  await page.reload()
  await expect(page.getByRole('heading', { name: 'The project could not be opened' })).toBeVisible()
  // The sentence is a reader's own: names of errors do not survive the building of the application.
  await expect(page.getByRole('alert')).toContainText('is damaged and cannot be read')
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save what is stored…' }).click()
  await waiting
  await page.getByRole('button', { name: 'Delete it' }).click()
  await expect(page.getByRole('article')).toHaveCount(1)
})

test.describe('in a browser that is new to it', () => {
  test.use({ storageState: NEW_BROWSER })
  test('that the browser emptied what it kept is told until it has been read', async ({ page }) => {
    // As Chromium says of a database it found damaged.
    await page.addInitScript(() => {
      Object.defineProperty(IDBVersionChangeEvent.prototype, 'dataLoss', { get: () => 'total' })
    })
    await page.goto('/')
    const notice = page.getByRole('alert').filter({ hasText: 'emptied it' })
    await expect(notice).toContainText('the projects that were here are gone')
    await page.reload()
    await expect(notice).toBeVisible()
    await notice.getByRole('button', { name: 'Close' }).click()
    await expect(notice).toBeHidden()
    await page.reload()
    await expect(page.getByText('Lantern Regatta').first()).toBeVisible()
    await expect(notice).toBeHidden()
  })
})
