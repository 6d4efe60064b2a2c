import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { addLayer, dragBy, newProject, savedFile, type } from './desk.ts'
import { middleOf } from './stage.ts'

// A position that is split into X and Y keeps its route on the stage, and what is done there is done to both lanes.

const bead = (page: Page, key: number): Locator =>
  page.getByRole('button', { name: new RegExp(`^Rectangle key ${key} of`) })
const valuesOf = async (
  page: Page,
  axis: 'x' | 'y',
): Promise<(readonly [seconds: number, value: unknown])[]> => {
  const layer = (await savedFile(page)).project.scenes[0]!.layers[0]!
  return layer.properties[`position ${axis}`]!.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])
}

/** A rectangle that goes 300 px to the right within a second, split; the playhead at 0. */
async function openSplit(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle position x', '940')
  await type(page, 'Current time', '0')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  await page.keyboard.press('ControlOrMeta+k')
  await page.keyboard.type('split')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Rectangle route, X and Y split, 2 keys' })).toBeVisible()
}

test('a bead of a split route is dragged: each lane gets its part, in one step', async ({ page }) => {
  await openSplit(page)
  const before = [await valuesOf(page, 'x'), await valuesOf(page, 'y')]
  const scale = (await page.locator('svg.overlay rect').boundingBox())!.width / 1280
  await dragBy(page, bead(page, 2), [-50 * scale, -40 * scale])
  expect(await valuesOf(page, 'x')).toEqual([
    [0, 640],
    [1, 890],
  ])
  const y = await valuesOf(page, 'y')
  expect(y.at(-1)).toEqual([1, 320])
  expect(y[0]).toEqual([0, 360])
  await page.keyboard.press('ControlOrMeta+z')
  expect([await valuesOf(page, 'x'), await valuesOf(page, 'y')]).toEqual(before)
})

test('a click on the line of a split route sets a key on both lanes, arrows walk its beads and move what is selected', async ({
  page,
}) => {
  await openSplit(page)
  const [from, to] = [await middleOf(bead(page, 1)), await middleOf(bead(page, 2))]
  await page.mouse.click(from[0] + (to[0] - from[0]) * 0.75, to[1])
  await expect(page.getByRole('group', { name: /X and Y split, 3 keys/ })).toBeVisible()
  await expect(bead(page, 2)).toHaveAttribute('aria-pressed', 'true')
  expect((await valuesOf(page, 'x')).map(([t]) => t)).toEqual((await valuesOf(page, 'y')).map(([t]) => t))

  // The line itself cannot be curved, and says why.
  await page.mouse.move(from[0] + (to[0] - from[0]) * 0.6, to[1])
  await page.mouse.down()
  await page.mouse.move(from[0] + (to[0] - from[0]) * 0.6, to[1] + 30, { steps: 4 })
  await page.mouse.up()
  await expect(page.getByText('X and Y are split')).toBeVisible()

  await bead(page, 1).focus()
  await page.keyboard.press('ArrowRight')
  // It is selected, so arrows would move it.
  await page.keyboard.press('Escape')
  await page.keyboard.press('ArrowRight')
  await expect(bead(page, 3)).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Shift+ArrowUp')
  expect((await valuesOf(page, 'y')).at(-1)).toEqual([1, 350])
  await page.keyboard.press('Escape')
  await expect(bead(page, 3)).toHaveAttribute('aria-pressed', 'false')
  await page.keyboard.press('ArrowLeft')
  await expect(bead(page, 2)).toBeFocused()
  expect((await valuesOf(page, 'y')).at(-1)).toEqual([1, 350])
})
