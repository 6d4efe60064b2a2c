import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Outline } from '@arrow-bend/core/property'
import { outlineBounds, type Layer } from '@arrow-bend/core/scene'
import { newProject, savedFile } from './desk.ts'
import { dragTo, frameOnScreen, middleOf } from './stage.ts'

const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers
const tool = (page: Page, name: string) =>
  page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name })
async function open(page: Page): Promise<(x: number, y: number) => [number, number]> {
  await newProject(page)
  const { x: left, y: top, scale } = await frameOnScreen(page, 1280)
  return (x, y) => [left + x * scale, top + y * scale]
}
const near = (found: number, wanted: number): void => expect(Math.abs(found - wanted)).toBeLessThan(2)

test('rectangles and ellipses are drawn by a drag, square with Shift, or set by a click', async ({
  page,
}) => {
  const at = await open(page)
  await tool(page, 'Draw a rectangle').click()
  await dragTo(page, at(300, 200), at(500, 300))
  await expect(tool(page, 'Select and move')).toHaveAttribute('aria-pressed', 'true')
  const [drawn] = await layers(page)
  const [width, height] = drawn!.properties['size']!.value as readonly [number, number]
  near(width, 200)
  near(height, 100)
  near((drawn!.properties['position']!.value as readonly number[])[0]!, 400)
  await tool(page, 'Draw an ellipse').click()
  await page.keyboard.down('Shift')
  await dragTo(page, at(700, 500), at(800, 540))
  await page.keyboard.up('Shift')
  const [circle] = await layers(page)
  const size = circle!.properties['size']!.value as readonly [number, number]
  expect(size[0]).toBe(size[1])
  await tool(page, 'Set a text').click()
  await page.mouse.click(...at(250, 660))
  const [text] = await layers(page)
  expect(text!.kind).toBe('text')
  near((text!.properties['position']!.value as readonly number[])[1]!, 660)
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  expect((await layers(page)).map(({ kind }) => kind)).toEqual(['rectangle'])
})

test('the pen sets corners by clicks and curves by drags, and closes on its first point', async ({
  page,
}) => {
  const at = await open(page)
  await tool(page, 'Pen').click()
  await page.mouse.click(...at(300, 200))
  await dragTo(page, at(500, 200), at(560, 260))
  await page.mouse.click(...at(400, 400))
  await page.mouse.click(...at(300, 200))
  const [path] = await layers(page)
  const { closed, vertices } = path!.properties['outline']!.value as Outline
  expect(closed).toBe(true)
  expect(vertices.map(({ leave }) => leave.length > 0)).toEqual([false, true, false])
  near(vertices[1]!.leave.angle, 45)
  near(vertices[1]!.arrive.length, Math.hypot(60, 60))
  const [x, y] = path!.properties['position']!.value as readonly [number, number]
  near(vertices[0]!.at[0] + x, 300)
  near(vertices[0]!.at[1] + y, 200)
  // Its box is the curve's, not its handles', so that pivot and box lie in its middle.
  const bounds = outlineBounds({ closed, vertices })
  expect(bounds.x + bounds.width / 2).toBeCloseTo(0, 6)
  await page.keyboard.press('ControlOrMeta+z')
  expect(await layers(page)).toHaveLength(0)
})

test('the pen works by keyboard alone, and Escape leaves its path open', async ({ page }) => {
  await open(page)
  await tool(page, 'Pen').focus()
  await page.keyboard.press('Enter')
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await page.keyboard.press('Enter')
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  const [path] = await layers(page)
  const { closed, vertices } = path!.properties['outline']!.value as Outline
  expect(closed).toBe(false)
  const [x, y] = path!.properties['position']!.value as readonly [number, number]
  expect(vertices.map(({ at }) => [at[0] + x, at[1] + y])).toEqual([
    [640, 360],
    [740, 360],
    [740, 370],
  ])
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:00:00')
})

test('a group has a box of its own: it is moved and sized as one, and a click goes into it', async ({
  page,
}) => {
  const at = await open(page)
  await tool(page, 'Draw a rectangle').click()
  await dragTo(page, at(300, 200), at(400, 300))
  await tool(page, 'Draw a rectangle').click()
  await dragTo(page, at(600, 400), at(700, 500))
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'More of Rectangle', exact: true }).click()
  await page.getByRole('button', { name: 'Group 2 layers' }).click()
  const corner = await middleOf(page.locator('[data-grip="lower right"]'))
  const wanted = at(700, 500)
  near(corner[0], wanted[0])
  near(corner[1], wanted[1])
  const place = async (): Promise<unknown[]> =>
    (await layers(page)).map(({ properties }) => properties['position']!.value)
  const before = await place()
  await dragTo(page, at(350, 250), at(390, 330))
  const after = await place()
  expect(after[0]).not.toEqual(before[0])
  expect(after.slice(1)).toEqual(before.slice(1))
  await page.mouse.click(...at(390, 330))
  await expect(page.getByRole('group', { name: /^Box of Rectangle: / })).toBeVisible()
})
