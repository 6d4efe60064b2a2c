import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Layer } from '@arrow-bend/core/scene'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { addLayer, newProject, savedFile } from './desk.ts'
import { pixels } from './stage.ts'

const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers

test('a layer follows another and stays where it is, turns along its route, and joins a group', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('group', { name: /^Box of/ }).focus()
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('Shift+ArrowRight')
  await addLayer(page, 'Ellipse')
  await page.mouse.move(640, 22)
  const before = await pixels(page)
  await page.getByRole('button', { name: 'More of Ellipse' }).click()
  await page.getByLabel('follows').selectOption('Rectangle')
  const [ellipse, rectangle] = await layers(page)
  expect(ellipse!.parent).toBe(rectangle!.id)
  expect(await pixels(page)).toBe(before)
  await page.getByLabel('turns along its route').check()
  expect((await layers(page))[0]!.turnAlongRoute).toBe(0)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'More of Rectangle' }).click()
  await page.getByRole('button', { name: 'Group 2 layers' }).click()
  const after = await layers(page)
  expect(after.map(({ name }) => name)).toEqual(['Group', 'Ellipse', 'Rectangle'])
  expect(after[2]!.parent).toBe(after[0]!.id)
  expect(await pixels(page)).toBe(before)
  await page.getByRole('button', { name: 'More of Rectangle' }).click()
  await expect(page.getByLabel('follows').getByRole('option', { name: 'Ellipse' })).toHaveCount(0)
})

test('layers are chosen in ranges, labelled and locked together, found by label, and moved by keyboard', async ({
  page,
}) => {
  await newProject(page)
  for (const kind of ['Rectangle', 'Ellipse', 'Text', 'Group']) await addLayer(page, kind)
  await page.getByLabel('Rows to show').selectOption('all')
  for (const called of ['Group', 'Text', 'Ellipse', 'Rectangle'])
    await page.getByRole('button', { name: `Fold ${called}` }).click()
  const name = (called: string) => page.getByRole('button', { name: called, exact: true })
  await name('Ellipse').click()
  await name('Group').click({ modifiers: ['Shift'] })
  for (const called of ['Ellipse', 'Text', 'Group'])
    await expect(name(called)).toHaveAttribute('aria-pressed', 'true')
  await expect(name('Rectangle')).toHaveAttribute('aria-pressed', 'false')
  await name('Text').click({ modifiers: ['Control'] })
  await expect(name('Text')).toHaveAttribute('aria-pressed', 'false')
  await page.getByRole('button', { name: 'More of Ellipse' }).click()
  await page.getByRole('button', { name: 'Label reed' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Lock Group' }).click()
  const marked = await layers(page)
  expect(marked.map((layer) => [layer.name, layer.label ?? '', layer.locked])).toEqual([
    ['Group', 'reed', true],
    ['Text', '', false],
    ['Ellipse', 'reed', true],
    ['Rectangle', '', false],
  ])
  await page.getByLabel('Search layers and properties').fill('reed')
  await expect(name('Text')).toHaveCount(0)
  await expect(name('Ellipse')).toBeVisible()
  await page.keyboard.press('Escape')
  await name('Text').click()
  await page.keyboard.press('Alt+ArrowDown')
  expect((await layers(page)).map((layer) => layer.name)).toEqual(['Group', 'Ellipse', 'Text', 'Rectangle'])
  await page.keyboard.press('Alt+ArrowUp')
  await page.keyboard.press('Alt+ArrowUp')
  expect((await layers(page)).map((layer) => layer.name)).toEqual(['Text', 'Group', 'Ellipse', 'Rectangle'])
  await page.keyboard.press('F2')
  await page.getByLabel('Layer name').fill('Caption')
  await page.keyboard.press('Enter')
  expect((await layers(page))[0]!.name).toBe('Caption')
})

test('what a group did as one is told when it goes, and comes back with it', async ({ page }) => {
  const inside = drawnLayer('Lamp', 'ellipse', { position: [0, 0], size: [200, 120] }, { parent: 'Fleet' })
  const fleet = drawnLayer('Fleet', 'group', { position: [400, 300], blur: 12, opacity: 50 })
  await openLayers(page, [fleet, inside])
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Fleet', exact: true }).click()
  await page.keyboard.press('Control+Shift+g')
  await expect(
    page.getByText('“Fleet” was taken apart, and its blur and shadow went with it. Undo brings them back.'),
  ).toBeVisible()
  const [lamp, ...more] = await layers(page)
  expect(more).toEqual([])
  expect([lamp!.parent, lamp!.properties['opacity']!.value]).toEqual([null, 50])
  await page.keyboard.press('Control+z')
  expect((await layers(page)).map(({ name, parent }) => [name, parent])).toEqual([
    ['Fleet', null],
    ['Lamp', 'Fleet'],
  ])
  expect((await layers(page))[1]!.properties['opacity']!.value).toBe(100)
})
