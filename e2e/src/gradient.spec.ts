import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Property, Value } from '@arrow-bend/core/property'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { addLayer, newProject, savedFile, type } from './desk.ts'
import { dragTo, middleOf, pixels } from './stage.ts'

type Parts = Readonly<Record<string, Property>>
const still = (kind: Property['kind'], value: Value): Property => ({ kind, value, keys: [] })
/** Stops by offset in % and colour. */
const stops = (...list: readonly (readonly [offset: number, colour: string])[]): Parts =>
  Object.fromEntries(
    list.flatMap(([offset, colour], i) => [
      [`stop ${i + 1} offset`, still('number', offset)],
      [`stop ${i + 1} colour`, still('colour', colour)],
    ]),
  )
const ends = (from: readonly [number, number], to: readonly [number, number]): Parts => ({
  'gradient start': still('pair', from),
  'gradient end': still('pair', to),
})
const NIGHT = [
  [0, '#12203a'],
  [40, '#6e4587'],
  [100, '#e3a24b'],
] as const
const stopTags = NIGHT.map(([offset, colour]) => `<stop offset="${offset}%" stop-color="${colour}"/>`).join(
  '',
)
const place = { position: [640, 360], size: [800, 500] } as const

// Source: the browser's own linearGradient and radialGradient (W3C, SVG 2, 14.2).
test('linear and radial gradients are those the browser draws', async ({ page }) => {
  const linear = drawnLayer(
    'sky',
    'rectangle',
    { ...place, gradient: 'linear', 'gradient mix': 'srgb' },
    { more: { ...stops(...NIGHT), ...ends([10, 0], [70, 100]) } },
  )
  await openLayers(page, [linear])
  const line = `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="320" y1="110" x2="800" y2="610">${stopTags}</linearGradient>`
  const rect = '<rect x="240" y="110" width="800" height="500" fill="url(#g)"/>'
  await expect.poll(() => apartFrom(page, svgOf(line, rect))).toBeLessThanOrEqual(0.25)

  const radial = drawnLayer(
    'sun',
    'ellipse',
    { ...place, gradient: 'radial', 'gradient mix': 'srgb' },
    { more: { ...stops(...NIGHT), ...ends([40, 50], [90, 50]) } },
  )
  await openLayers(page, [radial])
  const round = `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="560" cy="360" r="400">${stopTags}</radialGradient>`
  const egg = '<ellipse cx="640" cy="360" rx="400" ry="250" fill="url(#g)"/>'
  await expect.poll(() => apartFrom(page, svgOf(round, egg))).toBeLessThanOrEqual(0.25)
})

// Source: the browser's own `color-mix(in oklab, …)` (W3C, CSS Color 5, 3 and CSS Color 4, 12), premultiplied.
test('a gradient mixed in OKLab is the browser’s, through clear colours, too', async ({ page }) => {
  const clear = [
    [0, '#0e6b75'],
    [30, '#f6c94500'],
    [100, '#c8401a'],
  ] as const
  const sky = drawnLayer(
    'sky',
    'rectangle',
    { ...place, gradient: 'linear' },
    { more: { ...stops(...clear), ...ends([0, 50], [100, 50]) } },
  )
  await openLayers(page, [sky])
  // Mixed by the browser itself in small steps.
  const mixed = clear.slice(1).flatMap(([to, after], i) => {
    const [from, before] = clear[i]!
    return Array.from({ length: 65 }, (_, k) => {
      const offset = from + (k / 64) * (to - from)
      return `<stop offset="${offset}%" style="stop-color:color-mix(in oklab, ${after} ${(100 * k) / 64}%, ${before})"/>`
    })
  })
  const line = `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="240" y1="0" x2="1040" y2="0">${mixed.join('')}</linearGradient>`
  const rect = '<rect x="240" y="110" width="800" height="500" fill="url(#g)"/>'
  await expect.poll(() => apartFrom(page, svgOf(line, rect))).toBeLessThanOrEqual(0.25)
})

test('a shape is filled by a gradient from its row; stops come and go, its colours move, undo is exact', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const plain = await pixels(page)
  await page.getByRole('button', { name: 'More of Rectangle' }).click()
  await page.getByRole('group', { name: 'Also list' }).getByRole('button', { name: 'Gradient' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('combobox', { name: 'Rectangle gradient', exact: true }).selectOption('linear')
  await expect.poll(async () => (await pixels(page)) === plain).toBe(false)
  const two = await pixels(page)
  await page.getByRole('button', { name: 'Add a stop to the gradient of Rectangle' }).click()
  const properties = async () => (await savedFile(page)).project.scenes[0]!.layers[0]!.properties
  await expect.poll(async () => (await properties())['stop 3 offset']?.value).toBe(50)
  await type(page, 'Rectangle stop 3 offset, %', '20')
  await page.getByRole('button', { name: 'Take stop 3 of Rectangle out' }).click()
  await expect.poll(async () => (await pixels(page)) === two).toBe(true)
  await page.getByRole('button', { name: 'Take stop 2 of Rectangle out' }).click()
  await expect(page.getByText('A gradient has two stops at least')).toBeVisible()

  await page.getByRole('button', { name: /^Rectangle stop 1 colour: Animate/ }).click()
  await page.keyboard.press('End')
  await type(page, 'Rectangle stop 1 colour', '#e3a24b')
  expect((await properties())['stop 1 colour']!.keys).toHaveLength(2)
  for (let step = 0; step < 6; step += 1) await page.keyboard.press('Control+z')
  await page.keyboard.press('Home')
  await expect.poll(async () => (await pixels(page)) === plain).toBe(true)
})

test('a gradient is laid on the stage while one of its rows is selected, by hand and by keys', async ({
  page,
}) => {
  const sky = drawnLayer(
    'sky',
    'rectangle',
    { ...place, gradient: 'linear' },
    { more: { ...stops(...NIGHT), ...ends([20, 50], [70, 50]) } },
  )
  await openLayers(page, [sky])
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: 'Unfold sky' }).click()
  await page.getByRole('button', { name: 'Gradient end', exact: true }).click()
  const line = page.getByRole('group', { name: 'Gradient', exact: true })
  const properties = async () => (await savedFile(page)).project.scenes[0]!.layers[0]!.properties

  // The frame is shown px by px: 80 px to the left are a tenth of its width, 125 up a quarter of its height.
  const end = line.getByRole('slider', { name: 'Gradient end' })
  const [x, y] = await middleOf(end)
  await dragTo(page, [x, y], [x - 80, y - 125])
  expect((await properties())['gradient end']!.value).toEqual([60, 25])
  await end.focus()
  await page.keyboard.press('ArrowRight')
  expect((await properties())['gradient end']!.value).toEqual([61, 25])
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  expect((await properties())['gradient end']!.value).toEqual([70, 50])

  const [stopX, stopY] = await middleOf(line.getByRole('slider', { name: 'Stop 2' }))
  await dragTo(page, [stopX, stopY], [stopX + 160, stopY + 40])
  expect((await properties())['stop 2 offset']!.value).toBe(80)
  expect((await properties())['position']!.value).toEqual([640, 360])
  // Delete is for the stop that has the keyboard, not for the layer.
  await line.getByRole('slider', { name: 'Stop 2' }).focus()
  await page.keyboard.press('Delete')
  expect(
    Object.keys(await properties()).filter((name) => name.endsWith('colour') && name.startsWith('stop')),
  ).toEqual(['stop 1 colour', 'stop 3 colour'])
})
