import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { savedFile } from './desk.ts'
import { expectSame, floats, FRAME, keyFrames, samples, lane, range, undo } from './floats.ts'
import { showStored } from './storedProject.ts'

/** Each command is done by hand; what the saved file then shows, frame by frame, is held against what it showed before. */

test.beforeEach(async ({ page }) => {
  await showStored(page, floats())
})

test('a layer’s bar is slid, slipped and trimmed, and keys do as chosen', async ({ page }) => {
  const bar = page.getByRole('group', { name: 'Float 1, all keys' }).locator('rect.bar')
  const box = (await bar.boundingBox())!
  const frame = box.width / 144
  const y = box.y + box.height / 2
  const drag = async (from: number, to: number, key?: string): Promise<void> => {
    if (key) await page.keyboard.down(key)
    await page.mouse.move(box.x + from * frame, y)
    await page.mouse.down()
    await page.mouse.move(box.x + ((from + to) / 2) * frame, y, { steps: 3 })
    await page.mouse.move(box.x + to * frame, y, { steps: 3 })
    await page.mouse.up()
    if (key) await page.keyboard.up(key)
  }
  const span = async (): Promise<number[]> =>
    (await savedFile(page)).project.scenes[0]!.layers[0]!.span.map((time) => time / FRAME)
  const before = await samples(page, 'Float 1', 'turn')
  await drag(100, 110)
  expect(await span()).toEqual([10, 154])
  expectSame(
    await samples(page, 'Float 1', 'turn'),
    before,
    range(2, 38).map((f) => [f + 10, f]),
  )
  await undo(page)
  await drag(100, 107, 'Alt')
  expect(await span()).toEqual([0, 144])
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([9, 21, 33, 45])
  await undo(page)
  await drag(100, 104, 'Shift')
  expect(await span()).toEqual([4, 148])
  expect(await samples(page, 'Float 1', 'turn')).toEqual(before)
  await undo(page)
  await drag(143.5, 71.5)
  expect(await span()).toEqual([0, 72])
  expect(await samples(page, 'Float 1', 'turn')).toEqual(before)
  await undo(page)
  await page.keyboard.press('t')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Layers' }).click()
  await page.getByLabel('What keys do').selectOption('all are stretched')
  await drag(143.5, 71.5)
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([1, 7, 13, 19])
  expectSame(
    await samples(page, 'Float 1', 'turn'),
    before,
    range(1, 19).map((f) => [f, 2 * f]),
  )
  await undo(page)
  const scene = page.getByRole('textbox', { name: 'Length of the scene' })
  await scene.fill('12:00')
  await scene.press('Enter')
  expect(await keyFrames(page, 'Float 2', 'turn')).toEqual([4, 28, 52, 76])
  expect(await span()).toEqual([0, 288])
})

test('markers are set, dragged, named and jumped to, and the selection fits between them', async ({
  page,
}) => {
  const go = async (frame: number): Promise<void> => {
    const time = page.getByLabel('Current time')
    await time.fill(String(frame))
    await time.press('Enter')
    await time.blur()
  }
  for (const frame of [24, 96]) {
    await go(frame)
    await page.keyboard.press('m')
  }
  const first = page.getByRole('button', { name: /^Marker Marker 1/ })
  await first.dblclick()
  await page.getByRole('textbox', { name: 'Name of the marker' }).fill('Cast off')
  await page.getByRole('button', { name: 'Hue tide' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Marker Cast off/ }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await go(0)
  await page.keyboard.press('Alt+]')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:01:10')
  await lane(page, 'Position').click()
  const before = await samples(page, 'Float 1', 'position')
  await page.keyboard.press('t')
  await page.getByRole('button', { name: 'Fit', exact: true }).click()
  const frames = await keyFrames(page, 'Float 1', 'position')
  expect([frames[0], frames[3]]).toEqual([34, 96])
  // 36 frames became 62; every 18th of each falls together.
  expectSame(
    await samples(page, 'Float 1', 'position'),
    before,
    [0, 18, 36].flatMap((f) => [[34 + (f * 62) / 36, f] as const, [34 + (f * 62) / 36, f] as const]),
  )
  await page.getByRole('slider', { name: 'Play range ends' }).focus()
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowLeft')
  await page.getByRole('button', { name: 'Fit to play range' }).click()
  expect((await keyFrames(page, 'Float 1', 'position'))[3]).toBe(104)
  const { project } = await savedFile(page)
  expect(project.scenes[0]!.markers).toMatchObject([
    { name: 'Cast off', hue: 'tide', t: 34 * FRAME },
    { t: 96 * FRAME },
  ])
})

/** The slope of the line that lies nearest to points. Source: least squares (textbook). */
function slopeOf(points: readonly (readonly [x: number, y: number])[]): number {
  const mean = (axis: 0 | 1): number => points.reduce((sum, point) => sum + point[axis], 0) / points.length
  const [x, y] = [mean(0), mean(1)]
  const product = points.reduce((sum, point) => sum + (point[0] - x) * (point[1] - y), 0)
  return product / points.reduce((sum, point) => sum + (point[0] - x) ** 2, 0)
}

test('playback keeps real time at any speed, and the overview moves the view', async ({ page }) => {
  const pace = page.getByRole('textbox', { name: 'Playback speed, %' })
  await pace.fill('50')
  await pace.press('Enter')
  await pace.blur()
  await page.keyboard.press('Home')
  const looks = await page.evaluate(
    () =>
      new Promise<[time: number, x: number][]>((resolve) => {
        const line = document.querySelector('svg.playhead .stem')!
        const x = (): number => Number(/M([\d.]+)/.exec(line.getAttribute('d') ?? '')?.[1])
        const from = x()
        const seen: [number, number][] = []
        window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }))
        const look = (time: number): void => {
          // How long it takes to begin is nothing of the pace.
          if (x() !== from) seen.push([time, x()])
          if (seen.length === 0 || time - seen[0]![0] < 1200) requestAnimationFrame(look)
          else {
            window.dispatchEvent(new KeyboardEvent('keydown', { key: 'k', bubbles: true }))
            resolve(seen)
          }
        }
        requestAnimationFrame(look)
      }),
  )
  const width = Number(await page.locator('svg.ruler').first().getAttribute('width')) - 44 - 24
  // Scene seconds gone by in a second, by the line through all that was seen: a frame that comes late changes little of it.
  expect((slopeOf(looks) / width) * 6 * 1000).toBeGreaterThan(0.44)
  expect((slopeOf(looks) / width) * 6 * 1000).toBeLessThan(0.56)
  const part = page.getByRole('slider', { name: 'Part of the scene in view' })
  await expect(part).toHaveAttribute('aria-valuetext', '100 % of the scene')
  await part.focus()
  for (let i = 0; i < 6; i += 1) await page.keyboard.press('+')
  await expect(part).toHaveAttribute('aria-valuetext', /^2[0-9] % of the scene$/)
  const before = await part.getAttribute('aria-valuenow')
  await page.keyboard.press('ArrowRight')
  expect(Number(await part.getAttribute('aria-valuenow'))).toBeGreaterThan(Number(before))
  await page.getByRole('button', { name: 'Fold all layers', exact: true }).click()
  await expect(lane(page, 'Turn')).toHaveCount(0)
  await page.waitForTimeout(900)
  await page.reload()
  // How it was looked at is kept with the project.
  await expect(page.getByRole('slider', { name: 'Part of the scene in view' })).toHaveAttribute(
    'aria-valuetext',
    /^2[0-9] %/,
  )
  await expect(lane(page, 'Turn')).toHaveCount(0)
})
