import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'
import { unzipSync } from 'fflate'

/** The pictures in a zip. */
export const framesOf = (zip: Buffer): [name: string, png: Uint8Array][] =>
  Object.entries(unzipSync(new Uint8Array(zip)))

/** A film as the browser has it. */
interface Decoded {
  readonly size: readonly [number, number]
  /** s */
  readonly times: readonly number[]
  /** dB of each frame, of what it is compared with. */
  readonly noise: readonly number[]
  /** Opacity of the corner pixel of the first frame, of 255. */
  readonly corner: number
}

/** Decodes a video by the browser (WebCodecs), or a GIF by its own image decoder, and compares it with PNGs. The page’s policy has to be off. */
export async function decoded(
  page: Page,
  file: Buffer,
  pngs: readonly Uint8Array[],
  kind: 'video' | 'gif',
): Promise<Decoded> {
  const library = dirname(createRequire(import.meta.url).resolve('mediabunny'))
  await page.addScriptTag({ path: join(library, 'mediabunny.min.cjs') })
  return page.evaluate(
    async ({ data, stills, as }) => {
      const bytes = (base64: string): Uint8Array<ArrayBuffer> =>
        Uint8Array.from(atob(base64), (mark) => mark.charCodeAt(0))
      const frames: { pixels: ImageData; time: number }[] = []
      const pixelsOf = (draw: (context: OffscreenCanvasRenderingContext2D) => void, w: number, h: number) => {
        const context = new OffscreenCanvas(w, h).getContext('2d')!
        draw(context)
        return context.getImageData(0, 0, w, h)
      }
      if (as === 'video') {
        // The library's own types are not known in the page.
        // eslint-disable-next-line @typescript-eslint/no-explicit-any
        const M = (globalThis as any).Mediabunny
        const input = new M.Input({
          source: new M.BlobSource(new Blob([bytes(data)])),
          formats: M.ALL_FORMATS,
        })
        const track = await input.getPrimaryVideoTrack()
        for await (const { canvas, timestamp } of new M.CanvasSink(track, { alpha: true }).canvases())
          frames.push({
            time: timestamp,
            pixels: pixelsOf((context) => context.drawImage(canvas, 0, 0), canvas.width, canvas.height),
          })
      } else {
        const decoder = new ImageDecoder({ data: bytes(data), type: 'image/gif' })
        await decoder.tracks.ready
        const { frameCount } = decoder.tracks.selectedTrack!
        await decoder.completed
        for (let frameIndex = 0; frameIndex < frameCount; frameIndex += 1) {
          const { image } = await decoder.decode({ frameIndex })
          frames.push({
            time: image.timestamp / 1e6,
            pixels: pixelsOf(
              (context) => context.drawImage(image, 0, 0),
              image.displayWidth,
              image.displayHeight,
            ),
          })
          image.close()
        }
      }
      const noise = await Promise.all(
        stills.map(async (png, i) => {
          const image = await createImageBitmap(new Blob([bytes(png)], { type: 'image/png' }))
          const wanted = pixelsOf((context) => context.drawImage(image, 0, 0), image.width, image.height).data
          const found = frames[i]!.pixels.data
          let sum = 0
          for (let at = 0; at < wanted.length; at += 4)
            for (let k = 0; k < 3; k += 1) sum += (wanted[at + k]! - found[at + k]!) ** 2
          return 10 * Math.log10(255 ** 2 / (sum / (wanted.length * 0.75)))
        }),
      )
      const { pixels } = frames[0]!
      return {
        size: [pixels.width, pixels.height] as const,
        times: frames.map(({ time }) => time),
        noise,
        corner: pixels.data[3]!,
      }
    },
    {
      data: file.toString('base64'),
      stills: pngs.map((png) => Buffer.from(png).toString('base64')),
      as: kind,
    },
  )
}
