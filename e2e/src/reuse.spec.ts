import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { savedFile } from './desk.ts'
import { expectSame, floats, keyFrames, samples, lane, range, undo } from './floats.ts'
import { showStored } from './storedProject.ts'

/** Each command is done by hand; what the saved file then shows, frame by frame, is held against what it showed before. */

test.beforeEach(async ({ page }) => {
  await showStored(page, floats())
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
  await showStored(page, { ...floats(), id: 'other', name: 'Other floats' })
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
  await page.getByRole('button', { name: 'Preview', exact: true }).click()
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
