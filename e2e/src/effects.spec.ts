import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { apartFrom, drawnLayer, openLayers, svgOf } from './againstBrowser.ts'
import { expectLikePage } from './againstPage.ts'
import type { Property, Value } from '@arrow-bend/core/property'
import type { Layer, LayerMask } from '@arrow-bend/core/scene'
import { addLayer, newProject, type } from './desk.ts'
import { pixels } from './stage.ts'
import { key } from './trialScene.ts'

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

/** Two shapes in a group, one of them partly beneath a third that stands beside the group. */
const grouped = (values: Readonly<Record<string, Value>>, mask?: LayerMask): Layer[] => [
  drawnLayer('group', 'group', values, mask ? { mask } : {}),
  drawnLayer(
    'left',
    'rectangle',
    { position: [-60, 0], size: [160, 120], fill: '#0e6b75' },
    { parent: 'group' },
  ),
  drawnLayer(
    'right',
    'ellipse',
    { position: [70, 20], size: [150, 150], fill: '#c8401a' },
    { parent: 'group' },
  ),
]

test('a group is blurred and casts one shadow as one thing, as the browser draws it', async ({ page }) => {
  const place = { position: [500, 330], turn: 20, scale: [150, 150] } as const
  const inner =
    '<ellipse cx="70" cy="20" rx="75" ry="75" fill="#c8401a"/><rect x="-140" y="-60" width="160" height="120" fill="#0e6b75"/>'
  const drawn = (filter: string): string =>
    svgOf(
      '',
      `<g transform="translate(500 330) rotate(20) scale(1.5)"><g style="filter:${filter}">${inner}</g></g>`,
    )
  const effects = {
    blur: 5,
    'shadow colour': '#1f2b33b0',
    'shadow offset': [14, 20],
    'shadow blur': 6,
  } as const
  await openLayers(page, grouped({ ...place, ...effects }))
  const filter = 'blur(5px) drop-shadow(14px 20px 6px #1f2b33b0)'
  await expect.poll(() => apartFrom(page, drawn(filter))).toBeLessThanOrEqual(0.25)
  expect(await apartFrom(page, drawn('none'))).toBeGreaterThan(0.5)
})

test('a page blurs groups as the stage does, turning and growing, through masks and in copies', async ({
  page,
}) => {
  const moves: Readonly<Record<string, Property>> = {
    turn: { kind: 'turn', value: 0, keys: [key(0, 0), key(48, 90)] },
    scale: { kind: 'pair', value: [100, 100], keys: [key(0, [100, 100]), key(48, [200, 200])] },
    blur: { kind: 'number', value: 0, keys: [key(0, 1), key(48, 6)] },
  }
  const group = (mask?: LayerMask, more: Readonly<Record<string, Value>> = {}): Layer[] => {
    const values = { position: [600, 360], 'shadow colour': '#1f2b33b0', ...more } as const
    const [outer, ...inside] = grouped(values, mask)
    return [{ ...outer!, properties: { ...outer!.properties, ...moves } }, ...inside]
  }
  const hole = drawnLayer('hole', 'rectangle', { position: [640, 300], size: [300, 260], fill: '#000000' })
  const within = group().map((layer) => (layer.id === 'left' ? { ...layer, mask: { layer: 'hole' } } : layer))
  const copies = { copies: 2, 'copy offset': [180, 40], 'copy delay': 0.5, 'copy scale': 70 } as const
  const cases = [
    ['plain', group()],
    ['masked', [hole, ...group({ layer: 'hole' })]],
    [
      'masked within',
      [
        ...within,
        drawnLayer(
          'hole',
          'ellipse',
          { position: [-40, 10], size: [120, 90], fill: '#000000' },
          { parent: 'group' },
        ),
      ],
    ],
    ['copied', group(undefined, copies)],
  ] as const
  for (const [name, layers] of cases)
    await expectLikePage(page, layers, { frames: [6, 30], name, other: { frames: 6, least: 1 } })
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
