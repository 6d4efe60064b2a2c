import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { pngBytes } from '../../core/test/pngBytes.ts'
import { framingCorners, framingOf, ownMatrixAt, type Framing, type Project } from '@arrow-bend/core/scene'
import { frameTicks } from '@arrow-bend/core/time'
import { frameMoveOf } from '@arrow-bend/core/edit'
import { newProject, savedFile, type } from './desk.ts'

const FRAME = [1280, 720] as const
const STILL = [2400, 1600] as const
const project = async (page: Page): Promise<Project> => (await savedFile(page)).project
const still = (given: Project) => given.scenes[0]!.layers[0]!

async function openStill(page: Page): Promise<void> {
  await newProject(page)
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  const buffer = Buffer.from(pngBytes([...STILL], [60, 90, 130, 255]))
  await (await waiting).setFiles([{ name: 'Quay.png', mimeType: 'image/png', buffer }])
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Quay', exact: true })).toBeVisible()
}
const takeTool = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Move the frame over a picture: push, pull, pan' }).click()
/** What the frame shows at each frame of the scene. */
function shown(given: Project): Framing[] {
  const scene = given.scenes[0]!
  const count = Math.round(scene.duration / frameTicks(scene.rate))
  return Array.from({ length: count }, (_, frame) =>
    framingOf(ownMatrixAt(scene, still(given).id, frame * frameTicks(scene.rate), given.bends), FRAME)!,
  )
}
const showsNoEdge = (framing: Framing): boolean =>
  framingCorners(framing, FRAME).every(
    ([x, y]) => Math.abs(x) <= STILL[0] / 2 + 1e-6 && Math.abs(y) <= STILL[1] / 2 + 1e-6,
  )

test('a photo pushes in, eased, with no bare edge, in three actions; its lanes follow one bend', async ({
  page,
}) => {
  await openStill(page)
  await page.getByRole('button', { name: 'Quay', exact: true }).click()
  await takeTool(page)
  await page.getByRole('button', { name: 'Push in' }).click()
  const made = await project(page)
  const { position, scale } = still(made).properties
  expect(scale!.mix).toBe('geometric')
  expect(made.bends.map(({ name }) => name)).toEqual(['Frame move'])
  for (const lane of [position!, scale!])
    expect(lane.keys[0]!.bend).toEqual({ kind: 'linked', bendId: made.bends[0]!.id })
  const frames = shown(made)
  expect(frames.every(showsNoEdge)).toBe(true)
  expect(frames[0]!.width).toBeCloseTo(2400, 6)
  expect(frames.at(-1)!.width).toBeCloseTo(1920, 6)
  // Eased: hardly anything moves at first and at last.
  expect(frames[0]!.width - frames[1]!.width).toBeLessThan(1)
  expect(frames.at(-2)!.width - frames.at(-1)!.width).toBeLessThan(1)
  // The other way round the first is the smaller one, and is taken hold of all the same.
  await page.getByRole('button', { name: 'Pull out' }).click()
  const body = (await page
    .getByRole('group', { name: /^First frame/ })
    .locator('.body')
    .boundingBox())!
  await page.mouse.move(body.x + body.width / 2, body.y + body.height / 2)
  await page.mouse.down()
  await page.mouse.move(body.x + body.width / 2, body.y + body.height / 2 + 15, { steps: 4 })
  await page.mouse.up()
  const out = shown(await project(page))
  expect(out[0]!.centre[1]).toBeGreaterThan(40)
  expect(out.at(-1)!.centre[1]).toBeCloseTo(0, 6)
  // Escape leaves the tool before the selection.
  await page.keyboard.press('Escape')
  await expect(page.getByRole('group', { name: /^First frame/ })).toHaveCount(0)
  await expect(page.getByRole('group', { name: /^Box of Quay/ })).toBeVisible()
})

test('frames are dragged and sized on the picture, stop at its edges unless let pass, and are undone exactly', async ({
  page,
}) => {
  await openStill(page)
  await takeTool(page)
  const last = page.getByRole('group', { name: /^Last frame/ })
  const body = last.locator('.body')
  const box = (await body.boundingBox())!
  const perPixel = 1920 / (box.width - 2)
  const before = await project(page)
  expect(still(before).properties['scale']!.keys).toEqual([])
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  const drag = async (toX: number, toY: number): Promise<void> => {
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move((x + toX) / 2, (y + toY) / 2, { steps: 3 })
    await page.mouse.move(toX, toY, { steps: 3 })
    await page.mouse.up()
  }
  // A little to the right; then far beyond the edge, where it stops.
  await drag(x + 20, y)
  const moved = frameMoveOf((await project(page)).scenes[0]!, still(before).id, (await project(page)).bends)!
  expect(Math.abs(moved.stops.at(-1)!.framing.centre[0] - 20 * perPixel)).toBeLessThan(perPixel)
  await drag(x + 900, y)
  const held = shown(await project(page))
  expect(held.at(-1)!.centre[0]).toBeCloseTo(1200 - 960, 3)
  expect(held.every(showsNoEdge)).toBe(true)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect(still(await project(page))).toEqual(still(before))
  // A corner, towards the middle: smaller, its opposite stays. Past 100 % it is said to go soft.
  const corner = last.locator('.corner').nth(2)
  const grip = (await corner.locator('rect').boundingBox())!
  await page.mouse.move(grip.x + 4, grip.y + 4)
  await page.mouse.down()
  await page.mouse.move(x + 10, y + 5, { steps: 5 })
  await page.mouse.up()
  await expect(last).toHaveAccessibleName(/at 1[0-9]{2} %/)
  await expect(last).toContainText('soft')
  const sized = shown(await project(page)).at(-1)!
  const [corner0] = framingCorners(sized, FRAME)
  expect(corner0![0]).toBeCloseTo(-960, 0)
  // By keys.
  await last.focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('-')
  const keyed = shown(await project(page)).at(-1)!
  expect(keyed.width).toBeGreaterThan(sized.width)
  expect(keyed.centre[0]).toBeLessThan(sized.centre[0])
  await page.keyboard.press('Escape')
  await expect(last).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Select and move' })).toHaveAttribute('aria-pressed', 'true')
})

test('stops are added, turned and taken away; the move stays inside and goes back by undo', async ({
  page,
}) => {
  await openStill(page)
  await takeTool(page)
  await page.getByRole('button', { name: 'Push in' }).click()
  const pushed = await project(page)
  await page.getByRole('button', { name: 'Add a stop' }).click()
  const stop = page.getByRole('group', { name: /^Stop 1 frame/ })
  await stop.focus()
  // A turned frame has to grow smaller to stay inside, level ones keep their size.
  const arm = (await stop.locator('.grip').boundingBox())!
  await page.mouse.move(arm.x + 4, arm.y + 4)
  await page.mouse.down()
  await page.mouse.move(arm.x + 40, arm.y + 10, { steps: 5 })
  await page.mouse.up()
  const turned = await project(page)
  const moveOf = (given: Project) => frameMoveOf(given.scenes[0]!, still(given).id, given.bends)!
  const [first, middle, last] = moveOf(turned).stops
  expect(middle!.framing.turn).toBeGreaterThan(5)
  expect([first!.framing.turn, last!.framing.turn]).toEqual([0, 0])
  expect([first, middle, last].every((one) => showsNoEdge(one!.framing))).toBe(true)
  // Passed at a frame of one's own; all in proportion when the whole is made longer.
  await type(page, 'Stop is passed at, f', '30')
  await type(page, 'Move lasts, f', '60')
  const frame = frameTicks(turned.scenes[0]!.rate)
  expect(moveOf(await project(page)).stops.map(({ t }) => t / frame)).toEqual([0, 19, 60])
  await page.getByRole('button', { name: 'Fill its stretch' }).click()
  expect(moveOf(await project(page)).stops.map(({ t }) => t / frame)).toEqual([0, 30, 95])
  await stop.focus()
  await page.keyboard.press('Delete')
  await expect(stop).toHaveCount(0)
  expect(moveOf(await project(page)).stops.map(({ framing }) => framing)).toEqual([
    first!.framing,
    last!.framing,
  ])
  // The first and the last stay.
  await page.getByRole('group', { name: /^Last frame/ }).focus()
  await page.keyboard.press('Delete')
  await expect(page.getByText('A frame move has a first and a last frame')).toBeVisible()
  for (let step = 0; step < 6; step += 1) await page.keyboard.press('Control+z')
  expect(await project(page)).toEqual(pushed)
})

test('several stills get a move each in turn, or slide past each other; a group is moved over as a whole', async ({
  page,
}) => {
  await openStill(page)
  await page.keyboard.press('Control+d')
  await page.keyboard.press('Control+a')
  await takeTool(page)
  const all = page.getByRole('group', { name: 'All that is selected' })
  await all.getByLabel('in turn').check()
  await all.getByRole('button', { name: 'Give each a move' }).click()
  await expect(all.getByRole('button', { name: 'Give each a move' })).toBeVisible()
  await expect(page.getByText('Each moves; press again for other moves.')).toBeVisible()
  const made = await project(page)
  const { layers, rate } = made.scenes[0]!
  const inFrames = ({ span }: (typeof layers)[number]) => span.map((t) => t / frameTicks(rate))
  expect(layers.map(inFrames)).toEqual([
    [0, 54],
    [42, 96],
  ])
  for (const { id } of layers) {
    const move = frameMoveOf(made.scenes[0]!, id, made.bends)!
    expect(move.stops.every(({ framing }) => showsNoEdge(framing))).toBe(true)
  }
  await page.keyboard.press('Control+z')
  await all.getByRole('button', { name: 'Slide to the left' }).click()
  const slid = (await project(page)).scenes[0]!.layers.map(({ properties }) =>
    properties['position']!.keys.map(({ value }) => (value as readonly number[])[0]! - 640),
  )
  expect(slid).toEqual([
    [128, -128],
    [64, -64],
  ])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+g')
  await takeTool(page)
  await expect(page.getByRole('group', { name: /^First frame/ })).toBeVisible()
  await page.getByRole('button', { name: 'Push in' }).click()
  const group = (await project(page)).scenes[0]!.layers.find(({ kind }) => kind === 'group')!
  expect(group.properties['scale']!.keys).toHaveLength(2)
})

test('what is no picture, or cannot be moved, is said', async ({ page }) => {
  await openStill(page)
  await page.keyboard.press('Escape')
  await takeTool(page)
  await expect(page.getByText('Select a picture, a clip or a group first')).toBeVisible()
  await page.getByRole('button', { name: 'Quay', exact: true }).click()
  await expect(page.getByRole('group', { name: /^First frame/ })).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await page.keyboard.press('Control+g')
  await page.keyboard.press('Shift+g')
  await takeTool(page)
  await expect(page.getByText('rides on another layer')).toBeVisible()
})

test('a picture is fitted into the frame, fills it, and goes back to its plain state by name', async ({
  page,
}) => {
  await openStill(page)
  const command = async (name: string): Promise<void> => {
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
    await page.keyboard.type(name)
    await page.keyboard.press('Enter')
    await expect(page.getByRole('dialog')).toHaveCount(0)
  }
  const scale = async (): Promise<unknown> => still(await project(page)).properties['scale']!.value
  await command('fill the frame')
  await expect(page.getByText('Its scale: 53.3 %.')).toBeVisible()
  expect(((await scale()) as number[])[0]).toBeCloseTo(53.333, 2)
  await command('fit in the frame')
  await expect(page.getByText('Its scale: 45 %.')).toBeVisible()
  expect(((await scale()) as number[])[0]).toBeCloseTo(45, 6)
  await command('plain state')
  await expect(page.getByText('Back to the plain state')).toBeVisible()
  expect(await scale()).toEqual([100, 100])
})

test('a picture is replaced in every layer that shows it, seen as wide as before, and goes back by undo', async ({
  page,
}) => {
  await openStill(page)
  await page.keyboard.press('Control+d')
  const before = await project(page)
  await page.getByRole('button', { name: 'Quay', exact: true }).click({ button: 'right' })
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('menuitem', { name: 'Replace the picture…' }).click()
  const buffer = Buffer.from(pngBytes([600, 400], [200, 40, 40, 255]))
  await (await waiting).setFiles([{ name: 'Pier.png', mimeType: 'image/png', buffer }])
  await expect(page.getByText('“Pier” is shown in 2 layers now.')).toBeVisible()
  const after = await project(page)
  expect(after.assets.map(({ name }) => name)).toEqual(['Pier'])
  const [was, is] = [before, after].map(({ scenes }) =>
    scenes[0]!.layers.map(({ properties }) => (properties['scale']!.value as readonly number[])[0]!),
  )
  // 600 px in the place of 2400.
  expect(is).toEqual(was!.map((scale) => expect.closeTo(4 * scale, 9) as unknown))
  await page.keyboard.press('Control+z')
  expect((await project(page)).scenes).toEqual(before.scenes)
})
