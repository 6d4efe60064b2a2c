import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { Letters } from '@arrow-bend/core/letters'

const pathOf = (part: 'latin' | 'latin-ext'): string =>
  createRequire(import.meta.url).resolve(
    `@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${part}-wght-normal.woff2`,
  )

/** The font texts are set in, as a `data:` URL. */
export async function textFontUrl(): Promise<string> {
  return `data:font/woff2;base64,${(await readFile(pathOf('latin'))).toString('base64')}`
}

/** The same, to measure its letters and take them out as shapes. */
export async function textLetters(): Promise<Letters> {
  const [{ openLetters }, { decompress }] = await Promise.all([
    import('@arrow-bend/core/letters'),
    import('wawoff2'),
  ])
  const files: Uint8Array[] = []
  // One after the other, and copied: what it gives lies in memory of its own that it writes on anew.
  for (const part of ['latin', 'latin-ext'] as const)
    files.push(Uint8Array.from(await decompress(await readFile(pathOf(part)))))
  return openLetters(files)
}
