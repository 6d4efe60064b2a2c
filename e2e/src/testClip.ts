import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'

/** Bars a frame's number is written in, as bits, the lowest first. */
const BARS = 8

export interface TestClipLook {
  /** px, of 16 to 9. */
  readonly width?: number
  /** Whole pictures lie so far apart, s; 0 for each. */
  readonly wholeEvery?: number
  /** Whether the ground is see-through and the bars black, instead of white on black. */
  readonly seeThrough?: boolean
}

/**
 * A clip made by the browser itself: 30 fps, each frame with its own number drawn as bars, white for 1, and something that
 * moves. The page must not hold scripts back (`bypassCSP`).
 */
export async function makeTestClip(
  page: Page,
  frames: number,
  { width = 320, wholeEvery = 0, seeThrough = false }: TestClipLook = {},
): Promise<Buffer> {
  const library = dirname(createRequire(import.meta.url).resolve('mediabunny'))
  await page.addScriptTag({ path: join(library, 'mediabunny.min.cjs') })
  const bytes = await page.evaluate(
    async ({ frames: count, bars, size: [w, h], wholeEvery: whole, seeThrough: isClear }) => {
      // The library's own types are not known in the page.
      // eslint-disable-next-line @typescript-eslint/no-explicit-any
      const M = (globalThis as any).Mediabunny
      const canvas = new OffscreenCanvas(w, h)
      const context = canvas.getContext('2d')!
      const output = new M.Output({ format: new M.WebMOutputFormat(), target: new M.BufferTarget() })
      const source = new M.CanvasSource(canvas, {
        codec: 'vp8',
        bitrate: 2_000_000,
        keyFrameInterval: whole || 1 / 30,
        alpha: isClear ? 'keep' : 'discard',
      })
      output.addVideoTrack(source, { frameRate: 30 })
      await output.start()
      for (let i = 0; i < count; i += 1) {
        context.clearRect(0, 0, w, h)
        context.fillStyle = '#000'
        if (!isClear) {
          context.fillRect(0, 0, w, h)
          context.fillStyle = '#fff'
        }
        const bar = w / bars
        for (let bit = 0; bit < bars; bit += 1) if ((i >> bit) & 1) context.fillRect(bit * bar, 0, bar, h)
        // Beneath the bars’ middle, where they are read.
        context.fillStyle = `hsl(${i * 7} 60% 50%)`
        context.fillRect((i * w) / count, h * 0.7, w / 6, h * 0.3)
        await source.add(i / 30, 1 / 30)
      }
      await output.finalize()
      return [...new Uint8Array(output.target.buffer as ArrayBuffer)]
    },
    { frames, bars: BARS, size: [width, (width * 9) / 16] as const, wholeEvery, seeThrough },
  )
  return Buffer.from(bytes)
}

/** The number drawn in the frame of a test clip that fills a stage's frame. */
export function readCounter(
  page: Page,
  frame: { x: number; y: number; scale: number },
  width = 320,
): Promise<number> {
  return page.evaluate(
    ({ at: { x, y, scale }, bars, width: w }) => {
      const canvas = document.querySelector('canvas')!
      const box = canvas.getBoundingClientRect()
      const ratio = canvas.width / box.width
      const context = canvas.getContext('2d')!
      let count = 0
      for (let bit = 0; bit < bars; bit += 1) {
        // The clip lies in the middle of a frame of 1280×720 px.
        const [px, py] = [
          x + (640 - w / 2 + ((bit + 0.5) * w) / bars) * scale - box.x,
          y + 360 * scale - box.y,
        ]
        const [red] = context.getImageData(Math.round(px * ratio), Math.round(py * ratio), 1, 1).data
        if (red! > 127) count += 2 ** bit
      }
      return count
    },
    { at: frame, bars: BARS, width },
  )
}
