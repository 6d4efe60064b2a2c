import { expect, test as inNewPage } from '@playwright/test'
import { findProperty } from '@arrow-bend/core/edit'
import { NEW_BROWSER, addLayer, dragBy, makeNewProject, openDemo, saved, savedFile, type } from './desk.ts'
import { test } from './keptPage.ts'
import { expectMessagesBelow } from './messages.ts'
import { storedProject } from './storedProject.ts'

inNewPage.describe('in a browser that is new to it', () => {
  inNewPage.use({ storageState: NEW_BROWSER })
  inNewPage(
    'a new person makes something move, bends it, undoes exactly, and finds it after a reload',
    async ({ page }) => {
      await makeNewProject(page)
      await addLayer(page, 'Rectangle')
      await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
      await type(page, 'Current time', '2s')
      await type(page, 'Rectangle position x', '640+300')
      await expect(page.getByRole('button', { name: /Rectangle position, key \d/ })).toHaveCount(2)

      await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
      await expect(page.getByRole('heading', { name: 'Rectangle, position' })).toBeVisible()
      await page.keyboard.press('4')
      const leave = page.getByRole('slider', { name: 'Leave handle' })
      await expect(leave).toHaveAttribute('aria-valuetext', 'Leave reach 40 %, rise 0 %')
      const before = (await savedFile(page)).project

      await dragBy(page, leave.locator('.square'), [45, -30])
      const bent = await leave.getAttribute('aria-valuetext')
      expect(bent).toMatch(/Leave reach 7\d(\.\d)? %, rise 2\d/)
      await page.keyboard.press('Control+z')
      await expect(leave).toHaveAttribute('aria-valuetext', 'Leave reach 40 %, rise 0 %')
      expect((await savedFile(page)).project).toEqual(before)
      await page.keyboard.press('Control+Shift+z')
      await expect(leave).toHaveAttribute('aria-valuetext', bent!)

      await saved(page)
      await page.reload()
      await page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }).click()
      await expect(page.getByRole('slider', { name: 'Leave handle' })).toHaveAttribute(
        'aria-valuetext',
        bent!,
      )
    },
  )
})

test('Escape gives up a drag whole, and a reload in the middle of one leaves nothing of it', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title scale, keys 3 to 4' }).click()
  const leave = page.getByRole('slider', { name: 'Leave handle' })
  const asItWas = await leave.getAttribute('aria-valuetext')
  await dragBy(page, leave.locator('.square'), [-30, -40], async () => {
    expect(await leave.getAttribute('aria-valuetext')).not.toBe(asItWas)
    await page.keyboard.press('Escape')
  })
  await expect(leave).toHaveAttribute('aria-valuetext', asItWas!)
  expect((await storedProject(page)).journal).toHaveLength(0)

  const box = (await leave.locator('.square').boundingBox())!
  await page.mouse.move(box.x + 3, box.y + 3)
  await page.mouse.down()
  await page.mouse.move(box.x - 30, box.y - 30, { steps: 4 })
  await page.reload()
  await page.getByRole('button', { name: 'Title scale, keys 3 to 4' }).click()
  await expect(leave).toHaveAttribute('aria-valuetext', asItWas!)
  expect((await storedProject(page)).journal).toHaveLength(0)
})

test('many spans are taken by a marquee and bent by one key, and undone in one step', async ({ page }) => {
  await openDemo(page)
  const first = (await page.getByRole('group', { name: /^Title scale/ }).boundingBox())!
  const last = (await page.getByRole('group', { name: /^Subtitle opacity/ }).boundingBox())!
  await page.mouse.move(first.x + 30, first.y + 2)
  await page.mouse.down()
  await page.mouse.move(last.x + last.width - 40, last.y + 20, { steps: 6 })
  await page.mouse.up()
  await expect(page.getByRole('status').getByText(/, 12 spans on 4 lanes of 2 layers/)).toBeVisible()
  await page.keyboard.press('4')
  await expect(page.getByRole('button', { name: 'Ease both' })).toHaveAttribute('aria-pressed', 'true')
  const { project } = await savedFile(page)
  const scale = findProperty(project, { scene: 'opening', layer: 'title', property: 'scale' })!
  expect(scale.keys.slice(0, 3).map(({ bend }) => bend.kind)).toEqual(['handles', 'handles', 'handles'])
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('status').getByText(/, 12 spans on 4 lanes of 2 layers/)).toBeVisible()
  await expect(page.getByText(/mixed/).first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('keys are dragged in time with snapping, nudged, and a collision is told', async ({ page }) => {
  await openDemo(page)
  const bead = page.getByRole('button', { name: /^Title opacity, key 2 of 4/ })
  await expect(bead).toHaveAccessibleName(/00:00:01:16/)
  await dragBy(page, bead, [3.25 * 8, 0])
  await expect(page.getByRole('button', { name: /^Title opacity, key 2 of 4/ })).toHaveAccessibleName(
    /00:00:02:00/,
  )
  await page.keyboard.press('.')
  await expect(page.getByRole('button', { name: /^Title opacity, key 2 of 4/ })).toHaveAccessibleName(
    /00:00:02:01/,
  )
  await page.keyboard.press('Shift+,')
  await expect(page.getByRole('button', { name: /^Title opacity, key 2 of 4/ })).toHaveAccessibleName(
    /00:00:01:15/,
  )
  await dragBy(page, page.getByRole('button', { name: /^Title opacity, key 2 of 4/ }), [-3.25 * 15, 0])
  await expect(page.getByText(/gave way/)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Title opacity, key \d/ })).toHaveCount(3)
})

test('dragging a layer on the stage between keys adds a key; with auto-key off the whole property shifts', async ({
  page,
}) => {
  await openDemo(page)
  const before = findProperty((await savedFile(page)).project, {
    scene: 'opening',
    layer: 'boat-2',
    property: 'position',
  })!
  const stage = (await page.getByRole('region', { name: 'Stage' }).boundingBox())!
  const frame = (await page.locator('.overlay rect').first().boundingBox())!
  const scale = frame.width / 1920
  expect(stage.width).toBeGreaterThan(frame.width)
  await page.getByRole('button', { name: 'Boat 2', exact: true }).click()
  const box = (await page.locator('.boxes .outlines').boundingBox())!
  const middle = [box.x + box.width / 2, box.y + box.height / 2] as const
  const drag = async (dx: number, dy: number): Promise<void> => {
    await page.mouse.move(...middle)
    await page.mouse.down()
    await page.mouse.move(middle[0] + dx / 2, middle[1] + dy / 2)
    await page.mouse.move(middle[0] + dx, middle[1] + dy)
    await page.mouse.up()
  }
  await drag(0, -60)
  const keyed = findProperty((await savedFile(page)).project, {
    scene: 'opening',
    layer: 'boat-2',
    property: 'position',
  })!
  expect(keyed.keys).toHaveLength(before.keys.length + 1)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Auto-key' }).click()
  await drag(0, -60)
  const shifted = findProperty((await savedFile(page)).project, {
    scene: 'opening',
    layer: 'boat-2',
    property: 'position',
  })!
  expect(shifted.keys).toHaveLength(before.keys.length)
  shifted.keys.forEach((key, i) => {
    const [x, y] = key.value as [number, number]
    const [oldX, oldY] = before.keys[i]!.value as [number, number]
    expect(Math.abs(x - oldX)).toBeLessThan(0.5)
    // The harbour the boat rides on is pushed in by a per cent or two at this moment.
    expect(Math.abs((y - oldY) * scale + 60)).toBeLessThan(2)
  })
})

test('fields take sums, step by arrows, revert by Escape, and keep what cannot be read with a sentence', async ({
  page,
}) => {
  await openDemo(page)
  const field = page.getByLabel('Boat 2 turn, °')
  await field.fill('10+5*2')
  await field.press('Enter')
  await expect(field).toHaveValue('20')
  await field.press('Shift+ArrowUp')
  await expect(field).toHaveValue('30')
  await field.fill('12 horses')
  await field.press('Enter')
  await expect(field).toHaveValue('12 horses')
  await expect(page.getByText(/“12 horses” is not a number/)).toBeVisible()
  await field.press('Escape')
  await expect(field).toHaveValue('30')
  const opacity = page.getByLabel('Title opacity, %', { exact: true })
  await opacity.fill('140')
  await opacity.press('Enter')
  await expect(page.getByText('It has to lie from 0 to 100%.')).toBeVisible()
  await opacity.press('Escape')
  await expect(opacity).toHaveValue('100')
})

test('the timecode field goes to a time and says what it cannot read', async ({ page }) => {
  await openDemo(page)
  await type(page, 'Current time', '1:12')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:01:12')
  await page.getByLabel('Current time').fill('soon')
  await page.getByLabel('Current time').press('Enter')
  await expect(page.getByText(/“soon” cannot be read as a time/)).toBeVisible()
  await page.getByLabel('Current time').press('Escape')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:01:13')
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:01:03')
})

test('keys are reached and set from the keyboard alone', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Scale', exact: true }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Home')
  await page.keyboard.press(']')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:01:00')
  await page.keyboard.press(']')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:03:00')
  // The arrows go along the list here.
  await page.keyboard.press('PageDown')
  await page.keyboard.press('a')
  await expect(page.getByRole('button', { name: /^Title scale, key \d/ })).toHaveCount(5)
  await page.keyboard.press('a')
  await expect(page.getByRole('button', { name: /^Title scale, key \d/ })).toHaveCount(4)
})

test('a lane is walked with the arrow keys, and a span bent without a pointer', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title', exact: true }).focus()
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight']) await page.keyboard.press(key)
  await expect(page.getByRole('button', { name: /^Title scale, key 1 of 4/ })).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: 'Title scale, keys 1 to 2' })).toBeFocused()
  await page.keyboard.press('Enter')
  await page.keyboard.press('4')
  await expect(page.getByRole('button', { name: 'Ease both' })).toHaveAttribute('aria-pressed', 'true')
})

test('handles move by arrow keys, and every field of the panel bends the span', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle opacity, keys 1 to 2' }).click()
  await page.keyboard.press('4')
  const arrive = page.getByRole('slider', { name: 'Arrive handle' })
  await arrive.focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(arrive).toHaveAttribute('aria-valuetext', 'Arrive reach 41 %, rise 10 %')
  const reach = page.getByLabel('Leave reach, %')
  await reach.fill('25')
  await reach.press('Enter')
  await expect(page.getByRole('slider', { name: 'Leave handle' })).toHaveAttribute(
    'aria-valuetext',
    'Leave reach 25 %, rise 0 %',
  )
  const speed = page.getByLabel('Leave speed, %/s')
  await speed.fill('100')
  await speed.press('Enter')
  // 22 frames at 24 fps for 100 %: 100 %/s over a reach of ¼ is a rise of 22/24/4.
  await expect(page.getByRole('slider', { name: 'Leave handle' })).toHaveAttribute(
    'aria-valuetext',
    'Leave reach 25 %, rise 22.9 %',
  )
  await page.getByRole('button', { name: 'Kind of bend' }).click()
  await page.getByRole('option', { name: 'Bounce' }).click()
  await page.getByRole('button', { name: 'Out', exact: true }).click()
  const bounces = page.getByLabel('Bounces', { exact: true })
  await bounces.fill('2')
  await bounces.press('Enter')
  const { project } = await savedFile(page)
  const { keys } = findProperty(project, { scene: 'opening', layer: 'subtitle', property: 'opacity' })!
  expect(keys[0]!.bend).toEqual({ kind: 'family', family: 'bounce', mode: 'out', bounces: 2 })
  // What one number does not describe has no strength until it is asked for.
  await expect(page.getByRole('slider', { name: 'Strength' })).toHaveCount(0)
  await page.getByRole('button', { name: /ease by one number/ }).click()
  await page.getByRole('slider', { name: 'Strength' }).focus()
  await page.keyboard.press('End')
  await expect(page.getByRole('slider', { name: 'Strength' })).toHaveAttribute('aria-valuenow', '100')
})

test('playback moves the playhead in real time and stops on a frame', async ({ page }) => {
  await openDemo(page)
  await page.keyboard.press('Home')
  await page.keyboard.press(' ')
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible()
  await page.waitForTimeout(900)
  await page.keyboard.press(' ')
  const shown = await page.getByLabel('Current time').inputValue()
  expect(shown).toMatch(/^00:00:0[0-9]:\d\d$/)
  expect(shown).not.toBe('00:00:00:00')
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible()
})

test('layers are renamed, hidden, duplicated, reordered and removed, each undone', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Title', exact: true }).dblclick()
  await page.getByLabel('Layer name').fill('y'.repeat(10_000))
  await page.getByLabel('Layer name').press('Enter')
  await expect(page.getByText(/10,000 characters/)).toBeVisible()
  await page.getByRole('button', { name: 'Title', exact: true }).dblclick()
  await page.getByLabel('Layer name').fill('Heading')
  await page.getByLabel('Layer name').press('Enter')
  await expect(page.getByRole('button', { name: 'Heading', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Hide Heading' }).click()
  await expect(page.getByRole('button', { name: 'Show Heading' })).toBeVisible()
  await page.getByRole('button', { name: 'Heading', exact: true }).click()
  await page.keyboard.press('Control+d')
  await expect(page.getByRole('button', { name: 'Heading copy', exact: true })).toBeVisible()
  await page.keyboard.press('Delete')
  await expect(page.getByRole('button', { name: 'Heading copy', exact: true })).toHaveCount(0)
  await dragBy(page, page.getByRole('button', { name: 'Heading', exact: true }), [0, -70])
  const { project } = await savedFile(page)
  expect(project.scenes[0]!.layers[0]!.name).toBe('Heading')
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Title', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('a write that fails is told, and nothing on screen is lost', async ({ page }) => {
  await openDemo(page)
  await page.evaluate(() => {
    IDBObjectStore.prototype.add = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await page.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await page.keyboard.press('4')
  await expect(page.getByText(/storage is full/)).toBeVisible()
  await expect(page.getByText('Not saved')).toBeVisible()
  const { project } = await savedFile(page)
  expect(
    findProperty(project, { scene: 'opening', layer: 'title', property: 'scale' })!.keys[0]!.bend.kind,
  ).toBe('handles')
})

test('a second tab only shows the project until it takes over', async ({ page, context }) => {
  await openDemo(page)
  const second = await context.newPage()
  await second.goto(page.url())
  await expect(second.getByText(/edited in another tab/)).toBeVisible()
  await second.getByRole('button', { name: 'Title scale, keys 1 to 2' }).click()
  await second.keyboard.press('4')
  await expect(second.getByText(/Another tab is editing/)).toBeVisible()
  const instead = second.getByRole('button', { name: 'Edit here instead' })
  await expectMessagesBelow(instead)
  // The page that writes is asked to finish: one that is not loses the right to only after a while.
  await page.evaluate(() => {
    const heard: string[] = []
    const channel = new BroadcastChannel('arrow-bend:projects')
    channel.onmessage = ({ data }) => heard.push((data as { kind: string }).kind)
    Object.assign(window, { channel, heard })
  })
  await instead.click()
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { heard: string[] }).heard))
    .toContain('handOver')
  await expect(second.getByText(/edited in another tab/)).toHaveCount(0)
  await expect(page.getByText(/edited in another tab/)).toBeVisible()
})
