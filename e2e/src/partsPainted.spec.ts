import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { openDemo } from './desk.ts'
import { lookingScene } from './lookingScene.ts'
import { showStored } from './storedProject.ts'

/** Counts how often the stage is painted in part and as a whole. */
async function countPaints(page: Page): Promise<() => Promise<{ whole: number; parts: number }>> {
  await page.evaluate(() => {
    const counts = { whole: 0, parts: 0 }
    Object.assign(window, { paintCounts: counts })
    const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
    const context = canvas.getContext('2d')!
    const clear = context.clearRect.bind(context)
    context.clearRect = (x, y, width, height) => {
      if (width * height < canvas.width * canvas.height) counts.parts += 1
      else counts.whole += 1
      clear(x, y, width, height)
    }
  })
  return () =>
    page.evaluate(() => (window as unknown as { paintCounts: { whole: number; parts: number } }).paintCounts)
}

/** What is there now against all of it painted anew: how many px differ, and the most a channel does, of 255. */
const apartFromWhole = (page: Page): Promise<{ pixels: number; most: number }> =>
  page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
    const look = (): Uint8ClampedArray =>
      canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height).data
    const pixels = (of: Uint8ClampedArray): Uint32Array => new Uint32Array(of.buffer)
    const inParts = look()
    // Letters that come late have all of the picture painted.
    document.fonts.dispatchEvent(new Event('loadingdone'))
    const whole = look()
    const apart = { pixels: 0, most: 0 }
    const [some, all] = [pixels(inParts), pixels(whole)]
    for (let i = 0; i < all.length; i += 1) {
      if (some[i] === all[i]) continue
      apart.pixels += 1
      for (let c = 4 * i; c < 4 * i + 4; c += 1)
        apart.most = Math.max(apart.most, Math.abs(whole[c]! - inParts[c]!))
    }
    return apart
  })

/** Of 680 000. Parts are cut by straight borders; an edge that crosses one is laid a little otherwise near it. */
const MOST_PIXELS = 400
const MOST_SHADES = 128

test('what is painted in parts while it is dragged is the picture painted whole, and is so at the end', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 1600 })
  await showStored(page, lookingScene())
  await expect(page.getByRole('region', { name: 'Stage' }).locator('canvas').first()).toBeVisible()
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+ArrowRight')
  const painted = await countPaints(page)
  // The masks and what they show, crops, blurs, shadows, letters: all that moves is dragged at by its number.
  const fields = page.getByRole('region', { name: 'Deck' }).getByRole('textbox', { name: /, (px|%|°)$/ })
  const count = await fields.count()
  expect(count).toBeGreaterThan(12)
  for (let i = 0; i < count; i += 1) {
    const name = await fields.nth(i).getAttribute('aria-label')
    const box = (await fields.nth(i).boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    for (const by of [12, 40]) {
      // After all of it was painted, what is painted first is whole as well.
      await page.mouse.move(x + by - 5, y)
      await page.mouse.move(x + by, y)
      const apart = await apartFromWhole(page)
      expect(apart.pixels, name!).toBeLessThan(MOST_PIXELS)
      expect(apart.most, name!).toBeLessThan(MOST_SHADES)
    }
    await page.mouse.up()
    expect(await apartFromWhole(page), name!).toEqual({ pixels: 0, most: 0 })
  }
  expect((await painted()).parts).toBeGreaterThan(count)
})

test('so is the demo, as a handle is dragged under the playhead', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
  await page.keyboard.press('Home')
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('Shift+ArrowRight')
  const painted = await countPaints(page)
  const handle = page.getByRole('slider', { name: /^(Leave handle|Point 1)/ }).first()
  const box = (await handle.locator('.square').boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let i = 1; i < 8; i += 1) {
    await page.mouse.move(x + 2 * i - 1, y - 3 * i)
    await page.mouse.move(x + 2 * i, y - 3 * i)
    const apart = await apartFromWhole(page)
    expect(apart.pixels).toBeLessThan(MOST_PIXELS)
    expect(apart.most).toBeLessThan(MOST_SHADES)
  }
  expect((await painted()).parts).toBeGreaterThan(5)
  await page.mouse.up()
  expect(await apartFromWhole(page)).toEqual({ pixels: 0, most: 0 })
})
