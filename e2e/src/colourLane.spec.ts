import { expect } from '@playwright/test'
import { test } from './keptPage.ts'
import { contrastRatio, oklchOf, parseColour, srgbOf, type EncodedRgb } from '@arrow-bend/core/property'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { dragBy, savedFile } from './desk.ts'
import { key } from './trialScene.ts'

const sky = drawnLayer(
  'Sky',
  'rectangle',
  { position: [640, 360], size: [900, 500] },
  {
    more: {
      fill: {
        kind: 'colour',
        value: '#7ab8e0',
        keys: [key(0, '#140c2e'), key(48, '#c8401a'), key(90, '#7ab8e0')],
      },
    },
  },
)

test('an open colour lane shows lightness, chroma and hue, and its keys are dragged in them one by one', async ({
  page,
}) => {
  await openLayers(page, [sky])
  await page.getByRole('button', { name: 'Sky fill, keys 1 to 2' }).dblclick()
  const lane = page.getByRole('group', { name: 'Sky fill, graph' })
  for (const part of ['lightness', 'chroma', 'hue'])
    await expect(lane.locator(`[data-band=${part}]`)).toHaveCount(1)
  // All opaque: there is no graph of alpha. Orange is as strong as sRGB has it: its border is drawn.
  await expect(lane.locator('[data-band=alpha]')).toHaveCount(0)
  await expect(lane.locator('[data-part=beyond]')).toHaveCount(1)

  const bead = (part: string, which = 2) =>
    lane.getByRole('slider', { name: `Sky fill, key ${which}, ${part}` })
  const colours = async () => {
    const { keys } = (await savedFile(page)).project.scenes[0]!.layers[0]!.properties['fill']!
    return keys.map(({ value }) => {
      const [l, c, h] = oklchOf(parseColour(String(value)))
      return { l, c, h }
    })
  }
  const [first, before, last] = await colours()
  await expect(bead('lightness')).toHaveAttribute('aria-valuetext', `${Math.round(before!.l * 100)} %`)

  await dragBy(page, bead('lightness'), [0, -8])
  const lighter = await colours()
  expect(lighter[1]!.l).toBeGreaterThan(before!.l + 0.1)
  expect(Math.abs(lighter[1]!.h - before!.h)).toBeLessThan(1.5)
  expect([lighter[0], lighter[2]]).toEqual([first, last])
  await page.keyboard.press('ControlOrMeta+z')
  expect((await colours())[1]).toEqual(before)

  await bead('hue').focus()
  for (let press = 0; press < 3; press += 1) await page.keyboard.press('Shift+ArrowUp')
  await expect.poll(async () => Math.round((await colours())[1]!.h)).toBe(Math.round(before!.h + 30))
  await bead('chroma').focus()
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(async () => (await colours())[1]!.c).toBeLessThan(before!.c - 0.03)
})

// Source: W3C, WCAG 2.2, 1.4.3 and its contrast ratio.
test('the open colour lane of a text says how well it is read on what lies beneath it, as time goes', async ({
  page,
}) => {
  const colours = [key(0, '#ffffff'), key(95, '#555555')]
  const words = drawnLayer(
    'Words',
    'text',
    { content: 'Lanterns', position: [640, 360], 'font size': 120 },
    { more: { fill: { kind: 'colour', value: '#555555', keys: colours } } },
  )
  const night = drawnLayer('Night', 'rectangle', { position: [640, 360], size: [1200, 700], fill: '#101018' })
  const over = drawnLayer('Over', 'rectangle', { position: [640, 360], size: [1200, 700], fill: '#ffffff20' })
  await openLayers(page, [over, words, night])
  await page.getByRole('button', { name: 'Words fill, keys 1 to 2' }).dblclick()
  const band = page.locator('[data-band=contrast]')
  await expect(band).toHaveCount(1)
  const rgb = (text: string) => srgbOf(parseColour(text)).slice(0, 3) as unknown as EncodedRgb
  const least = contrastRatio(rgb('#555555'), rgb('#101018'))
  // What lies above it does not count.
  await expect(band).toContainText(`Contrast ${least.toFixed(1)} : 1 at least`)
})
