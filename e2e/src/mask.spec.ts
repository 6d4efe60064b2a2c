import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Property } from '@arrow-bend/core/property'
import type { Layer, LayerMask } from '@arrow-bend/core/scene'
import { apartFrom, drawnLayer as layer, openLayers, svgOf } from './againstBrowser.ts'
import { expectLikePage, expectShown } from './againstPage.ts'
import { addLayer, newProject, savedFile } from './desk.ts'
import { apartFromBefore, pixels } from './stage.ts'
import { key } from './trialScene.ts'

const still = layer(
  'still',
  'rectangle',
  { position: [640, 360], size: [900, 500], fill: '#000000', turn: 8 },
  { mask: { layer: 'hole' } },
)
const hole = layer('hole', 'ellipse', { position: [500, 330], size: [420, 300], fill: '#000000' })
const STILL =
  '<rect x="-450" y="-250" width="900" height="500" transform="translate(640 360) rotate(8)" fill="#000000"/>'
const HOLE = '<ellipse cx="500" cy="330" rx="210" ry="150"/>'
const EVERYWHERE =
  'maskUnits="userSpaceOnUse" x="-500" y="-500" width="2500" height="2500" style="mask-type:alpha"'
const with_ = (mask: Partial<LayerMask>): Layer => ({ ...still, mask: { layer: 'hole', ...mask } })

// Source: the browser's own clip-path and mask (W3C, CSS Masking Module Level 1), every pixel.
const CASES: readonly [name: string, layers: readonly Layer[], svg: string][] = [
  [
    'a sharp shape',
    [hole, still],
    svgOf(`<clipPath id="c">${HOLE}</clipPath>`, `<g clip-path="url(#c)">${STILL}</g>`),
  ],
  [
    'all but a sharp shape',
    [hole, with_({ inverted: true })],
    svgOf(
      '<clipPath id="c"><path clip-rule="evenodd" d="M-500 -500H2000V2000H-500ZM290 330a210 150 0 1 0 420 0a210 150 0 1 0 -420 0Z"/></clipPath>',
      `<g clip-path="url(#c)">${STILL}</g>`,
    ),
  ],
  [
    'a soft edge',
    [hole, with_({ feather: 60 })],
    svgOf(
      `<filter id="f" x="-1" y="-1" width="3" height="3"><feGaussianBlur stdDeviation="30"/></filter><mask id="m" ${EVERYWHERE}><g filter="url(#f)">${HOLE}</g></mask>`,
      `<g mask="url(#m)">${STILL}</g>`,
    ),
  ],
  [
    'a shape that is half see-through with a line round it',
    [
      layer('hole', 'ellipse', {
        position: [500, 330],
        size: [420, 300],
        fill: '#00000080',
        stroke: '#000000',
        'stroke width': 24,
      }),
      still,
    ],
    svgOf(
      `<mask id="m" ${EVERYWHERE}><ellipse cx="500" cy="330" rx="210" ry="150" fill-opacity="0.502" stroke="#000" stroke-width="24"/></mask>`,
      `<g mask="url(#m)">${STILL}</g>`,
    ),
  ],
  [
    'a shape that travels along with what it masks',
    [
      layer('hole', 'ellipse', { position: [-100, 40], size: [420, 300], fill: '#000000' }),
      with_({ follows: true }),
    ],
    svgOf(
      '<clipPath id="c"><ellipse cx="-100" cy="40" rx="210" ry="150"/></clipPath>',
      '<g transform="translate(640 360) rotate(8)"><g clip-path="url(#c)"><rect x="-450" y="-250" width="900" height="500" fill="#000000"/></g></g>',
    ),
  ],
  [
    'a group as one thing, through a shape that is half see-through',
    [
      layer('hole', 'ellipse', { position: [500, 330], size: [420, 300], fill: '#000000', opacity: 50 }),
      layer('both', 'group', {}, { mask: { layer: 'hole' } }),
      layer(
        'a',
        'rectangle',
        { position: [450, 330], size: [300, 200], fill: '#c8401a' },
        { parent: 'both' },
      ),
      layer(
        'b',
        'rectangle',
        { position: [560, 380], size: [300, 200], fill: '#0e6b75' },
        { parent: 'both' },
      ),
    ],
    svgOf(
      `<mask id="m" ${EVERYWHERE}><g opacity="0.5">${HOLE}</g></mask>`,
      '<g mask="url(#m)"><rect x="410" y="280" width="300" height="200" fill="#0e6b75"/><rect x="300" y="230" width="300" height="200" fill="#c8401a"/></g>',
    ),
  ],
]
for (const [name, layers, svg] of CASES)
  test(`a layer seen through ${name} is what the browser draws`, async ({ page }) => {
    await openLayers(page, layers)
    await expect.poll(() => apartFrom(page, svg)).toBeLessThanOrEqual(0.25)
    // Without the mask it is far from that: the comparison can fail.
    expect(await apartFrom(page, svgOf('', STILL))).toBeGreaterThan(4)
    // The exported page draws it, too, within half a step of eight bits.
    await expectShown(page, layers, { frame: 0, name })
  })

test('a mask that moves, of things that move, is in the page as on the stage at every moment looked at', async ({
  page,
}) => {
  const place = (from: readonly [number, number], to: readonly [number, number]): Property => ({
    kind: 'place',
    value: to,
    keys: [key(0, from), key(24, to)],
  })
  const layers = [
    layer(
      'hole',
      'ellipse',
      { size: [300, 260], fill: '#000000' },
      { more: { position: place([420, 300], [760, 420]) } },
    ),
    layer(
      'still',
      'rectangle',
      { size: [500, 300], fill: '#0e6b75' },
      {
        mask: { layer: 'hole', inverted: true, feather: 20 },
        more: { position: place([740, 360], [560, 380]) },
      },
    ),
  ]
  await expectLikePage(page, layers, { frames: [6, 17], name: 'masked', other: { frames: 4, least: 2 } })
})

test('a mask is chosen in a layer’s menu, travels along or stays put without a change, and is let go of by deleting it', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  await addLayer(page, 'Ellipse')
  const shown = await pixels(page)
  await page.getByRole('button', { name: 'More of Rectangle' }).click()
  await page.getByLabel('seen through').selectOption('Ellipse')
  const masked = await pixels(page)
  expect(masked === shown).toBe(false)
  // What is not drawn any more says why.
  await expect(page.getByRole('button', { name: 'Ellipse: list all properties' })).toHaveText(/^mask/)
  await page.getByLabel('the mask travels along').check()
  await expect.poll(async () => (await pixels(page)) === masked).toBe(true)
  const layers = async () => (await savedFile(page)).project.scenes[0]!.layers
  const rectangle = async () => (await layers()).find(({ kind }) => kind === 'rectangle')!
  const ellipse = (await layers()).find(({ kind }) => kind === 'ellipse')!
  expect((await rectangle()).mask).toEqual({ layer: ellipse.id, follows: true })
  await page.getByLabel('inverted: seen around it').check()
  await expect.poll(async () => (await pixels(page)) === masked).toBe(false)
  await page.keyboard.press('Escape')
  for (let steps = 0; steps < 2; steps += 1) await page.keyboard.press('Control+z')
  expect((await rectangle()).mask).toEqual({ layer: ellipse.id })
  await page.getByRole('button', { name: 'Ellipse', exact: true }).click()
  await page.keyboard.press('Delete')
  await expect(page.getByText('“Rectangle” was seen through it, and is shown whole now.')).toBeVisible()
  expect((await rectangle()).mask).toBeUndefined()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await pixels(page)) === masked).toBe(true)
})

test('a picture opens through a circle, and a shape by its own outline, with one press each; undo takes all of it back', async ({
  page,
}) => {
  await newProject(page)
  await addLayer(page, 'Rectangle')
  const whole = await pixels(page)
  await page.getByRole('tab', { name: 'Retime' }).click()
  await page.getByRole('group', { name: 'What to retime' }).getByRole('button', { name: 'Reveal' }).click()
  for (const through of ['circle', 'its outline']) {
    await page.getByRole('button', { name: `Reveal through: ${through}` }).click()
    await expect.poll(async () => (await pixels(page)) === whole, { message: through }).toBe(false)
    const { layers } = (await savedFile(page)).project.scenes[0]!
    expect(layers.map(({ mask }) => mask?.layer ?? null)).toEqual([null, layers[0]!.id])
    await page.keyboard.press('End')
    // Edges that are cut by a path are smoothed a little otherwise.
    await expect.poll(() => apartFromBefore(page, whole), { message: through }).toBeLessThan(0.05)
    await page.keyboard.press('Control+z')
    await page.keyboard.press('Home')
    await expect.poll(async () => (await pixels(page)) === whole, { message: through }).toBe(true)
  }
})
