import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { test } from './keptPage.ts'
import { readMovingFile } from '@arrow-bend/core/format/takeOver'
import { secondsOfTicks } from '@arrow-bend/core/time'
import { SMIL_DRAWINGS } from './movingDrawings.ts'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { openDemo, savedFile, type } from './desk.ts'
import { withoutPickers } from './withoutPickers.ts'

interface Dropped {
  readonly name: string
  readonly type: string
  readonly text: string
}

const DRAWING: Dropped = {
  name: 'lamp.svg',
  type: 'image/svg+xml',
  text: SMIL_DRAWINGS['colours, widths and dashes']!,
}
const SHEET: Dropped = {
  name: 'buoy.css',
  type: 'text/css',
  text: `.buoy{width:40px;height:40px;border-radius:50%;animation:bob 2s ease-in-out infinite alternate}
  .flag{width:30px;height:20px;animation:flap 1s linear infinite}
  @keyframes bob{to{transform:translateY(30px)}}@keyframes flap{to{transform:perspective(90px) rotateY(60deg)}}`,
}

let ids = 0

/** Drops a file onto the middle of a screen. */
async function drop(page: Page, file: Dropped): Promise<void> {
  await page.locator('main').evaluate((main, { name, type, text }) => {
    const data = new DataTransfer()
    data.items.add(new File([text], name, { type }))
    for (const kind of ['dragover', 'drop'])
      main.dispatchEvent(new DragEvent(kind, { bubbles: true, cancelable: true, dataTransfer: data }))
  }, file)
}

test('a drawing that moves, dropped on the projects, is a project with layers, keys and bends', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).waitFor()
  await drop(page, DRAWING)
  await expect(page.getByText('“lamp.svg” came over as 1 layer with 8 keys.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await expect(page.getByText('400 × 300 px')).toBeVisible()
  for (const name of ['Stroke', 'Stroke width', 'Dash offset'])
    await expect(page.getByText(name, { exact: true }).first()).toBeVisible()
})

test('a style sheet dropped on the Desk is a scene of its own, one step; what is not understood is listed', async ({
  page,
}) => {
  await openDemo(page)
  await drop(page, SHEET)
  await expect(
    page.getByText('“buoy.css” came over as 2 layers with 2 keys. 1 thing in it could not.'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  const list = page.getByRole('dialog')
  await expect(list.getByText('What did not come over')).toBeVisible()
  await expect(list.getByText('@keyframes flap, on flag')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(list).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('1920 × 1080 px')).toBeVisible()
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByText('1920 × 1080 px')).toBeHidden()
})

test('layers that are chosen move as a style sheet has it, where that is wanted, from where they are', async ({
  page,
}) => {
  await openLayers(page, [
    drawnLayer('Buoy', 'ellipse', { position: [300, 200] }),
    drawnLayer('Other', 'rectangle', { position: [600, 500] }),
  ])
  await page.getByLabel('Rows to show').selectOption('all')
  const sheet = { ...SHEET, text: SHEET.text.replace(/perspective[^}]*/, 'translateX(50px)') }
  await page.getByRole('button', { name: 'Buoy', exact: true }).click()
  await page.getByRole('button', { name: 'Other', exact: true }).click({ modifiers: ['Shift'] })
  await drop(page, sheet)
  const asked = page.getByRole('dialog')
  await expect(asked.getByText('Where is this motion to go?')).toBeVisible()
  // Escape is neither: nothing comes of it.
  await page.keyboard.press('Escape')
  await expect(asked).toBeHidden()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await drop(page, sheet)
  await expect(page.getByRole('button', { name: 'Move the 2 selected layers' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText('2 layers move as “buoy.css” has it, by 4 keys.')).toBeVisible()
  const moved = (await savedFile(page)).project.scenes[0]!.layers
  const values = (name: string) =>
    moved.find((one) => one.name === name)!.properties['position']!.keys.map(({ value }) => value)
  expect(values('Buoy')).toEqual([
    [300, 200],
    [300, 230],
  ])
  expect(values('Other')).toEqual([
    [600, 500],
    [650, 500],
  ])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  // Or it is a scene of its own after all.
  await page.getByRole('button', { name: 'Buoy', exact: true }).click()
  await drop(page, sheet)
  await page.getByRole('button', { name: 'Make a scene of it' }).click()
  await expect(page.getByText('“buoy.css” came over as 2 layers with 4 keys.')).toBeVisible()
})

test('a file that is broken, or no file that moves, changes nothing and says why', async ({ page }) => {
  await openDemo(page)
  await drop(page, { ...DRAWING, text: DRAWING.text.slice(0, -9) })
  await expect(
    page.getByText('This SVG is damaged: it is not well-formed XML. Nothing was changed.'),
  ).toBeVisible()
  await drop(page, { name: 'a.json', type: 'application/json', text: '{"layers":[],"fr":30,"op":0}' })
  await expect(page.getByText(/This Lottie file is damaged/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('a drawing chosen by its file is opened; what was a picture stays one', async ({ page }) => {
  await withoutPickers(page)
  await page.goto('/')
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).waitFor()
  const url = new URL('../../node_modules/svg-loaders/svg-smil-loaders/tail-spin.svg', import.meta.url)
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).click()
  await (await waiting).setFiles({ name: 'spin.svg', mimeType: 'image/svg+xml', buffer: readFileSync(url) })
  await expect(page.getByText('“spin.svg” came over as 2 layers with 4 keys.')).toBeVisible()
  await expect(page.getByText('38 × 38 px')).toBeVisible()
})

test('a stranger’s drawing is made faster with softer landings, and saved again as one', async ({ page }) => {
  await withoutPickers(page)
  await page.goto('/')
  await page.getByRole('link', { name: 'Open Lantern Regatta' }).waitFor()
  await drop(page, { ...DRAWING, text: SMIL_DRAWINGS['values at even times']! })
  await expect(page.getByText('“lamp.svg” came over as 1 layer with 4 keys.')).toBeVisible()
  // Its card on the projects screen tells its size, too.
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('3')
  await page.keyboard.press('t')
  await type(page, 'Stretch to, %', '70')
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^Animated SVG/ }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Save SVG/ }).click()
  const svg = String(readFileSync((await (await waiting).path())!))
  const again = readMovingFile(new TextEncoder().encode(svg), 'again', () => `i${(ids += 1)}`)!
  const position = again.layers.find(({ kind }) => kind === 'rectangle')!.properties['position']!
  const [first, second] = position.keys
  // A third of 70 % of two seconds, on the frame next to that; and no longer at one speed.
  expect(secondsOfTicks(second!.t - first!.t)).toBeCloseTo(28 / 60, 6)
  expect(first!.bend.kind).toBe('handles')
})
