import latin from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?unpacked'
import latinExt from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2?unpacked'

let files: Promise<Uint8Array[]> | null = null

/** The font of text layers as it is before it is packed for the web, to take letters out of as shapes. */
export const fontFiles = (): Promise<readonly Uint8Array[]> =>
  (files ??= Promise.all(
    [latin, latinExt].map(async (url) => new Uint8Array(await (await fetch(url)).arrayBuffer())),
  ).catch((caught: unknown) => {
    files = null
    throw caught
  }))
