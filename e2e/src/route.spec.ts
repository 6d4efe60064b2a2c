import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileProperty, valueAt, type Property } from '@arrow-bend/core/property'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { openDemo, savedFile } from './desk.ts'
import { dragTo, middleOf } from './stage.ts'

/** Opens the demo with Boat 2 selected, its route over the picture. */
async function openRoute(page: Page): Promise<void> {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 2 to 3' }).click()
}

/** Boat 2's position as the project is saved. */
async function position(page: Page): Promise<Property> {
  const { project } = await savedFile(page)
  return project.scenes[0]!.layers.find(({ name }) => name === 'Boat 2')!.properties['position']!
}

const drag = (page: Page, [x, y]: readonly [number, number], by: readonly [number, number]): Promise<void> =>
  dragTo(page, [x, y], [x + by[0], y + by[1]])

const beads = (page: Page): Locator => page.getByRole('button', { name: /^Boat 2 (key|waypoint) \d of/ })
const bar = (page: Page): Locator => page.getByRole('toolbar', { name: 'Route at the selected keys' })
/** Screen px a stage px. */
async function zoom(page: Page): Promise<number> {
  const words = await page.getByRole('toolbar', { name: 'Zoom' }).locator('output').textContent()
  return Number(words!.replace(/\D/g, '')) / 100
}

test('a bead is dragged where the playhead is not, and the playhead stays', async ({ page }) => {
  await openRoute(page)
  const before = await position(page)
  await drag(page, await middleOf(beads(page).nth(1)), [30, -24])
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:04:02')
  const after = await position(page)
  const [from, to] = [before, after].map(({ keys }) => keys[1]!.value as readonly [number, number])
  const scale = await zoom(page)
  expect(Math.abs(to![0] - from![0] - 30 / scale)).toBeLessThan(2)
  expect(Math.abs(to![1] - from![1] + 24 / scale)).toBeLessThan(2)
  expect(after.keys.map(({ t }) => t)).toEqual(before.keys.map(({ t }) => t))
  await page.keyboard.press('ControlOrMeta+z')
  expect(await position(page)).toEqual(before)
})

test('handles of a joined key turn together, with Alt apart, and by keyboard', async ({ page }) => {
  await openRoute(page)
  await beads(page).nth(1).click()
  await bar(page).getByRole('button', { name: 'Joined' }).click()
  await drag(page, await middleOf(page.getByRole('slider', { name: 'Boat 2, leave handle' })), [-20, 40])
  const { arrive, leave } = (await position(page)).keys[1]!.route!
  expect(Math.abs(arrive[0] * leave[1] - arrive[1] * leave[0])).toBeLessThan(
    1e-6 * Math.hypot(...arrive) * Math.hypot(...leave),
  )
  await page.keyboard.down('Alt')
  await drag(page, await middleOf(page.getByRole('slider', { name: 'Boat 2, leave handle' })), [30, 10])
  await page.keyboard.up('Alt')
  const freed = (await position(page)).keys[1]!.route!
  expect(freed.through).toBe('corner')
  expect(freed.arrive).toEqual(arrive)
  const slider = page.getByRole('slider', { name: 'Boat 2, arrive handle' })
  await slider.focus()
  await page.keyboard.press('Shift+ArrowDown')
  const nudged = (await position(page)).keys[1]!.route!
  expect(nudged.arrive[1] - arrive[1]).toBeCloseTo(10, 9)
  await expect(slider).toHaveAttribute('aria-valuetext', /px at -?\d+°/)
})

test('corner, joined and smooth go round with R for all selected keys', async ({ page }) => {
  await openRoute(page)
  await beads(page).nth(1).click()
  await beads(page)
    .nth(4)
    .click({ modifiers: ['Shift'] })
  await bar(page).getByRole('button', { name: 'Corner' }).click()
  const throughs = async (): Promise<unknown[]> =>
    (await position(page)).keys.filter((_, i) => i === 1 || i === 4).map(({ route }) => route?.through)
  expect(await throughs()).toEqual(['corner', 'corner'])
  await page.keyboard.press('r')
  expect(await throughs()).toEqual(['joined', 'joined'])
  await page.keyboard.press('r')
  expect(await throughs()).toEqual(['smooth', 'smooth'])
})

test('a click on the line adds a key that changes no motion; Delete heals it away again', async ({
  page,
}) => {
  await openRoute(page)
  const before = await position(page)
  const [first, second] = [await middleOf(beads(page).nth(0)), await middleOf(beads(page).nth(1))]
  const line = page.locator('[data-route-line]').first()
  const on = await line.evaluate((path: SVGPathElement) => {
    const { x, y } = path.getPointAtLength(path.getTotalLength() * 0.6)
    const { left, top } = path.ownerSVGElement!.getBoundingClientRect()
    return [x + left, y + top] as const
  })
  expect(on[0]).toBeGreaterThan(Math.min(first[0], second[0]))
  await page.mouse.click(...on)
  const added = await position(page)
  expect(added.keys).toHaveLength(before.keys.length + 1)
  const [a, b] = [before, added].map((given) => compileProperty(given, []))
  const gap = (one: typeof a, other: typeof a): number =>
    Math.max(
      ...Array.from({ length: 288 }, (_, frame) => {
        const time = (frame * TICKS_PER_SECOND) / 24
        const [here, there] = [valueAt(one!, time), valueAt(other!, time)]
        return Math.hypot(here[0]! - there[0]!, here[1]! - there[1]!)
      }),
    )
  expect(gap(a, b)).toBeLessThan(1e-3)
  await page.keyboard.press('Delete')
  const healed = await position(page)
  expect(healed.keys.map(({ id }) => id)).toEqual(before.keys.map(({ id }) => id))
  expect(gap(a, compileProperty(healed, []))).toBeLessThan(1)
})

test('dragging the line curves it through the pointer', async ({ page }) => {
  await openRoute(page)
  const line = page.locator('[data-route-line]').first()
  const grip = (path: SVGPathElement): readonly [number, number] => {
    const { x, y } = path.getPointAtLength(path.getTotalLength() / 2)
    const { left, top } = path.ownerSVGElement!.getBoundingClientRect()
    return [x + left, y + top]
  }
  const from = await line.evaluate(grip)
  await drag(page, from, [0, 60])
  const nearest = await line.evaluate(
    (path: SVGPathElement, [x, y]: readonly [number, number]) => {
      const { left, top } = path.ownerSVGElement!.getBoundingClientRect()
      let least = Infinity
      for (let i = 0; i <= 400; i += 1) {
        const point = path.getPointAtLength((i / 400) * path.getTotalLength())
        least = Math.min(least, Math.hypot(point.x + left - x, point.y + top - y))
      }
      return least
    },
    [from[0], from[1] + 60] as const,
  )
  expect(nearest).toBeLessThan(2)
})

test('Ctrl/Cmd and a drag of the layer moves its whole route', async ({ page }) => {
  await openRoute(page)
  const before = await position(page)
  const box = (await page.getByRole('region', { name: 'Stage' }).boundingBox())!
  const compiled = compileProperty(before, [])
  const [x, y] = valueAt(compiled, (98 * TICKS_PER_SECOND) / 24) as [number, number]
  const scale = await zoom(page)
  const frame = (await page.locator('.overlay rect').first().boundingBox())!
  const at = [frame.x + x * scale, frame.y + (y - 60) * scale] as const
  expect(at[1]).toBeLessThan(box.y + box.height)
  await page.keyboard.down('ControlOrMeta')
  await drag(page, at, [34, 17])
  await page.keyboard.up('ControlOrMeta')
  const after = await position(page)
  after.keys.forEach((key, i) => {
    const [was, is] = [before.keys[i]!.value, key.value] as [
      readonly [number, number],
      readonly [number, number],
    ]
    expect(Math.abs(is[0] - was[0] - 34 / scale)).toBeLessThan(2.5)
    expect(Math.abs(is[1] - was[1] - 17 / scale)).toBeLessThan(2.5)
    expect(key.route).toEqual(before.keys[i]!.route)
  })
})

test('a route is drawn by hand: its keys are few, and it goes where the hand went', async ({ page }) => {
  await openRoute(page)
  await page.getByRole('button', { name: /^Draw the motion path/ }).click()
  await page.getByRole('button', { name: 'Keep the hand’s own timing' }).click()
  const scale = await zoom(page)
  const frame = (await page.locator('.overlay rect').first().boundingBox())!
  const at = (i: number): readonly [number, number] => [
    frame.x + 60 + i * 8,
    frame.y + 150 + 70 * Math.sin(i / 12),
  ]
  await page.mouse.move(...at(0))
  await page.mouse.down()
  for (let i = 1; i <= 60; i += 1) await page.mouse.move(...at(i))
  await page.mouse.up()
  const drawn = await position(page)
  expect(drawn.keys.length).toBeLessThanOrEqual(9)
  expect(drawn.keys.filter(({ timeless }) => !timeless)).toHaveLength(2)
  const [first, last] = [drawn.keys[0]!, drawn.keys[drawn.keys.length - 1]!].map(
    ({ value }) => value as [number, number],
  )
  // The boat rides on the harbour, which is being pushed in a little: ways are compared, within a few percent.
  expect(Math.abs(last![0] - first![0] - (at(60)[0] - at(0)[0]) / scale)).toBeLessThan(60)
  expect(Math.abs(last![1] - first![1] - (at(60)[1] - at(0)[1]) / scale)).toBeLessThan(20)
  await page.keyboard.press('ControlOrMeta+z')
  expect((await position(page)).keys).toHaveLength(5)
})

test('a whole route is mirrored, turned and scaled about a point', async ({ page }) => {
  await openRoute(page)
  const before = (await position(page)).keys.map(({ value }) => value as readonly [number, number])
  await beads(page).nth(1).click()
  await bar(page).getByRole('button', { name: 'Whole route' }).click()
  await page.getByLabel('about').selectOption('this key')
  await page.getByRole('button', { name: 'Mirror left to right' }).click()
  const pivot = before[1]!
  const mirrored = (await position(page)).keys.map(({ value }) => value as readonly [number, number])
  mirrored.forEach(([x, y], i) => {
    expect(x).toBeCloseTo(2 * pivot[0] - before[i]![0], 6)
    expect(y).toBeCloseTo(before[i]![1], 6)
  })
  await page.getByLabel('Scale, %').fill('50')
  await page.getByLabel('Scale, %').press('Enter')
  const scaled = (await position(page)).keys.map(({ value }) => value as readonly [number, number])
  scaled.forEach(([x], i) => expect(x).toBeCloseTo(pivot[0] + (mirrored[i]![0] - pivot[0]) / 2, 6))
})
