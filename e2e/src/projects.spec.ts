import { expect, test as inNewPage } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import { NEW_BROWSER, makeNewProject, openDemo, savedFile } from './desk.ts'
import { test } from './keptPage.ts'
import { withoutPickers } from './withoutPickers.ts'

inNewPage.describe('in a browser that is new to it', () => {
  inNewPage.use({ storageState: NEW_BROWSER })
  inNewPage('the demo is there on first start, drawn', async ({ page }) => {
    await page.goto('/')
    const card = page.getByRole('article')
    await expect(card).toContainText('Lantern Regatta')
    await expect(card).toContainText('1920 × 1080 px, 12 s')
    await expect(card.locator('img')).toBeVisible()
  })
})

test('a project is made, renamed, duplicated, deleted, and brought back', async ({ page }) => {
  await makeNewProject(page, 'Night swim')
  await page.getByRole('link', { name: 'All projects' }).click()
  const card = page.getByRole('article').filter({ hasText: 'Night swim' })
  await expect(card).toContainText('1280 × 720 px, 4 s')

  await page.getByRole('button', { name: 'More for Night swim' }).click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByLabel('Project name').fill('Dawn swim')
  await page.getByLabel('Project name').press('Enter')
  await expect(page.getByRole('heading', { name: 'Dawn swim' })).toBeVisible()

  await page.getByRole('button', { name: 'More for Dawn swim' }).click()
  await page.getByRole('menuitem', { name: 'Duplicate' }).click()
  await expect(page.getByRole('heading', { name: 'Dawn swim copy' })).toBeVisible()

  await page.getByRole('button', { name: 'More for Dawn swim copy' }).click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByRole('heading', { name: 'Dawn swim copy' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: 'Dawn swim copy' })).toBeVisible()
})

test('a name that is too long is refused with a sentence and the old one stays', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'More for Lantern Regatta' }).click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByLabel('Project name').fill('x'.repeat(10_000))
  await page.getByLabel('Project name').press('Enter')
  await expect(page.getByText(/10,000 characters; 120 is the most/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Lantern Regatta' })).toBeVisible()
})

const BAD_FILES: readonly [what: string, name: string, bytes: () => Uint8Array, sentence: RegExp][] = [
  ['an empty file', 'a.bend', () => new Uint8Array(0), /empty/],
  ['a picture', 'a.bend', () => new Uint8Array([0x89, 0x50, 0x4e, 0x47]), /not valid JSON/],
  ['a broken zip', 'a.bend', () => zipSync({ 'project.json': strToU8('{}') }).slice(0, 60), /damaged/],
  [
    'a zip of something else',
    'a.bend',
    () => zipSync({ 'readme.txt': strToU8('hello') }),
    /no project\.json/,
  ],
  ['a later version', 'a.json', () => strToU8('{"format":"arrow-bend/project","version":9}'), /version 9/],
  [
    'a half project',
    'a.json',
    () => strToU8('{"format":"arrow-bend/project","version":1,"id":"x","name":"y","scenes":[]}'),
    /scenes/,
  ],
]

for (const [what, name, bytes, sentence] of BAD_FILES) {
  test(`opening ${what} says why and changes nothing`, async ({ page }) => {
    await withoutPickers(page)
    await page.goto('/')
    await expect(page.getByRole('article')).toHaveCount(1)
    const choosing = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Open a file…' }).click()
    await (
      await choosing
    ).setFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes()) })
    await expect(page.getByText(sentence)).toBeVisible()
    await expect(page.getByRole('article')).toHaveCount(1)
  })
}

test('a saved project opens again with its pictures, also by dropping it', async ({ page }) => {
  await openDemo(page)
  const { bytes } = await savedFile(page)
  await page.getByRole('link', { name: 'All projects' }).click()
  // The Desk has to be gone: what is dropped there is a picture.
  await expect(page.getByRole('article')).toHaveCount(1)
  const transfer = await page.evaluateHandle(
    (list) => {
      const data = new DataTransfer()
      data.items.add(new File([new Uint8Array(list)], 'copy.bend'))
      return data
    },
    [...bytes],
  )
  await page.locator('main').dispatchEvent('drop', { dataTransfer: transfer })
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await page.getByRole('link', { name: 'All projects' }).click()
  await expect(page.getByRole('article')).toHaveCount(2)
})

inNewPage('storage that refuses to answer is told, and the page stays usable', async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('blocked', 'SecurityError')
    }
  })
  await page.goto('/')
  await expect(page.getByRole('alert')).toContainText('storage did not answer')
  await expect(page.getByRole('button', { name: 'New project…' })).toBeEnabled()
})

test('projects are found by name and put in order; what is opened again has a name of its own', async ({
  page,
}) => {
  await page.goto('/')
  const names = () => page.getByRole('heading', { level: 3 }).allTextContents()
  await expect(page.getByRole('heading', { name: 'Lantern Regatta' })).toBeVisible()
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Lantern Regatta 2', level: 1 })).toBeVisible()
  await makeNewProject(page, 'Dusk')
  await makeNewProject(page, 'Dusk')
  await page.getByRole('link', { name: 'All projects' }).click()
  await expect(page.getByText('4 projects')).toBeVisible()
  expect(await names()).toEqual(['Dusk 2', 'Dusk', 'Lantern Regatta 2', 'Lantern Regatta'])
  await page.getByLabel('Order of the projects').selectOption('name')
  expect(await names()).toEqual(['Dusk', 'Dusk 2', 'Lantern Regatta', 'Lantern Regatta 2'])
  await page.getByLabel('Find a project').fill('reg 2')
  await expect(page.getByText('1 of 4')).toBeVisible()
  expect(await names()).toEqual(['Lantern Regatta 2'])
  await page.getByLabel('Find a project').fill('nothing')
  await expect(page.getByText('No project is called “nothing”.')).toBeVisible()
  await page.getByLabel('Find a project').press('Escape')
  await expect(page.getByRole('heading', { level: 3 })).toHaveCount(4)
})

test('the demo opened at once on a first visit is told from the one that comes by itself', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ storageState: NEW_BROWSER, baseURL: baseURL! })
  const page = await context.newPage()
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the demo' }).click()
  await expect(page.getByRole('heading', { name: 'Lantern Regatta 2', level: 1 })).toBeVisible()
  await context.close()
})
