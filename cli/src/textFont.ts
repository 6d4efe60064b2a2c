import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'

/** The font texts are set in, as a `data:` URL. */
export async function textFontUrl(): Promise<string> {
  const path = createRequire(import.meta.url).resolve(
    '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  )
  return `data:font/woff2;base64,${(await readFile(path)).toString('base64')}`
}
