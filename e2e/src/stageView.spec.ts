import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { addLayer, newProject, openDemo, savedFile } from './desk.ts'
import { dragTo, frameOnScreen, pixels } from './stage.ts'

/** The grey round the frame in the light theme, and what a new shape is filled with. */
const SURROUND = [189, 189, 186, 255]
const FILL = [0x6f, 0x8f, 0x9b, 255]

const zoom = async (page: Page): Promise<number> =>
  Number(
    ((await page.getByRole('toolbar', { name: 'Zoom' }).locator('output').textContent()) ?? '').replace(
      /\D/g,
      '',
    ),
  )
/** The colour of the picture at a place on the screen. */
const colourAt = (page: Page, at: readonly [number, number]): Promise<number[]> =>
  page.evaluate(([x, y]) => {
    const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
    const box = canvas.getBoundingClientRect()
    const ratio = canvas.width / box.width
    return [
      ...canvas.getContext('2d')!.getImageData((x - box.left) * ratio, (y - box.top) * ratio, 1, 1).data,
    ]
  }, at)

test('an onion skin shows ghosts of the selected layer and changes nothing else', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  const { project } = await savedFile(page)
  const plain = await pixels(page)
  await page.getByRole('button', { name: 'Onion skin' }).click()
  const three = await pixels(page)
  expect(three).not.toBe(plain)
  const before = page.getByLabel('Before', { exact: true })
  await before.fill('0')
  await before.press('Enter')
  const fewer = await pixels(page)
  expect(fewer).not.toBe(three)
  const after = page.getByLabel('After', { exact: true })
  await after.fill('0')
  await after.press('Enter')
  expect(await pixels(page)).toBe(plain)
  await page.getByRole('button', { name: 'Onion skin' }).click()
  expect(await pixels(page)).toBe(plain)
  expect((await savedFile(page)).project).toEqual(project)
})

test('before shows the picture as it was when opened, or at a point set since', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.mouse.move(640, 22)
  const first = await pixels(page)
  await page.getByRole('group', { name: /^Box of/ }).focus()
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Shift+ArrowUp')
  const moved = await pixels(page)
  expect(moved).not.toBe(first)
  const before = page.getByRole('button', { name: 'Before: as it was' })
  await before.click()
  expect(await pixels(page)).toBe(first)
  await expect(page.getByText('as it was when opened')).toBeVisible()
  await expect(page.locator('[data-grip]')).toHaveCount(0)
  await before.click()
  expect(await pixels(page)).toBe(moved)
  await before.click()
  await page.getByRole('button', { name: 'Compare with now from here on' }).click()
  await page.getByRole('group', { name: /^Box of/ }).focus()
  await page.keyboard.press('Shift+ArrowUp')
  await before.click()
  expect(await pixels(page)).toBe(moved)
  await expect(page.getByText('as it was at the set point')).toBeVisible()
})

test('what lies beyond the frame is shown, dimmed or hidden', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const frame = await frameOnScreen(page, 1280)
  const outside: [number, number] = [frame.x - 20, frame.y + 360 * frame.scale]
  await page.getByRole('group', { name: /^Box of/ }).focus()
  for (let i = 0; i < 64; i += 1) await page.keyboard.press('Shift+ArrowLeft')
  const dimmed = await colourAt(page, outside)
  await page.getByRole('button', { name: 'Lines and space' }).click()
  await page.getByLabel('Beyond the frame').selectOption('hidden')
  await expect.poll(() => colourAt(page, outside)).toEqual(SURROUND)
  await page.getByLabel('Beyond the frame').selectOption('shown')
  await expect.poll(() => colourAt(page, outside)).toEqual(FILL)
  expect(dimmed).not.toEqual(SURROUND)
  expect(dimmed).not.toEqual(FILL)
})

test('layers are shown alone on the stage without being changed', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2', exact: true }).click()
  const whole = await pixels(page)
  await page.getByRole('button', { name: 'More of Boat 2' }).click()
  await page.getByLabel('shown alone on the stage').check()
  const alone = await pixels(page)
  expect(alone).not.toBe(whole)
  const { project } = await savedFile(page)
  expect(project.scenes[0]!.layers.every(({ visible }) => visible)).toBe(true)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Show all' }).click()
  expect(await pixels(page)).toBe(whole)
  await page.getByRole('button', { name: 'Hide Boat 2' }).click({ modifiers: ['Alt'] })
  expect(await pixels(page)).toBe(alone)
})

test('F fits what is selected, Shift+F the frame, + and − zoom, the wheel zooms at the pointer', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2', exact: true }).click()
  await page.mouse.move(464, 240)
  const fitted = await zoom(page)
  await page.keyboard.press('f')
  const close = await zoom(page)
  expect(close).toBeGreaterThan(2 * fitted)
  const box = (await page
    .getByRole('group', { name: /^Box of Boat 2/ })
    .locator('polygon, path')
    .first()
    .boundingBox())!
  expect(box.x).toBeGreaterThan(0)
  await page.keyboard.press('-')
  expect(await zoom(page)).toBeLessThan(close)
  await page.keyboard.press('+')
  expect(await zoom(page)).toBe(close)
  await page.keyboard.press('Shift+F')
  expect(await zoom(page)).toBe(fitted)
  const frame = await frameOnScreen(page, 1920)
  const under = [(464 - frame.x) / frame.scale, (240 - frame.y) / frame.scale]
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -400)
  await page.keyboard.up('Control')
  await expect.poll(() => zoom(page)).toBeGreaterThan(fitted)
  const closer = await frameOnScreen(page, 1920)
  expect((464 - closer.x) / closer.scale).toBeCloseTo(under[0]!, 0)
  expect((240 - closer.y) / closer.scale).toBeCloseTo(under[1]!, 0)
})

test('Space and the middle button pan', async ({ page }) => {
  await openDemo(page)
  const frame = await frameOnScreen(page, 1920)
  await page.mouse.move(464, 240)
  await page.keyboard.down(' ')
  await dragTo(page, [464, 240], [504, 210])
  await page.keyboard.up(' ')
  const panned = await frameOnScreen(page, 1920)
  expect([panned.x - frame.x, panned.y - frame.y]).toEqual([40, -30])
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
  await page.mouse.move(464, 240)
  await page.mouse.down({ button: 'middle' })
  await page.mouse.move(424, 270, { steps: 3 })
  await page.mouse.up({ button: 'middle' })
  expect((await frameOnScreen(page, 1920)).x).toBeCloseTo(frame.x, 3)
})
