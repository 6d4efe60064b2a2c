import { readFile } from 'node:fs/promises'
import { expect, test, type Page } from '@playwright/test'
import { drawnLayer, openLayers } from './againstBrowser.ts'
import { unzipSync } from 'fflate'
import { decoded, framesOf } from './decodedFilm.ts'
import { openDemo, type } from './desk.ts'

// What decodes is put into the page by the test.
test.use({ bypassCSP: true })

/** Opens the export of a kind for a short stretch of the demo. */
async function openFilm(page: Page, kind: RegExp, { width = '320', until = '12f' } = {}): Promise<void> {
  await openDemo(page)
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: kind }).click()
  await type(page, 'From', '0f')
  await type(page, 'Until', until)
  await type(page, 'Width, px', width)
  await page.getByLabel('Frames per second').selectOption('24')
}
/** Makes and saves it. */
async function madeFile(page: Page): Promise<Buffer> {
  await page.getByRole('button', { name: /^Make/ }).click()
  const save = page.getByRole('button', { name: /^Save “/ })
  // What was made before is gone at once.
  await expect(page.getByRole('button', { name: /^Make/ })).toBeEnabled()
  await expect(save).toBeVisible()
  const waiting = page.waitForEvent('download')
  await save.click()
  return readFile((await (await waiting).path())!)
}
test('frames are PNGs of what the stage shows, to the pixel, and a sheet has them all', async ({ page }) => {
  await openDemo(page)
  await page.keyboard.press('Home')
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^All frames/ }).click()
  await type(page, 'Until', '3f')
  const frames = framesOf(await madeFile(page))
  expect(frames.map(([name]) => name)).toEqual(['frame-0000.png', 'frame-0001.png', 'frame-0002.png'])
  await page.getByRole('button', { name: /^This frame/ }).click()
  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save PNG…' }).click()
  const still = await readFile((await (await waiting).path())!)
  expect(Buffer.from(frames[0]![1]).equals(still)).toBe(true)

  await page.getByRole('button', { name: /^All frames/ }).click()
  await page.getByRole('button', { name: 'One sheet' }).click()
  await type(page, 'Until', '3f')
  await type(page, 'Width, px', '320')
  const sheet = new Map(framesOf(await madeFile(page)))
  const told = JSON.parse(Buffer.from(sheet.get('sheet.json')!).toString()) as {
    frames: object[]
    rate: number
  }
  expect(told).toMatchObject({
    rate: 24,
    frames: [{ x: 0, y: 0, width: 320, height: 180 }, { x: 320, y: 0 }, {}],
  })
})

test('a video has the frames of the stage at their moments', async ({ page }) => {
  await openFilm(page, /^All frames/)
  const pngs = framesOf(await madeFile(page)).map(([, png]) => png)
  await page.getByRole('button', { name: /^Video/ }).click()
  await type(page, 'Until', '12f')
  await type(page, 'Width, px', '320')
  await page.getByRole('button', { name: 'Best' }).click()
  const film = await decoded(page, await madeFile(page), pngs, 'video')
  expect(film.size).toEqual([320, 180])
  expect(film.times).toHaveLength(12)
  film.times.forEach((time, frame) => expect(time).toBeCloseTo(frame / 24, 2))
  for (const decibel of film.noise) expect(decibel).toBeGreaterThanOrEqual(35)
  expect(film.corner).toBe(255)
})

test('a video without the background is seen through where nothing is drawn', async ({ page }) => {
  await openLayers(page, [
    drawnLayer('shape', 'rectangle', { position: [640, 360], size: [600, 400], fill: '#c8401a' }),
  ])
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^Video/ }).click()
  await type(page, 'Until', '3f')
  await type(page, 'Width, px', '320')
  await page.getByLabel('Without the background').check()
  expect((await decoded(page, await madeFile(page), [], 'video')).corner).toBe(0)
})

test('a GIF has the frames of the stage, spread over whole hundredths of a second', async ({ page }) => {
  await openFilm(page, /^All frames/)
  const pngs = framesOf(await madeFile(page)).map(([, png]) => png)
  await page.getByRole('button', { name: /^GIF/ }).click()
  await type(page, 'Until', '12f')
  await type(page, 'Width, px', '320')
  await page.getByLabel('Frames per second').selectOption('24')
  const film = await decoded(page, await madeFile(page), pngs, 'gif')
  expect(film.size).toEqual([320, 180])
  expect(film.times).toHaveLength(12)
  film.times.forEach((time, frame) => expect(Math.abs(time - frame / 24)).toBeLessThanOrEqual(0.0051))
  // 256 colours a frame are not all of them.
  for (const decibel of film.noise) expect(decibel).toBeGreaterThanOrEqual(30)
})

test('what is being made goes on while one works, is called off, and what cannot be made says why', async ({
  page,
}) => {
  await openFilm(page, /^All frames/, { until: '200f', width: '1920' })
  await page.getByLabel('Motion blur').selectOption('32')
  await page.getByRole('button', { name: 'Make 200 frames' }).click()
  await expect(page.getByText(/of 200 frames/)).toBeVisible()
  await page.getByRole('link', { name: 'Desk' }).click()
  await expect(page.getByRole('region', { name: 'Stage' })).toBeVisible()
  await page.getByRole('link', { name: 'Export' }).click()
  await page.getByRole('button', { name: /^All frames/ }).click()
  await expect(page.getByText(/of 200 frames/)).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText(/of 200 frames/)).toHaveCount(0)
  await expect(page.getByRole('button', { name: /^Save “/ })).toHaveCount(0)

  await page.getByRole('button', { name: 'One sheet' }).click()
  await page.getByRole('button', { name: 'Make 288 frames' }).click()
  await expect(
    page.getByRole('main').getByText(/288 frames of 1920 × 1080 px do not fit on one sheet/),
  ).toBeVisible()
  await page.getByRole('button', { name: /^Video/ }).click()
  await page.getByRole('button', { name: 'MP4', exact: true }).click()
  await type(page, 'Width, px', '321')
  await type(page, 'Until', '2f')
  await page.getByRole('button', { name: 'Make 2 frames' }).click()
  await expect(
    page
      .getByRole('main')
      .getByText(/This browser writes no MP4 \(H\.264\) of 321 × 181 px/)
      .or(page.getByRole('button', { name: /^Save “/ })),
  ).toBeVisible()
})

/** How loud a file is, in each 24th of a second, by the browser's own decoder; one channel. */
function loudness(
  page: Page,
  file: Uint8Array,
): Promise<{ readonly seconds: number; readonly levels: number[] }> {
  return page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (mark) => mark.charCodeAt(0))
    const sound = await new OfflineAudioContext(1, 1, 48_000).decodeAudioData(bytes.buffer)
    const samples = sound.getChannelData(0)
    const levels = Array.from({ length: Math.floor(samples.length / 2_000) }, (_, i) => {
      const part = samples.subarray(2_000 * i, 2_000 * (i + 1))
      return Math.sqrt(part.reduce((sum, sample) => sum + sample * sample, 0) / part.length)
    })
    return { seconds: sound.duration, levels }
  }, Buffer.from(file).toString('base64'))
}

test('a video has the scene’s sound where it is wanted, as loud at every moment as it is heard', async ({
  page,
}) => {
  const bend = await readFile(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))
  const entries = unzipSync(new Uint8Array(bend))
  const wav = Object.entries(entries).find(([name]) => name.endsWith('.wav'))![1]
  await openFilm(page, /^Video/, { width: '64', until: '72f' })
  const made = await loudness(page, await madeFile(page))
  const drum = await loudness(page, wav)
  expect(made.seconds).toBeGreaterThan(2.95)
  expect(made.seconds).toBeLessThan(3.1)
  const heard = drum.levels.slice(0, 70)
  expect(Math.max(...heard)).toBeGreaterThan(0.05)
  const gain =
    made.levels.reduce((sum, level, i) => sum + level * (heard[i] ?? 0), 0) /
    heard.reduce((sum, level) => sum + level * level, 0)
  for (const [i, level] of heard.entries())
    expect(Math.abs(made.levels[i]! - gain * level), `at ${i}`).toBeLessThan(0.03)
  expect(gain).toBeGreaterThan(0.2)
  await page.getByLabel('With its sound').uncheck()
  const silent = await madeFile(page)
  await expect(loudness(page, silent)).rejects.toThrow()
})
