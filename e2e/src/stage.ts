import type { Locator, Page } from '@playwright/test'

/** The picture itself, without what lies over it. */
export const pixels = (page: Page): Promise<string> =>
  page.evaluate(() =>
    document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!.toDataURL(),
  )

/** How far the picture is from one that `pixels` gave before: mean difference of a channel, of 255. */
export const apartFromBefore = (page: Page, before: string): Promise<number> =>
  page.evaluate(async (url) => {
    const canvas = document.querySelector<HTMLCanvasElement>('section[aria-label="Stage"] canvas')!
    const image = new Image()
    image.src = url
    await image.decode()
    const other = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
    other.drawImage(image, 0, 0)
    const [a, b] = [canvas.getContext('2d')!, other].map(
      (on) => on.getImageData(0, 0, canvas.width, canvas.height).data,
    )
    return a!.reduce((sum, part, i) => sum + Math.abs(part - b![i]!), 0) / a!.length
  }, before)

/** Where the frame lies on the screen, and screen px a stage px. */
export async function frameOnScreen(
  page: Page,
  width: number,
): Promise<{ x: number; y: number; scale: number }> {
  const box = (await page.locator('svg.overlay rect').boundingBox())!
  // The box of a rectangle is that of its fill; its line lies on both sides of the edge.
  return { x: box.x, y: box.y, scale: box.width / width }
}

export async function middleOf(what: Locator): Promise<[number, number]> {
  const box = (await what.boundingBox())!
  return [box.x + box.width / 2, box.y + box.height / 2]
}

/** Drags from one place on the screen to another; `before` runs while the pointer is still down. */
export async function dragTo(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
  before?: () => Promise<void>,
): Promise<void> {
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 3 })
  await page.mouse.move(...to, { steps: 3 })
  await before?.()
  await page.mouse.up()
}
