import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Layer } from '@arrow-bend/core/scene'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { addLayer, newProject, savedFile, type } from './desk.ts'
import { frameOnScreen, middleOf } from './stage.ts'

// Everyday tasks, by pointer alone and by keys alone, in at most so many actions: a click, a drag, a press of a key, or a
// text typed. No task moves a key it was not to move.

const layers = async (page: Page): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[0]!.layers
const seconds = (keys: readonly { readonly t: number }[]): number[] =>
  keys.map(({ t }) => t / TICKS_PER_SECOND)

/** A hand on the pointer, and what it did counted. Words are typed by either hand. */
function pointer(page: Page) {
  let count = 0
  return {
    click: async (what: Locator, options: Parameters<Locator['click']>[0] = {}) => {
      count += 1
      await what.click(options)
    },
    clickAt: async ([x, y]: readonly [number, number], button: 'left' | 'right' = 'left') => {
      count += 1
      await page.mouse.click(x, y, { button })
    },
    /** Two clicks, which are one thing to do. */
    twice: async ([x, y]: readonly [number, number]) => {
      count += 1
      await page.mouse.dblclick(x, y)
    },
    /** Where a text waits to be written already. */
    say: async (text: string) => {
      count += 1
      await page.keyboard.type(text)
    },
    /** All folded, the first layer and, with Shift, the last. */
    selectAllIn: async (names: Locator) => {
      count += 3
      await page.getByRole('button', { name: 'Fold all layers', exact: true }).click()
      await names.first().click()
      await names.last().click({ modifiers: ['Shift'] })
    },
    drag: async ([x, y]: readonly [number, number], [toX, toY]: readonly [number, number]) => {
      count += 1
      await page.mouse.move(x, y)
      await page.mouse.down()
      await page.mouse.move((x + toX) / 2, (y + toY) / 2, { steps: 4 })
      await page.mouse.move(toX, toY, { steps: 4 })
      await page.mouse.up()
    },
    /** Into a field that is pressed. */
    write: async (label: string | RegExp, text: string) => {
      count += 2
      await page.getByLabel(label, { exact: true }).click()
      await page.keyboard.press('ControlOrMeta+a')
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
    },
    count: () => count,
  }
}
function keyboard(page: Page) {
  let count = 0
  return {
    press: async (...keys: readonly string[]) => {
      for (const key of keys) {
        count += 1
        await page.keyboard.press(key)
      }
    },
    /** A text and the key that takes it. */
    write: async (text: string) => {
      count += 1
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
      // The next key is for what the keyboard came from.
      await expect(page.locator('input:focus')).toHaveCount(0)
    },
    /** The list of commands and values, and what is typed there. */
    ask: async (text: string) => {
      count += 2
      await page.keyboard.press('Control+k')
      await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
      await page.keyboard.type(text)
      await page.keyboard.press('Enter')
      await expect(page.getByRole('dialog')).toHaveCount(0)
    },
    /** A text on the stage, and on to the next one. */
    say: async (text: string) => {
      count += 1
      await page.keyboard.type(text)
      await page.keyboard.press('Tab')
    },
    count: () => count,
  }
}
/** Where a moment lies on the ruler, by two of the times written there. */
async function onRuler(page: Page, second: number): Promise<[number, number]> {
  const ruler = (await page.locator('svg.ruler').boundingBox())!
  const [first, last] = await page.evaluate(() => {
    const marks = [...document.querySelectorAll<SVGTextElement>('svg.ruler text.mono')].flatMap((mark) => {
      const [, whole, frames] = /^(\d+):(\d+)$/.exec(mark.textContent!.trim()) ?? []
      return whole
        ? [{ second: Number(whole) + Number(frames) / 24, x: Number(mark.getAttribute('x')) - 3 }]
        : []
    })
    return [marks[0]!, marks.at(-1)!]
  })
  const wide = (last!.x - first!.x) / (last!.second - first!.second)
  return [ruler.x + first!.x + (second - first!.second) * wide, ruler.y + 5]
}
const rowName = (page: Page, name: string): Locator => page.getByRole('button', { name, exact: true })
const keysOf = async (page: Page, layer: string, property: string) =>
  (await layers(page)).find(({ name }) => name === layer)!.properties[property]!.keys

/** A rectangle that goes 300 px to the right within a second. */
async function openMove(page: Page): Promise<void> {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Rectangle position x', '940')
}

test.describe('both ends eased to full reach, 6', () => {
  const full = { reach: 1, rise: 0 }
  const check = async (page: Page, count: number): Promise<void> => {
    const keys = await keysOf(page, 'Rectangle', 'position')
    expect(seconds(keys)).toEqual([0, 1])
    expect(keys[0]!.bend).toEqual({ kind: 'handles', leave: full, arrive: full })
    expect(count).toBeLessThanOrEqual(6)
  }
  test('by pointer', async ({ page }) => {
    await openMove(page)
    const hand = pointer(page)
    await hand.click(page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }))
    await hand.click(page.getByRole('button', { name: 'Ease both' }))
    for (const [side, way] of [
      ['Leave', 200],
      ['Arrive', -200],
    ] as const) {
      const from = await middleOf(page.getByRole('slider', { name: `${side} handle` }).locator('.square'))
      // To the end of the time, not past it.
      const square = (await page.locator('svg.plot [data-part="curve"]').boundingBox())!
      await hand.drag(from, [way > 0 ? square.x + square.width : square.x, from[1]])
    }
    await check(page, hand.count())
  })
  test('by keys', async ({ page }) => {
    await openMove(page)
    await rowName(page, 'Rectangle').focus()
    const hand = keyboard(page)
    await hand.press('Enter', 'Control+a', '4', 'b')
    await expect(page.getByRole('slider', { name: 'Leave handle' })).toBeFocused()
    await hand.press('Control+End')
    await check(page, hand.count())
  })
})

test.describe('a drop that overshoots, holds for a second and slides off, 16', () => {
  const check = async (page: Page, count: number): Promise<void> => {
    const keys = await keysOf(page, 'Rectangle', 'position')
    expect(seconds(keys)).toEqual([0, 1, 2, 3])
    const at = keys.map(({ value }) => value as readonly [number, number])
    expect(at[0]![1]).toBeLessThan(0)
    expect(at[1]).toEqual(at[2])
    expect(at[3]![0]).toBeGreaterThan(1280)
    expect(keys[0]!.bend.kind).toBe('points')
    expect(keys[2]!.bend.kind).not.toBe('points')
    expect(count).toBeLessThanOrEqual(16)
  }
  test('by pointer', async ({ page }) => {
    await newProject(page)
    await addLayer(page, 'Rectangle')
    const hand = pointer(page)
    const frame = await frameOnScreen(page, 1280)
    const onStage = (x: number, y: number): [number, number] => [
      frame.x + x * frame.scale,
      frame.y + y * frame.scale,
    ]
    const dot = page.locator('[data-grip="key"] circle').first()
    await hand.clickAt(await onRuler(page, 1))
    await hand.click(dot)
    await hand.clickAt(await onRuler(page, 2))
    await hand.click(dot)
    await hand.clickAt(await onRuler(page, 0))
    await hand.drag(onStage(600, 330), onStage(600, -90))
    await hand.click(page.getByRole('button', { name: 'Rectangle position, keys 1 to 2' }))
    await hand.click(page.getByRole('button', { name: 'Overshoot and settle' }))
    await hand.clickAt(await onRuler(page, 3))
    await hand.drag(onStage(600, 330), onStage(1260, 330))
    await hand.drag(onStage(1210, 330), onStage(1290, 330))
    await check(page, hand.count())
  })
  test('by keys', async ({ page }) => {
    await newProject(page)
    await addLayer(page, 'Rectangle')
    await rowName(page, 'Rectangle').focus()
    const hand = keyboard(page)
    await hand.press('g')
    await hand.write('1s')
    await hand.press('a', 'Home', 'ArrowDown', 'Tab', 'Tab')
    await hand.write('-120')
    await hand.press('7', 'g')
    await hand.write('2s')
    await hand.press('a', 'g')
    await hand.write('3s')
    await hand.press('Tab')
    await hand.write('1500')
    await check(page, hand.count())
  })
})

test.describe('an entrance of two layers made faster and turned round for the exit, 6', () => {
  async function openEntrance(page: Page): Promise<void> {
    await newProject(page)
    for (const name of ['Rectangle', 'Ellipse']) {
      await addLayer(page, name)
      await type(page, 'Current time', '0')
      await page.getByRole('button', { name: new RegExp(`^${name} opacity: Animate`) }).click()
      await type(page, 'Current time', '1s')
      await type(page, `${name} opacity, %`, '40')
    }
    await page.getByLabel('Rows to show').selectOption('animated')
  }
  const check = async (page: Page, count: number): Promise<void> => {
    for (const name of ['Rectangle', 'Ellipse']) {
      const keys = await keysOf(page, name, 'opacity')
      expect(seconds(keys)).toEqual([0, 0.5, 3, 3.5])
      expect(keys.map(({ value }) => value)).toEqual([100, 40, 40, 100])
    }
    expect(count).toBeLessThanOrEqual(6)
  }
  test('by pointer', async ({ page }) => {
    await openEntrance(page)
    const hand = pointer(page)
    await hand.click(rowName(page, 'Ellipse'))
    await hand.click(rowName(page, 'Rectangle'), { modifiers: ['Shift'] })
    const bracket = await middleOf(page.getByRole('slider', { name: /End of the selection/i }))
    const [half] = await onRuler(page, 0.5)
    const [one] = await onRuler(page, 1)
    await hand.drag(bracket, [bracket[0] + half - one, bracket[1]])
    await hand.clickAt(await onRuler(page, 3))
    await hand.click(rowName(page, 'Rectangle'), { button: 'right' })
    await hand.click(page.getByRole('menuitem', { name: 'There and back' }))
    await check(page, hand.count())
  })
  test('by keys', async ({ page }) => {
    await openEntrance(page)
    await rowName(page, 'Ellipse').focus()
    await page.keyboard.press('Escape')
    const hand = keyboard(page)
    await hand.press('Control+a', 't')
    await expect(page.getByLabel('Length of the selection')).toBeFocused()
    await hand.write('12')
    await hand.press('g')
    await hand.write('3s')
    await hand.press('Shift+q')
    await check(page, hand.count())
  })
})

test.describe('groups of an SVG faded, flown and scaled in, 20', () => {
  const SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="300">
    <g id="sun"><circle cx="100" cy="100" r="60" fill="#e0a030"/><circle cx="100" cy="100" r="30" fill="#fff"/></g>
    <g id="hill"><rect x="200" y="150" width="180" height="120" fill="#406040"/><rect x="220" y="120" width="60" height="30"/></g>
    <g id="mast"><rect x="450" y="60" width="20" height="200" fill="#604020"/><rect x="470" y="70" width="80" height="60"/></g>
  </svg>`
  async function openImport(page: Page): Promise<void> {
    await newProject(page)
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Import pictures' }).click()
    await (await chooser).setFiles({ name: 'Scene.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(SVG) })
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await expect(rowName(page, 'Scene')).toBeVisible()
  }
  const check = async (page: Page, count: number): Promise<void> => {
    for (const name of ['sun', 'hill', 'mast']) {
      const opacity = await keysOf(page, name, 'opacity')
      expect(
        opacity.map(({ value }) => value),
        name,
      ).toEqual([0, 100])
      const place = (await keysOf(page, name, 'position')).map(({ value }) => value as readonly number[])
      expect(place[1]![1]! - place[0]![1]!, name).toBeCloseTo(-300, 6)
      const scale = (await keysOf(page, name, 'scale')).map(({ value }) => value as readonly number[])
      expect(scale[0]![0], name).toBe(50)
      expect(scale[1], name).toEqual([100, 100])
      expect(seconds(opacity), name).toEqual([0, 1])
    }
    expect(count).toBeLessThanOrEqual(20)
  }
  test('by pointer', async ({ page }) => {
    await openImport(page)
    const hand = pointer(page)
    // The picture is 600 px wide, in the middle of the frame; what is clicked in its group is a group itself.
    const frame = await frameOnScreen(page, 1280)
    const onPicture = (x: number, y: number): [number, number] => [
      frame.x + (340 + x) * frame.scale,
      frame.y + (210 + y) * frame.scale,
    ]
    await hand.clickAt(onPicture(60, 100))
    await page.keyboard.down('Shift')
    await hand.clickAt(onPicture(300, 220))
    await hand.clickAt(onPicture(460, 200))
    await page.keyboard.up('Shift')
    const dot = page.locator('[data-grip="key"] circle').first()
    const write = async (name: string, text: string): Promise<void> => hand.write(`mast ${name}`, text)
    await write('opacity, %', '0')
    await hand.click(dot)
    await write('position y', '+=300')
    await hand.click(dot)
    await write('scale x', '50')
    await hand.click(dot)
    await hand.clickAt(await onRuler(page, 1))
    await write('opacity, %', '100')
    await write('position y', '-=300')
    await write('scale x', '100')
    await check(page, hand.count())
  })
  test('by keys', async ({ page }) => {
    await openImport(page)
    const hand = keyboard(page)
    await hand.press('Shift+g')
    for (const from of ['opacity 0', 'position y +=300', 'scale 50']) {
      await hand.ask(from)
      await hand.press('a')
    }
    await hand.press('g')
    await hand.write('1s')
    for (const to of ['opacity 100', 'position y -=300', 'scale 100']) await hand.ask(to)
    await check(page, hand.count())
  })
})

test.describe('four grounds with their texts, flown in one after another from a marker on, 30', () => {
  const words = ['Harbour', 'Lamps', 'Boats', 'Dusk']
  async function openMarked(page: Page): Promise<void> {
    await newProject(page)
    await type(page, 'Current time', '1s')
    await page.keyboard.press('m')
    await type(page, 'Current time', '0')
  }
  const check = async (page: Page, count: number): Promise<void> => {
    const made = await layers(page)
    expect(made).toHaveLength(8)
    const starts = made.map(({ properties }) => seconds(properties['position']!.keys)[0]!)
    expect(Math.min(...starts)).toBe(1)
    expect(new Set(starts).size).toBe(8)
    for (const { properties } of made) expect(properties['position']!.keys).toHaveLength(2)
    expect(
      made.flatMap(({ properties }) => (properties['content'] ? [properties['content'].value] : [])).sort(),
    ).toEqual([...words].sort())
    expect(count).toBeLessThanOrEqual(30)
  }
  test('by pointer', async ({ page }) => {
    await openMarked(page)
    const hand = pointer(page)
    const frame = await frameOnScreen(page, 1280)
    const onStage = (x: number, y: number): [number, number] => [
      frame.x + x * frame.scale,
      frame.y + y * frame.scale,
    ]
    await hand.click(page.getByRole('button', { name: 'Draw a rectangle' }))
    await hand.drag(onStage(240, 60), onStage(760, 180))
    await hand.click(page.getByRole('button', { name: 'Set a text' }))
    await hand.drag(onStage(300, 80), onStage(700, 160))
    await hand.say(words[0]!)
    await page.keyboard.down('Shift')
    await hand.clickAt(onStage(290, 120))
    await page.keyboard.up('Shift')
    await hand.clickAt(await onRuler(page, 1.5))
    await hand.click(page.locator('[data-grip="key"] circle').first())
    await hand.click(page.getByRole('button', { name: /^Marker / }))
    await hand.drag(onStage(290, 120), onStage(1390, 120))
    // Back to where they stand, so that copies are taken hold of there.
    await hand.clickAt(await onRuler(page, 2))
    for (const i of [1, 2, 3]) {
      const y = 120 + 160 * i
      await hand.clickAt(onStage(290, y - 160), 'right')
      await hand.click(page.getByRole('menuitem', { name: 'Duplicate' }))
      await page.keyboard.down('Control')
      await hand.drag(onStage(290, y - 160), onStage(290, y))
      await page.keyboard.up('Control')
    }
    await hand.twice(onStage(500, 280))
    for (const word of words.slice(1)) {
      await hand.say(word)
      await page.keyboard.press('Tab')
    }
    const list = page.getByRole('region', { name: 'Deck' }).locator('[data-row-name]')
    await list.first().scrollIntoViewIfNeeded()
    await hand.selectAllIn(list)
    await hand.click(page.getByRole('tab', { name: 'Retime' }))
    await hand.click(
      page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Order' }),
    )
    await hand.click(page.getByRole('button', { name: 'Stagger', exact: true }))
    await check(page, hand.count())
  })
  test('by keys', async ({ page }) => {
    await openMarked(page)
    await page.keyboard.press('Escape')
    const hand = keyboard(page)
    await hand.ask('add rectangle')
    await hand.ask('add text')
    await hand.press('Control+a')
    // From the bottom up, so that the last copy holds the first of the words as they are read.
    await hand.ask('position y 600')
    for (let copy = 0; copy < 3; copy += 1) {
      await hand.press('Control+d')
      await hand.ask('position y -=160')
    }
    await hand.press('Shift+F2')
    for (const word of words.slice(0, -1)) await hand.say(word)
    await hand.write(words.at(-1)!)
    await hand.press('Control+a', 'g')
    await hand.write('1.5s')
    await hand.press('a', 'Alt+[')
    await hand.ask('position x -=1100')
    await hand.ask('stagger')
    await expect(page.getByText('Keys staggered')).toBeVisible()
    await check(page, hand.count())
  })
})
