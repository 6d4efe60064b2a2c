import { expect, test } from '@playwright/test'
import { oklchOf, parseColour } from '@arrow-bend/core/property'
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
