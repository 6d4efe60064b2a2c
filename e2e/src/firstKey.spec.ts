import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { addLayer, dragBy, newProject, savedFile, type } from './desk.ts'
import { dragTo, frameOnScreen } from './stage.ts'

// From something that stands still to its first key: on the stage, by A, beside the field.

const animated = async (page: Page): Promise<string[]> => {
  const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
  return Object.keys(properties).filter((name) => properties[name]!.keys.length > 0)
}
const offer = (page: Page, what: string) =>
  page.getByRole('button', { name: `Animate Rectangle ${what} from here` })

test('a value that stands still is offered to be animated, once, beside its field', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await type(page, 'Rectangle opacity, %', '40')
  await expect(offer(page, 'opacity')).toBeVisible()
  // The next change has the offer, and this one is not asked again.
  await type(page, 'Rectangle turn, °', '30')
  await expect(offer(page, 'opacity')).toHaveCount(0)
  await offer(page, 'turn').click()
  expect(await animated(page)).toEqual(['turn'])
  await expect(offer(page, 'turn')).toHaveCount(0)
  await type(page, 'Rectangle opacity, %', '60')
  await expect(offer(page, 'opacity')).toHaveCount(0)
})

test('A sets the first key of what was changed last, else of the place; the dot on the box does the same', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const dot = page.locator('[data-grip="key"]')
  await expect(dot).toHaveAccessibleName('Key here: position')
  await dragBy(page, page.locator('[data-grip="turn"]'), [40, 20])
  await expect(dot).toHaveAccessibleName('Key here: turn')
  await page.keyboard.press('a')
  expect(await animated(page)).toEqual(['turn'])
  await expect(dot).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('ControlOrMeta+z')

  const frame = await frameOnScreen(page, 1280)
  const at = [frame.x + 640 * frame.scale, frame.y + 360 * frame.scale] as const
  await dragTo(page, [at[0] + 20, at[1] + 8], [at[0] + 60, at[1] + 8])
  await dot.locator('circle').first().click()
  expect(await animated(page)).toEqual(['position'])
  // Again takes it away: it says so.
  await expect(dot).toHaveAccessibleName('Remove the key here: position')
  await dot.focus()
  await page.keyboard.press('Enter')
  expect(await animated(page)).toEqual([])
})
