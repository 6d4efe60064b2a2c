import unicode from '@fontsource-variable/atkinson-hyperlegible-next/unicode.json'
import latinExt from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2?url'
import latin from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url'

/** The family text layers are set in, as the page's style sheet names it. */
const FAMILY = 'Atkinson Hyperlegible Next Variable'
export const TEXT_FAMILY = `'${FAMILY}', sans-serif`

/** Loads the font of text layers where no style sheet does: in a worker. */
export async function loadTextFont(fonts: FontFaceSet): Promise<void> {
  const files: readonly (readonly [url: string, unicodeRange: string])[] = [
    [latin, unicode.latin],
    [latinExt, unicode['latin-ext']],
  ]
  await Promise.all(
    files.map(async ([url, unicodeRange]) => {
      const face = new FontFace(FAMILY, `url(${url})`, { weight: '200 800', unicodeRange })
      fonts.add(face)
      await face.load()
    }),
  )
}
