import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { expectMessagesBelow } from './messages.ts'
import type { Outline } from '@arrow-bend/core/property'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { newProject, savedFile, type } from './desk.ts'
import { frameOnScreen, middleOf } from './stage.ts'
import { key } from './trialScene.ts'

/** A pennant drawn with the pen, in px of the frame; its own origin is the middle of its box. */
const PENNANT = [
  [400, 200],
  [640, 200],
  [880, 360],
  [640, 520],
  [400, 520],
] as const

async function drawPennant(page: Page): Promise<(x: number, y: number) => readonly [number, number]> {
  await newProject(page)
  const { x: left, y: top, scale } = await frameOnScreen(page, 1280)
  const seen = (x: number, y: number) => [left + x * scale, top + y * scale] as const
  await page.getByRole('button', { name: 'Pen: draw a path' }).click()
  for (const [x, y] of [...PENNANT, PENNANT[0]]) await page.mouse.click(...seen(x, y))
  await expect(page.getByRole('button', { name: 'Path', exact: true })).toBeVisible()
  return seen
}
const property = async (page: Page) =>
  (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['outline']!
const places = async (page: Page) =>
  ((await property(page)).value as Outline).vertices.map(({ at }) => at.map(Math.round))
const vertex = (page: Page, i: number) => page.getByRole('button', { name: new RegExp(`^Vertex ${i} of`) })
const drag = async (page: Page, from: readonly [number, number], by: readonly [number, number]) => {
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move(from[0] + by[0] / 2, from[1] + by[1] / 2)
  await page.mouse.move(from[0] + by[0], from[1] + by[1])
  await page.mouse.up()
}

test('two clicks on a path open its outline: vertices are dragged, added, smoothed, deleted, and undone exactly', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  const drawn = await places(page)
  expect(drawn).toHaveLength(5)
  await page.mouse.dblclick(...seen(560, 360))
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  await expect(bar).toContainText('5 vertices')

  await drag(page, seen(880, 360), [40, -20])
  await expect(bar).toContainText('Vertex 3 of 5')
  const { scale } = await frameOnScreen(page, 1280)
  const moved = await places(page)
  expect(Math.abs(moved[2]![0]! - drawn[2]![0]! - 40 / scale)).toBeLessThan(1.5)
  expect(Math.abs(moved[2]![1]! - drawn[2]![1]! + 20 / scale)).toBeLessThan(1.5)
  expect(moved.filter((_, i) => i !== 2)).toEqual(drawn.filter((_, i) => i !== 2))

  // A click on the line puts a vertex there, which changes no shape; Delete takes it out again.
  await page.mouse.click(...seen(520, 200))
  await expect(bar).toContainText('Vertex 2 of 6')
  const between = (await places(page))[1]!
  expect(between[0]).toBeGreaterThan(drawn[0]![0]!)
  expect(between[0]).toBeLessThan(drawn[1]![0]!)
  expect(between[1]).toBe(drawn[0]![1])
  await page.keyboard.press('Delete')
  await expect(bar).toContainText('5 vertices')
  expect(await places(page)).toEqual(moved)

  await vertex(page, 3).click()
  await bar.getByRole('button', { name: 'Smooth' }).click()
  const handle = page.getByRole('slider', { name: 'Vertex 3, leave handle' })
  const box = (await handle.boundingBox())!
  await drag(page, [box.x + 10, box.y + 10], [30, 0])
  const { vertices } = (await property(page)).value as Outline
  const { arrive, leave } = vertices[2]!
  expect(Math.abs(arrive.angle - leave.angle) % 360).toBeCloseTo(180, 6)

  for (const name of ['Handle moved', 'Made smooth', 'Vertex deleted', 'Vertex added', 'Vertex moved']) {
    await expect(page.getByText(name, { exact: true })).toBeVisible()
    await page.keyboard.press('Control+z')
  }
  expect(await places(page)).toEqual(drawn)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await expect(bar).toBeHidden()
})

test('an outline is bent by keys alone, and what is no vertex stays', async ({ page }) => {
  await drawPennant(page)
  const drawn = await places(page)
  await page.getByRole('region', { name: 'Stage' }).focus()
  await page.keyboard.press('Enter')
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  await expect(bar).toContainText('5 vertices')
  // With none chosen Delete takes nothing away: not the layer either.
  await page.keyboard.press('Delete')
  await expect(page.getByText('Choose vertices to delete them')).toBeVisible()
  await vertex(page, 1).focus()
  await page.keyboard.press('ArrowRight')
  await expect(vertex(page, 2)).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('ArrowLeft')
  expect((await places(page))[1]).toEqual([drawn[1]![0]! - 1, drawn[1]![1]! + 10])
  const { at } = ((await property(page)).value as Outline).vertices[1]!
  await type(page, 'Vertex X, px', '33')
  await type(page, 'Roundness of the corner, px', '12')
  const { vertices } = (await property(page)).value as Outline
  expect(vertices[1]).toMatchObject({ at: [33, at[1]], corner: 12 })
  await vertex(page, 2).focus()
  await page.keyboard.press('Control+a')
  await expect(bar).toContainText('5 of 5 vertices')
  await page.keyboard.press('Delete')
  await expect(page.getByText('An outline has two vertices at least')).toBeVisible()
  expect(await places(page)).toHaveLength(5)
})

test('what is dragged in an outline is given up by Escape alone, and Space pans there, too', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  const drawn = await places(page)
  await page.mouse.dblclick(...seen(560, 360))
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  await expect(bar).toContainText('5 vertices')
  await page.mouse.move(...seen(520, 200))
  await page.mouse.down()
  await page.mouse.move(...seen(520, 300))
  await page.mouse.move(...seen(520, 320))
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(bar).toContainText('5 vertices')
  expect(await places(page)).toEqual(drawn)
  const before = (await vertex(page, 1).boundingBox())!
  await page.keyboard.down(' ')
  await drag(page, seen(1100, 620), [-60, -30])
  await page.keyboard.up(' ')
  const after = (await vertex(page, 1).boundingBox())!
  expect(after.x - before.x).toBeCloseTo(-60, 0)
  expect(after.y - before.y).toBeCloseTo(-30, 0)
})

test('a pennant waves by three vertices: one key holds all of the outline, and the loop closes', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  await page.mouse.dblclick(...seen(560, 360))
  await page
    .getByRole('region', { name: 'Deck' })
    .getByRole('button', { name: /^Path outline: / })
    .click()
  await type(page, 'Current time', '1s')
  const [right, low] = seen(960, 620)
  const [left, high] = seen(560, 150)
  await drag(page, [right, low], [left - right, high - low])
  await expect(page.getByRole('group', { name: 'Outline', exact: true })).toContainText('3 of 5 vertices')
  await drag(page, seen(880, 360), [0, 30])
  const { keys } = await property(page)
  expect(keys.map(({ t }) => t / TICKS_PER_SECOND)).toEqual([0, 1])
  const [first, second] = keys.map(({ value }) => (value as Outline).vertices.map(({ at }) => at))
  expect(second!.filter((at, i) => at[1] !== first![i]![1])).toHaveLength(3)

  // The end key comes on the frame after the last, so that none shows twice.
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type('loop')
  await page.getByRole('option', { name: /loop/i }).first().click()
  await page.getByRole('button', { name: 'Make it loop', exact: true }).click()
  const looped = await property(page)
  expect(looped.after).toBe('loop')
  expect(looped.keys.at(-1)!.value).toEqual(looped.keys[0]!.value)
})

test('an outline becomes the shape of another path: its vertices are enough, and paired the least way', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  await page.getByRole('button', { name: 'Pen: draw a path' }).click()
  for (const [x, y] of [
    [900, 600],
    [1000, 420],
    [1100, 600],
    [900, 600],
  ] as const)
    await page.mouse.click(...seen(x, y))
  await expect(page.getByRole('button', { name: 'Path 2', exact: true })).toBeVisible()
  await page.mouse.dblclick(...seen(560, 360))
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  await expect(bar).toContainText('5 vertices')
  await page.getByLabel('Become the shape of').selectOption('Path 2')
  await expect(page.getByText('Became another shape')).toBeVisible()
  const { layers } = (await savedFile(page)).project.scenes[0]!
  const [outlineOf, pennantOf] = ['Path 2', 'Path'].map(
    (name) => layers.find((layer) => layer.name === name)!.properties['outline']!.value as Outline,
  )
  expect(pennantOf!.vertices).toHaveLength(5)
  const has = (at: readonly number[]): boolean =>
    pennantOf!.vertices.some((vertex) => vertex.at.every((part, i) => Math.abs(part - at[i]!) < 1e-6))
  expect(outlineOf!.vertices.every(({ at }) => has(at))).toBe(true)
  await page.keyboard.press('Control+z')
  await expect(bar).toContainText('5 vertices')
})

test('vertices move by themselves: only those that were touched have lanes, found under the outline', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  await page.mouse.dblclick(...seen(560, 360))
  const byVertex = page.getByRole('button', { name: 'By vertex' })
  await byVertex.click()
  await expect(byVertex).toHaveAttribute('aria-pressed', 'true')
  await vertex(page, 3).click()
  await page.getByRole('button', { name: 'Key', exact: true }).click()
  await page.keyboard.press('End')
  await drag(page, seen(880, 360), [0, 30])
  const layer = async () => (await savedFile(page)).project.scenes[0]!.layers[0]!.properties
  const names = async () => Object.keys(await layer()).filter((name) => name.startsWith('vertex'))
  expect(await names()).toEqual(['vertex 3 x', 'vertex 3 y'])
  expect((await property(page)).split).toBe(true)
  expect((await property(page)).keys).toEqual([])
  expect((await layer())['vertex 3 y']!.keys).toHaveLength(2)

  // Lanes of what is chosen are listed; the others lie folded under the outline.
  const lane = page.getByRole('button', { name: 'Vertex 3 y', exact: true })
  await expect(lane).toHaveAttribute('aria-pressed', 'true')
  await vertex(page, 1).click()
  await expect(lane).toBeHidden()
  await page.getByRole('button', { name: 'Unfold the vertices of Path' }).click()
  await expect(lane).toBeVisible()

  await byVertex.click()
  await expect(page.getByText(/The outline is one again: 2 keys, the motion is the same/)).toBeVisible()
  expect((await property(page)).keys).toHaveLength(2)
  expect(await names()).toEqual([])
  await page.keyboard.press('Control+z')
  expect(await names()).toEqual(['vertex 3 x', 'vertex 3 y'])
})

test('rectangles and ellipses become paths without changing a pixel, dashes and all; their size’s keys go along', async ({
  page,
}) => {
  const looks = { fill: '#52741f', stroke: '#1f2b33', 'stroke width': 14, dash: 40, 'dash gap': 22 }
  await openLayers(page, [
    drawnLayer('box', 'rectangle', { position: [360, 300], size: [300, 210], corner: 40, ...looks }),
    drawnLayer('egg', 'ellipse', { position: [860, 340], size: [360, 240], ...looks }),
  ])
  const paint = 'fill="#52741f" stroke="#1f2b33" stroke-width="14" stroke-dasharray="40 22"'
  const box = `<rect x="210" y="195" width="300" height="210" rx="40" ${paint}/>`
  const egg = `<ellipse cx="860" cy="340" rx="180" ry="120" ${paint}/>`
  const apart = () => apartFrom(page, svgOf('', box + egg))
  await expect.poll(apart).toBeLessThanOrEqual(0.02)
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'box', exact: true }).click()
  await page.getByRole('button', { name: 'egg', exact: true }).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Bend the outline of a path' }).click()
  await page.getByRole('button', { name: 'Make a path of it' }).click()
  await expect(page.getByRole('group', { name: 'Outline', exact: true })).toContainText('8 vertices')
  const { layers } = (await savedFile(page)).project.scenes[0]!
  expect(layers.map(({ kind }) => kind)).toEqual(['path', 'path'])
  expect(await apart()).toBeLessThanOrEqual(0.02)
})

test('chosen vertices are sized and turned by a box, corners rounded by a knob, each one step; their ways are drawn', async ({
  page,
}) => {
  const seen = await drawPennant(page)
  const drawn = await places(page)
  await page.mouse.dblclick(...seen(560, 360))
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  await expect(bar).toContainText('5 vertices')
  await page.keyboard.press('ControlOrMeta+a')
  const { scale } = await frameOnScreen(page, 1280)
  await drag(page, await middleOf(page.locator('[data-vertex-grip=right]')), [48 * scale, 0])
  const wide = await places(page)
  // The right end goes 48 px, the left one stays, and what lies between keeps its share.
  const grown = (x: number): number => -240 + (x + 240) * (528 / 480)
  wide.forEach(([x, y], i) => {
    expect(Math.abs(x! - grown(drawn[i]![0]!))).toBeLessThanOrEqual(2)
    expect(y).toBe(drawn[i]![1])
  })
  await page.keyboard.press('ControlOrMeta+z')
  expect(await places(page)).toEqual(drawn)

  await page.getByRole('slider', { name: 'Turn of 5 vertices' }).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect.poll(() => places(page)).not.toEqual(drawn)
  await page.keyboard.press('ControlOrMeta+z')

  const corner = async () =>
    ((await property(page)).value as Outline).vertices.map(({ corner: round }) => round)
  await page.mouse.click(...seen(400, 200))
  await drag(page, await middleOf(page.getByRole('slider', { name: 'Roundness of vertex 1' })), [30, 30])
  const [round, ...others] = await corner()
  expect(round).toBeGreaterThan(30)
  expect(others).toEqual([0, 0, 0, 0])
  await page.getByRole('slider', { name: 'Roundness of vertex 1' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await corner())[0]).toBe(round! + 1)

  await expect(page.locator('[data-trail]')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Path outline: Animate: set the first key here' }).click()
  await type(page, 'Current time', '24f')
  await page.mouse.click(...seen(880, 360))
  await page.keyboard.press('Shift+ArrowUp')
  await expect(page.locator('[data-trail="3"]')).toHaveCount(1)
  await page.mouse.click(...seen(640, 520))
  await expect(page.locator('[data-trail]')).toHaveCount(0)
})

test('which vertex goes to which is turned by hand, and what crosses itself on the way says where', async ({
  page,
}) => {
  const corners = (points: readonly (readonly [number, number])[]): Outline => ({
    closed: true,
    vertices: points.map((at) => ({
      at,
      arrive: { angle: 0, length: 0 },
      leave: { angle: 0, length: 0 },
      corner: 0,
    })),
  })
  const sail = [
    [90, 0],
    [90, 120],
    [-30, 150],
    [-30, 10],
    [-110, -50],
    [-10, -30],
    [60, -70],
  ] as const
  const keys = [key(0, corners(sail)), key(24, corners(sail.map(([x, y]) => [x + 60, y] as const)))]
  const path = drawnLayer(
    'Sail',
    'path',
    { position: [640, 330], fill: '#0e6b75' },
    { more: { outline: { kind: 'outline', value: keys[0]!.value, keys } } },
  )
  await openLayers(page, [path])
  await page.getByRole('button', { name: 'Sail', exact: true }).first().click()
  await type(page, 'Current time', '24f')
  await page.getByRole('button', { name: 'Bend the outline of a path' }).click()
  const bar = page.getByRole('group', { name: 'Outline', exact: true })
  const firsts = async () =>
    (await property(page)).keys.map(({ value }) => (value as Outline).vertices[0]!.at)
  await expect(bar).not.toContainText('crosses itself')
  await bar
    .getByRole('button', { name: 'Since the key before: each vertex comes from the one before it' })
    .click()
  await expect.poll(firsts).toEqual([
    [90, 0],
    [120, -70],
  ])
  await page.keyboard.press('ControlOrMeta+z')
  await bar
    .getByRole('button', { name: 'Since the key before: pair the vertices the other way round' })
    .click()
  // Corners change places: on the way the edges cross.
  await expect(bar).toContainText('Between its keys it crosses itself')
  await expectMessagesBelow(bar.getByRole('button', { name: /go there$/ }))
  await bar.getByRole('button', { name: /^at frame \d+: go there$/ }).click()
  await expect(page.getByLabel('Current time')).not.toHaveValue('00:00:01:00')
  await expect(bar).toContainText('7 vertices')
  await page.keyboard.press('ControlOrMeta+z')
  await expect(bar).not.toContainText('crosses itself')
})
