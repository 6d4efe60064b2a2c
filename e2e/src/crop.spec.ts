import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Key, Property } from '@arrow-bend/core/property'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { expectLikePage, expectShown } from './againstPage.ts'
import { addLayer, dragBy, newProject, savedFile } from './desk.ts'
import { frameOnScreen, pixels } from './stage.ts'
import { key } from './trialScene.ts'

type Values = Parameters<typeof drawnLayer>[2]

const values = {
  position: [640, 330],
  turn: 20,
  fill: '#0e6b75',
  stroke: '#c8401a',
  'stroke width': 16,
} as const
const crop = { 'crop left': 25, 'crop top': 10, 'crop bottom': 40 } as const
/** A shape of 240 × 140 px with its line cut off at the same shares of both, open at the right. */
const cut = (shape: string): string =>
  `<g transform="translate(640 330) rotate(20)"><g style="clip-path:inset(10% 0 40% 25%) stroke-box">${shape}</g></g>`
const paint = 'fill="#0e6b75" stroke="#c8401a" stroke-width="16"'

// Source: the browser's own clip-path (W3C, CSS Masking 1).
test('cropped shapes are those the browser clips, their lines with them', async ({ page }) => {
  const cases = [
    ['rectangle', `<rect x="-120" y="-70" width="240" height="140" ${paint}/>`],
    ['ellipse', `<ellipse rx="120" ry="70" ${paint}/>`],
  ] as const
  for (const [kind, shape] of cases) {
    await openLayers(page, [drawnLayer('box', kind, { ...values, size: [240, 140], ...crop })])
    await expect
      .poll(() => apartFrom(page, svgOf('', cut(shape))), { message: kind })
      .toBeLessThanOrEqual(0.25)
    const whole = `<g transform="translate(640 330) rotate(20)">${shape}</g>`
    expect(await apartFrom(page, svgOf('', whole))).toBeGreaterThan(0.5)
  }
})

test('sides are cropped by hand and by key, opposite ones and all together, and one undo takes each back', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const whole = await pixels(page)
  await page.getByRole('button', { name: 'Crop the selected layer' }).click()
  const crops = async () => {
    const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
    return ['left', 'right', 'top', 'bottom'].map((side) =>
      Math.round(Number(properties[`crop ${side}`]!.value)),
    )
  }
  const side = (name: string) => page.getByRole('slider', { name: `Crop ${name}`, exact: true })
  const { scale } = await frameOnScreen(page, 1280)
  const { size } = (await savedFile(page)).project.scenes[0]!.layers[0]!.properties
  const [width] = size!.value as readonly [number, number]
  const quarter = (width / 4) * scale

  await dragBy(page, side('left'), [quarter, 0])
  expect(await crops()).toEqual([25, 0, 0, 0])
  await page.keyboard.press('ControlOrMeta+z')
  expect((await pixels(page)) === whole).toBe(true)

  await page.keyboard.down('Shift')
  await dragBy(page, side('right'), [-quarter / 2, 0])
  await page.keyboard.up('Shift')
  const [left, right, top, bottom] = await crops()
  expect([left, top, bottom]).toEqual([right, 0, 0])
  expect(right).toBeGreaterThan(8)

  await side('top').focus()
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(crops).toEqual([left, right, 10, 0])
  await page.keyboard.press('Delete')
  await expect.poll(crops).toEqual([left, right, 0, 0])
  await page.getByRole('button', { name: 'Whole', exact: true }).click()
  await expect.poll(crops).toEqual([0, 0, 0, 0])
  await page.keyboard.press('Escape')
  await expect(page.getByRole('group', { name: 'Crop', exact: true })).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true }).first()).toBeVisible()
})

const inGroup = (id: string, kind: 'rectangle' | 'ellipse', given: Values, moves = {}) =>
  drawnLayer(id, kind, given, { parent: 'both', more: moves })
const group = (crops: Values, moves = {}) =>
  drawnLayer('both', 'group', { position: [640, 330], turn: 20, scale: [120, 90], ...crops }, { more: moves })

// Source: the browser's own clip-path on a group, whose stroke-box holds the boxes of all that is in it (W3C, CSS Masking 1; SVG 2, 8.10).
test('a cropped group is the one the browser clips, by the box round all that is in it', async ({ page }) => {
  const layers = [
    inGroup('plate', 'rectangle', { position: [-60, -20], size: [200, 120], fill: '#0e6b75' }),
    inGroup('disc', 'ellipse', {
      position: [90, 50],
      turn: 30,
      size: [160, 90],
      fill: '#dcac29',
      stroke: '#c8401a',
      'stroke width': 14,
    }),
    group({ 'crop left': 15, 'crop right': 20, 'crop top': 30 }),
  ]
  const drawn = (clip: string): string =>
    svgOf(
      '',
      `<g transform="translate(640 330) rotate(20) scale(1.2 0.9)"><g${clip}><ellipse rx="80" ry="45" transform="translate(90 50) rotate(30)" fill="#dcac29" stroke="#c8401a" stroke-width="14"/><rect x="-160" y="-80" width="200" height="120" fill="#0e6b75"/></g></g>`,
    )
  await openLayers(page, layers)
  await expect
    .poll(() => apartFrom(page, drawn(' style="clip-path:inset(30% 20% 0 15%) stroke-box"')))
    .toBeLessThanOrEqual(0.25)
  expect(await apartFrom(page, drawn(''))).toBeGreaterThan(0.5)
  await expectShown(page, layers, { frame: 0, name: 'cropped' })
})

test('a crop of a group that moves is in the page as on the stage, though what is in it moves, too', async ({
  page,
}) => {
  const moving = (kind: Property['kind'], from: Key['value'], to: Key['value']): Property => ({
    kind,
    value: to,
    keys: [key(0, from), key(24, to)],
  })
  const layers = [
    inGroup('plate', 'rectangle', { size: [240, 160], fill: '#0e6b75' }),
    inGroup(
      'disc',
      'ellipse',
      { size: [150, 150], fill: '#c8401a' },
      { position: moving('place', [-100, 0], [190, 40]) },
    ),
    group({}, { 'crop right': moving('number', 80, 10), turn: moving('turn', 0, 40) }),
  ]
  await expectLikePage(page, layers, { frames: [5, 16], name: 'cropped', other: { frames: 4, least: 1 } })
})

test('a group is cropped by hand, what is cut off is not pressed, and one undo brings it back', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await page.keyboard.press('ControlOrMeta+g')
  const whole = await pixels(page)
  await page.getByRole('button', { name: 'Crop the selected layer' }).click()
  const bar = page.getByRole('group', { name: 'Crop', exact: true })
  const left = page.getByRole('slider', { name: 'Crop left', exact: true })
  const [from, to] = await Promise.all(
    ['left', 'right'].map(async (side) =>
      page.getByRole('slider', { name: `Crop ${side}`, exact: true }).boundingBox(),
    ),
  )
  const width = to!.x - from!.x
  await dragBy(page, left, [width / 2, 0])
  const crop = async () => {
    const { layers } = (await savedFile(page)).project.scenes[0]!
    return Number(layers.find(({ kind }) => kind === 'group')!.properties['crop left']!.value)
  }
  expect(await crop()).toBeCloseTo(50, 0)
  expect((await pixels(page)) === whole).toBe(false)
  await bar.getByRole('button', { name: 'Done' }).click()
  // A press where nothing is left selects nothing; where something is, that.
  const y = from!.y + from!.height / 2 + 20
  await page.mouse.click(from!.x + width / 4, y)
  await expect(page.getByRole('button', { name: 'Rectangle', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  )
  await page.mouse.click(from!.x + (3 * width) / 4, y)
  await page.keyboard.press('ControlOrMeta+z')
  expect(await crop()).toBe(0)
  expect((await pixels(page)) === whole).toBe(true)
})
