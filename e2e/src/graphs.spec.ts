import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import {
  compileProperty,
  speedAt,
  valueAt,
  type CompiledProperty,
  type Property,
} from '@arrow-bend/core/property'
import { openDemo, savedFile, type } from './desk.ts'
import { dragTo, middleOf } from './stage.ts'

/** A property of a layer as saved. */
async function propertyOf(page: Page, layer: string, name: string): Promise<Property> {
  const { project } = await savedFile(page)
  return project.scenes[0]!.layers.find((one) => one.name === layer)!.properties[name]!
}
/** The subtitle's opacity: up, level, down. */
async function openOpacity(page: Page): Promise<Locator> {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  await page.keyboard.press('Enter')
  const lane = page.getByRole('group', { name: 'Subtitle opacity, graph' })
  await expect(lane).toBeVisible()
  return lane
}
const opacity = (page: Page): Promise<Property> => propertyOf(page, 'Subtitle', 'opacity')
/** Points of a drawn curve, px of the screen. */
async function drawn(lane: Locator, curve: string): Promise<[number, number][]> {
  const box = (await lane.boundingBox())!
  const path = (await lane.locator(`[data-curve="${curve}"]`).getAttribute('d'))!
  return path
    .slice(1)
    .split('L')
    .map((point) => point.split(' ').map(Number) as [number, number])
    .map(([x, y]) => [x + box.x, y + box.y])
}
/** The times of the first span and where it lies on the screen. */
const spanOn = (page: Page, lane: Locator) => async () => {
  const beads = lane.getByRole('slider', { name: /, key [12]$/ })
  const [a, b] = [await middleOf(beads.nth(0)), await middleOf(beads.nth(1))]
  return { a, b, page }
}
const areaOf = (compiled: CompiledProperty, index = 0): number => {
  const [from, to] = [compiled.times[index]!, compiled.times[index + 1]!]
  const count = 4000
  let sum = 0
  for (let i = 0; i <= count; i += 1) {
    const time = Math.min(to - 1, Math.max(from + 1, from + ((to - from) * i) / count))
    sum += speedAt(compiled, time)[0]! * (i === 0 || i === count ? 1 : i % 2 ? 4 : 2)
  }
  return (sum * ((to - from) / 705_600_000)) / count / 3
}

test('the speed curve follows the pointer, and its area stays the change of the value', async ({ page }) => {
  const lane = await openOpacity(page)
  const { a, b } = await spanOn(page, lane)()
  await page.keyboard.press('v')
  await expect(lane.locator('[data-curve="speed0"]')).toBeVisible()
  const before = await opacity(page)
  const points = await drawn(lane, 'speed0')
  // The curve drawn is the speed at every moment, to half a pixel: by the zero line and the peak of the first span.
  const was = compileProperty(before, [])
  const ticks = (before.keys[1]!.t - before.keys[0]!.t) / (b[0] - a[0])
  const speedOn = (x: number): number => speedAt(was, before.keys[0]!.t + (x - a[0]) * ticks)[0]!
  const zero = points.find(([x]) => x > b[0] + 20)![1]
  const inFirst = points.filter(([x]) => x > a[0] + 1 && x < b[0] - 1)
  const peak = inFirst.reduce((top, point) => (point[1] < top[1] ? point : top))
  const pixels = (zero - peak[1]) / speedOn(peak[0])
  for (const [x, y] of inFirst) expect(Math.abs(zero - pixels * speedOn(x) - y)).toBeLessThan(0.5)
  const middle = points.reduce((near, point) =>
    Math.abs(point[0] - (a[0] + b[0]) / 2) < Math.abs(near[0] - (a[0] + b[0]) / 2) ? point : near,
  )
  await dragTo(page, middle, [middle[0], middle[1] + 20])
  const after = await opacity(page)
  expect(after.keys.map(({ t, value }) => [t, value])).toEqual(before.keys.map(({ t, value }) => [t, value]))
  const [slow, fast] = [after, before].map(
    (one) => speedAt(compileProperty(one, []), (before.keys[0]!.t + before.keys[1]!.t) / 2)[0]!,
  )
  expect(slow!).toBeLessThan(fast! * 0.9)
  const change = (before.keys[1]!.value as number) - (before.keys[0]!.value as number)
  expect(Math.abs(areaOf(compileProperty(after, [])) - change)).toBeLessThan(0.001 * Math.abs(change))
  await page.keyboard.press('ControlOrMeta+z')
  expect(await opacity(page)).toEqual(before)
})

test('a speed drawn by hand becomes the span’s: two spikes of equal height, the same change', async ({
  page,
}) => {
  const lane = await openOpacity(page)
  const { a, b } = await spanOn(page, lane)()
  await page.keyboard.press('v')
  await page.getByRole('button', { name: 'Draw the speed' }).click()
  // While it stands level the curve lies on the zero line.
  const foot = (await drawn(lane, 'speed0')).find(([x]) => x > b[0] + 20)![1]
  await page.mouse.move(a[0] + 1, foot)
  await page.mouse.down()
  for (let i = 1; i <= 60; i += 1)
    await page.mouse.move(
      a[0] + ((b[0] - a[0]) * i) / 60,
      foot - 40 * Math.abs(Math.sin((2 * Math.PI * i) / 60)),
    )
  await page.mouse.up()
  const after = compileProperty(await opacity(page), [])
  const [t0, t1] = [after.times[0]!, after.times[1]!]
  const at = (u: number): number => speedAt(after, t0 + u * (t1 - t0))[0]!
  expect(Math.abs(at(0.25) / at(0.75) - 1)).toBeLessThan(0.1)
  expect(at(0.5)).toBeLessThan(0.35 * at(0.25))
  expect(valueAt(after, t1)[0]).toBe(100)
})

test('Ctrl and two presses add a point of the bend, which is moved and taken away', async ({ page }) => {
  const lane = await openOpacity(page)
  const before = await opacity(page)
  const { a, b } = await spanOn(page, lane)()
  const points = await drawn(lane, 'value0')
  const on = points.find(([x]) => x > a[0] + (b[0] - a[0]) * 0.55)!
  await page.keyboard.down('Control')
  await page.mouse.dblclick(...on)
  await page.keyboard.up('Control')
  const node = lane.getByRole('slider', { name: 'Point 1 of the bend, keys 1 to 2', exact: true })
  await expect(node).toBeVisible()
  const added = await opacity(page)
  expect(added.keys).toHaveLength(before.keys.length)
  for (let i = 0; i <= 20; i += 1) {
    const time = before.keys[0]!.t + (i / 20) * (before.keys[1]!.t - before.keys[0]!.t)
    const [was, is] = [before, added].map((one) => valueAt(compileProperty(one, []), time)[0]!)
    expect(Math.abs(is! - was!)).toBeLessThan(0.2)
  }
  const from = await middleOf(node)
  await dragTo(page, from, [from[0] - 10, from[1] - 25])
  const { bend } = (await opacity(page)).keys[0]!
  const was = added.keys[0]!.bend
  if (bend.kind !== 'points' || was.kind !== 'points') throw new Error('no points')
  expect(bend.nodes[1]!.at[0]).toBeLessThan(was.nodes[1]!.at[0])
  expect(bend.nodes[1]!.at[1]).toBeGreaterThan(was.nodes[1]!.at[1])
  await node.focus()
  await page.keyboard.press('Delete')
  await expect(node).toHaveCount(0)
})

test('two selected keys have a box, which scales them in time and in value', async ({ page }) => {
  const lane = await openOpacity(page)
  const bead = (n: number): Locator =>
    lane.getByRole('slider', { name: `Subtitle opacity, key ${n}`, exact: true })
  await bead(1).click()
  await bead(2).click({ modifiers: ['Shift'] })
  const before = await opacity(page)
  const right = lane.getByRole('button', { name: 'Scale the selected keys by the right of their box' })
  const from = await middleOf(right)
  const long = (await middleOf(bead(2)))[0] - (await middleOf(bead(1)))[0]
  await dragTo(page, from, [from[0] - long / 2, from[1]])
  const shorter = await opacity(page)
  expect(shorter.keys[0]!.t).toBe(before.keys[0]!.t)
  const share = (shorter.keys[1]!.t - before.keys[0]!.t) / (before.keys[1]!.t - before.keys[0]!.t)
  expect(Math.abs(share - 0.5)).toBeLessThan(0.04)
  expect(shorter.keys[1]!.bend).toEqual(before.keys[1]!.bend)
  const top = lane.getByRole('button', { name: 'Scale the selected keys by the top of their box' })
  const at = await middleOf(top)
  await dragTo(page, at, [at[0], at[1] + 30])
  const lower = await opacity(page)
  expect(lower.keys[0]!.value).toBe(before.keys[0]!.value)
  expect(lower.keys[1]!.value as number).toBeLessThan(before.keys[1]!.value as number)
  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.press('ControlOrMeta+z')
  expect(await opacity(page)).toEqual(before)
  await top.focus()
  await page.keyboard.press('ArrowDown')
  expect((await opacity(page)).keys[1]!.value as number).toBeLessThan(before.keys[1]!.value as number)
})

test('what limits hide is hatched; the range is typed, zoomed and fitted', async ({ page }) => {
  const lane = await openOpacity(page)
  await expect(lane.locator('[data-part="lost"]')).toHaveCount(0)
  await page.keyboard.press('7')
  await expect(lane.locator('[data-part="lost"]')).toHaveCount(1)
  const numbers = lane.locator('[data-graph] text.number')
  await type(page, 'Subtitle opacity, shown from, %', '-100')
  await type(page, 'Subtitle opacity, shown to, %', '400')
  await expect(numbers.last()).toHaveText('400')
  await lane.hover({ position: { x: 500, y: 60 } })
  await page.keyboard.down('Alt')
  await page.mouse.wheel(0, -400)
  await page.keyboard.up('Alt')
  await expect(numbers.last()).not.toHaveText('400')
  await page.getByRole('button', { name: 'Fit all values of Subtitle opacity' }).click()
  await expect(numbers.first()).toHaveText('0')
})

test('a place shows how far it has gone; its beads there move in time only, its handles are the bend’s', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2 position, keys 1 to 2' }).click()
  await page.keyboard.press('Enter')
  const lane = page.getByRole('group', { name: 'Boat 2 position, graph' })
  await expect(lane.locator('[data-curve="value1"]')).toHaveClass(/second/)
  await page.getByRole('button', { name: 'Distance', exact: true }).click()
  const before = await propertyOf(page, 'Boat 2', 'position')
  const bead = lane.getByRole('slider', { name: 'Boat 2 position, key 2', exact: true })
  const from = await middleOf(bead)
  await dragTo(page, from, [from[0] + 30, from[1] - 40])
  const moved = await propertyOf(page, 'Boat 2', 'position')
  expect(moved.keys[1]!.t).toBeGreaterThan(before.keys[1]!.t)
  expect(moved.keys[1]!.value).toEqual(before.keys[1]!.value)
  const grip = lane.getByRole('slider', { name: 'Leave handle, keys 1 to 2, distance' })
  const at = await middleOf(grip)
  await dragTo(page, at, [at[0] + 20, at[1] - 10])
  expect((await propertyOf(page, 'Boat 2', 'position')).keys[0]!.bend).not.toEqual(moved.keys[0]!.bend)
})

test('a marquee in a graph takes the beads within it, by value too', async ({ page }) => {
  const lane = await openOpacity(page)
  const beads = lane.getByRole('slider', { name: /^Subtitle opacity, key \d$/ })
  const at = await Promise.all(Array.from({ length: await beads.count() }, (_, i) => middleOf(beads.nth(i))))
  const high = Math.min(...at.map(([, y]) => y))
  const right = Math.max(...at.map(([x]) => x))
  await page.keyboard.press('Escape')
  // From above all beads down past the high ones, but not to those at the foot.
  await dragTo(page, [at[0]![0] - 14, high - 8], [right + 14, high + 8])
  const chosen = lane.locator('.bead.chosen')
  await expect(chosen).toHaveCount(at.filter(([, y]) => y <= high + 8).length)
  expect(at.some(([, y]) => y > high + 8)).toBe(true)
})

test('a ribbon is bent by hand: up stronger, down softer, sideways where it is fastest; it says its values', async ({
  page,
}) => {
  await openDemo(page)
  const ribbon = page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' })
  const fastest = (property: Property): { speed: number; u: number } => {
    const compiled = compileProperty(property, [])
    const [t0, t1] = [compiled.times[0]!, compiled.times[1]!]
    return Array.from({ length: 201 }, (_, i) => ({
      u: i / 200,
      speed: speedAt(compiled, Math.min(t1 - 1, t0 + (i / 200) * (t1 - t0)))[0]!,
    })).reduce((most, one) => (one.speed > most.speed ? one : most))
  }
  const before = await opacity(page)
  const from = await middleOf(ribbon)
  await page.mouse.move(...from)
  await expect(ribbon.locator('xpath=ancestor::*[local-name()="svg"]').locator('text.under')).toContainText(
    '%/s',
  )
  await dragTo(page, from, [from[0] + 2, from[1] - 50])
  const stronger = await opacity(page)
  expect(fastest(stronger).speed).toBeGreaterThan(fastest(before).speed * 1.1)
  await page.keyboard.press('ControlOrMeta+z')
  await dragTo(page, from, [from[0], from[1] + 60])
  expect(fastest(await opacity(page)).speed).toBeLessThan(fastest(before).speed)
  await page.keyboard.press('ControlOrMeta+z')
  expect(await opacity(page)).toEqual(before)
  await dragTo(page, from, [from[0] + 18, from[1] + 1])
  expect(fastest(await opacity(page)).u).toBeGreaterThan(fastest(before).u + 0.1)
})
