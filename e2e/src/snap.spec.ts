import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Scene } from '@arrow-bend/core/scene'
import { addLayer, newProject, savedFile } from './desk.ts'
import { dragTo, frameOnScreen, middleOf } from './stage.ts'

const SIZE = [1280, 720] as const
const scene = async (page: Page): Promise<Scene> => (await savedFile(page)).project.scenes[0]!
const position = async (page: Page): Promise<readonly number[]> =>
  (await scene(page)).layers[0]!.properties['position']!.value as readonly number[]

/** A rectangle of 240 by 160, selected, 40 px right of the frame's middle and 30 px above it. */
async function openAside(page: Page): Promise<{ x: number; y: number; scale: number }> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('group', { name: /^Box of/ }).focus()
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowRight')
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowUp')
  return frameOnScreen(page, SIZE[0])
}
const onScreen = (
  { x, y, scale }: { x: number; y: number; scale: number },
  at: readonly [number, number],
): [number, number] => [x + at[0] * scale, y + at[1] * scale]
/** A place on the rectangle that is not its pivot. */
const HOLD: readonly [number, number] = [740, 370]

test('a layer dragged near the middle comes to lie on it, its line shown; Ctrl lets it pass', async ({
  page,
}) => {
  const frame = await openAside(page)
  const lines = page.locator('[data-snap-line]')
  await dragTo(page, onScreen(frame, HOLD), onScreen(frame, [HOLD[0] - 37, HOLD[1]]), async () => {
    await expect(lines).toHaveCount(1)
  })
  await expect(lines).toHaveCount(0)
  expect(await position(page)).toEqual([640, 330])
  await page.keyboard.press('ControlOrMeta+z')
  expect(await position(page)).toEqual([680, 330])
  await page.mouse.move(...onScreen(frame, HOLD))
  await page.mouse.down()
  await page.mouse.move(...onScreen(frame, [HOLD[0] - 20, HOLD[1]]), { steps: 2 })
  await page.keyboard.down('Control')
  await page.mouse.move(...onScreen(frame, [HOLD[0] - 36, HOLD[1]]), { steps: 3 })
  await page.mouse.up()
  await page.keyboard.up('Control')
  const [x] = await position(page)
  expect(x).not.toBe(640)
  expect(Math.abs(x! - 644)).toBeLessThan(2)
})

test('sides come to the sides of another layer, and the way between is told', async ({ page }) => {
  const frame = await openAside(page)
  await addLayer(page, 'Ellipse')
  // The ellipse, 180 wide, lies in the frame's middle: its left side at 550, the rectangle's at 560.
  await dragTo(page, onScreen(frame, [600, 400]), onScreen(frame, [607, 600]), async () => {
    await expect(page.locator('[data-snap-gap]')).not.toHaveCount(0)
  })
  const [x, y] = await position(page)
  // Its left side under the rectangle's, its lower side in line with nothing or the frame's: as dragged.
  expect([x! - 90, y! > 500]).toEqual([560, true])
})

test('a guide dragged out of its ruler takes sides and grips; dragged back it is gone', async ({ page }) => {
  await openAside(page)
  await page.getByRole('button', { name: 'Lines and space' }).click()
  await page.getByLabel('Rulers').check()
  await page.keyboard.press('Escape')
  const frame = await frameOnScreen(page, SIZE[0])
  const left = (await page.locator('[data-ruler="left"]').boundingBox())!
  const start: [number, number] = [left.x + 6, left.y + 300]
  await dragTo(page, start, [frame.x + 900 * frame.scale, start[1]])
  const at = (await scene(page)).guides!.x[0]!
  expect(Math.abs(at - 900)).toBeLessThanOrEqual(2)
  const guide = page.getByRole('slider', { name: 'Upright guide' })
  await expect(guide).toHaveAttribute('aria-valuetext', `${at} px`)
  // The right grip: the rectangle's right side comes to the guide exactly.
  const grip = await middleOf(page.locator('[data-grip="right"]'))
  await dragTo(page, grip, [frame.x + (at + 4) * frame.scale, grip[1]])
  const [rectangle] = (await scene(page)).layers
  const scale = rectangle!.properties['scale']!.value as readonly [number, number]
  expect(680 + (120 * scale[0]) / 100).toBeCloseTo(at, 6)
  expect(scale[1]).toBe(100)
  // By keyboard, and back into the ruler.
  await guide.focus()
  await page.keyboard.press('Shift+ArrowRight')
  expect((await scene(page)).guides!.x).toEqual([at + 10])
  await dragTo(page, [frame.x + (at + 10) * frame.scale, start[1]], start)
  expect((await scene(page)).guides).toBeUndefined()
  await page.keyboard.press('ControlOrMeta+z')
  expect((await scene(page)).guides!.x).toEqual([at + 10])
  await guide.focus()
  await page.keyboard.press('Delete')
  expect((await scene(page)).guides).toBeUndefined()
})

test('with auto-key off a drag moves all keys, and says so while it does', async ({ page }) => {
  await openAside(page)
  await page.getByRole('button', { name: 'Rectangle position: Animate: set the first key here' }).click()
  await page.keyboard.press('Shift+ArrowRight')
  await page.getByRole('button', { name: 'Rectangle position: Set a key here' }).click()
  await page.keyboard.press('Shift+ArrowRight')
  const before = (await scene(page)).layers[0]!.properties['position']!
  expect(before.keys).toHaveLength(2)
  const frame = await frameOnScreen(page, SIZE[0])
  const stage = page.getByRole('region', { name: 'Stage' })
  await dragTo(page, onScreen(frame, HOLD), onScreen(frame, [HOLD[0] + 90, HOLD[1] + 60]), async () => {
    await expect(stage.getByText('adds a key')).toBeVisible()
  })
  expect((await scene(page)).layers[0]!.properties['position']!.keys).toHaveLength(3)
  await page.keyboard.press('ControlOrMeta+z')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await dragTo(page, onScreen(frame, HOLD), onScreen(frame, [HOLD[0] + 90, HOLD[1] + 60]), async () => {
    await expect(stage.getByText('shifts all its keys')).toBeVisible()
  })
  const after = (await scene(page)).layers[0]!.properties['position']!
  const ways = after.keys.map(({ value }, i) => {
    const [now, then] = [value, before.keys[i]!.value] as [readonly number[], readonly number[]]
    return [now[0]! - then[0]!, now[1]! - then[1]!]
  })
  expect(after.keys.map(({ t }) => t)).toEqual(before.keys.map(({ t }) => t))
  expect(ways[0]).toEqual(ways[1])
  expect(Math.hypot(...(ways[0] as [number, number]))).toBeGreaterThan(50)
})
