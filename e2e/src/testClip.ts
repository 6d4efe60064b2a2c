import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'

/** Bars a frame's number is written in, as bits, the lowest first. */
const BARS = 8

/**
 * A clip made by the browser itself: 320×180 px at 30 fps, each frame with its own number drawn as bars, white for 1.
 * The page must not hold scripts back (`bypassCSP`).
 */
export async function makeTestClip(page: Page, frames: number): Promise<Buffer> {
  const library = dirname(createRequire(import.meta.url).resolve('mediabunny'))
  await page.addScriptTag({ path: join(library, 'mediabunny.min.cjs') })
  const bytes = await page.evaluate(
    async ({ frames: count, bars }) => {
      // The library's own types are not known in the page.
      // eslint-disable-next-line @typescript-eslint/no-explicit-any
      const M = (globalThis as any).Mediabunny
      const canvas = new OffscreenCanvas(320, 180)
      const context = canvas.getContext('2d')!
      const output = new M.Output({ format: new M.WebMOutputFormat(), target: new M.BufferTarget() })
      const source = new M.CanvasSource(canvas, { codec: 'vp8', bitrate: 2_000_000, keyFrameInterval: 1 })
      output.addVideoTrack(source, { frameRate: 30 })
      await output.start()
      for (let i = 0; i < count; i += 1) {
        context.fillStyle = '#000'
        context.fillRect(0, 0, 320, 180)
        context.fillStyle = '#fff'
        for (let bit = 0; bit < bars; bit += 1) if ((i >> bit) & 1) context.fillRect(bit * 40, 0, 40, 180)
        await source.add(i / 30, 1 / 30)
      }
      await output.finalize()
      return [...new Uint8Array(output.target.buffer as ArrayBuffer)]
    },
    { frames, bars: BARS },
  )
  return Buffer.from(bytes)
}

/** The number drawn in the frame of a test clip that fills a stage's frame. */
export function readCounter(page: Page, frame: { x: number; y: number; scale: number }): Promise<number> {
  return page.evaluate(
    ({ at: { x, y, scale }, bars }) => {
      const canvas = document.querySelector('canvas')!
      const box = canvas.getBoundingClientRect()
      const ratio = canvas.width / box.width
      const context = canvas.getContext('2d')!
      let count = 0
      for (let bit = 0; bit < bars; bit += 1) {
        // The clip lies in the middle of a frame of 1280×720 px.
        const [px, py] = [x + (480 + bit * 40 + 20) * scale - box.x, y + 360 * scale - box.y]
        const [red] = context.getImageData(Math.round(px * ratio), Math.round(py * ratio), 1, 1).data
        if (red! > 127) count += 2 ** bit
      }
      return count
    },
    { at: frame, bars: BARS },
  )
}
