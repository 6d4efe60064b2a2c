import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { addLayer, newProject, openDemo, saved, savedFile, type } from './desk.ts'
import { withoutPickers } from './withoutPickers.ts'

// The Desk without a pointer: parts of the screen, bars as one stop, lanes walked by arrows, and the whole main job.

/** The name of what has the keyboard. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const here = document.activeElement
    return here?.getAttribute('aria-label') ?? here?.textContent?.trim() ?? ''
  })
const region = (page: Page): Promise<string | null | undefined> =>
  page.evaluate(() => document.activeElement?.closest('[data-region]')?.getAttribute('data-region'))

/** Presses keys and counts them; each letter of a text is one. */
function hand(page: Page) {
  let count = 0
  return {
    press: async (...keys: readonly string[]) => {
      for (const key of keys) {
        count += 1
        await page.keyboard.press(key)
      }
    },
    type: async (text: string) => {
      count += text.length
      await page.keyboard.type(text)
    },
    count: () => count,
  }
}

test('the whole main job takes at most 60 key presses', async ({ page }) => {
  await withoutPickers(page)
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Open Lantern Regatta' })).toBeVisible()
  const keys = hand(page)
  // A new project: to its button, its name stands ready, and Enter makes it.
  while ((await focused(page)) !== 'New project…') await keys.press('Tab')
  await keys.press('Enter')
  await expect(page.getByLabel('Name')).toBeFocused()
  await keys.press('Enter')
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  // A shape.
  await keys.press('Control+k')
  // Typed at once: no letter is lost or taken for a command while the list comes.
  await keys.type('rect')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toHaveValue('rect')
  await keys.press('Enter')
  await expect(page.getByRole('group', { name: /^Box of Rectangle/ })).toBeVisible()
  // Two keys: one here, one a second on and 200 px to the right.
  await keys.press('a', 'Shift+ArrowRight', 'Shift+ArrowRight', 'F6')
  await expect(page.getByRole('group', { name: /^Box of Rectangle/ })).toBeFocused()
  for (let i = 0; i < 6; i++) await keys.press('Shift+ArrowRight')
  await expect(page.getByRole('button', { name: /Rectangle position, key \d/ })).toHaveCount(2)
  // To the lanes, the ribbon between the two; ease both, then a handle of the bend.
  await keys.press('F6', 'F6', 'ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowRight')
  expect(await focused(page)).toBe('Rectangle position, keys 1 to 2')
  await keys.press('Enter', '4', 'b')
  await expect.poll(() => focused(page)).toMatch(/handle/i)
  const reach = page.getByRole('slider', { name: /^Leave/ }).first()
  const before = await reach.getAttribute('aria-valuenow')
  await keys.press('ArrowRight', 'ArrowRight')
  await expect(reach).not.toHaveAttribute('aria-valuenow', before!)
  // Back, and the graph.
  await keys.press('Escape', 'Enter')
  await expect(page.getByRole('group', { name: 'Rectangle position, graph' })).toBeVisible()
  // Copy, undo, export.
  await keys.press('Control+c')
  await expect(page.getByText(/keys copied/)).toBeVisible()
  await keys.press('Control+z')
  await expect(reach).toHaveAttribute('aria-valuenow', String(Number(before) + 1))
  await keys.press('Control+k')
  await keys.type('export')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toHaveValue('export')
  await keys.press('Enter')
  await expect(page).toHaveURL(/\/export$/)
  const saving = page.waitForEvent('download')
  while (!(await focused(page)).startsWith('Save page')) await keys.press('Tab')
  await keys.press('Enter')
  await saving
  expect(keys.count()).toBeLessThanOrEqual(60)
})

test('F6 goes between the parts of the screen, each at the place where the keyboard was in it', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Boat 2', exact: true }).click()
  const seen: unknown[] = []
  for (let i = 0; i < 5; i++) {
    await page.keyboard.press('F6')
    seen.push(await region(page))
  }
  expect(seen).toEqual(['panel', 'bar', 'stage', 'rail', 'deck'])
  await page.keyboard.press('Shift+F6')
  await page.keyboard.press('ArrowRight')
  const there = await focused(page)
  await page.keyboard.press('F6')
  await page.keyboard.press('Shift+F6')
  expect(await focused(page)).toBe(there)
})

test('from the stage to the end of the Desk takes few Tabs: each bar is one stop, so are all lanes', async ({
  page,
}) => {
  await openDemo(page)
  await page.keyboard.press('F6')
  const seen: string[] = []
  for (let i = 0; i < 29; i++) {
    seen.push(`${await region(page)}: ${await focused(page)}`)
    await page.keyboard.press('Tab')
  }
  expect(seen.filter((stop) => stop.startsWith('rail')).length).toBe(4)
  // Ruler, range, filters and the list, whatever the number of lanes.
  expect(seen.filter((stop) => stop.startsWith('deck')).length).toBeLessThanOrEqual(16)
})

test('arrows walk the list and its lanes, fold, and come to a value and back', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await page.getByRole('button', { name: /^Ellipse position: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Ellipse position x', '940')
  await page.getByRole('button', { name: 'Ellipse', exact: true }).focus()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowDown')
  expect(await focused(page)).toBe('Position')
  // To its ribbon: past the dot and the first key.
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  expect(await focused(page)).toBe('Ellipse position, keys 1 to 2')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Ellipse position, keys 1 to 2' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowDown')
  expect(await focused(page)).toBe('Ellipse position, keys 1 to 2')
  // The name, then Tab to its value; Escape is for the field.
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  expect(await focused(page)).toBe('Position')
  await page.keyboard.press('Tab')
  expect(await focused(page)).toBe('Ellipse position x')
  await page.keyboard.press('Shift+Tab')
  expect(await focused(page)).toBe('Position')
  // Left to the layer, left folds it, right unfolds it.
  await page.keyboard.press('ArrowLeft')
  expect(await focused(page)).toBe('Ellipse')
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('button', { name: 'Unfold Ellipse' })).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: 'Fold Ellipse' })).toBeVisible()
  // What is deleted leaves the keyboard in the list.
  await page.keyboard.press('Enter')
  await page.keyboard.press('Delete')
  await expect(page.getByRole('button', { name: 'Ellipse', exact: true })).toHaveCount(0)
  await expect.poll(() => focused(page)).toBe('Rectangle')
})

test('after a click the arrows are still for the playhead, in lists and bars alike', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Left panel position, keys 1 to 2' }).click()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:04:05')
  await page.getByRole('button', { name: 'Loop' }).click()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:04:02')
})

test('Shift+Enter gives a lane the whole deck; D and W give deck and stage the room', async ({ page }) => {
  await openDemo(page)
  const stage = page.getByRole('region', { name: 'Stage' })
  const high = async () => (await stage.boundingBox())!.height
  const before = await high()
  await page.keyboard.press('w')
  await expect.poll(high).toBeGreaterThan(before + 100)
  await page.keyboard.press('d')
  await expect.poll(high).toBeLessThan(before - 100)
  await page.keyboard.press('d')
  await expect.poll(high).toBe(before)
  await page.getByRole('button', { name: 'Opacity', exact: true }).first().click()
  await page.keyboard.press('Shift+Enter')
  const deck = (await page.getByRole('group', { name: 'Layers and lanes' }).boundingBox())!
  const graph = page.getByRole('group', { name: 'Title opacity, graph' })
  await expect.poll(async () => Math.abs((await graph.boundingBox())!.y - deck.y)).toBeLessThan(2)
  expect((await graph.boundingBox())!.height).toBeCloseTo(deck.height, 0)
})

test('in small windows nothing is beyond reach, and a clicked ribbon unfolds the panel', async ({ page }) => {
  await openDemo(page)
  for (const [width, height] of [
    [1024, 640],
    [640, 400],
    [390, 800],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const name of ['Help', 'Snap', 'Auto-key', 'Play', 'Undo']) {
      const box = (await page.getByRole('button', { name, exact: true }).first().boundingBox())!
      expect(box.x, `${name} at ${width}`).toBeGreaterThanOrEqual(0)
      expect(box.x + box.width, `${name} at ${width}`).toBeLessThanOrEqual(width)
    }
  }
  await page.setViewportSize({ width: 1024, height: 640 })
  await page.reload()
  await expect(page.getByRole('tab', { name: 'Bend' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Left panel position, keys 1 to 2' }).click()
  await expect(page.getByRole('tab', { name: 'Bend' })).toBeVisible()
  await page.getByRole('button', { name: 'Fold the Bend panel' }).click()
  await page.getByRole('button', { name: 'Right panel position, keys 1 to 2' }).click()
  await expect(page.getByRole('tab', { name: 'Bend' })).toHaveCount(0)
})

test('an open graph is entered by Enter and left by Escape; its beads are no stops from outside', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Subtitle', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await page.getByRole('button', { name: 'Subtitle', exact: true }).scrollIntoViewIfNeeded()
  const lane = page.getByRole('button', { name: /^Subtitle opacity, keys 1 to 2/ })
  await lane.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  const graph = page.getByRole('group', { name: 'Subtitle opacity, graph' })
  await expect(graph).toBeVisible()
  await expect(graph.getByRole('slider').first()).toHaveAttribute('tabindex', '-1')
  await graph.focus()
  await page.keyboard.press('Enter')
  await expect(graph.getByRole('slider').first()).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(graph.getByRole('slider').nth(1)).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(graph).toBeFocused()
})

test('keys pressed alone are changed and switched off, and stay so', async ({ page }) => {
  await openDemo(page)
  await page.keyboard.press('?')
  await page.getByRole('button', { name: 'Change keys…' }).click()
  await page.getByRole('button', { name: 'Key of Marker here: M' }).click()
  await page.keyboard.press('j')
  await expect(page.getByText(/“J” is for “Play backwards” already/)).toBeVisible()
  await page.keyboard.press('e')
  await expect(page.getByRole('button', { name: 'Key of Marker here: E' })).toBeFocused()
  await page.keyboard.press('Escape')
  const markers = page.getByRole('button', { name: /^Marker / })
  await expect(markers).toHaveCount(4)
  await page.keyboard.press('m')
  await page.keyboard.press('e')
  await expect(markers).toHaveCount(5)

  await page.keyboard.press('F1')
  await page.getByRole('checkbox', { name: /pressed alone are commands/ }).uncheck()
  await page.keyboard.press('Escape')
  for (const key of ['Shift+e', 'Shift+m', '?']) await page.keyboard.press(key)
  await expect(markers).toHaveCount(5)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:04:03')
  await saved(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await page.keyboard.press('e')
  await expect(page.getByLabel('Current time')).toBeVisible()
  await page.keyboard.press('F1')
  await expect(page.getByRole('checkbox', { name: /pressed alone are commands/ })).not.toBeChecked()
})

test('a digit is for what is selected, wherever in the list the keyboard is; for the lane come to where nothing is', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  for (const name of ['opacity', 'turn'])
    await page.getByRole('button', { name: new RegExp(`^Rectangle ${name}: Animate`) }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle opacity, %', '40')
  await type(page, 'Rectangle turn, °', '90')
  const bends = async (): Promise<string[]> => {
    const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
    return ['opacity', 'turn'].map((name) => properties[name]!.keys[0]!.bend.kind)
  }
  const opacity = page.getByRole('button', { name: 'Opacity', exact: true })
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  await opacity.focus()
  await page.keyboard.press('ControlOrMeta+a')
  await page.keyboard.press('4')
  expect(await bends()).toEqual(['handles', 'handles'])
  await page.keyboard.press('ControlOrMeta+z')
  await page.getByRole('button', { name: 'Rectangle', exact: true }).click()
  // The last thing pressed is a key: the keyboard comes there as if walked.
  await page.keyboard.press('Shift')
  await opacity.focus()
  await page.keyboard.press('Shift+4')
  expect(await bends()).toEqual(['handles', 'linear'])
})
