import { expect, test, type Page } from '@playwright/test'
import type { Layer } from '@arrow-bend/core/scene'
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
