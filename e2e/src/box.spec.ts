import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Layer } from '@arrow-bend/core/scene'
import { addLayer, newProject, savedFile } from './desk.ts'
import { dragTo, middleOf, pixels } from './stage.ts'

/** A project with one rectangle, selected. */
async function openBox(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await expect(page.locator('[data-grip="turn"]')).toBeVisible()
}

const grip = (page: Page, name: string): Locator => page.locator(`[data-grip="${name}"]`)
const layer = async (page: Page): Promise<Layer> => (await savedFile(page)).project.scenes[0]!.layers[0]!
const valueOf = async (page: Page, name: string): Promise<unknown> =>
  (await layer(page)).properties[name]!.value

const drag = async (page: Page, from: Locator, to: readonly [number, number]): Promise<void> =>
  dragTo(page, await middleOf(from), to)

test('a corner sizes about the pivot: twice as far from it is twice the size, with Shift alike', async ({
  page,
}) => {
  await openBox(page)
  const pivot = await middleOf(grip(page, 'pivot'))
  const corner = await middleOf(grip(page, 'lower right'))
  await drag(page, grip(page, 'lower right'), [
    pivot[0] + 2 * (corner[0] - pivot[0]),
    pivot[1] + 1.5 * (corner[1] - pivot[1]),
  ])
  const [x, y] = (await valueOf(page, 'scale')) as [number, number]
  expect(x).toBeCloseTo(200, 0)
  expect(y).toBeCloseTo(150, 0)
  expect(await valueOf(page, 'position')).toEqual([640, 360])
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.down('Shift')
  await drag(page, grip(page, 'right'), [pivot[0] + 1.5 * (corner[0] - pivot[0]), pivot[1]])
  await page.keyboard.up('Shift')
  const alike = (await valueOf(page, 'scale')) as [number, number]
  expect(alike[0]).toBeCloseTo(150, 0)
  expect(alike[1]).toBe(alike[0])
})

test('the grip above turns it, with Shift in steps of 15°, round and round', async ({ page }) => {
  await openBox(page)
  const [x, y] = await middleOf(grip(page, 'pivot'))
  const far = y - (await middleOf(grip(page, 'turn')))[1]
  await drag(page, grip(page, 'turn'), [x + far, y])
  expect((await valueOf(page, 'turn')) as number).toBeCloseTo(90, 0)
  await page.keyboard.down('Shift')
  await drag(page, grip(page, 'turn'), [x + far * 0.3, y + far])
  await page.keyboard.up('Shift')
  expect(((await valueOf(page, 'turn')) as number) % 15).toBeCloseTo(0, 9)
})

test('moving the pivot by hand, by pad and by keyboard changes no pixel', async ({ page }) => {
  await openBox(page)
  await drag(page, grip(page, 'turn'), [700, 300])
  await page.mouse.move(640, 22)
  const before = await pixels(page)
  const [x, y] = await middleOf(grip(page, 'pivot'))
  await page.keyboard.down('Alt')
  await drag(page, grip(page, 'pivot'), [x + 31, y - 17])
  await page.keyboard.up('Alt')
  expect(await valueOf(page, 'pivot')).not.toEqual([0, 0])
  expect(await pixels(page)).toBe(before)
  await page.getByRole('button', { name: 'Pivot of the layer' }).click()
  await page.getByRole('button', { name: 'Pivot lower left' }).click()
  await expect(page.getByRole('button', { name: 'Pivot lower left' })).toHaveAttribute('aria-pressed', 'true')
  expect(await pixels(page)).toBe(before)
  await page.getByRole('slider', { name: /^Pivot of/ }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  expect(await pixels(page)).toBe(before)
})

test('arrow keys move, size and turn what has the keyboard', async ({ page }) => {
  await openBox(page)
  await page.getByRole('group', { name: /^Box of/ }).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  expect(await valueOf(page, 'position')).toEqual([641, 350])
  const size = page.getByRole('slider', { name: /^Size of/ })
  await size.focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(size).toHaveAttribute('aria-valuetext', '110.0 % × 110.0 %')
  const turn = page.getByRole('slider', { name: /^Turn of/ })
  await turn.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(turn).toHaveAttribute('aria-valuetext', '-1.0°')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:00:00')
})

test('a locked layer has a box but no grips, and several layers are sized together', async ({ page }) => {
  await openBox(page)
  await addLayer(page, 'Ellipse')
  const names = (await savedFile(page)).project.scenes[0]!.layers.map(({ name }) => name)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: names[0]!, exact: true }).click()
  await page.getByRole('button', { name: names[1]!, exact: true }).click({ modifiers: ['Shift'] })
  await page.getByRole('slider', { name: /^Size of/ }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  const { project } = await savedFile(page)
  for (const { properties } of project.scenes[0]!.layers) {
    const scale = properties['scale']!.value as [number, number]
    expect(scale[0]).toBeCloseTo(110, 9)
    expect(scale[1]).toBeCloseTo(110, 9)
  }
  await page.getByRole('button', { name: `Lock ${names[1]}` }).click()
  await expect(grip(page, 'turn')).toHaveCount(0)
})

test('while a number is dragged the grips follow, in sight', async ({ page }) => {
  await openBox(page)
  const before = await middleOf(grip(page, 'pivot'))
  await page.getByRole('button', { name: 'Pivot of the layer' }).click()
  const label = page.locator('.pad .number').first()
  const box = (await label.boundingBox())!
  const from = [box.x + 8, box.y + box.height / 2] as const
  await dragTo(page, from, [from[0] + 60, from[1]], async () => {
    await expect(grip(page, 'turn')).toBeVisible()
    await expect.poll(async () => (await middleOf(grip(page, 'pivot')))[0]).toBeGreaterThan(before[0] + 1)
  })
})

test('while the playhead is dragged the grips are out of sight, and back after it; where the keyboard is theirs they stay', async ({
  page,
}) => {
  await openBox(page)
  const ruler = (await page.getByRole('group', { name: 'Time ruler' }).boundingBox())!
  const scrubbed = async (seen: boolean): Promise<void> => {
    await page.mouse.move(ruler.x + 60, ruler.y + 10)
    await page.mouse.down()
    await page.mouse.move(ruler.x + 120, ruler.y + 10, { steps: 4 })
    await expect(grip(page, 'turn')).toBeVisible({ visible: seen })
    await page.mouse.up()
    await expect(grip(page, 'turn')).toBeVisible()
  }
  await scrubbed(false)

  // A stage that is slid along takes no keyboard from what has it.
  await page.getByRole('group', { name: /^Box of/ }).focus()
  const [x, y] = await middleOf(grip(page, 'pivot'))
  await page.mouse.move(x, y)
  await page.mouse.down({ button: 'middle' })
  await page.mouse.move(x + 30, y + 20, { steps: 4 })
  await page.mouse.up({ button: 'middle' })
  await page.keyboard.press('ArrowRight')
  expect(await valueOf(page, 'position')).toEqual([641, 360])
})
