import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Outline } from '@arrow-bend/core/property'
import { outlinePathData } from '@arrow-bend/core/scene'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { addLayer, newProject, savedFile, type } from './desk.ts'
import { pixels } from './stage.ts'

const vertex = (x: number, y: number, angle: number, length: number, corner = 0) => ({
  at: [x, y] as const,
  arrive: { angle: angle + 180, length },
  leave: { angle, length },
  corner,
})
const wave: Outline = {
  closed: false,
  vertices: [vertex(-250, 40, -60, 120), vertex(0, 0, 50, 140), vertex(250, -60, -20, 90)],
}
const tent: Outline = {
  closed: true,
  vertices: [vertex(-200, 120, 0, 0, 40), vertex(0, -140, 0, 0), vertex(200, 120, 0, 0, 25)],
}
const line = { position: [640, 360], fill: '#00000000', stroke: '#000000', 'stroke width': 10 } as const

interface Case {
  readonly name: string
  readonly kind: 'path' | 'rectangle' | 'ellipse'
  readonly values: Readonly<Record<string, Outline | number | readonly [number, number]>>
  readonly shape: string
}
const looks = 'fill="none" stroke="#000" stroke-width="10" transform="translate(640 360)"'
const round = 'stroke-linecap="round" stroke-linejoin="round"'
const SHAPES: readonly Case[] = [
  {
    name: 'an open curve',
    kind: 'path',
    values: { outline: wave },
    shape: `<path d="${outlinePathData(wave)}" ${round} ${looks}`,
  },
  {
    name: 'a closed outline with rounded corners',
    kind: 'path',
    values: { outline: tent },
    shape: `<path d="${outlinePathData(tent)}" ${round} ${looks}`,
  },
  {
    name: 'an ellipse',
    kind: 'ellipse',
    values: { size: [420, 260] },
    shape: `<ellipse rx="210" ry="130" ${looks}`,
  },
  {
    name: 'a rectangle with rounded corners',
    kind: 'rectangle',
    values: { size: [400, 240], corner: 60 },
    shape: `<rect x="-200" y="-120" width="400" height="240" rx="60" ${looks}`,
  },
]
/** Start, length and offset, %. Of the same parts the browser measures the lengths by itself. */
const PARTS = [
  { trim: [0, 40, 0], dash: '40 200', from: 0 },
  { trim: [25, 80, 0], dash: '55 200', from: 25 },
  { trim: [0, 30, 85], dash: '15 70 200 0', from: 0 },
] as const

// Source: the browser's own stroke-dasharray along a pathLength (W3C, SVG 2, 9.6 and 13.5).
for (const { name, kind, values, shape } of SHAPES)
  test(`a part of the line of ${name} is drawn as the browser measures it`, async ({ page }) => {
    for (const { trim, dash, from } of PARTS) {
      const [start, end, offset] = trim
      const trimmed = { 'trim start': start, 'trim end': end, 'trim offset': offset }
      await openLayers(page, [drawnLayer('line', kind, { ...line, ...values, ...trimmed })])
      const dashed = `${shape} pathLength="100" stroke-dasharray="${dash}" stroke-dashoffset="${-from}"/>`
      await expect.poll(() => apartFrom(page, svgOf('', dashed)), { message: dash }).toBeLessThanOrEqual(0.02)
      expect(await apartFrom(page, svgOf('', `${shape}/>`))).toBeGreaterThan(0.2)
    }
  })

const hook: Outline = {
  closed: false,
  vertices: [
    vertex(-250, 100, 0, 0),
    vertex(-20, -140, 0, 0),
    vertex(60, 140, 0, 0),
    vertex(250, -100, 0, 0),
  ],
}
const thick = { ...line, 'stroke width': 36, outline: hook } as const
const hookLooks = looks.replace('width="10"', 'width="36"')

// Source: the browser's own stroke-linecap, stroke-linejoin and stroke-dasharray (W3C, SVG 2, 13.5).
for (const [ends, joins] of [
  ['round', 'round'],
  ['butt', 'miter'],
  ['square', 'bevel'],
] as const)
  test(`a line ends ${ends} and turns ${joins} as the browser draws it, with dashes, too`, async ({
    page,
  }) => {
    const ways = { 'line ends': ends, 'line joins': joins }
    const shape = `<path d="${outlinePathData(hook)}" stroke-linecap="${ends}" stroke-linejoin="${joins}" ${hookLooks}`
    for (const [dash, gap, offset] of [
      [0, 0, 0],
      [70, 50, 20],
      [0, 60, -10],
    ] as const) {
      const pattern = { dash, 'dash gap': gap, 'dash offset': offset }
      await openLayers(page, [drawnLayer('line', 'path', { ...thick, ...ways, ...pattern })])
      const dashes = gap > 0 ? `stroke-dasharray="${dash} ${gap}" stroke-dashoffset="${offset}"` : ''
      await expect
        .poll(() => apartFrom(page, svgOf('', `${shape} ${dashes}/>`)), { message: `${dash} ${gap}` })
        .toBeLessThanOrEqual(0.02)
    }
  })

test('how a line looks is listed on demand: dashes are typed, ends are chosen', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Ellipse')
  await page.getByRole('button', { name: 'More of Ellipse' }).click()
  await page.getByRole('group', { name: 'Also list' }).getByRole('button', { name: 'Line' }).click()
  await page.keyboard.press('Escape')
  await type(page, 'Ellipse stroke width, px', '8')
  const whole = await pixels(page)
  await type(page, 'Ellipse dash, px', '20')
  await page.getByRole('combobox', { name: 'Ellipse line ends' }).selectOption('square')
  await expect.poll(async () => (await pixels(page)) === whole).toBe(false)
  const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
  expect([properties['dash']!.value, properties['line ends']!.value]).toEqual([20, 'square'])
})

test('a line is drawn on from the playhead by one press; a shape without a line says what it lacks', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Ellipse')
  await page.getByRole('tab', { name: 'Retime' }).click()
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Reveal' }).click()
  await type(page, 'Ellipse stroke width, px', '0')
  await page.getByRole('button', { name: 'Draw the line on' }).click()
  await expect(page.getByText('“Ellipse” has no line')).toBeVisible()
  await type(page, 'Ellipse stroke width, px', '8')
  const whole = await pixels(page)
  await page.getByRole('button', { name: 'Draw the line on' }).click()
  const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
  expect(properties['trim end']!.keys.map(({ value }) => value)).toEqual([0, 100])
  expect((await pixels(page)) === whole).toBe(false)
  await type(page, 'Current time', '2s')
  await expect.poll(async () => (await pixels(page)) === whole).toBe(true)
})
