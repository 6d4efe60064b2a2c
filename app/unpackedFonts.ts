import { readFile } from 'node:fs/promises'
import type { Plugin } from 'vite'
import { decompress } from 'wawoff2'

const WANTED = /\.woff2\?unpacked$/

/**
 * Lets a WOFF2 font be imported as the URL of the TrueType font it was packed from: what takes letters out of fonts reads
 * those, and to unpack them in the page would take a program that its policy forbids.
 * Source: W3C, WOFF File Format 2.0, through wawoff2.
 */
export function unpackedFonts(): Plugin {
  let isServed = false
  let last: Promise<unknown> = Promise.resolve()
  return {
    name: 'unpacked-fonts',
    enforce: 'pre',
    configResolved: ({ command }) => {
      isServed = command === 'serve'
    },
    async load(id) {
      if (!WANTED.test(id)) return null
      const path = id.replace(/\?.*$/, '')
      const packed = await readFile(path)
      // One after the other, and copied: what it gives lies in memory of its own that it writes on anew.
      const unpacked = last.then(async () => Buffer.from(await decompress(packed)))
      last = unpacked
      const bytes = await unpacked
      if (isServed) return `export default "data:font/ttf;base64,${bytes.toString('base64')}"`
      const name = path.replace(/^.*\//, '').replace(/woff2$/, 'ttf')
      const file = this.emitFile({ type: 'asset', name, source: bytes })
      return `export default import.meta.ROLLUP_FILE_URL_${file}`
    },
  }
}
