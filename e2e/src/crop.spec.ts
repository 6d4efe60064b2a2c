import { expect, test } from '@playwright/test'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { addLayer, dragBy, newProject, savedFile } from './desk.ts'
import { frameOnScreen, pixels } from './stage.ts'

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

test('a group cannot be cropped, and says what can be done instead', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Group')
  await page.getByRole('button', { name: 'Crop the selected layer' }).click()
  await expect(page.getByRole('group', { name: 'Crop', exact: true })).toContainText('has no box of its own')
})
