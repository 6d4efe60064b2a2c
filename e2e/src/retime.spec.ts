import { expect, test, type Page } from '@playwright/test'
import { savedFile } from './desk.ts'
import { expectSame, floats, FRAME, keyFrames, openFile, samples } from './floats.ts'

/** Each command is done by hand; what the saved file then shows, frame by frame, is held against what it showed before. */

const lane = (page: Page, name: string, nth = 0) => page.getByRole('button', { name, exact: true }).nth(nth)
const range = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => from + i)
const undo = async (page: Page): Promise<void> => page.keyboard.press('Control+z')

test.beforeEach(async ({ page }) => {
  await openFile(page, floats())
})

test('the bracket stretches about its other end, and past it plays backwards', async ({ page }) => {
  await lane(page, 'Position').click()
  const before = await samples(page, 'Float 1', 'position')
  const end = page.getByRole('slider', { name: 'End of the selection' }).locator('rect')
  const start = page.getByRole('slider', { name: 'Start of the selection' }).locator('rect')
  const [from, to] = [(await start.boundingBox())!, (await end.boundingBox())!]
  const y = to.y + 10
  const middleOf = ({ x, width }: { x: number; width: number }): number => x + width / 2
  const length = middleOf(to) - middleOf(from)
  const dragTo = async (x: number): Promise<void> => {
    await page.mouse.move(middleOf(to), y)
    await page.mouse.down()
    await page.mouse.move(middleOf(to) - 20, y, { steps: 3 })
    await page.mouse.move(x, y, { steps: 3 })
    await page.mouse.up()
  }
  await dragTo(middleOf(from) + length * 2)
  expect(await keyFrames(page, 'Float 1', 'position')).toEqual([0, 24, 48, 72])
  expectSame(
    await samples(page, 'Float 1', 'position'),
    before,
    range(0, 36).map((f) => [2 * f, f]),
  )
  await undo(page)
  expect(await samples(page, 'Float 1', 'position')).toEqual(before)
  // Later first, so that there is room to turn round.
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+.')
  const [later] = [(await start.boundingBox())!]
  const right = (await end.boundingBox())!
  await page.mouse.move(middleOf(right), y)
  await page.mouse.down()
  await page.mouse.move(middleOf(later) + 30, y, { steps: 4 })
  await page.mouse.move(2 * middleOf(later) - middleOf(right), y, { steps: 4 })
  await page.mouse.up()
  expect(await keyFrames(page, 'Float 1', 'position')).toEqual([4, 16, 28, 40])
  expectSame(
    await samples(page, 'Float 1', 'position'),
    before,
    range(0, 36).map((f) => [40 - f, f]),
  )
})

test('lengths, percentages and ends are typed, in timecode and as offsets, and eases stay', async ({
  page,
}) => {
  await lane(page, 'Turn').click()
  await page.keyboard.press('t')
  const before = await samples(page, 'Float 1', 'turn')
  const type = async (label: string, text: string): Promise<void> => {
    const field = page.getByRole('textbox', { name: label, exact: true })
    await field.fill(text)
    await field.press('Enter')
    await field.blur()
  }
  // Keys stand on frames 2, 14, 26 and 38; 24 frames make a second. Source: SMPTE ST 12-1, non-drop counting.
  await type('Length of the selection', '3:00')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 26, 50, 74])
  expectSame(
    await samples(page, 'Float 1', 'turn'),
    before,
    range(2, 38).map((f) => [2 * f - 2, f]),
  )
  await undo(page)
  await type('End of the selection, time', '00:00:02:10')
  expect((await keyFrames(page, 'Float 1', 'turn')).at(-1)).toBe(58)
  await undo(page)
  await type('Start of the selection', '+1:00')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([26, 38, 50, 62])
  await type('Start of the selection', '-12')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([14, 26, 38, 50])
  await undo(page)
  await undo(page)
  await page.getByLabel('What stays').selectOption('the end')
  await type('Stretch to, %', '50')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([20, 26, 32, 38])
  await type('Length of the selection', 'soon')
  await expect(page.getByRole('alert')).toContainText('cannot be read as a time')
  await page.keyboard.press('Escape')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([20, 26, 32, 38])
})

test('keys are reversed, and twice is once too often', async ({ page }) => {
  await lane(page, 'Scale').click()
  const before = await samples(page, 'Float 1', 'scale')
  await page.keyboard.press('q')
  expectSame(
    await samples(page, 'Float 1', 'scale'),
    before,
    range(1, 37).map((f) => [38 - f, f]),
  )
  await page.keyboard.press('q')
  expectSame(
    await samples(page, 'Float 1', 'scale'),
    before,
    range(1, 37).map((f) => [f, f]),
  )
})

test('there and back, and again after itself, show what was there', async ({ page }) => {
  await lane(page, 'Opacity').click()
  const before = await samples(page, 'Float 1', 'opacity')
  await page.keyboard.press('Shift+Q')
  expectSame(
    await samples(page, 'Float 1', 'opacity'),
    before,
    range(3, 39).map((f) => [78 - f, f]),
  )
  await undo(page)
  await page.keyboard.press('Control+d')
  // One round's last key and the next one's first share a moment, where the next begins.
  expectSame(
    await samples(page, 'Float 1', 'opacity'),
    before,
    range(3, 38).map((f) => [36 + f, f]),
  )
})

test('copied keys are pasted at the playhead, on another layer, and in another project', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  await lane(page, 'Turn').click()
  const before = await samples(page, 'Float 1', 'turn')
  await page.keyboard.press('Control+c')
  await expect(page.getByText('4 keys copied.')).toBeVisible()
  const text = await page.evaluate(() => navigator.clipboard.readText())
  expect(JSON.parse(text)).toMatchObject({ format: 'arrow-bend/keys', version: 1 })
  const time = page.getByLabel('Current time')
  await time.fill('60')
  await time.press('Enter')
  await time.blur()
  await lane(page, 'Turn', 1).click()
  await page.keyboard.press('Control+v')
  await expect.poll(() => keyFrames(page, 'Float 2', 'turn')).toEqual([2, 14, 26, 38, 60, 72, 84, 96])
  expectSame(
    await samples(page, 'Float 2', 'turn'),
    before,
    range(2, 38).map((f) => [58 + f, f]),
  )
  expect(await samples(page, 'Float 1', 'turn')).toEqual(before)
  // In another project the layers are others; the selected lane takes them.
  await openFile(page, { ...floats(), id: 'other', name: 'Other floats' })
  await time.fill('60')
  await time.press('Enter')
  await time.blur()
  await lane(page, 'Turn', 2).click()
  await page.keyboard.press('Control+v')
  await expect.poll(async () => (await keyFrames(page, 'Float 3', 'turn')).length).toBe(8)
  expectSame(
    await samples(page, 'Float 3', 'turn'),
    before,
    range(2, 38).map((f) => [58 + f, f]),
  )
})

test('an easing and a broken clip on the clipboard are told apart', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
  const pasteText = async (text: string): Promise<void> => {
    await page.evaluate((given) => navigator.clipboard.writeText(given), text)
    await page.keyboard.press('Control+v')
  }
  await page.getByRole('button', { name: 'Float 1 turn, keys 1 to 2' }).click()
  await pasteText('cubic-bezier(0.1, 0, 0.2, 1)')
  const bend = async (): Promise<unknown> =>
    (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['turn']!.keys[0]!.bend
  await expect.poll(bend).toMatchObject({ kind: 'handles', leave: { reach: 0.1, rise: 0 } })
  const kept = await savedFile(page)
  await pasteText(
    '{"format":"arrow-bend/keys","version":1,"tracks":[{"layer":"a","property":"turn","keys":{"kind":"turn"}}],"bends":[]}',
  )
  await expect(page.getByText(/^The copied keys cannot be read: tracks\[0\]\.keys/)).toBeVisible()
  await pasteText('Hello there, harbour')
  await expect(page.getByText(/Nothing was changed/).last()).toBeVisible()
  expect((await savedFile(page)).project).toEqual(kept.project)
})

test('paste special gives bends only, after a look that can be left', async ({ page }) => {
  await page.getByRole('button', { name: 'Float 1 turn, keys 1 to 2' }).click()
  await page.keyboard.press('3')
  await lane(page, 'Turn').click()
  await page.keyboard.press('Control+c')
  await lane(page, 'Turn', 1).click()
  const before = await samples(page, 'Float 2', 'turn')
  const first = await samples(page, 'Float 1', 'turn')
  await page.keyboard.press('Control+Shift+v')
  await page.getByRole('group', { name: 'What to paste' }).getByRole('button', { name: 'Bends' }).click()
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  expect(await samples(page, 'Float 2', 'turn')).toEqual(before)
  await page.getByRole('button', { name: 'Paste', exact: true }).click()
  const after = await samples(page, 'Float 2', 'turn')
  for (const frame of [2, 14, 26, 38]) expect(after[frame]).toEqual(before[frame])
  // Progress from key to key is now that of the other layer.
  const progress = (rows: readonly number[][], f: number): number =>
    (rows[f]![0]! - rows[2]![0]!) / (rows[14]![0]! - rows[2]![0]!)
  for (const f of [5, 8, 11]) expect(Math.abs(progress(after, f) - progress(first, f))).toBeLessThan(1e-9)
  expect(await keyFrames(page, 'Float 2', 'turn')).toEqual([2, 14, 26, 38])
})

test('a bead dragged with Ctrl leaves a copy, and what lies where it lands is told', async ({ page }) => {
  const bead = page.getByRole('button', { name: /^Float 1 turn, key 4 of 4/ })
  const third = page.getByRole('button', { name: /^Float 1 turn, key 3 of 4/ })
  await bead.click()
  const [box, other] = [(await bead.boundingBox())!, (await third.boundingBox())!]
  const gap = box.x - other.x
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.keyboard.down('Control')
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + gap / 2, y, { steps: 3 })
  await page.mouse.move(x + gap, y, { steps: 3 })
  await page.mouse.up()
  await page.keyboard.up('Control')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 26, 38, 50])
  await expect(page.getByRole('status').getByText('1 key of Float 1 turn')).toBeVisible()
  await page.mouse.move(x + gap, y)
  await page.mouse.down()
  await page.mouse.move(x + gap / 2, y, { steps: 3 })
  await page.mouse.move(x, y, { steps: 3 })
  await expect(page.getByText('1 key gives way; a frame beside keeps both').first()).toBeVisible()
  await page.mouse.up()
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 26, 38])
  await page.getByRole('button', { name: 'Keep both, a frame apart' }).click()
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 26, 38, 39])
})

test('with ripple what follows on the layer goes along', async ({ page }) => {
  await page.getByRole('button', { name: 'Ripple' }).click()
  await page.getByRole('button', { name: /^Float 1 turn, key 2 of 4/ }).click()
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('.')
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 17, 29, 41])
  // From frame 14 on, for all of its lanes; other layers stay.
  expect(await keyFrames(page, 'Float 1', 'position')).toEqual([0, 12, 27, 39])
  expect(await keyFrames(page, 'Float 2', 'turn')).toEqual([2, 14, 26, 38])
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Shift+<')
  await expect(page.getByText(/There is not that much room/)).toBeVisible()
  expect((await keyFrames(page, 'Float 1', 'turn'))[0]).toBe(2)
})

test('keys are chosen by what they have in common, and said in words', async ({ page }) => {
  const words = page.getByRole('region', { name: 'Deck' }).getByRole('status')
  await page.getByRole('button', { name: /^Float 1 turn, key 2 of 4/ }).click()
  await expect(words).toHaveText('1 key of Float 1 turn')
  const like = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: 'Select keys like these' }).click()
    await page.getByRole('menuitem', { name }).click()
  }
  await like('All keys at the same times')
  await expect(words).toHaveText('3 keys on 3 lanes of 3 layers')
  await like('The other keys of these lanes')
  await expect(words).toHaveText('9 keys on 3 lanes of 3 layers')
  await like('Only the last key of each lane')
  await expect(words).toHaveText('3 keys on 3 lanes of 3 layers')
  await like('The same properties on all layers')
  await like('Every second of them')
  await expect(words).toHaveText('6 keys on 3 lanes of 3 layers')
  await page.keyboard.press('.')
  expect(await keyFrames(page, 'Float 3', 'turn')).toEqual([3, 14, 27, 38])
  await undo(page)
  await expect(words).toHaveText('6 keys on 3 lanes of 3 layers')
  // A range in a lane, and one taken away.
  await page.getByRole('button', { name: /^Float 1 turn, key 1 of 4/ }).click()
  await page.getByRole('button', { name: /^Float 1 turn, key 3 of 4/ }).click({ modifiers: ['Shift'] })
  await expect(words).toHaveText('3 keys of Float 1 turn')
  await page
    .getByRole('button', { name: /^Float 1 turn, key 2 of 4/ })
    .click({ modifiers: ['ControlOrMeta'] })
  await expect(words).toHaveText('2 keys of Float 1 turn')
})

test('layers are staggered, lined up and spread, each first looked at', async ({ page }) => {
  await page.getByRole('button', { name: 'Float 1', exact: true }).click()
  await page.getByRole('button', { name: 'Float 3', exact: true }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('t')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Order' }).click()
  const before = await samples(page, 'Float 3', 'position')
  const step = page.getByRole('textbox', { name: 'Stagger by, f' })
  await step.fill('5')
  await step.press('Enter')
  // Looked at, not yet done: the file is as it was.
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  expect(await keyFrames(page, 'Float 2', 'position')).toEqual([0, 12, 24, 36])
  await page.getByRole('button', { name: 'Stagger', exact: true }).click()
  expect(await keyFrames(page, 'Float 2', 'position')).toEqual([5, 17, 29, 41])
  expect(await keyFrames(page, 'Float 3', 'position')).toEqual([10, 22, 34, 46])
  expectSame(
    await samples(page, 'Float 3', 'position'),
    before,
    range(0, 36).map((f) => [f + 10, f]),
  )
  await page.getByRole('button', { name: 'Line up', exact: true }).click()
  expect(await keyFrames(page, 'Float 3', 'position')).toEqual([0, 12, 24, 36])
  await undo(page)
  await undo(page)
  expect(await samples(page, 'Float 3', 'position')).toEqual(before)
})

test('the rhythm is bent, keys keeping their order', async ({ page }) => {
  await lane(page, 'Position').click()
  await page.keyboard.press('t')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Rhythm' }).click()
  await page.getByRole('button', { name: 'Ease out of', exact: true }).last().click()
  await page.getByRole('button', { name: 'Bend the times' }).click()
  const frames = await keyFrames(page, 'Float 1', 'position')
  expect([frames[0], frames[3]]).toEqual([0, 36])
  // A slow start brings what lies between later in progress, and so the keys earlier.
  expect(frames[1]!).toBeLessThan(12)
  expect(frames[2]!).toBeGreaterThan(frames[1]!)
  await page.getByRole('button', { name: 'Evenly in time' }).click()
  expect(await keyFrames(page, 'Float 1', 'position')).toEqual([0, 12, 24, 36])
})

test('sweeping keeps within its distance, merging and snapping say what they did', async ({ page }) => {
  await lane(page, 'Turn').click()
  const before = await samples(page, 'Float 1', 'turn')
  // Keys set on the way change nothing, and so can go.
  for (const frame of [6, 20, 31]) {
    const time = page.getByLabel('Current time')
    await time.fill(String(frame))
    await time.press('Enter')
    await time.blur()
    await page.keyboard.press('a')
  }
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 6, 14, 20, 26, 31, 38])
  await page.keyboard.press('t')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Tidy' }).click()
  await page.getByRole('button', { name: 'Look first' }).click()
  await expect(page.getByText(/^3 of 7 keys go; the farthest the motion strays is 0/)).toBeVisible()
  await page.getByRole('button', { name: 'Sweep', exact: true }).click()
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 26, 38])
  expectSame(
    await samples(page, 'Float 1', 'turn'),
    before,
    range(2, 38).map((f) => [f, f]),
    0.5,
  )
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Length' }).click()
  const length = page.getByRole('textbox', { name: 'Length of the selection' })
  await length.fill('37')
  await length.press('Enter')
  expect((await keyFrames(page, 'Float 1', 'turn'))[1]).toBeCloseTo(2 + 37 / 3, 6)
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Tidy' }).click()
  await page.getByRole('button', { name: 'Snap keys to frames' }).click()
  await expect(page.getByText('2 moved onto frames, at most 0.33 f.')).toBeVisible()
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 27, 39])
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

test('playback keeps real time at any speed, and the overview moves the view', async ({ page }) => {
  const pace = page.getByRole('textbox', { name: 'Playback speed, %' })
  await pace.fill('50')
  await pace.press('Enter')
  await pace.blur()
  await page.keyboard.press('Home')
  await page.evaluate(() => {
    const shown: number[] = []
    Object.assign(window, { shown })
  })
  const seconds = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const line = document.querySelector<HTMLElement>('div.playhead')!
        const x = (): number => Number(/translateX\(([-\d.]+)px\)/.exec(line.style.transform)?.[1])
        const from = x()
        window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }))
        const start = performance.now()
        const look = (): void => {
          if (performance.now() - start < 1200) requestAnimationFrame(look)
          else {
            const width = Number(document.querySelector('svg.ruler')!.getAttribute('width')) - 44 - 24
            const moved = ((x() - from) / width) * 6
            window.dispatchEvent(new KeyboardEvent('keydown', { key: 'k', bubbles: true }))
            resolve(moved / ((performance.now() - start) / 1000))
          }
        }
        requestAnimationFrame(look)
      }),
  )
  // Scene seconds gone by in a second: half, give or take the frames at both ends.
  expect(seconds).toBeGreaterThan(0.38)
  expect(seconds).toBeLessThan(0.56)
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
