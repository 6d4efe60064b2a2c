import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { makeLayer, sceneAt, type Layer } from '@arrow-bend/core/scene'
import { TICKS_PER_SECOND, asTicks } from '@arrow-bend/core/time'
import { addLayer, newProject, savedFile, type } from './desk.ts'

const layers = async (page: Page, scene = 0): Promise<readonly Layer[]> =>
  (await savedFile(page)).project.scenes[scene]!.layers
/** The list of commands and values, and what is typed there. */
async function ask(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type(text)
  await page.keyboard.press('Enter')
}
/** The picture on the stage, as its pixels. */
const picture = (page: Page): Promise<string> =>
  page.evaluate(() => document.querySelector<HTMLCanvasElement>('canvas')!.toDataURL())
const scene = (page: Page, name: string) => page.getByRole('button', { name: `Scene: ${name}`, exact: true })

// Source: W3C, CSS Transforms 1, nested elements; Geometry Interfaces 1, DOMMatrix.multiply. To 0.01 px.
test('copies lie where the browser’s own nested transforms and matrix powers put them', async ({ page }) => {
  const layer = makeLayer({
    id: 'a',
    name: 'A',
    kind: 'rectangle',
    span: [asTicks(0), asTicks(TICKS_PER_SECOND)],
    values: {
      position: [200, 150],
      pivot: [10, 5],
      turn: 12,
      scale: [90, 90],
      size: [60, 40],
      copies: 9,
      'copy offset': [30, 14],
      'copy turn': 21,
      'copy scale': 92,
    },
  })
  const items = sceneAt(
    {
      id: 's',
      name: 'S',
      size: [800, 600],
      rate: { num: 24, den: 1 },
      duration: asTicks(TICKS_PER_SECOND),
      background: '#ffffff',
      layers: [layer],
      markers: [],
      playRange: null,
    },
    0,
    [],
  ).reverse()
  expect(items).toHaveLength(9)
  await page.goto('/')
  const theirs = await page.evaluate(() => {
    const step = 'translate(10px, 5px) translate(30px, 14px) rotate(21deg) scale(0.92) translate(-10px, -5px)'
    const root = document.createElement('div')
    root.style.cssText = 'position:fixed;left:0;top:0;width:0;height:0;transform-origin:0 0'
    root.style.transform = 'translate(200px, 150px) rotate(12deg) scale(0.9) translate(-10px, -5px)'
    document.body.append(root)
    const power = new DOMMatrix(root.style.transform)
    let at: HTMLElement = root
    const found: { nested: number[]; power: number[] }[] = []
    for (let k = 0; k < 9; k += 1) {
      const dot = document.createElement('div')
      dot.style.cssText = 'position:absolute;left:30px;top:20px;width:0;height:0'
      at.append(dot)
      const { x, y } = dot.getBoundingClientRect()
      const { a, b, c, d, e, f } = power
      found.push({ nested: [x, y], power: [a, b, c, d, e, f] })
      const next = document.createElement('div')
      next.style.cssText = 'position:absolute;left:0;top:0;width:0;height:0;transform-origin:0 0'
      next.style.transform = step
      at.append(next)
      at = next
      power.multiplySelf(new DOMMatrix(step))
    }
    root.remove()
    return found
  })
  items.forEach(({ matrix }, k) => {
    const [a, b, c, d, e, f] = matrix as unknown as [number, number, number, number, number, number]
    const { nested, power } = theirs[k]!
    expect(Math.hypot(30 * a + 20 * c + e - nested[0]!, 30 * b + 20 * d + f - nested[1]!)).toBeLessThan(0.01)
    power.forEach((part, i) => expect(Math.abs(part - matrix[i]!)).toBeLessThan(1e-3))
  })
})

test('a layer repeats its drawing by command; its copies are shaped and animated as other properties are', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Ellipse')
  const alone = await picture(page)
  await page.getByRole('button', { name: 'Ellipse', exact: true }).click({ button: 'right' })
  // What is for groups, pictures or scenes is not offered.
  for (const other of ['Ungroup', 'Fit in the frame', 'Open the scene it shows'])
    await expect(page.getByRole('menuitem', { name: other })).toHaveCount(0)
  await page.getByRole('menuitem', { name: 'Repeat its drawing' }).click()
  const copies = page.getByLabel('Ellipse copies', { exact: true })
  await expect(copies).toHaveValue('3')
  await expect(copies).toBeInViewport()
  await expect.poll(() => picture(page)).not.toBe(alone)
  await type(page, 'Ellipse copies', '5')
  await type(page, 'Ellipse copy turn, °', '72')
  const [made] = await layers(page)
  expect([made!.properties['copies']!.value, made!.properties['copy turn']!.value]).toEqual([5, 72])

  // Too many are refused with a sentence, and nothing is changed.
  await type(page, 'Ellipse copies', '10000')
  await expect(page.getByText('It has to lie from 1 to 1000.')).toBeVisible()
  expect((await layers(page))[0]!.properties['copies']!.value).toBe(5)
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: /^Ellipse copy turn: Animate/ }).click()
  await type(page, 'Current time', '1s')
  await type(page, 'Ellipse copy turn, °', '10')
  expect((await layers(page))[0]!.properties['copy turn']!.keys.map(({ value }) => value)).toEqual([72, 10])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect((await layers(page))[0]!.properties['copy turn']!.keys).toHaveLength(0)
})

test('layers go into a scene of their own without a change of the picture, are shown thrice, changed once, and come back', async ({
  page,
}) => {
  await newProject(page)
  await page.getByLabel('Rows to show').selectOption('All properties')
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  await page.getByRole('button', { name: 'Fold all layers', exact: true }).click()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Escape')
  const bare = await picture(page)
  await page.keyboard.press('Control+a')
  await ask(page, 'into a scene of their own')
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toHaveCount(0)
  await page.keyboard.press('Escape')
  expect(await picture(page)).toBe(bare)
  expect((await layers(page)).map(({ name, kind }) => [name, kind])).toEqual([['Scene', 'scene']])

  // Two more of the same, each where it is put.
  for (const x of ['position x 340', 'position x 900']) {
    await page.getByRole('button', { name: 'Add a layer' }).click()
    await page.getByRole('menuitem', { name: 'Scene', exact: true }).click()
    await ask(page, x)
  }
  expect(await layers(page)).toHaveLength(3)
  const thrice = await picture(page)
  await ask(page, 'open the scene it shows')
  await expect(scene(page, 'Scene')).toBeVisible()
  await page.getByLabel('Rows to show').selectOption('All properties')
  await page.getByRole('button', { name: 'Ellipse', exact: true }).click()
  await ask(page, 'opacity 0')
  await scene(page, 'Scene').click()
  await page.getByRole('menuitem', { name: 'Scene 1', exact: true }).click()
  await expect.poll(() => picture(page)).not.toBe(thrice)

  // Neither is a scene put into itself nor one deleted that is shown.
  await scene(page, 'Scene 1').click()
  await page.getByRole('menuitem', { name: 'Scene', exact: true }).click()
  await page.getByRole('button', { name: 'Add a layer' }).click()
  await page.getByRole('menuitem', { name: 'Scene 1', exact: true }).click()
  await expect(page.getByText('“Scene 1” shows “Scene” already')).toBeVisible()
  await scene(page, 'Scene').click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByText('“Scene” is shown in “Scene 1”')).toBeVisible()
  expect((await savedFile(page)).project.scenes).toHaveLength(2)

  await scene(page, 'Scene').click()
  await page.getByRole('menuitem', { name: 'Scene 1', exact: true }).click()
  const before = await layers(page)
  await page.getByRole('button', { name: before.at(-1)!.name, exact: true }).click()
  await ask(page, 'take the shown scene apart')
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toBeVisible()
  expect((await layers(page)).map(({ kind }) => kind)).toEqual(['scene', 'scene', 'ellipse', 'rectangle'])
  await page.keyboard.press('Control+z')
  expect(await layers(page)).toEqual(before)
})

test('the time inside a shown scene ramps down and back, stands still, runs backwards, and is the scene’s again', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.getByRole('button', { name: /^Rectangle position: Animate/ }).click()
  await type(page, 'Current time', '3s')
  await type(page, 'Rectangle position x', '1000')
  await ask(page, 'into a scene of their own')
  await expect(page.getByText('Put into a scene of their own')).toBeVisible()
  await ask(page, 'time inside')
  const panel = page.getByRole('region', { name: 'Retime' })
  await expect(panel.getByText('At the playhead 3 s of 4 s, at 100 %.')).toBeVisible()

  await type(page, 'Current time', '1s')
  await panel.getByRole('button', { name: 'Ramp' }).click()
  await type(page, 'Current time', '2s')
  await expect(panel.getByText('at 25 %')).toBeVisible()
  await type(page, 'Speed to come to, %', '100')
  await panel.getByRole('button', { name: 'Ramp' }).click()
  await type(page, 'Current time', '3s')
  await panel.getByRole('button', { name: 'Freeze here' }).click()
  const times = async (): Promise<number[]> =>
    (await layers(page))[0]!.properties['local time']!.keys.map(({ t }) => t / TICKS_PER_SECOND)
  expect(await times()).toEqual([0, 1, 2, 3, 4, 5])
  const still = await picture(page)
  await type(page, 'Current time', '3.5s')
  expect(await picture(page)).toBe(still)

  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z')
  expect(await times()).toEqual([])
  await type(page, 'Current time', '0')
  const first = await picture(page)
  await panel.getByRole('button', { name: 'Backwards' }).click()
  await type(page, 'Current time', '3.95833s')
  expect(await picture(page)).toBe(first)
  await type(page, 'Times it goes round, ×', '3')
  await panel.getByRole('button', { name: 'Loop', exact: true }).last().click()
  expect((await layers(page))[0]!.span.map((t) => t / TICKS_PER_SECOND)).toEqual([0, 12])
})
