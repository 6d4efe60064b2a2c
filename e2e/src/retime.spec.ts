import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { crowdedDeck } from '../../demo/src/crowdedDeck.ts'
import { dragBy } from './desk.ts'
import { expectSame, floats, keyFrames, samples, lane, range, undo } from './floats.ts'
import { showStored } from './storedProject.ts'

/** Each command is done by hand; what the saved file then shows, frame by frame, is held against what it showed before. */

test.beforeEach(async ({ page }) => {
  await showStored(page, floats())
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

test('of very many keys all are stretched or none, though only those in view are shown on the way', async ({
  page,
}) => {
  await showStored(page, crowdedDeck({ layers: 60, keys: 4, every: 12 }))
  await page.keyboard.press('Control+a')
  const end = page.getByRole('slider', { name: 'End of the selection' }).locator('rect')
  const stretch = async (): Promise<void> => dragBy(page, end, [-200, 0])
  const last = async (): Promise<number[]> => [
    (await keyFrames(page, 'Float 1', 'position'))[3]!,
    (await keyFrames(page, 'Float 60', 'position'))[3]!,
  ]
  await stretch()
  const [first, farthest] = await last()
  expect(first).toBeLessThan(36)
  expect(farthest).toBe(first)
  await undo(page)
  expect(await last()).toEqual([36, 36])
  // One that cannot be changed, far out of view.
  const rows = page.locator('.scroller')
  await rows.evaluate((element) => element.scrollTo(0, element.scrollHeight))
  await page.getByRole('button', { name: 'Float 60', exact: true }).click()
  await page.getByRole('button', { name: 'Lock Float 60' }).click()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+a')
  await page
    .getByRole('button', { name: 'Float 60 turn, keys 1 to 2' })
    .click({ modifiers: ['ControlOrMeta'] })
  await rows.evaluate((element) => element.scrollTo(0, 0))
  await expect(page.getByRole('button', { name: 'Float 1', exact: true })).toBeVisible()
  await stretch()
  await expect(page.getByText('“Float 60” is locked. Unlock it to change it.')).toBeVisible()
  expect(await last()).toEqual([36, 36])
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

test('layers are staggered, lined up and spread, each first looked at', async ({ page }) => {
  await page.getByRole('button', { name: 'Float 1', exact: true }).click()
  await page.getByRole('button', { name: 'Float 3', exact: true }).click({ modifiers: ['Shift'] })
  await page.keyboard.press('t')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Order' }).click()
  const before = await samples(page, 'Float 3', 'position')
  const step = page.getByRole('textbox', { name: 'Stagger by, f' })
  await step.fill('5')
  await step.press('Enter')
  // Nothing is shown that was not asked for; what is, is not yet done: the file is as it was.
  await expect(page.getByText('not applied yet')).toHaveCount(0)
  await page.getByRole('button', { name: 'Preview', exact: true }).click()
  await expect(page.getByText('not applied yet')).toBeVisible()
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

test('a look ahead is left by Escape or undo, is not saved, and costs no selection', async ({ page }) => {
  await lane(page, 'Position').click()
  await page.keyboard.press('.')
  await page.keyboard.press('t')
  const words = page.getByRole('region', { name: 'Deck' }).getByRole('status')
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Rhythm' }).click()
  const look = page.getByRole('button', { name: 'Preview' })
  const shown = page.getByRole('button', { name: 'Back', exact: true })
  for (const key of ['Escape', 'Control+z']) {
    await look.click()
    await expect(shown).toBeVisible()
    // What is only looked at is in no file.
    expect(await keyFrames(page, 'Float 1', 'position')).toEqual([1, 13, 25, 37])
    await page.keyboard.press(key)
    await expect(look).toBeVisible()
    await expect(words).toHaveText('1 lane of Float 1 position')
    expect(await keyFrames(page, 'Float 1', 'position')).toEqual([1, 13, 25, 37])
  }
  await undo(page)
  expect(await keyFrames(page, 'Float 1', 'position')).toEqual([0, 12, 24, 36])
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
  await page.getByRole('button', { name: 'Preview' }).click()
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
  await page.getByLabel('land on frames').uncheck()
  const length = page.getByRole('textbox', { name: 'Length of the selection' })
  await length.fill('37')
  await length.press('Enter')
  expect((await keyFrames(page, 'Float 1', 'turn'))[1]).toBeCloseTo(2 + 37 / 3, 6)
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Tidy' }).click()
  await page.getByRole('button', { name: 'Snap keys to frames' }).click()
  await expect(page.getByText('2 moved onto frames, at most 0.33 f.')).toBeVisible()
  expect(await keyFrames(page, 'Float 1', 'turn')).toEqual([2, 14, 27, 39])
})
