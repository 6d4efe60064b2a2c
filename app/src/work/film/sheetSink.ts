import { zipSync } from 'fflate'
import { CannotFilm, type FilmFacts, type FilmSink } from './filmSink.ts'

/** The largest side of a picture that every browser and engine takes, px. Source: common practice. */
const MOST_SIDE = 8192

/**
 * All frames side by side in one PNG, with JSON that tells where each is, in a zip.
 * @throws CannotFilm where they do not fit
 */
export function sheetSink({ rate, count, width, height }: FilmFacts): FilmSink {
  const across = Math.min(
    count,
    Math.max(1, Math.floor(MOST_SIDE / width)),
    Math.ceil(Math.sqrt((count * height) / width)),
  )
  const down = Math.ceil(count / across)
  if (width > MOST_SIDE || down * height > MOST_SIDE)
    throw new CannotFilm(
      `${count} frames of ${width} × ${height} px do not fit on one sheet of ${MOST_SIDE} px. Make them smaller, or take a shorter stretch. Nothing was written.`,
    )
  const sheet = new OffscreenCanvas(across * width, down * height)
  const context = sheet.getContext('2d')!
  const placeOf = (index: number) => ({ x: (index % across) * width, y: Math.floor(index / across) * height })
  return {
    add: (canvas, index) => {
      const { x, y } = placeOf(index)
      context.drawImage(canvas, x, y)
      return Promise.resolve()
    },
    finish: async () => {
      const png = await sheet.convertToBlob({ type: 'image/png' })
      const frames = Array.from({ length: count }, (_, index) => ({ ...placeOf(index), width, height }))
      const facts = { image: 'sheet.png', rate, frames }
      const zipped = zipSync(
        {
          'sheet.png': new Uint8Array(await png.arrayBuffer()),
          'sheet.json': new TextEncoder().encode(`${JSON.stringify(facts, null, 1)}\n`),
        },
        { level: 0 },
      )
      return new Blob([zipped as Uint8Array<ArrayBuffer>], { type: 'application/zip' })
    },
  }
}
