import { rename, stat, truncate, writeFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { newProject, savedFile, type } from './desk.ts'
import { frameOnScreen } from './stage.ts'
import { makeTestClip, readCounter, type TestClipLook } from './testClip.ts'

test.use({ bypassCSP: true })

const FRAMES = 60
const MB = 1024 * 1024

async function bring(page: Page, name: string, buffer: Buffer): Promise<void> {
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles([{ name, mimeType: 'video/webm', buffer }])
}
async function openClip(page: Page, look: TestClipLook = {}): Promise<void> {
  await newProject(page)
  await bring(page, 'Counter.webm', await makeTestClip(page, FRAMES, look))
  await expect(page.getByRole('button', { name: 'Counter', exact: true })).toBeVisible()
}
const layer = async (page: Page) => (await savedFile(page)).project.scenes[0]!.layers[0]!
/** Goes to a scene time, s, and reads the frame that is shown there. */
async function shows(page: Page, seconds: number, frame: number): Promise<void> {
  const place = await frameOnScreen(page, 1280)
  await type(page, 'Current time', `${seconds}s`)
  await expect.poll(() => readCounter(page, place), { message: `at ${seconds} s` }).toBe(frame)
}

test('a clip is drawn frame by frame at paused times, all of them, and held outside', async ({ page }) => {
  await openClip(page)
  const { kind, source, span } = await layer(page)
  expect(kind).toBe('clip')
  expect(source).toHaveProperty('asset')
  expect(span.map((t) => t / TICKS_PER_SECOND)).toEqual([0, 2])
  const { project } = await savedFile(page)
  expect(project.assets[0]).toMatchObject({ kind: 'clip', type: 'video/webm', size: [320, 180] })
  // The scene has 24 frames a second, the clip 30: what is shown is the frame that lasts at the moment asked for.
  for (let at = 0; at < 48; at += 1) await shows(page, at / 24, Math.floor((at * 30) / 24 + 1e-9))
})

test('jumps here and there in a clip with few whole pictures show the frame asked, from wherever it is decoded', async ({
  page,
}) => {
  await openClip(page, { wholeEvery: 1 })
  for (const at of [20, 46, 14, 40, 3, 45, 22, 13, 47, 38, 12, 44, 1, 23, 36, 0, 47, 21])
    await shows(page, at / 24, Math.floor((at * 30) / 24 + 1e-9))
})

test('a clip runs backwards, ramps and stands still: the frame shown is the frame asked', async ({
  page,
}) => {
  await openClip(page)
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('combobox', { name: 'Find a command' })).toBeFocused()
  await page.keyboard.type('time inside')
  await page.keyboard.press('Enter')
  const panel = page.getByRole('region', { name: 'Retime' })
  await panel.getByRole('button', { name: 'Backwards' }).click()
  for (const at of [0, 1, 13, 30, 47]) await shows(page, at / 24, Math.floor(((47 - at) * 30) / 24 + 1e-9))
  await page.keyboard.press('Control+z')

  await type(page, 'Speed inside, %', '50')
  await panel.getByRole('button', { name: 'Set speed' }).click()
  for (const at of [0, 7, 24, 46]) await shows(page, at / 24, Math.floor((at * 30) / 48 + 1e-9))
  await type(page, 'Current time', '1s')
  await panel.getByRole('button', { name: 'Freeze here' }).click()
  for (const at of [24, 30, 47]) await shows(page, at / 24, 15)
})

test('a see-through clip shows the scene’s ground between its black bars, in every frame', async ({
  page,
}) => {
  await openClip(page, { seeThrough: true })
  // On light ground what is black reads as 0 and what is see-through as 1.
  for (const at of [0, 5, 24, 47]) await shows(page, at / 24, 255 - Math.floor((at * 30) / 24 + 1e-9))
})

/** How many strong colours are seen along a line of the screen. */
async function coloursAlong(page: Page, clip: { x: number; y: number; width: number }): Promise<number> {
  const shot = await page.screenshot({ clip: { ...clip, height: 1 } })
  return page.evaluate(
    async (url) => {
      const picture = await createImageBitmap(await (await fetch(url)).blob())
      const context = new OffscreenCanvas(picture.width, 1).getContext('2d')!
      context.drawImage(picture, 0, 0)
      const { data } = context.getImageData(0, 0, picture.width, 1)
      const seen = new Set<string>()
      for (let i = 0; i < data.length; i += 4) {
        const rgb = [data[i]!, data[i + 1]!, data[i + 2]!]
        const order = [0, 1, 2].sort((a, b) => rgb[a]! - rgb[b]!).join('')
        if (Math.max(...rgb) - Math.min(...rgb) > 30) seen.add(order)
      }
      return seen.size
    },
    `data:image/png;base64,${shot.toString('base64')}`,
  )
}

test('a clip’s bar in the deck shows pictures of it', async ({ page }) => {
  await openClip(page)
  const bar = (await page.getByRole('group', { name: 'Counter, all keys' }).boundingBox())!
  // Something moves along the clip’s lower edge, in colours that change.
  await expect.poll(() => coloursAlong(page, { x: bar.x, y: bar.y + 18, width: 200 })).toBeGreaterThan(1)
})

/** What no player reads (a “Void” of EBML, RFC 8794) of so many bytes. */
function voidOf(bytes: number): Buffer {
  const element = Buffer.alloc(bytes)
  element[0] = 0xec
  // Its size in eight bytes, the first of which says that they are eight.
  element.writeBigUInt64BE(2n ** 56n + BigInt(bytes - 9), 1)
  return element
}

test('a clip larger than most memories would like is kept, played, saved with its project and opened again', async ({
  page,
}, testInfo) => {
  await newProject(page)
  const large = testInfo.outputPath('Ferry.webm')
  await writeFile(large, Buffer.concat([await makeTestClip(page, FRAMES), voidOf(260 * MB)]))
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles(large)
  await expect(page.getByRole('button', { name: 'Ferry', exact: true })).toBeVisible()
  for (const at of [0, 30, 47]) await shows(page, at / 24, Math.floor((at * 30) / 24 + 1e-9))

  await expect(page.getByText(/^Saved \d/)).toBeVisible()
  await page.reload()
  await shows(page, 30 / 24, 37)

  const saving = page.waitForEvent('download')
  await page.keyboard.press('Control+s')
  const saved = await (await saving).path()
  expect((await stat(saved)).size).toBeGreaterThan(260 * MB)
  await page.goto('/')
  const opening = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Open a file…' }).first().click()
  const again = testInfo.outputPath('Again.bend')
  await rename(saved, again)
  await (await opening).setFiles(again)
  await expect(page.getByRole('region', { name: 'Deck' })).toBeVisible()
  await shows(page, 13 / 24, 16)
})

test('what is no clip, breaks off, is empty or huge says why and changes nothing', async ({
  page,
}, testInfo) => {
  await newProject(page)
  const huge = testInfo.outputPath('Huge.webm')
  await writeFile(huge, '')
  // A file with nothing in it but its length.
  await truncate(huge, 2048 * MB + 1)
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles(huge)
  await expect(
    page.getByText('“Huge.webm” is over 2 GB, more than a clip can be. Nothing was changed.'),
  ).toBeVisible()
  const clip = await makeTestClip(page, FRAMES)
  await bring(page, 'Empty.webm', Buffer.alloc(0))
  await expect(page.getByText('“Empty.webm” is empty. Nothing was changed.')).toBeVisible()
  await bring(page, 'Letter.mp4', Buffer.from('Dear harbour master, the lamps are lit.'))
  await expect(page.getByText('“Letter.mp4” is no WebM or MP4 clip')).toBeVisible()
  await bring(page, 'Half.webm', clip.subarray(0, 200))
  await expect(
    page.getByText(/“Half.webm” (cannot be read|breaks off|is no WebM|has no pictures)/),
  ).toBeVisible()
  expect((await savedFile(page)).project.scenes[0]!.layers).toHaveLength(0)
  expect((await savedFile(page)).project.assets).toHaveLength(0)
})
