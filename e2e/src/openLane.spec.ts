import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { compileProperty, graphHandles, valueAt, type Property } from '@arrow-bend/core/property'
import { openDemo, savedFile } from './desk.ts'
import { dragTo, middleOf } from './stage.ts'

/** Opens the lane of the subtitle's opacity: up, level, down, up to nothing. */
async function openLane(page: Page): Promise<void> {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  await page.keyboard.press('Enter')
  await expect(lane(page)).toBeVisible()
}
const lane = (page: Page): Locator => page.getByRole('group', { name: 'Subtitle opacity, graph' })
const bead = (page: Page, n: number): Locator =>
  page.getByRole('slider', { name: `Subtitle opacity, key ${n}`, exact: true })
const grip = (page: Page, side: string, of = 'value'): Locator =>
  page.getByRole('slider', { name: `${side} handle, keys 1 to 2, ${of}` })
const opacity = async (page: Page): Promise<Property> =>
  (await savedFile(page)).project.scenes[0]!.layers.find(({ name }) => name === 'Subtitle')!.properties[
    'opacity'
  ]!
const handlesOf = (property: Property) => graphHandles(compileProperty(property, []), 0)!

test('the curve drawn is the value at every moment', async ({ page }) => {
  await openLane(page)
  const property = await opacity(page)
  const beads = await lane(page)
    .locator('.dots .ring')
    .evaluate((ring) =>
      [...ring.getAttribute('d')!.matchAll(/M(\S+) (\S+)h/g)].map(([, x, y]) => [Number(x), Number(y)]),
    )
  const path = (await lane(page).locator('[data-curve="value0"]').getAttribute('d'))!
  const points = path
    .slice(1)
    .split('L')
    .map((point) => point.split(' ').map(Number) as [number, number])
  // Two beads give both scales: ticks and units a px.
  const { keys } = property
  const [first, second] = [beads[0]!, beads[1]!]
  const ticks = (keys[1]!.t - keys[0]!.t) / (second[0]! - first[0]!)
  const units = ((keys[1]!.value as number) - (keys[0]!.value as number)) / (second[1]! - first[1]!)
  const compiled = compileProperty(property, [])
  // Straight from point to point: looked at twice a px.
  const drawn = points.slice(1).flatMap(([x1, y1], i) => {
    const [x0, y0] = points[i]!
    const count = Math.max(1, Math.ceil((x1 - x0) * 2))
    return Array.from({ length: count }, (_, k) => {
      const share = k / count
      return [x0 + share * (x1 - x0), y0 + share * (y1 - y0)] as const
    })
  })
  let most = 0
  for (const [x, y] of drawn) {
    const value = valueAt(compiled, keys[0]!.t + (x - first[0]!) * ticks)[0]!
    most = Math.max(most, Math.abs(first[1]! + (value - (keys[0]!.value as number)) / units - y))
  }
  expect(drawn.length).toBeGreaterThan(1000)
  expect(most).toBeLessThan(0.5)
})

test('a bead is dragged in time and value, Shift keeps to one, and undo is exact', async ({ page }) => {
  await openLane(page)
  const before = await opacity(page)
  const from = await middleOf(bead(page, 2))
  await dragTo(page, from, [from[0] + 26, from[1] + 40])
  const moved = await opacity(page)
  expect(moved.keys[1]!.t).toBeGreaterThan(before.keys[1]!.t)
  expect(moved.keys[1]!.value as number).toBeLessThan(80)
  expect(moved.keys[1]!.bend).toEqual(before.keys[1]!.bend)
  await page.keyboard.press('ControlOrMeta+z')
  expect(await opacity(page)).toEqual(before)
  await page.keyboard.down('Shift')
  await dragTo(page, from, [from[0] + 4, from[1] + 40])
  await page.keyboard.up('Shift')
  const lower = await opacity(page)
  expect(lower.keys[1]!.t).toBe(before.keys[1]!.t)
  expect(lower.keys[1]!.value).not.toBe(before.keys[1]!.value)
})

test('a bead in a graph says what gives way where it lands, and with ripple takes along what follows', async ({
  page,
}) => {
  await openLane(page)
  const before = await opacity(page)
  const [from, to] = [await middleOf(bead(page, 2)), await middleOf(bead(page, 3))]
  await page.keyboard.down('Shift')
  await dragTo(page, from, [to[0], from[1]], async () => {
    await expect(page.getByText(/1 key gives way; a frame beside keeps both/).first()).toBeVisible()
  })
  await page.keyboard.up('Shift')
  expect((await opacity(page)).keys).toHaveLength(before.keys.length - 1)
  await page.getByRole('button', { name: 'Keep both, a frame apart' }).click()
  expect((await opacity(page)).keys.map(({ value }) => value)).toEqual(before.keys.map(({ value }) => value))
  await page.keyboard.press('ControlOrMeta+z')
  expect(await opacity(page)).toEqual(before)

  await page.getByRole('button', { name: 'Ripple' }).click()
  await page.keyboard.down('Shift')
  await dragTo(page, from, [from[0] + 30, from[1]])
  await page.keyboard.up('Shift')
  const after = await opacity(page)
  const moved = after.keys.map(({ t }, i) => t - before.keys[i]!.t)
  expect(moved[0]).toBe(0)
  expect(moved[1]).toBeGreaterThan(0)
  expect(new Set(moved.slice(1)).size).toBe(1)
  expect(after.keys.map(({ value }) => value)).toEqual(before.keys.map(({ value }) => value))
})

test('a handle is dragged in reach and value, past the keys too, and the axis makes room', async ({
  page,
}) => {
  await openLane(page)
  const before = handlesOf(await opacity(page))
  const from = await middleOf(grip(page, 'Leave'))
  const key = await middleOf(bead(page, 1))
  const box = (await lane(page).boundingBox())!
  await dragTo(page, from, [from[0] + 20, box.y - 30], async () => {
    // Far above the lane, and still in it.
    await expect.poll(async () => (await middleOf(grip(page, 'Leave')))[1]).toBeGreaterThan(box.y)
  })
  const after = handlesOf(await opacity(page))
  expect(after.leave.reach).toBeGreaterThan(before.leave.reach)
  expect(after.leave.offset[0]!).toBeGreaterThan(100)
  expect(after.arrive).toEqual(before.arrive)
  expect((await opacity(page)).keys[0]!.value).toBe(0)
  expect(key[0]).toBeLessThan(from[0])
  await page.keyboard.press('ControlOrMeta+z')
  expect(handlesOf(await opacity(page))).toEqual(before)
})

test('the curve itself follows the pointer between its keys, and a double click adds a key that changes nothing', async ({
  page,
}) => {
  await openLane(page)
  const before = await opacity(page)
  const [a, b] = [await middleOf(bead(page, 1)), await middleOf(bead(page, 2))]
  const compiled = compileProperty(before, [])
  const middle = (before.keys[0]!.t + before.keys[1]!.t) / 2
  const value = valueAt(compiled, middle)[0]!
  const units = ((before.keys[1]!.value as number) - (before.keys[0]!.value as number)) / (b[1] - a[1])
  const at: [number, number] = [(a[0] + b[0]) / 2, a[1] + (value - (before.keys[0]!.value as number)) / units]
  await dragTo(page, at, [at[0], at[1] + 20])
  const bent = await opacity(page)
  expect(Math.abs(valueAt(compileProperty(bent, []), middle)[0]! - value - 20 * units)).toBeLessThan(1.5)
  expect(bent.keys.map((key) => key.value)).toEqual(before.keys.map((key) => key.value))
  await page.keyboard.press('ControlOrMeta+z')
  // What takes hold of the curve follows it a frame later, sooner than a hand could press again.
  const curve = lane(page).locator('[data-curve="value0"]')
  const reach = lane(page).locator('[data-part="curve-reach"]')
  await expect
    .poll(async () => (await reach.getAttribute('d')) === (await curve.getAttribute('d')))
    .toBe(true)
  await page.mouse.dblclick(...at)
  const keyed = await opacity(page)
  expect(keyed.keys).toHaveLength(before.keys.length + 1)
  for (let i = 0; i <= 40; i += 1) {
    const time = before.keys[0]!.t + (i / 40) * (before.keys[1]!.t - before.keys[0]!.t)
    expect(valueAt(compileProperty(keyed, []), time)[0]!).toBeCloseTo(valueAt(compiled, time)[0]!, 6)
  }
})

test('a lane with the keyboard opens by Enter; one that does not move has no graph', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: /^Title opacity, keys 1 to 2/ }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Title opacity, graph' })).toBeVisible()
  await page.getByRole('button', { name: 'Title: list all properties', exact: true }).click()
  await page.getByRole('button', { name: 'Content', exact: true }).first().dblclick()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: /, graph$/ })).toHaveCount(1)
})

test('in the speed graph a handle’s height is the speed and its length the reach', async ({ page }) => {
  await openLane(page)
  await page.keyboard.press('v')
  const leave = grip(page, 'Leave', 'speed')
  await expect(leave).toBeVisible()
  const before = handlesOf(await opacity(page))
  const from = await middleOf(leave)
  await dragTo(page, from, [from[0], from[1] - 25])
  const faster = handlesOf(await opacity(page))
  expect(faster.leave.speed[0]!).toBeGreaterThan(before.leave.speed[0]! + 10)
  expect(faster.leave.reach).toBeCloseTo(before.leave.reach, 6)
  const at = await middleOf(leave)
  await dragTo(page, at, [at[0] + 15, at[1]])
  const longer = handlesOf(await opacity(page))
  expect(longer.leave.reach).toBeGreaterThan(faster.leave.reach + 0.05)
  expect(Math.abs(longer.leave.speed[0]! / faster.leave.speed[0]! - 1)).toBeLessThan(0.05)
})

test('lanes open and close, turn and grow, and are worked from the keyboard', async ({ page }) => {
  await openLane(page)
  const before = await opacity(page)
  await grip(page, 'Leave').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowUp')
  const nudged = handlesOf(await opacity(page))
  expect(nudged.leave.reach).toBeCloseTo(handlesOf(before).leave.reach + 0.01, 9)
  expect(nudged.leave.offset[0]!).toBeGreaterThan(handlesOf(before).leave.offset[0]!)
  await bead(page, 2).focus()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('ArrowRight')
  const key = (await opacity(page)).keys[1]!
  expect(key.value).toBe((before.keys[1]!.value as number) - 10)
  expect(key.t).toBeGreaterThan(before.keys[1]!.t)
  const height = (await lane(page).boundingBox())!.height
  await page.getByRole('separator', { name: 'Height of Subtitle opacity' }).focus()
  await page.keyboard.press('ArrowDown')
  await expect.poll(async () => (await lane(page).boundingBox())!.height).toBe(height + 12)
  await page.getByRole('button', { name: 'Both', exact: true }).click()
  await expect(lane(page).locator('[data-graph]')).toHaveCount(2)
  await page.getByRole('button', { name: 'Close the graph of Subtitle opacity' }).click()
  await expect(lane(page)).toHaveCount(0)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).dblclick()
  await expect(lane(page)).toBeVisible()
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('Shift+Enter')
  const deck = (await page.getByRole('group', { name: 'Layers and lanes' }).boundingBox())!.height
  await expect.poll(async () => (await lane(page).boundingBox())!.height).toBeCloseTo(deck, 0)
})
