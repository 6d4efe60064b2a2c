import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { addLayer, newProject, openDemo, saved, savedFile } from './desk.ts'

const scene = (page: Page, name: string) => page.getByRole('button', { name: `Scene: ${name}` })
const choose = async (page: Page, item: string, current: string): Promise<void> => {
  await scene(page, current).click()
  await page.getByRole('menuitem', { name: item, exact: true }).click()
}
const names = async (page: Page): Promise<string[]> =>
  (await savedFile(page)).project.scenes.map(({ name }) => name)

test('a scene is added, drawn in, gone back from and come back to, by menu, address and the browser’s Back', async ({
  page,
}) => {
  await newProject(page)
  await expect(page).toHaveURL(/\/projects\/[^/]+\/scenes\/[^/]+$/)
  const first = page.url()
  await addLayer(page, 'Rectangle')
  await choose(page, 'New scene', 'Scene 1')
  await expect(scene(page, 'Scene 2')).toBeVisible()
  const second = page.url()
  expect(second).not.toBe(first)
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toHaveCount(0)
  await addLayer(page, 'Ellipse')
  await expect(page.getByRole('button', { name: 'Ellipse', exact: true })).toBeVisible()

  await choose(page, 'Scene 1', 'Scene 2')
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toBeVisible()
  await expect(page).toHaveURL(first)
  await page.goBack()
  await expect(page).toHaveURL(second)
  await expect(page.getByRole('button', { name: 'Ellipse', exact: true })).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(scene(page, 'Scene 2')).toBeVisible()
  await page.getByRole('link', { name: 'Export' }).click()
  await expect(page.getByRole('heading', { name: 'Export “Scene 2”' })).toBeVisible()
})

test('scenes are duplicated, renamed, moved and deleted; each is undone, and undo goes to the scene it changes', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await choose(page, 'Duplicate', 'Scene 1')
  await expect(scene(page, 'Scene 1 copy')).toBeVisible()
  await choose(page, 'Rename', 'Scene 1 copy')
  await page.getByLabel('Scene name').fill('Harbour')
  await page.keyboard.press('Enter')
  await choose(page, 'Move up', 'Harbour')
  expect(await names(page)).toEqual(['Harbour', 'Scene 1'])
  await choose(page, 'Delete', 'Harbour')
  await expect(scene(page, 'Scene 1')).toBeVisible()
  expect(await names(page)).toEqual(['Scene 1'])
  await scene(page, 'Scene 1').click()
  await expect(page.getByRole('menuitem', { name: 'Delete' })).toBeDisabled()
  await page.keyboard.press('Escape')
  // What is opened over the screen keeps its keys to itself.
  await expect(page.getByRole('menu')).toHaveCount(0)

  await page.keyboard.press('Control+z')
  await expect(scene(page, 'Harbour')).toBeVisible()
  await expect(page).toHaveURL(/\/scenes\//)
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z')
  expect(await names(page)).toEqual(['Scene 1'])
  await expect(scene(page, 'Scene 1')).toBeVisible()
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Control+Shift+z')
  expect(await names(page)).toEqual(['Scene 1'])
})

test('the scene menu works by keyboard alone, and an address of no scene shows the first', async ({
  page,
}) => {
  await openDemo(page)
  // The address comes to name the scene a moment after the Desk is there.
  await expect(page).toHaveURL(/\/scenes\//)
  const address = page.url()
  const name = (await page.getByRole('button', { name: /^Scene: / }).innerText()).trim()
  await scene(page, name).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(scene(page, 'Scene 2')).toBeVisible()
  await saved(page)
  await page.goto(address.replace(/scenes\/.*/, 'scenes/nowhere'))
  await expect(page).toHaveURL(address)
  await page.goto(address.replace(/\/projects\/([^/]+).*/, '/project/$1'))
  await expect(page).toHaveURL(address)
})

test('Escape closes a menu whose keyboard was taken away, and does nothing else', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const row = page.getByRole('button', { name: 'Rectangle', exact: true })
  await row.click()
  await scene(page, 'Scene 1').click()
  await expect(page.getByRole('menuitem', { name: 'Rename' })).toBeVisible()
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('Escape')
  await expect(page.getByRole('menu')).toHaveCount(0)
  // The layer is selected still.
  await expect(page.getByRole('group', { name: /^Box of Rectangle/ })).toBeVisible()
  await expect(scene(page, 'Scene 1')).toBeFocused()
})
