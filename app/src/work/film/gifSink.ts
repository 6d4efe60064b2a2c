import { applyPalette, GIFEncoder, quantize } from 'gifenc'
import type { FilmFacts, FilmSink } from './filmSink.ts'

/** Colours of a frame: a GIF has no more. */
const MOST_COLOURS = 256
/** Of 255: what is less seen than this is see-through in a GIF, which knows nothing between. */
const HALF = 128

/**
 * An animated GIF, each frame with the 256 colours it needs most. Its frames last whole hundredths of a second: they are spread
 * so that none is off by more than half of one.
 * Source: GIF89a.
 */
export function gifSink({ rate, width, height, quality, transparent, rounds }: FilmFacts): FilmSink {
  const gif = GIFEncoder()
  const hundredths = (index: number): number => Math.round((100 * index) / rate)
  const format = transparent ? 'rgba4444' : quality === 'small' ? 'rgb444' : 'rgb565'
  return {
    add: (canvas, index) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height)
      if (transparent) for (let i = 3; i < data.length; i += 4) data[i] = data[i]! < HALF ? 0 : 255
      const palette = quantize(data, MOST_COLOURS, { format, oneBitAlpha: transparent })
      const pixels = applyPalette(data, palette, format)
      const clear = transparent ? palette.findIndex((colour) => colour[3] === 0) : -1
      gif.writeFrame(pixels, width, height, {
        palette,
        delay: 10 * (hundredths(index + 1) - hundredths(index)),
        repeat: rounds === 0 ? 0 : rounds === 1 ? -1 : rounds - 1,
        ...(clear >= 0 ? { transparent: true, transparentIndex: clear, dispose: 2 } : {}),
      })
      return Promise.resolve()
    },
    finish: () => {
      gif.finish()
      return Promise.resolve(new Blob([gif.bytes() as Uint8Array<ArrayBuffer>], { type: 'image/gif' }))
    },
  }
}
