import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import type { Property } from '@arrow-bend/core/property'
import { asTicks, TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { savedFile, type } from './desk.ts'
import { pixels } from './stage.ts'

const lantern = drawnLayer('Lantern', 'rectangle', {
  position: [640, 300],
  size: [120, 300],
  fill: '#c8401a',
})
const pier = drawnLayer('Pier', 'rectangle', { position: [300, 600], size: [300, 60], fill: '#1f2b33' })
const title = drawnLayer('Title', 'text', { position: [640, 360], text: 'Midsummer', 'font size': 90 })

const propertyOf = async (page: Page, layer: number, name: string): Promise<Property> =>
  (await savedFile(page)).project.scenes[0]!.layers[layer]!.properties[name]!
const secondsOf = ({ keys }: Property): number[] => keys.map(({ t }) => t / TICKS_PER_SECOND)

async function openMoves(page: Page, layer: string): Promise<void> {
  await page.getByLabel('Rows to show').selectOption('all')
  await page.getByRole('button', { name: layer, exact: true }).first().click()
  await page.getByRole('tab', { name: 'Moves' }).click()
}

test('a move is seen on the layer before anything is changed, lands as keys, and is changed until something else is done', async ({
  page,
}) => {
  await openLayers(page, [lantern])
  await openMoves(page, 'Lantern')
  const still = await pixels(page)
  await page.getByRole('button', { name: /^Slide in/ }).hover()
  await expect.poll(async () => (await pixels(page)) === still).toBe(false)
  await page.getByRole('tab', { name: 'Moves' }).hover()
  await expect.poll(async () => (await pixels(page)) === still).toBe(true)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()

  await page.getByRole('button', { name: /^Slide in/ }).click()
  await expect(page.getByRole('status').filter({ hasText: '2 keys of “Slide in” are there' })).toBeVisible()
  const first = await propertyOf(page, 0, 'position')
  expect(secondsOf(first)).toEqual([0, expect.closeTo(0.8, 1)])
  expect(first.keys[0]!.value).toEqual([expect.closeTo(-62, 6), 300])
  expect(first.keys[1]!.value).toEqual([640, 300])
  // Direction, length and distance go on changing what landed.
  await page.getByRole('slider', { name: 'Direction' }).focus()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByRole('slider', { name: 'Direction' })).toHaveAttribute('aria-valuetext', 'down')
  await type(page, 'How long the move takes, s', '2')
  await page.getByLabel('What the distance is measured in').selectOption('px')
  await type(page, 'How far the move goes', '150')
  const changed = await propertyOf(page, 0, 'position')
  expect(secondsOf(changed)).toEqual([0, 2])
  expect(changed.keys[0]!.value).toEqual([expect.closeTo(640, 6), expect.closeTo(150, 6)])
  // All of it is one step.
  await page.keyboard.press('Control+z')
  expect((await propertyOf(page, 0, 'position')).keys).toEqual([])
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await page.getByRole('button', { name: 'As made' }).click()
  expect((await propertyOf(page, 0, 'position')).keys).toEqual([])
})

test('a move plays in the picture while it is pointed at, and the playhead stays', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'no-preference' })
  await openLayers(page, [lantern])
  await openMoves(page, 'Lantern')
  const still = await pixels(page)
  await page.getByRole('button', { name: /^Drop in/ }).hover()
  const seen = new Set<string>()
  await expect.poll(async () => seen.add(await pixels(page)).size).toBeGreaterThan(4)
  await expect(page.getByLabel('Current time')).toHaveValue('00:00:00:00')
  await page.getByRole('tab', { name: 'Moves' }).hover()
  await expect.poll(async () => (await pixels(page)) === still).toBe(true)
})

test('a move is looked at and put there by keys alone; several layers follow one another', async ({
  page,
}) => {
  await openLayers(page, [lantern, pier])
  await openMoves(page, 'Lantern')
  await page
    .getByRole('button', { name: 'Pier', exact: true })
    .first()
    .click({ modifiers: ['Shift'] })
  const still = await pixels(page)
  await page.getByRole('button', { name: /^Waft in/ }).focus()
  await page.keyboard.press('Tab')
  await page.keyboard.press('Shift+Tab')
  await expect.poll(async () => (await pixels(page)) === still).toBe(false)
  await page.keyboard.press('Enter')
  const opacities = await Promise.all([0, 1].map((layer) => propertyOf(page, layer, 'opacity')).slice(0, 1))
  expect(opacities[0]!.keys.length).toBe(3)
  const later = await propertyOf(page, 1, 'opacity')
  expect(secondsOf(later)[0]! - secondsOf(opacities[0]!)[0]!).toBeCloseTo(3 / 24, 2)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Camera', exact: true }).click()
  await page.getByRole('button', { name: /^Push in/ }).click()
  const scales = [await propertyOf(page, 0, 'scale'), await propertyOf(page, 1, 'scale')]
  for (const { keys } of scales)
    expect(keys.map(({ value }) => value)).toEqual([
      [100, 100],
      [125, 125],
    ])
  expect(secondsOf(scales[1]!)).toEqual(secondsOf(scales[0]!))
})

test('a text comes letter by letter', async ({ page }) => {
  await openLayers(page, [title])
  await openMoves(page, 'Title')
  await page.getByRole('button', { name: /^Grow in/ }).hover()
  await page.getByRole('button', { name: 'Letters', exact: true }).click()
  await type(page, 'How much later each part is, s', '0.1')
  await page.getByRole('button', { name: /^Grow in/ }).click()
  expect((await propertyOf(page, 0, 'parts')).value).toBe('letters')
  expect((await propertyOf(page, 0, 'part scale')).keys.length).toBe(2)
  expect((await propertyOf(page, 0, 'scale')).keys).toEqual([])
})

test('keys are kept as a move of one’s own, used on another layer, saved to a file and taken from it', async ({
  page,
}) => {
  await openLayers(page, [lantern, pier])
  await openMoves(page, 'Lantern')
  await page.getByRole('button', { name: /^Spin in/ }).click()
  await page.getByRole('button', { name: 'Own', exact: true }).click()
  await page.getByLabel('Name of the move').fill('Lamplighter')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  const mine = page.getByRole('button', { name: /^Lamplighter/ })
  await expect(mine).toBeVisible()

  await page.getByRole('button', { name: 'Pier', exact: true }).first().click()
  await mine.click()
  expect((await propertyOf(page, 1, 'turn')).keys.map(({ value }) => value)).toEqual([-180, 0])
  expect((await propertyOf(page, 1, 'scale')).keys.map(({ value }) => value)).toEqual([
    [0, 0],
    [100, 100],
  ])

  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save to a file…' }).click()
  const text = await readFile((await (await waiting).path())!, 'utf8')
  await page.getByRole('button', { name: 'Remove Lamplighter' }).click()
  await expect(mine).toBeHidden()
  const add = async (content: string): Promise<void> => {
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Add from a file…' }).click()
    await (
      await chooser
    ).setFiles({ name: 'm.json', mimeType: 'application/json', buffer: Buffer.from(content) })
  }
  await add(text.replace('"version": 1', '"version": 9'))
  await expect(page.getByText(/The ready moves cannot be read: version/)).toBeVisible()
  await expect(mine).toBeHidden()
  await add(text)
  await expect(mine).toBeVisible()
  // The browser keeps it.
  await page.reload()
  await openMoves(page, 'Pier')
  await page.getByRole('button', { name: 'Own', exact: true }).click()
  await expect(mine).toBeVisible()
})

test('no row comes or goes while a move is only looked at', async ({ page }) => {
  const moving = drawnLayer(
    'Lantern',
    'rectangle',
    { position: [640, 300], size: [120, 300] },
    {
      more: {
        turn: {
          kind: 'turn',
          value: 0,
          keys: [0, 1].map((t) => ({
            id: String(t),
            t: asTicks(t * TICKS_PER_SECOND),
            value: t * 90,
            bend: { kind: 'linear' },
            through: 'corner',
          })),
        },
        opacity: {
          kind: 'number',
          value: 100,
          keys: [0, 1].map((t) => ({
            id: String(t),
            t: asTicks(t * TICKS_PER_SECOND),
            value: t * 100,
            bend: { kind: 'linear' },
            through: 'corner',
          })),
        },
      },
    },
  )
  await openLayers(page, [moving, pier])
  await page.getByRole('button', { name: 'Lantern', exact: true }).first().click()
  await page.getByRole('tab', { name: 'Moves' }).click()
  const still = await pixels(page)
  await page.getByRole('button', { name: /^Slide in/ }).hover()
  await expect.poll(async () => (await pixels(page)) === still).toBe(false)
  await expect(page.getByText('nothing is changed yet')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Lantern position, keys/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Slide in/ }).click()
  await expect(page.getByRole('button', { name: /^Lantern position, keys/ })).toHaveCount(1)
})

test('keys that belong together are made longer, stronger, bent and added to as one', async ({ page }) => {
  await openLayers(page, [lantern, pier])
  await openMoves(page, 'Lantern')
  await page.getByRole('button', { name: /^Spin in/ }).click()
  await page.getByRole('button', { name: 'The selected keys as one move' }).click()
  const block = page.getByRole('dialog', { name: 'The selected keys as one move' })
  await expect(block).toContainText('Lantern: Turn, Scale')
  await type(page, 'Strength of the move, %', '50')
  await type(page, 'Length of the move, f', '12')
  await block.getByLabel('Bend of all of it').selectOption('Bounce')
  await block.getByLabel('Another property that moves with it').selectOption('Opacity')
  await expect(block).toContainText('Turn, Scale, Opacity')
  await page.keyboard.press('Escape')
  await expect(block).toBeHidden()
  await expect(page.getByRole('button', { name: 'The selected keys as one move' })).toBeFocused()
  const { properties } = (await savedFile(page)).project.scenes[0]!.layers[0]!
  const [turn, scale, opacity] = ['turn', 'scale', 'opacity'].map((name) => properties[name]!.keys)
  expect(turn!.map(({ value }) => value)).toEqual([-90, 0])
  expect(scale!.map(({ value }) => value)).toEqual([
    [50, 50],
    [100, 100],
  ])
  expect(opacity!.map(({ value }) => value)).toEqual([0, 100])
  for (const keys of [turn!, scale!, opacity!]) {
    expect(keys[1]!.t - keys[0]!.t).toBeCloseTo(TICKS_PER_SECOND / 2, -3)
    expect(keys[0]!.bend).toEqual({ kind: 'family', family: 'bounce', mode: 'out' })
  }
  // Each of it is a step of its own.
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Control+z')
  expect((await propertyOf(page, 0, 'turn')).keys.map(({ value }) => value)).toEqual([-180, 0])
  expect((await propertyOf(page, 0, 'opacity')).keys).toEqual([])
})

test('a layer that is locked is left alone, with a sentence', async ({ page }) => {
  await openLayers(page, [{ ...lantern, locked: true }])
  await openMoves(page, 'Lantern')
  await page.getByRole('button', { name: /^Fade in/ }).hover()
  await expect(page.getByRole('status').filter({ hasText: 'is locked' })).toBeVisible()
  await page.getByRole('button', { name: /^Fade in/ }).click()
  expect((await propertyOf(page, 0, 'opacity')).keys).toEqual([])
})
