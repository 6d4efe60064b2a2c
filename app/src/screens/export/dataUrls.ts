import { BadFile } from '@arrow-bend/core/format/project'
import fontFile from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url'

/** Bytes as a `data:` URL, so that a page carries its pictures itself. Throws BadFile when they are missing. */
export async function dataUrl(bytes: Blob | null): Promise<string> {
  if (!bytes)
    throw new BadFile(
      'A picture of this project is missing, so the page would not be whole. Nothing was written.',
    )
  return urlOf(bytes)
}

/** The font of text layers as a `data:` URL. */
export async function textFontUrl(): Promise<string> {
  const answer = await fetch(fontFile)
  return urlOf(new Blob([await answer.arrayBuffer()], { type: 'font/woff2' }))
}

function urlOf(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => reject(new Error('a picture could not be read'))
    reader.readAsDataURL(blob)
  })
}
