import type { Page } from '@playwright/test'
import { frameOnScreen } from '../../e2e/src/stage.ts'
import { makeTestClip } from '../../e2e/src/testClip.ts'
import { writeWav } from '@arrow-bend/core/format/sound'
import { testSound } from '@arrow-bend/core/sound'
import { measureDrag, measureWheel, rateOf, report } from './deskMeasures.ts'

const CLIP_WIDTH = 1280
const CLIP_FRAMES = 240
const BARS = 8

/** From a pointer's coming to rest until its button is down, ms. Source: from memory (a click's dwell is 0.2 s and more). */
const RESTED_MS = 200

const SOUND_SECONDS = 300

/** Plays and seeks a clip of 1280×720 px, then drags the frames of a move over a still of 24 megapixels. */
export async function measureMedia(page: Page, address: string): Promise<void> {
  await newScene(page, address)
  const clip = await makeTestClip(page, CLIP_FRAMES, { width: CLIP_WIDTH, wholeEvery: 2 })
  await bring(page, { name: 'Ferry.webm', mimeType: 'video/webm', buffer: clip })
  await watchCounter(page)
  const seen = await countPlayed(page)
  console.log(`clip of 1280×720 at 30 fps, frames seen              ${seen.toFixed(1)} fps  (wanted: ≥ 28)`)
  report('seeking in it, press to paint (wanted: < 120)', await measureSeeks(page, 0))
  report('the same by a hand that rests before it presses', await measureSeeks(page, RESTED_MS))

  await newScene(page, address)
  await bring(page, { name: 'Quay.jpg', mimeType: 'image/jpeg', buffer: await largeStill(page) })
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('button', { name: 'Move the frame over a picture: push, pull, pan' }).click()
  const frame = page.getByRole('group', { name: /^Last frame/ })
  await frame.waitFor()
  await page.waitForTimeout(1000)
  report(
    'frame over a still of 24 MP, pointer to paint',
    await measureDrag(page, frame.locator('.body'), [2, -1]),
  )

  await newScene(page, address)
  const drums = writeWav(testSound({ kind: 'drums', perMinute: 120, seconds: SOUND_SECONDS }))
  await bring(page, { name: 'Drums.wav', mimeType: 'audio/wav', buffer: Buffer.from(drums) })
  await page.waitForTimeout(3000)
  const zooms = await measureWheel(page)
  report('zoom and scroll of a sound of 5 minutes, between frames', zooms)
  console.log(`zoom and scroll of a sound of 5 minutes              ${rateOf(zooms)} fps  (wanted: ≥ 55)`)
  const used = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  )
  console.log(`memory of scripts with it                            ${(used / 1e6).toFixed(1)} MB`)
}

async function newScene(page: Page, address: string): Promise<void> {
  await page.goto(address)
  await page.getByRole('button', { name: 'New project…' }).click()
  await page.getByLabel('Name').fill('Trial')
  await page.getByRole('button', { name: 'HD', exact: true }).click()
  await page.getByLabel('Frames per second').selectOption('30')
  await page.getByLabel('Length, s').fill('8')
  await page.getByRole('button', { name: 'Make project' }).click()
  await page.getByRole('region', { name: 'Deck' }).waitFor()
}

async function bring(
  page: Page,
  file: { readonly name: string; readonly mimeType: string; readonly buffer: Buffer },
): Promise<void> {
  const waiting = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import pictures' }).click()
  await (await waiting).setFiles([file])
  await page.waitForTimeout(1500)
}

/** A picture of 6000×4000 px with much in it, as a JPEG. */
async function largeStill(page: Page): Promise<Buffer> {
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(6000, 4000)
    const context = canvas.getContext('2d')!
    for (let i = 0; i < 4000; i += 1) {
      context.fillStyle = `hsl(${(i * 47) % 360} 50% 50%)`
      context.fillRect((i * 7919) % 6000, (i * 104729) % 4000, 180, 120)
    }
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.7 })
    return [...new Uint8Array(await blob.arrayBuffer())]
  })
  return Buffer.from(bytes)
}

interface CounterWindow {
  /** The number drawn in the clip’s frame that is seen now. */
  readCounter(): number
}

async function watchCounter(page: Page): Promise<void> {
  const place = await frameOnScreen(page, 1280)
  await page.evaluate(
    ({ at: { x, y, scale }, bars, width }) => {
      const canvas = document.querySelector('canvas')!
      const box = canvas.getBoundingClientRect()
      const ratio = canvas.width / box.width
      const context = canvas.getContext('2d')!
      const left = Math.round((x - box.x) * ratio)
      const row = Math.round((y + 360 * scale - box.y) * ratio)
      const across = Math.round(width * scale * ratio)
      const readNow = (): number => {
        const { data } = context.getImageData(left, row, across, 1)
        let count = 0
        for (let bit = 0; bit < bars; bit += 1)
          if (data[4 * Math.round(((bit + 0.5) * across) / bars)]! > 127) count += 2 ** bit
        return count
      }
      Object.assign(window, { readCounter: readNow })
    },
    { at: place, bars: BARS, width: CLIP_WIDTH },
  )
}

/**
 * Different frames of the clip drawn in a second while it plays once; the first half second is for getting there. Counted where
 * they are drawn: to read pixels back sixty times a second would be most of the work.
 */
async function countPlayed(page: Page): Promise<number> {
  await page.evaluate(() => {
    const drawnFrames = new Set<unknown>()
    const { drawImage } = CanvasRenderingContext2D.prototype
    CanvasRenderingContext2D.prototype.drawImage = function (source: CanvasImageSource, ...where: number[]) {
      if (source instanceof ImageBitmap) drawnFrames.add(source)
      return Reflect.apply(drawImage, this, [source, ...where])
    }
    Object.assign(window, { drawnFrames })
  })
  await page.keyboard.press('Home')
  await page.keyboard.press(' ')
  await page.waitForTimeout(500)
  const rate = await page.evaluate(async () => {
    const { drawnFrames } = window as unknown as { drawnFrames: Set<unknown> }
    drawnFrames.clear()
    const start = performance.now()
    await new Promise((resolve) => setTimeout(resolve, 6000))
    return (1000 * drawnFrames.size) / (performance.now() - start)
  })
  await page.keyboard.press(' ')
  return rate
}

/**
 * From pressing on the ruler, here and there, until the frame of that moment is seen, ms.
 * @param rested how long the pointer is where it presses before it does, ms
 */
async function measureSeeks(page: Page, rested: number): Promise<number[]> {
  const ruler = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!
  const lanes = (await page.locator('.scroller').boundingBox())!
  const times: number[] = []
  for (let i = 1; i <= 40; i += 1) {
    const x = lanes.x + 350 + ((i * 0.618034) % 1) * 700
    await page.mouse.move(x, ruler.y + 4)
    await page.evaluate(() => {
      const { readCounter } = window as unknown as CounterWindow
      const clock = [...document.querySelectorAll('span')].find((one) => /^f \d+$/.test(one.textContent))!
      const seekDone = new Promise<number>((resolve) => {
        const pressed = (): void => {
          const start = performance.now()
          const look = (): void => {
            const passed = performance.now() - start
            if (readCounter() === Number(clock.textContent.slice(2)) || passed > 5000) resolve(passed)
            else requestAnimationFrame(look)
          }
          requestAnimationFrame(look)
        }
        addEventListener('pointerdown', pressed, { capture: true, once: true })
      })
      Object.assign(window, { seekDone })
    })
    await page.waitForTimeout(rested)
    await page.mouse.down()
    await page.mouse.up()
    times.push(await page.evaluate(() => (window as unknown as { seekDone: Promise<number> }).seekDone))
    await page.waitForTimeout(120)
  }
  return times
}
