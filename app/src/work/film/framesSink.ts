import { Zip, ZipPassThrough } from 'fflate'
import type { FilmFacts, FilmSink } from './filmSink.ts'

/** Every frame as a PNG, in a zip. PNGs are packed already, and are put in as they are. */
export function framesSink({ count }: FilmFacts): FilmSink {
  const parts: Uint8Array<ArrayBuffer>[] = []
  let failed: Error | null = null
  const zip = new Zip((trouble, part) => {
    failed ??= trouble
    if (!trouble) parts.push(part as Uint8Array<ArrayBuffer>)
  })
  const digits = Math.max(4, String(count - 1).length)
  return {
    add: async (canvas, index) => {
      const png = await canvas.convertToBlob({ type: 'image/png' })
      const entry = new ZipPassThrough(`frame-${String(index).padStart(digits, '0')}.png`)
      zip.add(entry)
      entry.push(new Uint8Array(await png.arrayBuffer()), true)
    },
    finish: () => {
      zip.end()
      if (failed) throw failed
      return Promise.resolve(new Blob(parts, { type: 'application/zip' }))
    },
  }
}
