/** Bytes from which on a clip is too large to be read whole for its sound. */
const LARGE = 32 * 1024 * 1024

/**
 * What of an asset has to be decoded to hear it: of a large clip its sound alone, as it is written there.
 * @returns null for a large clip without sound, or whose sound cannot be taken out
 */
export async function soundPart(blob: Blob): Promise<Blob | null> {
  if (blob.size < LARGE || !blob.type.startsWith('video/')) return blob
  const {
    BlobSource,
    BufferTarget,
    Conversion,
    Input,
    MP4,
    Mp4OutputFormat,
    Output,
    QTFF,
    WEBM,
    WebMOutputFormat,
  } = await import('mediabunny')
  const input = new Input({ source: new BlobSource(blob), formats: [WEBM, MP4, QTFF] })
  const target = new BufferTarget()
  const format = blob.type === 'video/webm' ? new WebMOutputFormat() : new Mp4OutputFormat()
  const output = new Output({ format, target })
  const taking = await Conversion.init({ input, output, video: { discard: true }, showWarnings: false })
  if (!taking.isValid) return null
  await taking.execute()
  return target.buffer && new Blob([target.buffer], { type: format.mimeType })
}
