import { randomUUID } from 'node:crypto'
import { expect, type Locator, type Page } from '@playwright/test'
import { readProjectData } from '@arrow-bend/core/format/project'
import type { Project } from '@arrow-bend/core/scene'
import { projectOf } from './againstBrowser.ts'
import { showStored } from './storedProject.ts'
import { withoutPickers } from './withoutPickers.ts'

/** What a browser keeps that has never been here; others begin with what a first visit left (`seedDemo.ts`). */
export const NEW_BROWSER = { cookies: [], origins: [] }

/** Opens the seeded demo on its Desk, by its address. */
export async function openDemo(page: Page): Promise<void> {
  await withoutPickers(page)
  await page.goto('/projects/lantern-regatta')
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:04:02')
}

/** Shows the Desk of a new empty project of 4 seconds at 24 fps, 1280×720, as `makeNewProject` makes it. */
export function newProject(page: Page, name = 'Trial'): Promise<void> {
  const project = projectOf([])
  const scenes = project.scenes.map((scene) => ({ ...scene, name: 'Scene 1', background: '#f7f4ec' }))
  return showStored(page, { ...project, id: randomUUID(), name, scenes })
}

/** Makes such a project by the screens, as a person does. */
export async function makeNewProject(page: Page, name = 'Trial'): Promise<void> {
  await withoutPickers(page)
  await page.goto('/')
  await page.getByRole('button', { name: 'New project…' }).click()
  await page.getByLabel('Name').fill(name)
  await page.getByRole('button', { name: 'HD', exact: true }).click()
  await page.getByLabel('Length, s').fill('4')
  await page.getByRole('button', { name: 'Make project' }).click()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
}

export async function addLayer(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a layer' }).click()
  await page.getByRole('menuitem', { name: kind }).click()
}

/** Types into a field and takes it with Enter. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: true })
  await field.fill(text)
  await field.press('Enter')
  // The field gives the keyboard back a moment later: keys pressed before that would be its own.
  await page.evaluate(() => new Promise((resolve) => setTimeout(resolve)))
}

/** Drags from the middle of something by screen px; `before` runs while the pointer is still down. */
export async function dragBy(
  page: Page,
  from: Locator,
  by: readonly [number, number],
  before?: () => Promise<void>,
): Promise<void> {
  const box = (await from.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + by[0] / 2, y + by[1] / 2, { steps: 3 })
  await page.mouse.move(x + by[0], y + by[1], { steps: 3 })
  await before?.()
  await page.mouse.up()
}

/** Waits until the last edit is on disk. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByText(/^Saved \d/)).toBeVisible()
}

/** Saves the project from the Desk and reads the file back. */
export async function savedFile(page: Page): Promise<{ project: Project; bytes: Uint8Array<ArrayBuffer> }> {
  const waiting = page.waitForEvent('download')
  await page.keyboard.press('Control+s')
  const download = await waiting
  const { readFile } = await import('node:fs/promises')
  const bytes = new Uint8Array(await readFile((await download.path())!))
  const { unzipSync, strFromU8 } = await import('fflate')
  return { project: readProjectData(JSON.parse(strFromU8(unzipSync(bytes)['project.json']!))), bytes }
}
