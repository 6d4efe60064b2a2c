/** Pixels of a picture for each of the sheet’s: sharp where it is printed. */
const FINE = 2

/** The pages of a timing sheet, a drawing each. */
export const timingPages = (sheet: string): readonly string[] => sheet.match(/<svg [^]*?<\/svg>/g) ?? []

/** Pages as a PNG; several as one each, in a zip. */
export async function timingPictures(pages: readonly string[]): Promise<Blob> {
  const pngs: Blob[] = []
  for (const page of pages) pngs.push(await pictureOf(page))
  if (pngs.length === 1) return pngs[0]!
  const bytes = await Promise.all(pngs.map(async (png) => new Uint8Array(await png.arrayBuffer())))
  const { zipSync } = await import('fflate')
  // PNGs are packed already.
  const zip = zipSync(Object.fromEntries(bytes.map((png, i) => [`page-${i + 1}.png`, png])), { level: 0 })
  return new Blob([zip as BlobPart], { type: 'application/zip' })
}

async function pictureOf(page: string): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([page], { type: 'image/svg+xml' }))
  try {
    const image = new Image()
    image.src = url
    await image.decode()
    const [width, height] = [image.naturalWidth * FINE, image.naturalHeight * FINE]
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.drawImage(image, 0, 0, width, height)
    return await canvas.convertToBlob({ type: 'image/png' })
  } finally {
    URL.revokeObjectURL(url)
  }
}
