import { expect, test, type Page } from '@playwright/test'
import { newProject, savedFile } from './desk.ts'

declare global {
  interface Window {
    /** What sounds did: their offset, s, where they began; null where they were stopped. */
    heard: (number | null)[]
    /** How long what began was, s. */
    lengths: number[]
  }
}

/** A WAV of so many seconds: 16 bit, mono, 8 kHz, a tone of 400 Hz. */
function tone(seconds: number): Buffer {
  const count = seconds * 8000
  const wav = Buffer.alloc(44 + 2 * count)
  wav.write('RIFF', 0)
  wav.writeUInt32LE(36 + 2 * count, 4)
  wav.write('WAVEfmt ', 8)
  wav.writeUInt32LE(16, 16)
  wav.writeUInt16LE(1, 20)
  wav.writeUInt16LE(1, 22)
  wav.writeUInt32LE(8000, 24)
  wav.writeUInt32LE(16000, 28)
  wav.writeUInt16LE(2, 32)
  wav.writeUInt16LE(16, 34)
  wav.write('data', 36)
  wav.writeUInt32LE(2 * count, 40)
  for (let i = 0; i < count; i += 1)
    wav.writeInt16LE(Math.round(8000 * Math.sin((i * Math.PI) / 10)), 44 + 2 * i)
  return wav
}

async function bring(page: Page, name: string, buffer: Buffer): Promise<void> {
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles([{ name, mimeType: 'audio/wav', buffer }])
}

test.beforeEach(async ({ page }) => {
  await page.addInitScript(() => {
    window.heard = []
    window.lengths = []
    const { start, stop } = AudioBufferSourceNode.prototype
    AudioBufferSourceNode.prototype.start = function (when?: number, offset = 0) {
      window.heard.push(offset)
      window.lengths.push(this.buffer!.duration)
      return start.call(this, when, offset)
    }
    AudioBufferSourceNode.prototype.stop = function (when?: number) {
      window.heard.push(null)
      return stop.call(this, when)
    }
  })
})

test('a sound is brought in, is heard while it plays from where the playhead is, and is silenced', async ({
  page,
}) => {
  await newProject(page)
  await bring(page, 'Bell.wav', tone(3))
  const row = page.getByRole('button', { name: 'Bell', exact: true })
  await expect(row).toBeVisible()
  const { project } = await savedFile(page)
  const [layer] = project.scenes[0]!.layers
  expect(layer!.kind).toBe('sound')
  expect(layer!.span[1] / 705_600_000).toBeCloseTo(3, 2)
  expect(project.assets[0]).toMatchObject({ kind: 'sound', type: 'audio/wav', name: 'Bell' })
  // From frame 24 on, a second in.
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Shift+ArrowRight')
  const time = Number(((await page.getByText(/^f \d+$/).textContent()) ?? '').slice(2)) / 24
  await page.keyboard.press('Space')
  await expect.poll(() => page.evaluate(() => window.heard.length)).toBeGreaterThan(0)
  const [offset] = await page.evaluate(() => window.heard)
  expect(offset).toBeGreaterThanOrEqual(time)
  await page.keyboard.press('Space')
  await expect.poll(() => page.evaluate(() => window.heard.at(-1))).toBeNull()
  // Silenced nothing begins.
  await page.getByRole('button', { name: 'Sound', exact: true }).click()
  const before = await page.evaluate(() => window.heard.length)
  await page.keyboard.press('Home')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^f [1-9]\d?$/)).toBeVisible()
  await page.keyboard.press('Space')
  expect(await page.evaluate(() => window.heard.length)).toBe(before)
})

test('what holds no sound is told, and nothing is added', async ({ page }) => {
  await newProject(page)
  await bring(page, 'Empty.wav', Buffer.alloc(0))
  await expect(page.getByText('“Empty.wav” is empty. Nothing was changed.')).toBeVisible()
  await bring(page, 'Torn.wav', tone(1).subarray(0, 30))
  await expect(page.getByText(/“Torn.wav” (holds no sound|has no sound|cannot be read)/)).toBeVisible()
  const { project } = await savedFile(page)
  expect(project.scenes[0]!.layers).toEqual([])
})

test('a moment is heard where the playhead is moved to, unless that is not wanted; a slower playback keeps the pitch', async ({
  page,
}) => {
  await newProject(page)
  await bring(page, 'Bell.wav', tone(3))
  await expect(page.getByRole('button', { name: 'Bell', exact: true })).toBeVisible()
  const heard = () => page.evaluate(() => window.heard)
  // The first move only wakes the device up.
  await page.keyboard.press('ArrowRight')
  await expect
    .poll(async () => {
      await page.keyboard.press('ArrowRight')
      return (await heard()).length
    })
    .toBeGreaterThan(0)
  const field = page.getByLabel('Current time')
  await field.fill('24f')
  await field.press('Enter')
  await expect.poll(async () => (await heard()).at(-1)).toBeCloseTo(1, 6)

  await page.getByRole('button', { name: 'When sounds are heard' }).click()
  await page.getByLabel('while the playhead is moved').uncheck()
  await page.getByLabel('at other playback speeds, at their own pitch').check()
  await page.keyboard.press('Escape')
  const before = (await heard()).length
  await page.keyboard.press('Home')
  await page.keyboard.press('ArrowRight')
  await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 200)))
  expect((await heard()).length).toBe(before)

  const speed = page.getByLabel('Playback speed, %')
  await speed.fill('50')
  await speed.press('Enter')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  // Twice as long at half the speed: where it is at one second is heard at two.
  await expect.poll(async () => (await heard()).length).toBeGreaterThan(before)
  expect(await page.evaluate(() => window.lengths.at(-1))).toBeCloseTo(6, 2)
})
