import { expect, test } from '@playwright/test'
import { addLayer, newProject, savedFile } from './desk.ts'
import { dragTo, frameOnScreen, middleOf } from './stage.ts'

const fillOf = async (page: Parameters<typeof savedFile>[0]) =>
  (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['fill']!.value

test('a colour is chosen by sliders, by name and from the picture; each way is one step', async ({
  page,
}) => {
  // The picture is pressed where the browser has no pipette of its own.
  await page.addInitScript(() => Reflect.deleteProperty(window, 'EyeDropper'))
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const first = await fillOf(page)
  await page.getByRole('button', { name: 'Rectangle fill, choose' }).click()
  const picker = page.getByRole('dialog', { name: 'Rectangle fill' })
  const lightness = picker.getByRole('slider', { name: 'Lightness' })
  await expect(lightness).toBeFocused()
  const [x, y] = await middleOf(lightness)
  await dragTo(page, [x, y], [x + 30, y])
  const lighter = await fillOf(page)
  expect(lighter).not.toBe(first)
  await page.keyboard.press('Escape')
  await expect(picker).toBeHidden()
  await expect(page.getByRole('button', { name: 'Rectangle fill, choose' })).toBeFocused()
  await page.keyboard.press('Control+z')
  expect(await fillOf(page)).toBe(first)

  // Escape gives up a drag, and a run of keys, and only then leaves.
  await page.getByRole('button', { name: 'Rectangle fill, choose' }).click()
  await dragTo(page, [x, y], [x + 30, y], async () => {
    await page.keyboard.press('Escape')
    await page.mouse.move(x + 45, y)
  })
  expect(await fillOf(page)).toBe(first)
  await lightness.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Escape')
  await expect(picker).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(picker).toBeHidden()
  expect(await fillOf(page)).toBe(first)

  await page.getByRole('button', { name: 'Rectangle fill, choose' }).click()
  const field = picker.getByRole('textbox', { name: 'Rectangle fill: name or number' })
  await field.fill('rebeccapurple')
  await field.press('Enter')
  expect(await fillOf(page)).toBe('rebeccapurple')
  await field.fill('no colour')
  await field.press('Enter')
  await expect(page.getByText(/“no colour” is not a colour/)).toBeVisible()
  expect(await fillOf(page)).toBe('rebeccapurple')

  // Beyond what a plain screen shows a colour is kept as it is, and that is said.
  await field.fill('oklch(0.7 0.3 145)')
  await field.press('Enter')
  await expect(picker).toContainText('Beyond sRGB')
  expect(await fillOf(page)).toBe('oklch(0.7 0.3 145)')

  const frame = await frameOnScreen(page, 1280)
  await picker.getByRole('button', { name: 'Pick from the picture' }).click()
  await page.mouse.click(frame.x + 8, frame.y + 8)
  const ground = (await savedFile(page)).project.scenes[0]!.background
  expect(String(await fillOf(page)).toLowerCase()).toBe(ground.toLowerCase())
})
