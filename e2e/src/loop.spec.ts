import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { addLayer, newProject, savedFile, type } from './desk.ts'

const scene = async (page: Page) => (await savedFile(page)).project.scenes[0]!
const property = async (page: Page, name: string) => (await scene(page)).layers[0]!.properties[name]!

async function openLoop(page: Page): Promise<void> {
  await page.getByRole('tab', { name: 'Retime' }).click()
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Loop' }).click()
  await expect(page.getByRole('group', { name: 'How it closes' })).toBeVisible()
}
const close = (page: Page, how: string): Promise<void> =>
  page.getByRole('group', { name: 'How it closes' }).getByRole('button', { name: how, exact: true }).click()
const make = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Make it loop', exact: true }).click()

test('a layer turns for ever, and zooms by equal ratios, each in one command', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await openLoop(page)
  await close(page, 'Turn')
  await make(page)
  const turn = await property(page, 'turn')
  // The closing key stands on the frame after the last of the four seconds, where none is shown.
  expect(turn.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
    [0, 0],
    [4, 360],
  ])
  expect(turn.after).toBe('carryOn')
  const seam = page.getByRole('row', { name: /Rectangle turn/ })
  await expect(seam).toContainText('–')
  await expect(page.getByAltText('Last frame')).toBeVisible()
  await close(page, 'Zoom')
  await type(page, 'Grows to, %', '50')
  await make(page)
  const scale = await property(page, 'scale')
  expect(scale.mix).toBe('geometric')
  expect(scale.keys.map(({ value }) => value)).toEqual([
    [100, 100],
    [50, 50],
  ])
  await page.keyboard.press('Control+z')
  expect((await property(page, 'scale')).keys).toEqual([])
})

test('what moves comes back for a loop; a jump in speed is shown and matched; what cannot be says why', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle opacity: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle opacity, %', '20')
  await openLoop(page)
  await type(page, 'A round lasts, f', '12')
  await make(page)
  await expect(page.getByRole('alert')).toContainText('Rectangle opacity has keys after the loop')
  expect((await property(page, 'opacity')).keys).toHaveLength(2)
  await type(page, 'A round lasts, f', '72')
  await page.getByLabel('speed passes the seam without a jump').uncheck()
  await make(page)
  const made = await property(page, 'opacity')
  expect(made.keys.map(({ t, value }) => [t / TICKS_PER_SECOND, value])).toEqual([
    [0, 100],
    [1, 20],
    [3, 100],
  ])
  expect((await scene(page)).playRange).toEqual([0, 3 * TICKS_PER_SECOND])
  const row = page.getByRole('row', { name: /Rectangle opacity/ })
  await expect(row).toContainText('%/s')
  await page.getByRole('button', { name: 'Match speed' }).click()
  await expect(row).not.toContainText('%/s')
  await expect(page.getByRole('button', { name: 'Match speed' })).toBeDisabled()
  expect((await property(page, 'opacity')).keys.map(({ value }) => value)).toEqual([100, 20, 100])
})
