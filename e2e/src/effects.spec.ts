import { expect, test } from '@playwright/test'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { addLayer, newProject, type } from './desk.ts'
import { pixels } from './stage.ts'

const box = (extra: string): string =>
  `<g transform="translate(500 330) rotate(20) scale(1.5)"${extra}><rect x="-120" y="-70" width="240" height="140" fill="#0e6b75"/></g>`
const inner = (filter: string, opacity = 1): string =>
  `<g transform="translate(500 330) rotate(20) scale(1.5)" opacity="${opacity}"><g style="filter:${filter}"><rect x="-120" y="-70" width="240" height="140" fill="#0e6b75"/></g></g>`
const values = {
  position: [500, 330],
  turn: 20,
  scale: [150, 150],
  size: [240, 140],
  fill: '#0e6b75',
} as const

// Source: the browser's own CSS filters (W3C, Filter Effects 1, blur() and drop-shadow()).
test('blur and shadow are those the browser draws, turned, scaled and faded with their layer', async ({
  page,
}) => {
  const cases = [
    [{ blur: 9 }, 'blur(9px)', 100],
    [
      { 'shadow colour': '#1f2b33b0', 'shadow offset': [14, 20], 'shadow blur': 6 },
      'drop-shadow(14px 20px 6px #1f2b33b0)',
      100,
    ],
    [
      { blur: 3, 'shadow colour': '#c8401a', 'shadow offset': [-30, 10], 'shadow blur': 0 },
      'blur(3px) drop-shadow(-30px 10px 0 #c8401a)',
      60,
    ],
  ] as const
  for (const [effects, filter, opacity] of cases) {
    await openLayers(page, [drawnLayer('box', 'rectangle', { ...values, ...effects, opacity })])
    await expect
      .poll(() => apartFrom(page, svgOf('', inner(filter, opacity / 100))), { message: filter })
      .toBeLessThanOrEqual(0.25)
    expect(await apartFrom(page, svgOf('', box('')))).toBeGreaterThan(0.3)
  }
})

test('a shadow is listed on demand, seen at once, and gone with one undo', async ({ page }) => {
  await newProject(page)
  await addLayer(page, 'Ellipse')
  const plain = await pixels(page)
  await page.getByRole('button', { name: 'More of Ellipse' }).click()
  await page
    .getByRole('group', { name: 'Also list' })
    .getByRole('button', { name: 'Shadow', exact: true })
    .click()
  await page.keyboard.press('Escape')
  await type(page, 'Ellipse shadow colour', '#1f2b3380')
  await expect.poll(async () => (await pixels(page)) === plain).toBe(false)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await pixels(page)) === plain).toBe(true)
})
