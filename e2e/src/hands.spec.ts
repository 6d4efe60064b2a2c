import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Layer } from '@arrow-bend/core/scene'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { addLayer, newProject, openDemo, savedFile, type } from './desk.ts'
import { dragTo, frameOnScreen, middleOf } from './stage.ts'

// Everyday gestures do what hands expect of them, and nothing else.

const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers
const positionKeys = async (page: Page): Promise<Layer['properties'][string]['keys']> =>
  (await layers(page)).at(-1)!.properties['position']!.keys

const bead = (page: Page, key: number): Locator =>
  page.getByRole('button', { name: new RegExp(`^Rectangle key ${key} of`) })

/** A rectangle that goes from the middle 300 px to the right within a second, the playhead at 2 s. */
async function openMove(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle position x', '940')
  await expect(page.getByRole('button', { name: /Rectangle position, key \d/ })).toHaveCount(2)
  await type(page, 'Current time', '2s')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
}

test('a layer dragged by its middle moves at the playhead, whatever key’s bead lies there', async ({
  page,
}) => {
  await openMove(page)
  const before = await positionKeys(page)
  const at = await middleOf(bead(page, 2))
  await dragTo(page, at, [at[0], at[1] - 40])
  const after = await positionKeys(page)
  expect(after.slice(0, 2)).toEqual(before)
  expect(after).toHaveLength(3)
  expect((after[2]!.value as readonly number[])[1]).toBeLessThan(340)

  await page.keyboard.press('ControlOrMeta+z')
  await page.keyboard.down('Alt')
  await page.mouse.click(...at)
  await page.keyboard.up('Alt')
  await expect(bead(page, 2)).toHaveAttribute('aria-pressed', 'true')
  await dragTo(page, at, [at[0], at[1] - 40])
  const chosen = await positionKeys(page)
  expect(chosen).toHaveLength(2)
  expect(chosen[0]).toEqual(before[0])
  expect((chosen[1]!.value as readonly number[])[1]).toBeLessThan(340)
})

test('a selected layer is moved by all of its box, what lies over it is selected by a click', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  const frame = await frameOnScreen(page, 1280)
  // A little beside the pivot, which both have in the middle of the frame.
  const at: [number, number] = [frame.x + 655 * frame.scale, frame.y + 372 * frame.scale]
  await dragTo(page, at, [at[0] + 50, at[1]])
  const [ellipse, rectangle] = await layers(page)
  expect(ellipse!.properties['position']!.value).toEqual([640, 360])
  expect((rectangle!.properties['position']!.value as readonly number[])[0]).toBeGreaterThan(680)
  await page.mouse.click(...at)
  await expect(page.getByRole('group', { name: /^Box of Ellipse/ })).toBeVisible()
})

test('transparent pixels of a picture take no clicks', async ({ page }) => {
  await openDemo(page)
  const boat = page.getByRole('button', { name: 'Boat 2', exact: true })
  await boat.click()
  const box = (await page
    .getByRole('group', { name: /^Box of Boat 2/ })
    .locator('path')
    .first()
    .boundingBox())!
  await page.keyboard.press('Escape')
  // The upper left corner of a boat's picture is empty.
  await page.mouse.click(box.x + 3, box.y + 24)
  await expect(page.getByRole('group', { name: /^Box of Boat 2/ })).toBeHidden()
})

test('Delete takes what is selected, as said beside it: keys, those of spans and lanes, then layers', async ({
  page,
}) => {
  await openMove(page)
  const taken = (words: string): Promise<void> => expect(page.getByText(`Delete: ${words}`)).toBeVisible()
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await taken('2 keys')
  await page.keyboard.press('Delete')
  const [still] = await layers(page)
  expect(still!.properties['position']!.keys).toEqual([])
  // The value at the playhead, which is at 2 s.
  expect(still!.properties['position']!.value).toEqual([940, 360])

  await page.keyboard.press('ControlOrMeta+z')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  await taken('the layer')
  await page.keyboard.press('Delete')
  expect(await layers(page)).toHaveLength(0)
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  expect(await layers(page)).toHaveLength(1)
})

test('the Undo of a message takes back only what it speaks of, and goes with it', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await page.keyboard.press('Delete')
  const message = page.getByText('“Ellipse” removed.')
  await expect(message).toBeVisible()
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  await page.keyboard.press('Control+d')
  await expect(message).toBeHidden()
  expect((await layers(page)).map(({ name }) => name)).toEqual(['Rectangle copy', 'Rectangle'])
})

test('turning time round twice is what it was, on screen too', async ({ page }) => {
  await openMove(page)
  await type(page, 'Rectangle position x', '800')
  const span = page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' })
  await span.click()
  const before = (await savedFile(page)).project
  await page.keyboard.press('q')
  await expect(span).toHaveAttribute('aria-pressed', 'true')
  expect((await savedFile(page)).project).not.toEqual(before)
  await page.keyboard.press('q')
  await expect(span).toHaveAttribute('aria-pressed', 'true')
  const { scenes } = (await savedFile(page)).project
  expect(scenes).toEqual(before.scenes)
})

test('a digit on a key eases both of its sides, on two neighbours the span between them', async ({
  page,
}) => {
  await openMove(page)
  await type(page, 'Rectangle position x', '800')
  await page.getByRole('button', { name: /Rectangle position, key 2/ }).click()
  await page.keyboard.press('4')
  const [first, second] = await positionKeys(page)
  expect(first!.bend).toMatchObject({ arrive: { reach: 0.4, rise: 0 } })
  expect(second!.bend).toMatchObject({ leave: { reach: 0.4, rise: 0 } })
})

test('after Enter in a field the next key is a command again, and undo undoes; text being typed has its own', async ({
  page,
}) => {
  await openMove(page)
  const span = page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' })
  await span.click()
  const x = page.getByLabel('Rectangle position x', { exact: true })
  await x.click()
  await page.keyboard.type('800')
  await page.keyboard.press('ControlOrMeta+z')
  expect(await positionKeys(page)).toHaveLength(2)
  await x.fill('800')
  await x.press('Enter')
  expect(await positionKeys(page)).toHaveLength(3)
  await page.keyboard.press('ControlOrMeta+z')
  expect(await positionKeys(page)).toHaveLength(2)
  await expect(x).toHaveValue('940')
  await span.click()
  await x.click()
  await page.keyboard.press('Enter')
  // The keyboard goes back once the press of Enter is done with.
  await expect(x).not.toBeFocused()
  await page.keyboard.press('5')
  expect((await positionKeys(page))[0]!.bend).toEqual({ kind: 'hold' })
  await page.getByLabel('Rows to show').focus()
  await page.keyboard.press('ControlOrMeta+z')
  expect((await positionKeys(page))[0]!.bend).not.toEqual({ kind: 'hold' })
})

test('Space plays whatever was clicked last, and presses what was reached by Tab', async ({ page }) => {
  await openMove(page)
  const loop = page.getByRole('button', { name: 'Loop', exact: true })
  const pressed = await loop.getAttribute('aria-pressed')
  await loop.click()
  await page.mouse.move(200, 700)
  await page.keyboard.press(' ')
  await expect(page.getByRole('button', { name: 'Pause', exact: true })).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
  await expect(loop).not.toHaveAttribute('aria-pressed', pressed!)
  await page.keyboard.press('Shift+Tab')
  await page.keyboard.press('Tab')
  await expect(loop).toBeFocused()
  await page.keyboard.press(' ')
  await expect(loop).toHaveAttribute('aria-pressed', pressed!)
})

test('a right click offers what can be done with what lies there, by name and with its keys', async ({
  page,
}) => {
  await openMove(page)
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click({ button: 'right' })
  const menu = page.getByRole('menu', { name: 'Spans' })
  await expect(menu.getByRole('menuitem', { name: 'Ease both 4' })).toBeVisible()
  await menu.getByRole('menuitem', { name: 'Hold 5' }).click()
  expect((await positionKeys(page))[0]!.bend).toEqual({ kind: 'hold' })

  // The same by keyboard: the menu key asks where the keyboard is.
  await page.getByRole('button', { name: 'Position', exact: true }).focus()
  await page.keyboard.press('Shift+F10')
  const lane = page.getByRole('menu', { name: 'Property' })
  await expect(lane).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(lane).toBeHidden()
  await expect(page.getByRole('button', { name: 'Position', exact: true })).toBeFocused()
  await page.keyboard.press('Shift+F10')
  await lane.getByRole('menuitem', { name: 'Clear animation' }).click()
  expect(await positionKeys(page)).toEqual([])

  await page.getByRole('button', { name: 'Rectangle', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Rename F2' }).click()
  await page.getByLabel('Layer name').fill('Plank')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Plank', exact: true })).toBeFocused()
  await page.mouse.click(...(await middleOf(page.locator('[data-grip="pivot"]'))), { button: 'right' })
  await page.getByRole('menuitem', { name: 'Remove Delete' }).click()
  expect(await layers(page)).toHaveLength(0)
})

test('every command is found by its name, and says what it acts on', async ({ page }) => {
  await openMove(page)
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await page.keyboard.press('ControlOrMeta+k')
  const list = page.getByRole('dialog', { name: 'All commands' })
  await expect(list.getByText('1 span of Rectangle position')).toBeVisible()
  await page.keyboard.type('over')
  await page.keyboard.press('Enter')
  await expect(list).toBeHidden()
  const [first] = await positionKeys(page)
  expect(first!.bend).toMatchObject({ kind: 'points' })
  await page.keyboard.press('ControlOrMeta+k')
  await expect(list.getByRole('option').first()).toContainText('Overshoot')
  await page.keyboard.type('zzz')
  await expect(list.getByText('Nothing is called so.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(list).toBeHidden()
})

test('rows stay under the hand, new ones are listed at once, and the list can be made wider', async ({
  page,
}) => {
  await openDemo(page)
  const rows = page.getByLabel('Rows to show')
  const name = (of: string): Locator => page.getByRole('button', { name: of, exact: true })
  await name('Title').first().click()
  await name('Subtitle')
    .first()
    .click({ modifiers: ['Shift'] })
  await rows.selectOption('selected')
  await expect(name('Subtitle')).toBeVisible()
  await page.getByRole('button', { name: /^Title scale, key 1/ }).click()
  await expect(name('Subtitle')).toBeVisible()

  await rows.selectOption('animated')
  await page.getByLabel('Search layers and properties').fill('nothing is called so')
  await addLayer(page, 'Ellipse')
  await expect(name('Ellipse')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')
  await expect(name('Ellipse')).toBeVisible()

  await page.getByRole('button', { name: 'Fold all layers', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Position', exact: true })).toHaveCount(0)
  await page.getByLabel('Search layers and properties').fill('opacity')
  await expect(page.getByRole('button', { name: 'Opacity', exact: true }).first()).toBeVisible()

  const border = page.getByRole('separator', { name: 'Width of the list' })
  const [x, y] = await middleOf(border)
  await dragTo(page, [x, y], [x + 100, y])
  await expect(border).toHaveAttribute('aria-valuenow', '400')
  await border.press('ArrowLeft')
  await expect(border).toHaveAttribute('aria-valuenow', '384')
})

test('stretched keys land on whole frames until they are let between, and then their times say so', async ({
  page,
}) => {
  await openMove(page)
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  const end = page.getByRole('slider', { name: 'End of the selection' })
  const frames = page.getByRole('button', { name: 'Stretched keys land on whole frames' })
  await expect(frames).toHaveAttribute('aria-pressed', 'true')
  await frames.click()
  await page.getByRole('button', { name: 'Snap', exact: true }).click()
  const [x, y] = await middleOf(end)
  await dragTo(page, [x, y], [x + 31, y])
  const [, between] = await positionKeys(page)
  await page.keyboard.press('ControlOrMeta+z')
  await frames.click()
  await dragTo(page, [x, y], [x + 31, y])
  const [, whole] = await positionKeys(page)
  const frame = TICKS_PER_SECOND / 24
  expect(between!.t % frame).not.toBe(0)
  expect(whole!.t % frame).toBe(0)
  expect(Math.abs(whole!.t - between!.t)).toBeLessThan(frame)
})

test('A sets a first key on the place of a selected layer, and history says what was done', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.keyboard.press('a')
  expect(await positionKeys(page)).toHaveLength(1)
  await expect(page.locator('.last-edit')).toHaveText('Key set')
  await page.keyboard.press('a')
  expect(await positionKeys(page)).toHaveLength(0)
  await expect(page.locator('.last-edit')).toHaveText('Key removed')
})

test('the help is at hand on every screen, and is searched', async ({ page }) => {
  await openDemo(page)
  const help = page.getByRole('dialog', { name: 'Keys and gestures' })
  const title = page.getByRole('heading', { name: 'Keys and gestures' })
  for (const link of [null, 'Export', 'All projects']) {
    if (link) await page.getByRole('link', { name: link }).click()
    if (link)
      await expect(
        page.getByRole('heading', { name: link === 'Export' ? 'Export' : 'Projects' }).first(),
      ).toBeVisible()
    await page.keyboard.press('?')
    await expect(title).toHaveCount(1)
    await expect(page.getByLabel('Find a key or a gesture')).toBeFocused()
    await page.keyboard.type('playhead')
    await expect(help.getByText('Bring the selected keys here, to the playhead')).toBeVisible()
    await expect(help.getByText('Ease both')).toBeHidden()
    await page.keyboard.press('Escape')
    await expect(title).toHaveCount(0)
  }
})

test('a menu is for what it was asked for on: whole layers, the stage, what was copied', async ({ page }) => {
  await openMove(page)
  await addLayer(page, 'Ellipse')
  const list = (name: string): Locator => page.getByRole('button', { name, exact: true })
  const item = (name: string): Locator => page.getByRole('menuitem', { name })
  const zoom = page.getByRole('toolbar', { name: 'Zoom' }).locator('output')
  const before = await zoom.textContent()
  const frame = await frameOnScreen(page, 1280)
  await page.mouse.click(frame.x + 10, frame.y + 10, { button: 'right' })
  await item('Zoom in').click()
  await expect(zoom).not.toHaveText(before!)

  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await page.keyboard.press('ControlOrMeta+c')
  await type(page, 'Current time', '3s')
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click({ button: 'right' })
  await item('Paste Ctrl/Cmd+V').click()
  await expect(page.getByRole('button', { name: /Rectangle position, key \d/ })).toHaveCount(4)

  // The layer, though a span of it is selected.
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await page.getByRole('button', { name: 'More of Rectangle' }).click()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(page.getByText('“Rectangle” removed.')).toBeVisible()
  expect((await layers(page)).map(({ name }) => name)).toEqual(['Ellipse'])
  await page.keyboard.press('ControlOrMeta+z')

  // All that are selected, where the one asked for is among them.
  await list('Rectangle').click()
  await list('Ellipse').click({ modifiers: ['Shift'] })
  await list('Ellipse').click({ button: 'right' })
  await item('Group').first().click()
  expect((await layers(page)).map(({ parent }) => parent === null)).toEqual([true, false, false])
})

test('Escape in a field gives up what is typed there', async ({ page }) => {
  await openMove(page)
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await page.getByRole('tab', { name: 'Values' }).click()
  const bend = page.getByLabel(/^Bend from Rectangle position at 0 f/)
  const before = await bend.inputValue()
  const project = (await savedFile(page)).project
  await bend.fill('hold')
  await bend.press('Escape')
  await expect(bend).toHaveValue(before)
  await expect(bend).not.toBeFocused()
  expect((await savedFile(page)).project).toEqual(project)
})

test('what is dragged or drawn lands on whole pixels, and exactly where the hand goes with Ctrl', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await type(page, 'Rectangle position x', '640.4')
  const frame = await frameOnScreen(page, 1280)
  const at: [number, number] = [frame.x + 600 * frame.scale, frame.y + 330 * frame.scale]
  await dragTo(page, at, [at[0] + 61.3, at[1] + 41.7])
  const whole = (await layers(page))[0]!.properties['position']!.value as readonly number[]
  for (const part of whole) expect(Math.abs(part - Math.round(part))).toBeLessThan(1e-6)
  expect(whole[0]).toBeGreaterThan(700)

  await page.getByRole('button', { name: 'Draw an ellipse' }).click()
  await dragTo(page, [frame.x + 31.3, frame.y + 27.9], [frame.x + 101.7, frame.y + 90.2])
  const drawn = (await layers(page))[0]!.properties['size']!.value as readonly number[]
  for (const part of drawn) expect(Number.isInteger(part)).toBe(true)
})

test('properties are selected by name as layers are: Shift a range, Ctrl one more; Enter and V act on all', async ({
  page,
}) => {
  await openDemo(page)
  const name = (label: string, n: number) => page.getByRole('button', { name: label, exact: true }).nth(n)
  await name('Scale', 0).click()
  await name('Position', 0).click({ modifiers: ['Shift'] })
  // Title's scale and opacity, Subtitle's position.
  await expect(page.getByRole('status').filter({ hasText: '3 lanes' })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: /, graph$/ })).toHaveCount(3)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: /, graph$/ })).toHaveCount(0)
  await name('Opacity', 0).click({ modifiers: ['ControlOrMeta'] })
  await expect(page.getByRole('status').filter({ hasText: '2 lanes' })).toBeVisible()
  // Several lanes by span.
  await page.getByRole('button', { name: 'Title opacity, keys 1 to 2', exact: true }).click()
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: /, graph$/ })).toHaveCount(2)
  await page.keyboard.press('v')
  await expect(page.locator('[data-graph=speed]')).toHaveCount(2)
})

test('drawing tools work without a pointer, as their hints say', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Draw a rectangle' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Pen: draw a path' }).focus()
  await page.keyboard.press('Space')
  for (const key of ['Enter', 'Shift+ArrowRight', 'Enter', 'Shift+ArrowDown', 'Enter', 'Escape'])
    await page.keyboard.press(key)
  await expect(page.getByRole('button', { name: 'Path', exact: true })).toBeVisible()
  const path = (await layers(page))[0]!.properties['outline']!.value as {
    vertices: unknown[]
    closed: boolean
  }
  expect(path.vertices).toHaveLength(3)
  expect(path.closed).toBe(false)
})

test('a handle pulled a little past the end stays a handle; pushed on it says that it makes a hold', async ({
  page,
}) => {
  await openMove(page)
  await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
  await page.keyboard.press('4')
  const handle = page.getByRole('slider', { name: 'Leave handle' })
  const plot = (await page.locator('[data-handles]').boundingBox())!
  const from = await middleOf(handle)
  const end = plot.x + plot.width - 54 - 7
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move(end + 20, from[1], { steps: 4 })
  await expect(page.getByText('Farther: hold')).toBeVisible()
  await expect(handle).toHaveAttribute('aria-valuetext', /reach 100 %/)
  await page.mouse.move(end + 44, from[1], { steps: 4 })
  await expect(page.getByText('Hold', { exact: true }).first()).toBeVisible()
  await page.mouse.up()
  expect((await positionKeys(page))[0]!.bend.kind).toBe('hold')
})

test('a new group turns about the middle of what it holds', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await type(page, 'Ellipse position x', '1000')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click({ modifiers: ['ControlOrMeta'] })
  await page.keyboard.press('ControlOrMeta+g')
  const group = (await layers(page)).find(({ kind }) => kind === 'group')!
  // From the rectangle's left, 520, to the ellipse's right, 1090.
  expect(group.properties['pivot']!.value).toEqual([805, 360])
  expect(group.properties['position']!.value).toEqual([805, 360])
})

test('one edit in a field is for all selected layers: the same, or by as much', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await type(page, 'Ellipse position x', '1000')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click({ modifiers: ['ControlOrMeta'] })
  const xs = async () =>
    (await layers(page)).map(({ properties }) => (properties['position']!.value as readonly number[])[0])
  await type(page, 'Rectangle position x', '+=50')
  expect(await xs()).toEqual([1050, 690])
  await page.getByLabel('Ellipse position x').press('ArrowUp')
  expect(await xs()).toEqual([1051, 691])
  await type(page, 'Ellipse position x', '300')
  expect(await xs()).toEqual([300, 300])
  await page.keyboard.press('ControlOrMeta+z')
  expect(await xs()).toEqual([1051, 691])
  // The other number, and other layers, stay what they were.
  await page.getByRole('button', { name: 'Ellipse', exact: true }).click()
  await type(page, 'Ellipse position y', '100')
  const [ellipse, rectangle] = await layers(page)
  expect(ellipse!.properties['position']!.value).toEqual([1051, 100])
  expect(rectangle!.properties['position']!.value).toEqual([691, 360])
})

test('scales keep their proportion where that is asked for, from the menu of a property’s name', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: 'Scale', exact: true }).hover()
  await page.getByRole('button', { name: 'Menu of Rectangle scale' }).click()
  await page.getByRole('menuitem', { name: 'Keep proportions, or not' }).click()
  await type(page, 'Rectangle scale y', '150')
  const scale = async () => (await layers(page))[0]!.properties['scale']!.value
  expect(await scale()).toEqual([150, 150])
  await page.getByRole('button', { name: 'Scale', exact: true }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: 'Keep proportions, or not' }).click()
  await type(page, 'Rectangle scale x', '75')
  expect(await scale()).toEqual([75, 150])
})

test('beads of graphs have their menu; Back in mid-drag gives the drag up', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Opacity', exact: true }).first().dblclick()
  const graph = page.getByRole('group', { name: 'Title opacity, graph' })
  await graph.getByRole('slider', { name: 'Title opacity, key 2' }).click({ button: 'right' })
  await page.getByRole('menuitem', { name: /^Remove/ }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Delete' })).toHaveCount(0)
  const opacity = async () =>
    (await layers(page)).find(({ name }) => name === 'Title')!.properties['opacity']!.keys.length
  expect(await opacity()).toBe(3)
  await page.keyboard.press('ControlOrMeta+z')
  const before = await layers(page)
  const bead = page.getByRole('button', { name: /^Left panel position, key 2 of/ })
  const [x, y] = await middleOf(bead)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 60, y, { steps: 4 })
  await page.goBack()
  await page.mouse.up()
  await page.goForward()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  expect(await layers(page)).toEqual(before)
})
