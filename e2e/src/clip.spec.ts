import { expect, test, type Page } from '@playwright/test'
import { TICKS_PER_SECOND } from '@arrow-bend/core/time'
import { newProject, savedFile, type } from './desk.ts'
import { frameOnScreen } from './stage.ts'
import { makeTestClip, readCounter, type TestClipLook } from './testClip.ts'

test.use({ bypassCSP: true })

const FRAMES = 60

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

test('what is no clip, breaks off or is empty says why and changes nothing', async ({ page }) => {
  await newProject(page)
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
